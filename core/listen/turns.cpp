// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/turns.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t smoothFrames = 5;
// A dip must fall this share of the lower side's height over the room, and this much at the least.
// Flutter and gusts of one breath dip by 3 dB (one standard deviation of 0.3 nepers) and rarely
// by 6.
constexpr float depthShare = 0.3f;
constexpr float leastDepthDb = 4.5f;
constexpr double sideSeconds = 0.5;
constexpr double valleySeconds = 0.06;

struct Dip {
    std::size_t frame = 0;
    float leftPeakDb = 0;
    float rightPeakDb = 0;
    float bottomDb = 0;

    float depthDb() const { return std::min(leftPeakDb, rightPeakDb) - bottomDb; }
};

// Alternating peaks and dips, the shallowest taken out until none is below `leastDb`
// (topological persistence in one dimension).
std::vector<Dip> dipsDeeperThan(const std::vector<float>& level, FrameRange range, float leastDb)
{
    std::vector<Dip> dips;
    float peak = level[range.begin];
    float bottom = level[range.begin];
    std::size_t bottomAt = range.begin;
    bool falling = false; // since `peak`, the level has fallen by `leastDb`
    for (std::size_t i = range.begin; i < range.end; ++i) {
        const float now = level[i];
        if (!falling) {
            peak = std::max(peak, now);
            if (peak - now >= leastDb) {
                falling = true;
                bottom = now;
                bottomAt = i;
            }
        } else if (now < bottom) {
            bottom = now;
            bottomAt = i;
        } else if (now - bottom >= leastDb) {
            dips.push_back({bottomAt, peak, now, bottom});
            falling = false;
            peak = now;
        }
        if (!dips.empty() && !falling)
            dips.back().rightPeakDb = std::max(dips.back().rightPeakDb, now);
    }
    return dips;
}

} // namespace

Bands meanShape(const FeatureTrack& track, const NoiseFloor& floor, std::size_t begin,
                std::size_t end)
{
    Bands shape{};
    for (std::size_t i = begin; i < end; ++i)
        for (std::size_t b = 0; b < bandCount; ++b)
            shape[b] += std::max(0.0f, track.levels(i)[b] - floor.at(i)[b]) /
                        static_cast<float>(end - begin);
    return shape;
}

float contrastDb(const Bands& a, const Bands& b, const Bands& weights)
{
    float meanDifference = 0;
    for (std::size_t i = 0; i < bandCount; ++i) meanDifference += weights[i] * (a[i] - b[i]);
    float squares = 0;
    for (std::size_t i = 0; i < bandCount; ++i)
        squares += weights[i] * std::pow(a[i] - b[i] - meanDifference, 2.0f);
    return std::sqrt(squares);
}

std::vector<std::size_t> findTurns(const FeatureTrack& track, const NoiseFloor& floor,
                                   const Bands& weights, const std::vector<float>& powerRiseDb,
                                   FrameRange range)
{
    const auto side = static_cast<std::size_t>(sideSeconds / FeatureTrack::hopSeconds);
    const auto valley = static_cast<std::size_t>(valleySeconds / FeatureTrack::hopSeconds);
    const auto shortest =
        static_cast<std::size_t>(shortestBreathSeconds / FeatureTrack::hopSeconds);
    std::vector<std::size_t> turns;
    if (range.size() < 2 * shortest) return turns;
    std::vector<float> level(powerRiseDb.begin() + static_cast<std::ptrdiff_t>(range.begin),
                             powerRiseDb.begin() + static_cast<std::ptrdiff_t>(range.end));
    level = smoothed(level, smoothFrames);
    std::size_t lastTurn = range.begin;
    for (const Dip& dip : dipsDeeperThan(level, {0, level.size()}, leastDepthDb / 2)) {
        const std::size_t at = range.begin + dip.frame;
        if (at - lastTurn < shortest || range.end - at < shortest) continue;
        const Bands before = meanShape(track, floor, std::max(lastTurn, at - std::min(at, side)),
                                       at - std::min(valley, at - lastTurn - 1));
        const Bands after = meanShape(track, floor, at + valley, std::min(range.end, at + side));
        // Two halves of one breath differ by 1 to 2 dB, an inhale and an exhale by 4 and more.
        const float leniency =
            std::clamp(1.5f - contrastDb(before, after, weights) / 6, 0.5f, 1.4f);
        const float height = std::min(dip.leftPeakDb, dip.rightPeakDb);
        if (dip.depthDb() < leniency * std::max(leastDepthDb, depthShare * height)) continue;
        turns.push_back(at);
        lastTurn = at;
    }
    return turns;
}

} // namespace layakari
