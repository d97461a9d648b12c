// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/bursts.hpp"

#include "core/listen/attack.hpp"
#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t reach = 3; // frames on either side of a rise: 60 ms in all
constexpr std::size_t alone = 8; // frames within which only the steepest rise counts
constexpr float leastBurstDb = 5;
constexpr float leastLevelDb = 5;      // noise alone stays under 3 dB when smoothed by three frames
constexpr std::size_t peakWithin = 15; // frames
constexpr float burstFallDb = 12;
constexpr float goneDb = 20;
constexpr std::size_t longest = 300; // frames
constexpr std::size_t shapeFrames = 10;
constexpr std::size_t fallFrames = 10; // a tenth of a second

// How long the sound stays within a few dB of its peak, in seconds. Not smoothed: it is to tell a
// clap, whatever the room makes of it afterwards.
float timeAtFull(const std::vector<float>& riseDb, std::size_t from, std::size_t to)
{
    constexpr float fullDb = 6;
    const auto begin = riseDb.begin() + static_cast<std::ptrdiff_t>(from);
    const auto end = riseDb.begin() + static_cast<std::ptrdiff_t>(to) + 1;
    const auto peak = static_cast<std::size_t>(std::max_element(begin, end) - riseDb.begin());
    std::size_t first = peak;
    std::size_t last = peak;
    while (first > 0 && peak - first < longest && riseDb[first - 1] > riseDb[peak] - fullDb)
        --first;
    while (last + 1 < riseDb.size() && last - peak < longest &&
           riseDb[last + 1] > riseDb[peak] - fullDb)
        ++last;
    return static_cast<float>(last + 1 - first) * static_cast<float>(FeatureTrack::hopSeconds);
}

// Where the amplitude rises most steeply, between frames by a parabola. In decibels the steepest
// place would be where the sound leaves the room's level, before anybody hears it.
double steepestRise(const std::vector<float>& riseDb, std::size_t from, std::size_t to)
{
    const auto amplitude = [&](std::size_t i) {
        return std::sqrt(std::max(0.0, std::pow(10.0, riseDb[i] / 10) - 1));
    };
    const auto slope = [&](std::size_t i) { return amplitude(i + 1) - amplitude(i - 1); };
    from = std::max<std::size_t>(from, 2);
    to = std::min(to, riseDb.size() - 3);
    std::size_t best = from;
    for (std::size_t i = from; i <= to; ++i)
        if (slope(i) > slope(best)) best = i;
    const double before = slope(best - 1);
    const double after = slope(best + 1);
    const double bend = before - 2 * slope(best) + after;
    const double offset = bend < 0 ? std::clamp(0.5 * (before - after) / bend, -0.5, 0.5) : 0;
    return FeatureTrack::timeOf(best) + offset * FeatureTrack::hopSeconds;
}

Burst burstAt(const FeatureTrack& track, const NoiseFloor& floor, const std::vector<float>& riseDb,
              const std::vector<float>& even, std::size_t frame)
{
    Burst burst;
    const std::size_t end = std::min(even.size() - 1, frame + peakWithin);
    const auto peak = static_cast<std::size_t>(
        std::max_element(even.begin() + static_cast<std::ptrdiff_t>(frame),
                         even.begin() + static_cast<std::ptrdiff_t>(end) + 1) -
        even.begin());
    burst.levelDb = even[peak];
    burst.riseDb = even[frame + reach] - even[frame - reach];
    const float least = burst.levelDb - burstFallDb;
    std::size_t first = peak;
    std::size_t last = peak;
    while (first > 0 && peak - first < longest && even[first - 1] > least) --first;
    while (last + 1 < even.size() && last - peak < longest && even[last + 1] > least) ++last;
    burst.seconds =
        static_cast<float>(last + 1 - first) * static_cast<float>(FeatureTrack::hopSeconds);
    const float gone = std::max(burst.levelDb - goneDb, leastLevelDb);
    std::size_t left = peak;
    while (left + 1 < even.size() && left - peak < longest && even[left + 1] > gone) ++left;
    burst.soundsS =
        static_cast<float>(left + 1 - frame) * static_cast<float>(FeatureTrack::hopSeconds);
    float deepest = burst.levelDb;
    for (std::size_t i = peak; i < std::min(even.size(), frame + fallFrames * burst.fallsDb.size());
         ++i) {
        deepest = std::min(deepest, even[i]);
        for (std::size_t k = (i - frame) / fallFrames; k < burst.fallsDb.size(); ++k)
            burst.fallsDb[k] = burst.levelDb - deepest;
    }
    burst.timeS = steepestRise(riseDb, frame - reach, peak);
    burst.fullS = timeAtFull(riseDb, frame - reach, std::min(riseDb.size() - 1, frame + alone));
    const std::size_t end10 = std::min(track.frames(), frame + shapeFrames);
    for (std::size_t i = frame; i < end10; ++i) {
        const auto share = 1 / static_cast<float>(end10 - frame);
        burst.voiced += share * track.voicing(i).strength;
        for (std::size_t b = 0; b < bandCount; ++b)
            burst.shape[b] += share * std::max(0.0f, track.levels(i)[b] - floor.at(i)[b]);
    }
    return burst;
}

} // namespace

float Burst::unlike(const Burst& other) const
{
    float mean = 0;
    for (std::size_t b = 0; b < bandCount; ++b)
        mean += (shape[b] - other.shape[b]) / static_cast<float>(bandCount);
    float squares = 0;
    for (std::size_t b = 0; b < bandCount; ++b)
        squares += std::pow(shape[b] - other.shape[b] - mean, 2.0f) / static_cast<float>(bandCount);
    return std::sqrt(squares);
}

std::vector<Burst> findBursts(const FeatureTrack& track, const NoiseFloor& floor,
                              const VoiceBand& sound)
{
    if (track.frames() < 2 * (reach + 2)) return {};
    const std::vector<float> riseDb = powerOverFloor(track, floor, BandWeights::equal());
    const std::vector<float> even = smoothed(riseDb, 3);
    std::vector<float> steepness(even.size(), 0.0f);
    for (std::size_t i = reach; i + reach < even.size(); ++i)
        steepness[i] = even[i + reach] - std::max(0.0f, even[i - reach]);
    std::vector<Burst> bursts;
    for (std::size_t i = reach; i + reach < even.size(); ++i) {
        if (steepness[i] < leastBurstDb) continue;
        const auto first =
            steepness.begin() + static_cast<std::ptrdiff_t>(i > alone ? i - alone : 0);
        const auto last = steepness.begin() +
                          static_cast<std::ptrdiff_t>(std::min(steepness.size(), i + alone + 1));
        if (std::max_element(first, last) != steepness.begin() + static_cast<std::ptrdiff_t>(i))
            continue;
        Burst burst = burstAt(track, floor, riseDb, even, i);
        if (burst.levelDb < leastLevelDb) continue;
        // Where it takes longer, something else was measured.
        const auto attackS = attackOf(sound, burst.timeS);
        if (attackS && *attackS < burst.seconds / 2) burst.attackS = attackS;
        bursts.push_back(burst);
    }
    return bursts;
}

} // namespace layakari
