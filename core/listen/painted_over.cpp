// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/painted_over.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr std::size_t paint = 10; // frames on either side, with which it is painted

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
            clean.append(track.levels(i));
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
            levels[b] = std::max(silenceDb, before[b] + share * (after[b] - before[b]) + flicker);
        }
        clean.append(levels);
    }
    return clean;
}

} // namespace layakari
