// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/lost_sound.hpp"

#include <algorithm>
#include <set>

namespace layakari {

namespace {

constexpr auto shortest = static_cast<std::size_t>(0.2 / FeatureTrack::hopSeconds);
constexpr auto block = static_cast<std::size_t>(10 / FeatureTrack::hopSeconds);
// A window that straddles the edge hears half of each side.
constexpr std::size_t edge = 2;

bool isNothing(const Bands& levels)
{
    // What codecs make of nothing, and the dither of 16 bits (-93 dB in all), with some room.
    constexpr float ditherDb = 8;
    return std::all_of(levels.begin(), levels.end(),
                       [](float level) { return level <= silenceDb + ditherDb; });
}

bool lieAllOver(const std::vector<FrameRange>& ranges, std::size_t frames)
{
    std::set<std::size_t> blocks;
    for (const FrameRange& range : ranges)
        for (std::size_t b = range.begin / block; b <= (range.end - 1) / block; ++b)
            blocks.insert(b);
    return 2 * blocks.size() > (frames + block - 1) / block;
}

std::vector<FrameRange> merged(std::vector<FrameRange> ranges, std::size_t gap)
{
    std::sort(ranges.begin(), ranges.end(),
              [](const FrameRange& a, const FrameRange& b) { return a.begin < b.begin; });
    std::vector<FrameRange> whole;
    for (const FrameRange& range : ranges)
        if (!whole.empty() && range.begin <= whole.back().end + gap)
            whole.back().end = std::max(whole.back().end, range.end);
        else
            whole.push_back(range);
    return whole;
}

} // namespace

std::vector<FrameRange> withVoicesBeside(const std::vector<FrameRange>& lost,
                                         const std::vector<FrameRange>& voices, std::size_t frames)
{
    constexpr auto beside = static_cast<std::size_t>(0.25 / FeatureTrack::hopSeconds);
    constexpr auto between = static_cast<std::size_t>(0.5 / FeatureTrack::hopSeconds);
    std::vector<FrameRange> ranges = lost;
    for (const FrameRange& voice : voices)
        if (std::any_of(lost.begin(), lost.end(), [&](const FrameRange& l) {
                return voice.begin <= l.end + beside && l.begin <= voice.end + beside;
            }))
            ranges.push_back(voice);
    ranges = merged(std::move(ranges), between);
    for (FrameRange& range : ranges) {
        if (range.begin <= between) range.begin = 0;
        if (range.end + between >= frames) range.end = frames;
    }
    return ranges;
}

std::vector<FrameRange> lostStretches(const FeatureTrack& track)
{
    std::vector<FrameRange> ranges;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        if (!isNothing(track.levels(i))) continue;
        std::size_t end = i;
        while (end < track.frames() && isNothing(track.levels(end))) ++end;
        if (end - i >= shortest) {
            const std::size_t begin = i > edge ? i - edge : 0;
            const std::size_t last = std::min(track.frames(), end + edge);
            if (!ranges.empty() && ranges.back().end >= begin)
                ranges.back().end = last;
            else
                ranges.push_back({begin, last});
        }
        i = end;
    }
    return lieAllOver(ranges, track.frames()) ? std::vector<FrameRange>{} : ranges;
}

} // namespace layakari
