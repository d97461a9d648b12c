// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/painted_over.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr std::size_t paint = 10; // frames on either side, with which it is painted

// What is laid over a sound adds to it: a band that is no louder than its surroundings by this, as
// a mean of a few frames, is left as it is. A dip where the breath turns shows there.
constexpr float addedDb = 2;
constexpr std::size_t about = 2; // frames on either side

float levelAbout(const FeatureTrack& track, const FrameRange& range, std::size_t frame,
                 std::size_t band)
{
    const std::size_t first = std::max(range.begin, frame - std::min(frame, about));
    const std::size_t last = std::min(range.end, frame + about + 1);
    float mean = 0;
    for (std::size_t i = first; i < last; ++i)
        mean += track.levels(i)[band] / static_cast<float>(last - first);
    return mean;
}

} // namespace

Bands meanLevels(const FeatureTrack& track, std::size_t begin, std::size_t end)
{
    Bands mean{};
    for (std::size_t i = begin; i < end; ++i)
        for (std::size_t b = 0; b < bandCount; ++b)
            mean[b] += track.levels(i)[b] / static_cast<float>(end - begin);
    return mean;
}

FeatureTrack paintedOver(const FeatureTrack& track, const std::vector<FrameRange>& ranges)
{
    FeatureTrack clean;
    std::size_t next = 0;
    Bands before{};
    Bands after{};
    for (std::size_t i = 0; i < track.frames(); ++i) {
        while (next < ranges.size() && i >= ranges[next].end) ++next;
        if (next == ranges.size() || i < ranges[next].begin) {
            clean.append(track.levels(i), track.voicing(i));
            continue;
        }
        const FrameRange& range = ranges[next];
        if (i == range.begin) {
            const std::size_t first = range.begin > paint ? range.begin - paint : 0;
            const std::size_t last = std::min(track.frames(), range.end + paint);
            const bool hasBefore = range.begin > 0;
            const bool hasAfter = range.end < track.frames();
            before = after = track.levels(range.begin);
            if (hasBefore) before = meanLevels(track, first, range.begin);
            if (hasAfter) after = meanLevels(track, range.end, last);
            if (!hasBefore) before = after;
            if (!hasAfter) after = before;
        }
        const float share = static_cast<float>(i - range.begin) / static_cast<float>(range.size());
        // The flicker of the sound itself stays, so that the patch is no smoother than its room.
        const std::size_t source =
            range.begin >= paint ? range.begin - 1 - (i - range.begin) % paint : i;
        Bands levels;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const float flicker = source == i ? 0.0f : track.levels(source)[b] - before[b];
            const float trend = before[b] + share * (after[b] - before[b]);
            levels[b] = levelAbout(track, range, i, b) < trend + addedDb
                            ? track.levels(i)[b]
                            : std::max(silenceDb, trend + flicker);
        }
        clean.append(levels);
    }
    return clean;
}

} // namespace layakari
