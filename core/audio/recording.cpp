// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/recording.hpp"

#include "core/audio/channel_choice.hpp"
#include "core/base/files.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <future>
#include <limits>
#include <utility>

extern "C" {
#include <libavcodec/avcodec.h>
#include <libavformat/avformat.h>
#include <libavutil/channel_layout.h>
#include <libavutil/opt.h>
#include <libswresample/swresample.h>
}

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr int lowestRateHz = 4000;
constexpr int highestRateHz = 384000;
constexpr int mostChannels = 8;

struct FormatCloser {
    void operator()(AVFormatContext* p) const { avformat_close_input(&p); }
};
struct CodecFreer {
    void operator()(AVCodecContext* p) const { avcodec_free_context(&p); }
};
struct SwrFreer {
    void operator()(SwrContext* p) const { swr_free(&p); }
};
struct PacketFreer {
    void operator()(AVPacket* p) const { av_packet_free(&p); }
};
struct FrameFreer {
    void operator()(AVFrame* p) const { av_frame_free(&p); }
};

Error cannotRead(const fs::path& path, std::string cause, std::string tryThis)
{
    return {ErrorCode::CannotRead, path.string(), "", std::move(cause), std::move(tryThis)};
}

// Adds one channel of a frame to `mix` with a weight, whatever the sample format, and counts what
// is wrong with it. Every channel is looked at, also those that do not count.
template <class T>
void mixChannel(const AVFrame& frame, int channel, float scale, float offset, float weight,
                std::vector<float>& mix, SoundDamage& damage)
{
    const bool planar = av_sample_fmt_is_planar(static_cast<AVSampleFormat>(frame.format));
    const std::ptrdiff_t stride = planar ? 1 : frame.ch_layout.nb_channels;
    const T* data = reinterpret_cast<const T*>(frame.extended_data[planar ? channel : 0]) +
                    (planar ? 0 : channel);
    // Counted in ints, which a frame cannot overflow, so that the loop becomes vector code.
    int clipped = 0;
    int notANumber = 0;
    for (int i = 0; i < frame.nb_samples; ++i) {
        float value = static_cast<float>(data[i * stride]) * scale + offset;
        if constexpr (std::is_floating_point_v<T>) {
            const bool isNumber = std::isfinite(value);
            notANumber += !isNumber;
            value = isNumber ? value : 0;
        }
        clipped += std::fabs(value) >= SoundDamage::clippedLevel;
        mix[static_cast<std::size_t>(i)] += weight * value;
    }
    damage.clippedSamples += clipped;
    damage.notANumber += notANumber;
}

// All channels of a frame in one, as floats in -1 to 1.
void mixDown(const AVFrame& frame, const std::vector<float>& weights, std::vector<float>& mix,
             SoundDamage& damage)
{
    mix.assign(static_cast<std::size_t>(frame.nb_samples), 0.0f);
    damage.samples += static_cast<std::int64_t>(frame.nb_samples) * frame.ch_layout.nb_channels;
    for (int c = 0; c < frame.ch_layout.nb_channels; ++c) {
        const float weight = weights[static_cast<std::size_t>(c)];
        const auto add = [&]<class T>(T, float scale, float offset) {
            mixChannel<T>(frame, c, scale, offset, weight, mix, damage);
        };
        switch (av_get_packed_sample_fmt(static_cast<AVSampleFormat>(frame.format))) {
        case AV_SAMPLE_FMT_U8: add(std::uint8_t{}, 1.0f / 128, -1.0f); break;
        case AV_SAMPLE_FMT_S16: add(std::int16_t{}, 1.0f / 32768, 0); break;
        case AV_SAMPLE_FMT_S32: add(std::int32_t{}, 1.0f / 2147483648.0f, 0); break;
        case AV_SAMPLE_FMT_FLT: add(float{}, 1, 0); break;
        case AV_SAMPLE_FMT_DBL: add(double{}, 1, 0); break;
        default: break;
        }
    }
}

} // namespace

void SoundDamage::count(std::span<const float> sound)
{
    samples += static_cast<std::int64_t>(sound.size());
    for (const float s : sound) {
        clippedSamples += std::fabs(s) >= clippedLevel;
        notANumber += !std::isfinite(s);
    }
}

struct Recording::Stream {
    fs::path path;
    int outputRateHz = analysisRateHz;
    std::unique_ptr<AVFormatContext, FormatCloser> format;
    std::unique_ptr<AVCodecContext, CodecFreer> codec;
    std::unique_ptr<SwrContext, SwrFreer> resampler;
    std::unique_ptr<AVPacket, PacketFreer> packet{av_packet_alloc()};
    std::unique_ptr<AVFrame, FrameFreer> frame{av_frame_alloc()};
    AVStream* stream = nullptr;
    int channel = meanOfChannels;
    int resamplerRateHz = 0;
    bool inputEnded = false;
    bool drained = false;
    bool blockIsFromSeek = false; // seek() has decoded the first block already
    SoundDamage damage;
    std::vector<float> mix; // one frame, its channels in one
    std::vector<float> block;

    Result<void> openInput();
    Result<void> openCodec();
    void feedDecoder();
    bool nextFrame();
    bool resamplerFits() const;
    bool makeResampler();
    std::vector<float> channelWeights() const;
    void resampleFrame();
    void resample(std::span<const float> sound);
    int chooseChannel();
    std::vector<float> stretchOfChannels(double seconds);
};

Result<void> Recording::Stream::openInput()
{
    av_log_set_level(AV_LOG_QUIET);
    AVFormatContext* raw = nullptr;
    if (avformat_open_input(&raw, path.c_str(), nullptr, nullptr) < 0)
        return fail(cannotRead(path, "this is not a sound file that can be decoded",
                               "try a WAV, FLAC, MP3, Ogg, Opus or M4A recording"));
    format.reset(raw);
    // Covers and other attachments can make FFmpeg look far ahead; sound shows itself early.
    if (avformat_find_stream_info(raw, nullptr) < 0)
        return fail(cannotRead(path,
                               "the file is cut short or damaged: no sound could be found in it",
                               "copy it from the phone or recorder again"));
    const int index = av_find_best_stream(raw, AVMEDIA_TYPE_AUDIO, -1, -1, nullptr, 0);
    if (index < 0)
        return fail(cannotRead(path, "there is no sound in this file",
                               "choose a recording with sound in it"));
    stream = raw->streams[index];
    for (unsigned i = 0; i < raw->nb_streams; ++i)
        if (static_cast<int>(i) != index) raw->streams[i]->discard = AVDISCARD_ALL;
    return openCodec();
}

Result<void> Recording::Stream::openCodec()
{
    const AVCodec* decoder = avcodec_find_decoder(stream->codecpar->codec_id);
    const std::string codecName = avcodec_get_name(stream->codecpar->codec_id);
    if (!decoder)
        return fail(cannotRead(
            path, "its sound is coded as " + codecName + ", which cannot be decoded here",
            "convert it to FLAC or M4A"));
    codec.reset(avcodec_alloc_context3(decoder));
    avcodec_parameters_to_context(codec.get(), stream->codecpar);
    codec->pkt_timebase = stream->time_base;
    if (avcodec_open2(codec.get(), decoder, nullptr) < 0)
        return fail(
            cannotRead(path, "its " + codecName + " sound cannot be decoded: the header is damaged",
                       "copy it from the phone or recorder again"));
    if (codec->sample_rate < lowestRateHz || codec->sample_rate > highestRateHz)
        return fail(cannotRead(path,
                               "its header says " + std::to_string(codec->sample_rate) +
                                   " samples a second, which no recording of breath has",
                               "check the file; 8,000 to 192,000 is usual"));
    const int channels = codec->ch_layout.nb_channels;
    if (channels < 1 || channels > mostChannels)
        return fail(cannotRead(path,
                               "it has " + std::to_string(channels) + " channels; one to " +
                                   std::to_string(mostChannels) + " can be read",
                               "convert it to mono or stereo"));
    if (format->duration > 0)
        damage.headerSeconds = static_cast<double>(format->duration) / AV_TIME_BASE;
    return {};
}

// Gives the decoder the next packet of our stream, or tells it that there are no more.
void Recording::Stream::feedDecoder()
{
    while (av_read_frame(format.get(), packet.get()) >= 0) {
        const bool ours = packet->stream_index == stream->index;
        if (ours && avcodec_send_packet(codec.get(), packet.get()) < 0) ++damage.undecodablePackets;
        av_packet_unref(packet.get());
        if (ours) return;
    }
    inputEnded = true;
    avcodec_send_packet(codec.get(), nullptr);
}

// Decodes one frame into `frame`; false at the end of what can be decoded.
bool Recording::Stream::nextFrame()
{
    for (;;) {
        const int got = avcodec_receive_frame(codec.get(), frame.get());
        if (got == 0 && frame->nb_samples > 0 && frame->sample_rate > 0) return true;
        if (got == AVERROR_EOF || (got < 0 && inputEnded)) return false;
        if (got < 0 && got != AVERROR(EAGAIN)) ++damage.undecodablePackets;
        if (got < 0) feedDecoder();
    }
}

bool Recording::Stream::resamplerFits() const
{
    return resampler && frame->sample_rate == resamplerRateHz;
}

bool Recording::Stream::makeResampler()
{
    AVChannelLayout mono = AV_CHANNEL_LAYOUT_MONO;
    SwrContext* raw = nullptr;
    const int made = swr_alloc_set_opts2(&raw, &mono, AV_SAMPLE_FMT_FLT, outputRateHz, &mono,
                                         AV_SAMPLE_FMT_FLT, frame->sample_rate, 0, nullptr);
    resampler.reset(raw);
    if (made < 0) return false;
    // Half of the usual length: flat to 7.4 kHz at 16 kHz, and half the time (bench/speed).
    av_opt_set_int(raw, "filter_size", 16, 0);
    if (swr_init(raw) < 0) {
        resampler.reset();
        return false;
    }
    resamplerRateHz = frame->sample_rate;
    return true;
}

// What the chosen channel, or the mean of all, counts for each channel of the frame.
std::vector<float> Recording::Stream::channelWeights() const
{
    const int channels = frame->ch_layout.nb_channels;
    if (channel == meanOfChannels)
        return std::vector<float>(static_cast<std::size_t>(channels),
                                  1.0f / static_cast<float>(channels));
    std::vector<float> weights(static_cast<std::size_t>(channels), 0.0f);
    weights[static_cast<std::size_t>(std::min(channel, channels - 1))] = 1;
    return weights;
}

void Recording::Stream::resampleFrame()
{
    mixDown(*frame, channelWeights(), mix, damage);
    resample(mix);
}

// An empty span drains what the resampler still holds.
void Recording::Stream::resample(std::span<const float> sound)
{
    const int in = static_cast<int>(sound.size());
    const int most = swr_get_out_samples(resampler.get(), in);
    const std::size_t before = block.size();
    block.resize(before + static_cast<std::size_t>(std::max(most, 0)));
    auto* out = reinterpret_cast<std::uint8_t*>(block.data() + before);
    const auto* data = reinterpret_cast<const std::uint8_t*>(sound.data());
    const int written =
        swr_convert(resampler.get(), &out, most, sound.empty() ? nullptr : &data, in);
    block.resize(before + static_cast<std::size_t>(std::max(written, 0)));
}

// The next `seconds` of all channels, interleaved, as they are.
std::vector<float> Recording::Stream::stretchOfChannels(double seconds)
{
    std::vector<float> samples;
    const int channels = codec->ch_layout.nb_channels;
    const auto wanted = static_cast<std::size_t>(seconds * codec->sample_rate * channels);
    AVChannelLayout layout{};
    av_channel_layout_default(&layout, channels);
    std::unique_ptr<SwrContext, SwrFreer> convert;
    while (samples.size() < wanted && nextFrame()) {
        if (frame->ch_layout.nb_channels != channels) continue;
        if (!convert) {
            SwrContext* raw = nullptr;
            swr_alloc_set_opts2(&raw, &layout, AV_SAMPLE_FMT_FLT, frame->sample_rate, &layout,
                                static_cast<AVSampleFormat>(frame->format), frame->sample_rate, 0,
                                nullptr);
            convert.reset(raw);
            if (!raw || swr_init(raw) < 0) return {};
        }
        const std::size_t before = samples.size();
        samples.resize(before + static_cast<std::size_t>(frame->nb_samples * channels));
        auto* out = reinterpret_cast<std::uint8_t*>(samples.data() + before);
        swr_convert(convert.get(), &out, frame->nb_samples,
                    const_cast<const std::uint8_t**>(frame->extended_data), frame->nb_samples);
    }
    for (float& sample : samples)
        if (!std::isfinite(sample)) sample = 0;
    return samples;
}

// Twelve stretches of four seconds: enough to meet both breath and quiet in any practice, at the
// price of decoding 48 s twice.
int Recording::Stream::chooseChannel()
{
    constexpr int places = 12;
    constexpr double stretchSeconds = 4;
    const int channels = codec->ch_layout.nb_channels;
    if (channels == 1) return 0;
    ChannelChooser chooser(channels, codec->sample_rate);
    const double duration = damage.headerSeconds;
    for (int i = 0; i < places; ++i) {
        const double at = duration * (i + 0.5) / places;
        if (duration > places * stretchSeconds) {
            const auto stamp = static_cast<std::int64_t>(at * AV_TIME_BASE);
            if (avformat_seek_file(format.get(), -1, std::numeric_limits<std::int64_t>::min(),
                                   stamp, std::numeric_limits<std::int64_t>::max(), 0) < 0 &&
                i > 0)
                break;
            avcodec_flush_buffers(codec.get());
        }
        const auto samples = stretchOfChannels(stretchSeconds);
        if (samples.empty()) break;
        chooser.add(samples);
    }
    return chooser.best();
}

Recording::Recording(std::unique_ptr<Stream> stream) : m_stream(std::move(stream)) {}
Recording::Recording(Recording&&) noexcept = default;
Recording& Recording::operator=(Recording&&) noexcept = default;
Recording::~Recording() = default;

Result<Recording> Recording::open(const fs::path& path, int outputRateHz)
{
    if (auto readable = checkReadableFile(path, ErrorCode::CannotRead); !readable)
        return fail(readable.error());
    std::error_code ec;
    if (fs::file_size(path, ec) == 0)
        return fail(
            cannotRead(path, "the file is empty", "copy it from the phone or recorder again"));

    const auto makeStream = [&]() -> Result<std::unique_ptr<Stream>> {
        auto stream = std::make_unique<Stream>();
        stream->path = path;
        stream->outputRateHz = outputRateHz;
        if (auto opened = stream->openInput(); !opened) return fail(opened.error());
        return stream;
    };
    auto probe = makeStream();
    if (!probe) return fail(probe.error());
    if ((*probe)->codec->ch_layout.nb_channels == 1) {
        (*probe)->channel = 0;
        return Recording(*std::move(probe));
    }
    const int channel = (*probe)->chooseChannel();
    // Not every format can be wound back; a second opening always starts at the start.
    auto stream = makeStream();
    if (!stream) return fail(stream.error());
    (*stream)->channel = channel;
    return Recording(*std::move(stream));
}

int Recording::sampleRateHz() const { return m_stream->codec->sample_rate; }
int Recording::channels() const { return m_stream->codec->ch_layout.nb_channels; }
int Recording::chosenChannel() const { return m_stream->channel; }
const SoundDamage& Recording::damage() const { return m_stream->damage; }

double Recording::seek(double seconds)
{
    Stream& s = *m_stream;
    const auto toStream = [&](double t) {
        return static_cast<std::int64_t>(t / av_q2d(s.stream->time_base));
    };
    const std::int64_t start = s.stream->start_time == AV_NOPTS_VALUE ? 0 : s.stream->start_time;
    const std::int64_t wanted = start + toStream(seconds);
    if (avformat_seek_file(s.format.get(), s.stream->index,
                           std::numeric_limits<std::int64_t>::min(), wanted, wanted, 0) < 0)
        return 0;
    avcodec_flush_buffers(s.codec.get());
    s.inputEnded = s.drained = s.blockIsFromSeek = false;
    s.resampler.reset();
    s.block.clear();
    if (!s.nextFrame()) return seconds;
    const std::int64_t stamp = s.frame->best_effort_timestamp;
    const double at = stamp == AV_NOPTS_VALUE
                          ? seconds
                          : static_cast<double>(stamp - start) * av_q2d(s.stream->time_base);
    if (s.makeResampler()) s.resampleFrame();
    s.blockIsFromSeek = !s.block.empty();
    return at;
}

std::span<const float> Recording::nextBlock()
{
    Stream& s = *m_stream;
    static constexpr std::size_t smallestBlock = 16384;
    if (std::exchange(s.blockIsFromSeek, false)) return s.block;
    s.block.clear();
    while (s.block.size() < smallestBlock && !s.drained) {
        if (s.nextFrame()) {
            s.damage.readSeconds += static_cast<double>(s.frame->nb_samples) / s.frame->sample_rate;
            if (!s.resamplerFits()) {
                if (s.resampler) s.resample({});
                if (!s.makeResampler()) {
                    ++s.damage.undecodablePackets;
                    continue;
                }
            }
            s.resampleFrame();
        } else {
            s.drained = true;
            if (s.resampler) s.resample({});
        }
    }
    return s.block;
}

Result<RecordingInfo> decodeRecording(const fs::path& path,
                                      const std::function<void(std::span<const float>)>& consume,
                                      SoundDamage& damage, const Progress& progress)
{
    auto recording = Recording::open(path);
    if (!recording) return fail(recording.error());
    auto hashing = std::async(std::launch::async, [&path] { return sha256OfFile(path); });
    std::int64_t samples = 0;
    for (auto block = recording->nextBlock(); !block.empty(); block = recording->nextBlock()) {
        if (progress.stopped())
            return fail({ErrorCode::Cancelled, path.string(), "", "reading was stopped", ""});
        consume(block);
        samples += static_cast<std::int64_t>(block.size());
        const SoundDamage& soFar = recording->damage();
        if (soFar.headerSeconds > 0)
            progress.tell(std::min(1.0, soFar.readSeconds / soFar.headerSeconds));
    }
    damage = recording->damage();
    if (samples == 0)
        return fail(cannotRead(path,
                               "the file is cut short or damaged: not one sample could be decoded",
                               "copy it from the phone or recorder again"));
    if (damage.notANumber == damage.samples)
        return fail(
            cannotRead(path, "none of its samples is a number", "export the recording again"));
    auto hash = hashing.get();
    if (!hash) return fail(hash.error());
    return RecordingInfo{path.string(), damage.readSeconds, recording->sampleRateHz(),
                         recording->channels(), *hash};
}

Result<std::vector<float>> readStretch(const fs::path& path, double startSeconds, double endSeconds,
                                       int outputRateHz)
{
    auto recording = Recording::open(path, outputRateHz);
    if (!recording) return fail(recording.error());
    // Lossy codecs need a run-up before a seek's target to be exact again.
    constexpr double runUpSeconds = 0.5;
    const double at =
        startSeconds > runUpSeconds ? recording->seek(startSeconds - runUpSeconds) : 0.0;
    auto skip = static_cast<std::int64_t>((startSeconds - at) * outputRateHz);
    const auto wanted =
        static_cast<std::size_t>(std::max(0.0, endSeconds - startSeconds) * outputRateHz);
    std::vector<float> sound;
    sound.reserve(wanted);
    while (sound.size() < wanted) {
        std::span<const float> block = recording->nextBlock();
        if (block.empty()) break;
        const auto skipped =
            std::clamp<std::int64_t>(skip, 0, static_cast<std::int64_t>(block.size()));
        skip -= skipped;
        block = block.subspan(static_cast<std::size_t>(skipped));
        block = block.first(std::min(block.size(), wanted - sound.size()));
        sound.insert(sound.end(), block.begin(), block.end());
    }
    return sound;
}

} // namespace layakari
