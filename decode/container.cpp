// SPDX-License-Identifier: GPL-3.0-or-later
#include "decode/container.hpp"

#include <algorithm>
#include <cctype>
#include <cerrno>
#include <cstdint>
#include <sys/stat.h>
#include <unistd.h>

extern "C" {
#include <libavcodec/avcodec.h>
#include <libavformat/avformat.h>
#include <libavutil/mem.h>
}

namespace layakari {

namespace {

// Containers that hold their sound within them, as phones, recorders and programs write them. Not
// here: playlists (hls, concat, dash, sdp), devices, games' formats, pictures, and what has no mark
// of its own, as which any bytes can be read.
constexpr const char* soundContainers =
    "aac,ac3,aiff,amr,ape,asf,asf_o,au,avi,caf,dsf,dts,dtshd,eac3,flac,flv,gsm,iff,loas,m4a,"
    "matroska,mov,mp3,mpc,mpc8,mpeg,mpegts,nistsphere,ogg,oma,rm,sox,tak,truehd,tta,voc,w64,wav,"
    "webm,wsd,wv,xwma";
constexpr int bufferBytes = 1 << 16;

int readFrom(void* descriptor, std::uint8_t* into, int most)
{
    const int file = *static_cast<const int*>(descriptor);
    for (;;) {
        const ssize_t got = ::read(file, into, static_cast<std::size_t>(most));
        if (got > 0) return static_cast<int>(got);
        if (got == 0) return AVERROR_EOF;
        if (errno != EINTR) return AVERROR(errno);
    }
}

std::int64_t seekIn(void* descriptor, std::int64_t offset, int whence)
{
    const int file = *static_cast<const int*>(descriptor);
    if ((whence & AVSEEK_SIZE) != 0) {
        struct stat status {};
        return ::fstat(file, &status) == 0 ? status.st_size : AVERROR(errno);
    }
    const off_t at = ::lseek(file, offset, whence & ~AVSEEK_FORCE);
    return at < 0 ? AVERROR(errno) : at;
}

// Whatever a container points to outside itself.
int openNothing(AVFormatContext*, AVIOContext**, const char*, int, AVDictionary**)
{
    return AVERROR(EPERM);
}

// No picture is decoded, not even to find out its size.
std::string soundDecoders()
{
    std::string names;
    void* at = nullptr;
    while (const AVCodec* codec = av_codec_iterate(&at))
        if (av_codec_is_decoder(codec) != 0 && codec->type == AVMEDIA_TYPE_AUDIO)
            names += (names.empty() ? "" : ",") + std::string(codec->name);
    return names;
}

std::string letters(const std::string& ending)
{
    constexpr std::size_t mostLetters = 5;
    std::string plain;
    for (const unsigned char c : ending)
        if (plain.size() < mostLetters && std::isalnum(c) != 0)
            plain += static_cast<char>(std::tolower(c));
    return plain;
}

} // namespace

void Container::Closer::operator()(AVFormatContext* format) const { avformat_close_input(&format); }

void Container::Closer::operator()(AVIOContext* io) const
{
    av_freep(&io->buffer);
    avio_context_free(&io);
}

Result<Container> Container::open(int descriptor, const std::string& ending)
{
    static const std::string decoders = soundDecoders();
    av_log_set_level(AV_LOG_QUIET);
    const auto refuse = [](const char* cause, const char* tryThis) {
        return fail({ErrorCode::CannotRead, "", "", cause, tryThis});
    };
    if (::lseek(descriptor, 0, SEEK_SET) != 0)
        return refuse("the file cannot be read from its start", "copy it to a disk");
    Container container;
    auto* buffer = static_cast<unsigned char*>(av_malloc(bufferBytes));
    container.m_descriptor = std::make_unique<int>(descriptor);
    container.m_io.reset(avio_alloc_context(buffer, bufferBytes, 0, container.m_descriptor.get(),
                                            readFrom, nullptr, seekIn));
    AVFormatContext* format = avformat_alloc_context();
    format->pb = container.m_io.get();
    format->io_open = openNothing;
    format->format_whitelist = av_strdup(soundContainers);
    format->codec_whitelist = av_strdup(decoders.c_str());
    // The name is for formats without a mark of their own; nothing of this name is opened.
    const std::string name = "sound." + letters(ending);
    if (avformat_open_input(&format, name.c_str(), nullptr, nullptr) < 0)
        return refuse("this is not a sound file that can be decoded",
                      "try a WAV, FLAC, MP3, Ogg, Opus or M4A recording");
    container.m_format.reset(format);
    if (avformat_find_stream_info(format, nullptr) < 0)
        return refuse("the file is cut short or damaged: no sound could be found in it",
                      "copy it from the phone or recorder again");
    return container;
}

} // namespace layakari
