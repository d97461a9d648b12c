// SPDX-License-Identifier: GPL-3.0-or-later
#include "decode/sound_decoder.hpp"

#include "core/audio/channel_choice.hpp"
#include "core/audio/sound_limits.hpp"
#include "decode/container.hpp"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <sys/stat.h>
#include <utility>
#include <vector>

extern "C" {
#include <libavcodec/avcodec.h>
#include <libavformat/avformat.h>
#include <libavutil/channel_layout.h>
#include <libavutil/opt.h>
#include <libavutil/parseutils.h>
#include <libswresample/swresample.h>
}

namespace layakari {

namespace {

constexpr double longestSeconds = soundLimits::hours * 3600;

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

auto refuse(std::string cause, std::string tryThis)
{
    return fail({ErrorCode::CannotRead, "", "", std::move(cause), std::move(tryThis)});
}

// Too long, or long without anything in it.
Result<void> checkLength(double seconds, std::int64_t fileBytes)
{
    if (seconds > longestSeconds)
        return refuse(
            fmt::format("it is longer than the {:.0f} hours that can be read", soundLimits::hours),
            "cut out the part with the practice");
    if (seconds > 3600 && static_cast<double>(fileBytes) < soundLimits::bytesPerSecond * seconds)
        return refuse(fmt::format("it says that it is {:.1f} hours long, but holds hardly anything",
                                  seconds / 3600),
                      "copy it from the phone or recorder again");
    return {};
}

// Gives each sample of one channel to `take`, as it is but scaled to full scale 1. False for a
// sample format that no decoder of sound is known to give.
template <class Take>
bool forEachSample(const AVFrame& frame, int channel, Take&& take)
{
    const auto sampleFormat = static_cast<AVSampleFormat>(frame.format);
    const bool planar = av_sample_fmt_is_planar(sampleFormat) != 0;
    const std::ptrdiff_t stride = planar ? 1 : frame.ch_layout.nb_channels;
    const auto each = [&]<class T>(T, float scale, float offset) {
        const T* data = reinterpret_cast<const T*>(frame.extended_data[planar ? channel : 0]) +
                        (planar ? 0 : channel);
        for (int i = 0; i < frame.nb_samples; ++i)
            take(static_cast<std::size_t>(i),
                 static_cast<float>(data[i * stride]) * scale + offset);
    };
    switch (av_get_packed_sample_fmt(sampleFormat)) {
    case AV_SAMPLE_FMT_U8: each(std::uint8_t{}, 1.0f / 128, -1.0f); return true;
    case AV_SAMPLE_FMT_S16: each(std::int16_t{}, 1.0f / 32768, 0); return true;
    case AV_SAMPLE_FMT_S32: each(std::int32_t{}, 1.0f / 2147483648.0f, 0); return true;
    case AV_SAMPLE_FMT_S64: each(std::int64_t{}, 1.0f / 9223372036854775808.0f, 0); return true;
    case AV_SAMPLE_FMT_FLT: each(float{}, 1, 0); return true;
    case AV_SAMPLE_FMT_DBL: each(double{}, 1, 0); return true;
    default: return false;
    }
}

// Adds one channel of a frame to `mix` with a weight, and counts what is wrong with it.
void mixChannel(const AVFrame& frame, int channel, float weight, std::vector<float>& mix,
                SoundDamage& damage)
{
    // Counted in ints, which a frame cannot overflow, so that the loop becomes vector code.
    int clipped = 0;
    int notANumber = 0;
    forEachSample(frame, channel, [&](std::size_t i, float value) {
        const bool sounds = isSound(value);
        notANumber += !sounds;
        value = sounds ? value : 0;
        clipped += std::fabs(value) >= SoundDamage::clippedLevel;
        mix[i] += weight * value;
    });
    damage.clippedSamples += clipped;
    damage.notANumber += notANumber;
}

std::int64_t creationTimeIn(const AVDictionary* tags)
{
    const AVDictionaryEntry* entry = av_dict_get(tags, "creation_time", nullptr, 0);
    std::int64_t microseconds = 0;
    return entry && av_parse_time(&microseconds, entry->value, 0) >= 0 ? microseconds : 0;
}

} // namespace

struct SoundDecoder::Stream {
    Order order;
    Container container;
    std::unique_ptr<AVCodecContext, CodecFreer> codec;
    std::unique_ptr<SwrContext, SwrFreer> resampler;
    std::unique_ptr<AVPacket, PacketFreer> packet{av_packet_alloc()};
    std::unique_ptr<AVFrame, FrameFreer> frame{av_frame_alloc()};
    AVStream* stream = nullptr;
    int channel = 0;
    int resamplerRateHz = 0;
    bool inputEnded = false;
    bool drained = false;
    bool frameIsFromSeek = false; // seek() has decoded the first frame already
    double startsAtS = 0;
    SoundDamage damage;
    std::int64_t fileBytes = 0;
    std::vector<float> mix; // one frame, its channels in one
    std::vector<float> block;

    int channels() const { return codec->ch_layout.nb_channels; }
    AVFormatContext* file() const { return container.get(); }

    Result<void> openInput();
    Result<void> openCodec();
    Result<void> findLength();
    bool lengthIsGuessed() const;
    double countSeconds();
    void feedDecoder();
    bool nextFrame();
    bool frameIsSound() const;
    bool makeResampler();
    std::vector<float> channelWeights() const;
    void mixFrame();
    void resample(std::span<const float> sound);
    int chooseChannel();
    std::vector<float> stretchOfChannels(double seconds);
    void seek(double seconds);
};

Result<void> SoundDecoder::Stream::openInput()
{
    auto opened = Container::open(order.descriptor, order.ending);
    if (!opened) return fail(opened.error());
    container = *std::move(opened);
    const int index = av_find_best_stream(file(), AVMEDIA_TYPE_AUDIO, -1, -1, nullptr, 0);
    if (index < 0)
        return refuse("there is no sound in this file", "choose a recording with sound in it");
    stream = file()->streams[index];
    for (unsigned i = 0; i < file()->nb_streams; ++i)
        if (static_cast<int>(i) != index) file()->streams[i]->discard = AVDISCARD_ALL;
    if (auto ready = openCodec(); !ready) return ready;
    return findLength();
}

Result<void> SoundDecoder::Stream::openCodec()
{
    const AVCodec* decoder = avcodec_find_decoder(stream->codecpar->codec_id);
    const std::string name = avcodec_get_name(stream->codecpar->codec_id);
    if (!decoder)
        return refuse("its sound is coded as " + name + ", which cannot be decoded here",
                      "convert it to FLAC or M4A");
    codec.reset(avcodec_alloc_context3(decoder));
    codec->pkt_timebase = stream->time_base;
    if (avcodec_parameters_to_context(codec.get(), stream->codecpar) < 0 ||
        avcodec_open2(codec.get(), decoder, nullptr) < 0)
        return refuse("its " + name + " sound cannot be decoded: the header is damaged",
                      "copy it from the phone or recorder again");
    if (codec->sample_rate < soundLimits::lowestRateHz ||
        codec->sample_rate > soundLimits::highestRateHz)
        return refuse("its header says " + std::to_string(codec->sample_rate) +
                          " samples a second, which no recording of breath has",
                      "check the file; 8,000 to 192,000 is usual");
    if (channels() < 1 || channels() > soundLimits::channels)
        return refuse("it has " + std::to_string(channels()) + " channels; one to " +
                          std::to_string(soundLimits::channels) + " can be read",
                      "convert it to mono or stereo");
    return {};
}

// A header can say anything of the length. Where a second takes a known number of bytes, the file's
// size bounds it; elsewhere it is believed.
Result<void> SoundDecoder::Stream::findLength()
{
    if (file()->duration <= 0) return {};
    damage.headerSeconds = static_cast<double>(file()->duration) / AV_TIME_BASE;
    double seconds = damage.headerSeconds;
    if (const int bits = av_get_exact_bits_per_sample(codec->codec_id); bits > 0)
        seconds =
            std::min(seconds, 8.0 * static_cast<double>(fileBytes) /
                                  (static_cast<double>(bits) * codec->sample_rate * channels()));
    return lengthIsGuessed() ? Result<void>() : checkLength(seconds, fileBytes);
}

bool SoundDecoder::Stream::lengthIsGuessed() const
{
    return file()->duration <= 0 ||
           file()->duration_estimation_method == AVFMT_DURATION_FROM_BITRATE;
}

// By the lengths that its packets have, which are looked at and not decoded: a day of silence in a
// few kilobytes is refused before it becomes gigabytes. Nothing else can be read from this
// afterwards.
double SoundDecoder::Stream::countSeconds()
{
    double seconds = 0;
    while (seconds <= longestSeconds && av_read_frame(file(), packet.get()) >= 0) {
        if (packet->stream_index == stream->index && packet->duration > 0)
            seconds += static_cast<double>(packet->duration) * av_q2d(stream->time_base);
        av_packet_unref(packet.get());
    }
    return seconds;
}

// Gives the decoder the next packet of our stream, or tells it that there are no more.
void SoundDecoder::Stream::feedDecoder()
{
    while (av_read_frame(file(), packet.get()) >= 0) {
        const bool ours = packet->stream_index == stream->index;
        if (ours && avcodec_send_packet(codec.get(), packet.get()) < 0) ++damage.undecodablePackets;
        av_packet_unref(packet.get());
        if (ours) return;
    }
    inputEnded = true;
    avcodec_send_packet(codec.get(), nullptr);
}

// A frame may have another rate, format or number of channels than the header says.
bool SoundDecoder::Stream::frameIsSound() const
{
    return frame->sample_rate >= soundLimits::lowestRateHz &&
           frame->sample_rate <= soundLimits::highestRateHz && frame->ch_layout.nb_channels >= 1 &&
           frame->ch_layout.nb_channels <= soundLimits::channels;
}

// Decodes one frame into `frame`; false at the end of what can be decoded.
bool SoundDecoder::Stream::nextFrame()
{
    if (std::exchange(frameIsFromSeek, false)) return true;
    for (;;) {
        const int got = avcodec_receive_frame(codec.get(), frame.get());
        if (got == 0 && frame->nb_samples > 0 && frameIsSound()) return true;
        if (got == AVERROR_EOF || (got < 0 && inputEnded)) return false;
        if ((got == 0 && frame->nb_samples > 0) || (got < 0 && got != AVERROR(EAGAIN)))
            ++damage.undecodablePackets;
        if (got < 0) feedDecoder();
    }
}

bool SoundDecoder::Stream::makeResampler()
{
    AVChannelLayout mono = AV_CHANNEL_LAYOUT_MONO;
    SwrContext* raw = nullptr;
    const int made = swr_alloc_set_opts2(&raw, &mono, AV_SAMPLE_FMT_FLT, order.outputRateHz, &mono,
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
std::vector<float> SoundDecoder::Stream::channelWeights() const
{
    const int count = frame->ch_layout.nb_channels;
    if (channel == meanOfChannels)
        return std::vector<float>(static_cast<std::size_t>(count),
                                  1.0f / static_cast<float>(count));
    std::vector<float> weights(static_cast<std::size_t>(count), 0.0f);
    weights[static_cast<std::size_t>(std::min(channel, count - 1))] = 1;
    return weights;
}

// All channels of a frame in one. Every channel is looked at, also those that do not count.
void SoundDecoder::Stream::mixFrame()
{
    const std::vector<float> weights = channelWeights();
    mix.assign(static_cast<std::size_t>(frame->nb_samples), 0.0f);
    damage.samples += static_cast<std::int64_t>(frame->nb_samples) * frame->ch_layout.nb_channels;
    for (std::size_t c = 0; c < weights.size(); ++c)
        mixChannel(*frame, static_cast<int>(c), weights[c], mix, damage);
}

// An empty span drains what the resampler still holds.
void SoundDecoder::Stream::resample(std::span<const float> sound)
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

// The next `seconds` of all channels, interleaved, without what is no sound in them.
std::vector<float> SoundDecoder::Stream::stretchOfChannels(double seconds)
{
    const auto count = static_cast<std::size_t>(channels());
    const auto wanted = static_cast<std::size_t>(seconds * codec->sample_rate) * count;
    std::vector<float> samples;
    while (samples.size() < wanted && nextFrame()) {
        if (static_cast<std::size_t>(frame->ch_layout.nb_channels) != count) continue;
        const std::size_t before = samples.size();
        samples.resize(before + static_cast<std::size_t>(frame->nb_samples) * count);
        for (std::size_t c = 0; c < count; ++c)
            forEachSample(*frame, static_cast<int>(c), [&](std::size_t i, float value) {
                samples[before + i * count + c] = isSound(value) ? value : 0;
            });
    }
    return samples;
}

// Twelve places of four seconds: enough to meet both breath and quiet in any practice, at the
// price of decoding 48 s twice.
int SoundDecoder::Stream::chooseChannel()
{
    constexpr int places = 12;
    constexpr double stretchSeconds = 4;
    ChannelChooser chooser(channels(), codec->sample_rate);
    const double duration = damage.headerSeconds;
    for (int i = 0; i < places; ++i) {
        const double at = duration * (i + 0.5) / places;
        if (duration > places * stretchSeconds) {
            const auto stamp = static_cast<std::int64_t>(at * AV_TIME_BASE);
            if (avformat_seek_file(file(), -1, std::numeric_limits<std::int64_t>::min(), stamp,
                                   std::numeric_limits<std::int64_t>::max(), 0) < 0 &&
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

void SoundDecoder::Stream::seek(double seconds)
{
    const std::int64_t start = stream->start_time == AV_NOPTS_VALUE ? 0 : stream->start_time;
    const auto wanted = start + static_cast<std::int64_t>(seconds / av_q2d(stream->time_base));
    if (avformat_seek_file(file(), stream->index, std::numeric_limits<std::int64_t>::min(), wanted,
                           wanted, 0) < 0)
        return;
    avcodec_flush_buffers(codec.get());
    startsAtS = seconds;
    if (!nextFrame()) return;
    frameIsFromSeek = true;
    const std::int64_t stamp = frame->best_effort_timestamp;
    if (stamp != AV_NOPTS_VALUE)
        startsAtS = static_cast<double>(stamp - start) * av_q2d(stream->time_base);
}

SoundDecoder::SoundDecoder(std::unique_ptr<Stream> stream) : m_stream(std::move(stream)) {}
SoundDecoder::SoundDecoder(SoundDecoder&&) noexcept = default;
SoundDecoder& SoundDecoder::operator=(SoundDecoder&&) noexcept = default;
SoundDecoder::~SoundDecoder() = default;

Result<SoundDecoder> SoundDecoder::open(const Order& order)
{
    struct stat status {};
    if (::fstat(order.descriptor, &status) == 0 && status.st_size == 0)
        return refuse("the file is empty", "copy it from the phone or recorder again");
    const auto makeStream = [&]() -> Result<std::unique_ptr<Stream>> {
        auto stream = std::make_unique<Stream>();
        stream->order = order;
        stream->fileBytes = status.st_size;
        if (auto opened = stream->openInput(); !opened) return fail(opened.error());
        return stream;
    };
    auto stream = makeStream();
    if (!stream) return fail(stream.error());
    if ((*stream)->lengthIsGuessed()) {
        if (auto checked = checkLength((*stream)->countSeconds(), status.st_size); !checked)
            return fail(checked.error());
        stream = makeStream();
        if (!stream) return fail(stream.error());
    }
    if ((*stream)->channels() > 1) {
        const int channel = (*stream)->chooseChannel();
        // Not every format can be wound back; a second opening always starts at the start.
        stream = makeStream();
        if (!stream) return fail(stream.error());
        (*stream)->channel = channel;
    }
    if (order.fromSeconds > 0) (*stream)->seek(order.fromSeconds);
    return SoundDecoder(*std::move(stream));
}

decoder::Format SoundDecoder::format() const
{
    const Stream& s = *m_stream;
    std::int64_t created = creationTimeIn(s.file()->metadata);
    for (unsigned i = 0; created == 0 && i < s.file()->nb_streams; ++i)
        created = creationTimeIn(s.file()->streams[i]->metadata);
    return {s.codec->sample_rate,   s.channels(), s.channel,
            s.damage.headerSeconds, s.startsAtS,  created};
}

const SoundDamage& SoundDecoder::damage() const { return m_stream->damage; }

Result<std::span<const float>> SoundDecoder::nextBlock()
{
    Stream& s = *m_stream;
    static constexpr std::size_t smallestBlock = 16384;
    s.block.clear();
    while (s.block.size() < smallestBlock && !s.drained) {
        if (!s.nextFrame()) {
            s.drained = true;
            if (s.resampler) s.resample({});
            break;
        }
        s.damage.readSeconds += static_cast<double>(s.frame->nb_samples) / s.frame->sample_rate;
        if (auto checked = checkLength(s.damage.readSeconds, s.fileBytes); !checked)
            return fail(checked.error());
        s.mixFrame();
        if (s.frame->sample_rate != s.resamplerRateHz) {
            if (s.resampler) s.resample({});
            if (!s.makeResampler()) return refuse("its rate cannot be converted", "convert it");
        }
        s.resample(s.mix);
    }
    return std::span<const float>(s.block);
}

} // namespace layakari
