// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/noise_floor.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

constexpr auto windowSteps =
    static_cast<std::size_t>(NoiseFloor::windowSeconds / NoiseFloor::stepSeconds);
// The level is smoothed over this many frames before its minimum is taken.
constexpr std::size_t smoothFrames = 11;

// refine() may raise the first guess by this much: a room that swells lies that far over its
// minimum, while breath that was taken for quiet would raise it further.
constexpr float mostRaiseDb = 6;

// How far the minimum of steady noise lies under its mean, per band. A band of n bins has about n
// / 1.5 independent powers k (Hann), whose level in dB deviates by 4.34 sqrt(trigamma(k));
// smoothing over eleven half-overlapping frames divides that by three; and the least of some
// hundred such values lies 2.4 deviations low (it is 1.6 for a dozen, 3.2 for a thousand).
Bands minimumBiasDb()
{
    constexpr double binHz = 1 / FeatureTrack::windowSeconds;
    Bands bias;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double k = std::max(1.0, (bandEdgesHz[b + 1] - bandEdgesHz[b]) / binHz / 1.5);
        const double trigamma = 1 / k + 1 / (2 * k * k) +
                                1 / (6 * k * k * k); // asymptotic series, within 1 % from k = 1.3
        bias[b] = static_cast<float>(2.4 * 4.34 * std::sqrt(trigamma) / 3);
    }
    return bias;
}

// The lowest smoothed level in each step, per band.
std::vector<Bands> lowestPerStep(const FeatureTrack& track, std::size_t framesPerStep)
{
    const std::size_t frames = track.frames();
    std::vector<Bands> lowest((frames + framesPerStep - 1) / framesPerStep);
    for (Bands& bands : lowest) bands.fill(std::numeric_limits<float>::max());
    for (std::size_t b = 0; b < bandCount; ++b) {
        float sum = 0;
        for (std::size_t i = 0; i < frames; ++i) {
            sum += track.levels(i)[b];
            if (i >= smoothFrames) sum -= track.levels(i - smoothFrames)[b];
            const std::size_t count = std::min(i + 1, smoothFrames);
            if (count < smoothFrames && frames >= smoothFrames) continue;
            const std::size_t middle = i - count / 2;
            float& low = lowest[middle / framesPerStep][b];
            low = std::min(low, sum / static_cast<float>(count));
        }
    }
    return lowest;
}

float lowestOf(const std::vector<Bands>& lowest, std::size_t band, std::size_t from, std::size_t to)
{
    float low = std::numeric_limits<float>::max();
    for (std::size_t s = from; s < to; ++s) low = std::min(low, lowest[s][band]);
    return low;
}

} // namespace

NoiseFloor::NoiseFloor(const FeatureTrack& track)
{
    const std::vector<Bands> lowest = lowestPerStep(track, framesPerStep);
    const Bands bias = minimumBiasDb();
    const std::size_t steps = lowest.size();
    m_steps.resize(steps);
    for (std::size_t s = 0; s < steps; ++s) {
        const std::size_t begin = s + 1 > windowSteps ? s + 1 - windowSteps : 0;
        const std::size_t end = std::min(steps, s + windowSteps);
        // Near the ends one side has too little sound to have met a pause; the other side speaks
        // alone.
        const bool trustBefore = s + 1 >= windowSteps;
        const bool trustAfter = s + windowSteps <= steps;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const float before = lowestOf(lowest, b, begin, s + 1);
            const float after = lowestOf(lowest, b, s, end);
            float floor = std::min(before, after);
            if (trustBefore && trustAfter) floor = std::max(before, after);
            m_steps[s][b] = std::max(floor, silenceDb) + (floor > silenceDb + 3 ? bias[b] : 0);
        }
    }
    m_firstGuess = m_steps;
}

void NoiseFloor::lowerTo(const Bands& room)
{
    for (Bands& step : m_steps)
        for (std::size_t b = 0; b < bandCount; ++b) step[b] = std::min(step[b], room[b]);
    m_firstGuess = m_steps;
}

void NoiseFloor::refine(const FeatureTrack& track, const std::function<bool(std::size_t)>& isQuiet)
{
    // Sums over quiet frames per step, then over a neighbourhood that widens until it has enough.
    constexpr double enoughFrames = 100;
    const std::size_t steps = m_steps.size();
    std::vector<std::array<double, bandCount>> sums(steps + 1);
    std::vector<double> counts(steps + 1, 0.0);
    for (std::size_t s = 0; s < steps; ++s) {
        sums[s + 1] = sums[s];
        counts[s + 1] = counts[s];
        const std::size_t end = std::min(track.frames(), (s + 1) * framesPerStep);
        for (std::size_t i = s * framesPerStep; i < end; ++i) {
            if (!isQuiet(i)) continue;
            for (std::size_t b = 0; b < bandCount; ++b) sums[s + 1][b] += track.levels(i)[b];
            counts[s + 1] += 1;
        }
    }
    for (std::size_t s = 0; s < steps; ++s) {
        for (std::size_t reach = 8; reach <= windowSteps; reach *= 2) {
            const std::size_t begin = s > reach ? s - reach : 0;
            const std::size_t end = std::min(steps, s + reach + 1);
            const double count = counts[end] - counts[begin];
            if (count < enoughFrames && reach * 2 <= windowSteps) continue;
            if (count < enoughFrames / 4) break;
            for (std::size_t b = 0; b < bandCount; ++b) {
                const auto mean = static_cast<float>((sums[end][b] - sums[begin][b]) / count);
                m_steps[s][b] = std::min(mean, m_firstGuess[s][b] + mostRaiseDb);
            }
            break;
        }
    }
}

} // namespace layakari
