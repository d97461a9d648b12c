// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/changes.hpp"

#include <algorithm>
#include <cmath>
#include <vector>

namespace layakari {

namespace {

// 0.12 s: half of the shortest phase that is told from a turn.
const std::size_t half = static_cast<std::size_t>(0.12 / FeatureTrack::hopSeconds);

// The root mean square over the bands of how far the levels before and after a frame differ, in dB.
float changeAt(const FeatureTrack& track, std::size_t frame)
{
    double sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        double difference = 0;
        for (std::size_t k = 1; k <= half; ++k)
            difference += track.levels(frame + k - 1)[b] - track.levels(frame - k)[b];
        sum += difference * difference / static_cast<double>(half * half);
    }
    return static_cast<float>(std::sqrt(sum / static_cast<double>(bandCount)));
}

// Over the whole recording, by a thousand places of it.
float usualChange(const FeatureTrack& track)
{
    const std::size_t step = std::max<std::size_t>(1, track.frames() / 1000);
    std::vector<float> changes;
    for (std::size_t i = half; i + half < track.frames(); i += step)
        changes.push_back(changeAt(track, i));
    if (changes.empty()) return 0;
    const auto middle = changes.begin() + static_cast<std::ptrdiff_t>(changes.size() / 2);
    std::nth_element(changes.begin(), middle, changes.end());
    return *middle;
}

} // namespace

std::optional<double> nextChange(const FeatureTrack& track, double fromS, Towards towards)
{
    constexpr double leastAwayS = 0.03;
    constexpr float overUsual = 3;
    constexpr float leastDb = 2; // a room that is silent altogether wavers by next to nothing
    if (track.frames() < 2 * half + 2) return std::nullopt;
    const float least = std::max(leastDb, overUsual * usualChange(track));
    const std::ptrdiff_t step = towards == Towards::Later ? 1 : -1;
    const auto isLocalPeak = [&](std::size_t i) {
        const float here = changeAt(track, i);
        if (here < least) return false;
        for (std::size_t k = 1; k <= half; ++k) {
            if (i >= half + k && changeAt(track, i - k) > here) return false;
            if (i + half + k < track.frames() && changeAt(track, i + k) > here) return false;
        }
        return true;
    };
    auto i = static_cast<std::ptrdiff_t>(track.frameAt(fromS));
    for (; i >= static_cast<std::ptrdiff_t>(half) &&
           i + static_cast<std::ptrdiff_t>(half) < static_cast<std::ptrdiff_t>(track.frames());
         i += step) {
        const double at = FeatureTrack::timeOf(static_cast<std::size_t>(i));
        if ((at - fromS) * static_cast<double>(step) >= leastAwayS &&
            isLocalPeak(static_cast<std::size_t>(i)))
            return at;
    }
    return std::nullopt;
}

} // namespace layakari
