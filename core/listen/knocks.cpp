// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/knocks.hpp"

#include "core/listen/bursts.hpp"
#include "core/listen/rise.hpp"
#include "core/listen/struck.hpp"

#include <algorithm>

namespace layakari {

namespace {

// Limits by 192 recordings of breath beside claps, ticks, clatter and thumps
// (`bench-listening --only beside --seeds 6`): somewhat less or more of each changed little.
constexpr float leastRiseDb = 6;
constexpr float settledDb = 1.5f; // over what comes then
constexpr std::size_t rising = 3; // frames before the steepest place
constexpr std::size_t peaking = 8;
constexpr std::size_t longestKnock = 50; // in a room that carries
constexpr std::size_t follows = 10;      // frames that tell what else sounds there
constexpr std::size_t lastOfIt = 2;
constexpr std::size_t around = 50; // frames on either side, a fifth of them louder than:
constexpr double loudAround = 0.8;
constexpr float outstandingDb = 5; // over that
constexpr double mostKnocking = 0.5;

float meanRise(const std::vector<float>& levels, std::size_t begin, std::size_t end)
{
    float mean = 0;
    for (std::size_t i = begin; i < end; ++i) mean += levels[i] / static_cast<float>(end - begin);
    return mean;
}

bool isKnock(const Burst& burst)
{
    return burst.riseDb >= leastRiseDb &&
           (burst.fullS <= mostFullS || burst.seconds <= static_cast<float>(knockSeconds));
}

// Some breath is made of peaks as short as a knock, but each is like the others around it.
bool standsOut(const std::vector<float>& riseDb, std::size_t at, float levelDb)
{
    const std::size_t first = at > around ? at - around : 0;
    const std::size_t last = std::min(riseDb.size(), at + around);
    return levelDb >= outstandingDb + quantile({riseDb.begin() + static_cast<std::ptrdiff_t>(first),
                                                riseDb.begin() + static_cast<std::ptrdiff_t>(last)},
                                               loudAround);
}

FrameRange knockAt(const std::vector<float>& riseDb, std::size_t at)
{
    const std::size_t frames = riseDb.size();
    const auto first = riseDb.begin() + static_cast<std::ptrdiff_t>(at);
    const auto last = riseDb.begin() + static_cast<std::ptrdiff_t>(std::min(frames, at + peaking));
    const auto peak = static_cast<std::size_t>(std::max_element(first, last) - riseDb.begin());
    std::size_t end = peak + 1;
    while (end + rising + follows <= frames && end - peak < longestKnock &&
           riseDb[end] > meanRise(riseDb, end + rising, end + rising + follows) + settledDb)
        ++end;
    return {at > rising ? at - rising : 0, std::min(frames, end + lastOfIt)};
}

} // namespace

std::vector<FrameRange> findKnocks(const FeatureTrack& track, const NoiseFloor& floor,
                                   const std::vector<FrameRange>& runs)
{
    const std::vector<float> riseDb =
        smoothed(powerOverFloor(track, floor, BandWeights::equal()), 3);
    std::vector<FrameRange> knocks;
    for (const Burst& burst : findBursts(track, floor, {})) {
        if (!isKnock(burst)) continue;
        const std::size_t at = track.frameAt(burst.timeS);
        if (!standsOut(riseDb, at, burst.levelDb)) continue;
        if (std::any_of(runs.begin(), runs.end(),
                        [&](const FrameRange& r) { return at >= r.begin && at < r.end; }))
            continue;
        const FrameRange knock = knockAt(riseDb, at);
        if (!knocks.empty() && knock.begin < knocks.back().end + rising)
            knocks.back().end = std::max(knocks.back().end, knock.end);
        else
            knocks.push_back(knock);
    }
    std::size_t knocking = 0;
    for (const FrameRange& knock : knocks) knocking += knock.size();
    if (static_cast<double>(knocking) > mostKnocking * static_cast<double>(riseDb.size()))
        return {};
    return knocks;
}

} // namespace layakari
