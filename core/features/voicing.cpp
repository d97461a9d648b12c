// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/voicing.hpp"

#include <Eigen/Core>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr float highestHz = 400;
constexpr float lowestHz = 66;
// One-pole low-pass that is taken away: half of 60 Hz stays, and most of a voice.
constexpr float slowKeep = 0.9f;
// A shorter period is preferred when its peak is at least this share of the highest.
constexpr float nearlyAsHigh = 0.9f;
// The correlation must have fallen below this before a peak counts: dark noise correlates with
// itself over a few samples.
constexpr float fallen = 0.25f;

// Where between samples the parabola through three of them has its top.
float peakOffset(float before, float at, float after)
{
    const float bend = before - 2 * at + after;
    return bend < 0 ? 0.5f * (before - after) / bend : 0.0f;
}

} // namespace

void VoicingMeter::push(std::span<const float> hop)
{
    std::array<float, window> fresh{};
    std::size_t count = 0;
    for (const float sample : hop) {
        m_sum[static_cast<std::size_t>(m_inSum)] = std::isfinite(sample) ? sample : 0.0f;
        if (++m_inSum < decimation) continue;
        m_inSum = 0;
        float mean = 0;
        for (const float s : m_sum) mean += s / decimation;
        m_slow = slowKeep * m_slow + (1 - slowKeep) * mean;
        if (count < window) fresh[count++] = mean - m_slow;
    }
    std::copy(m_sound.begin() + static_cast<std::ptrdiff_t>(count), m_sound.end(), m_sound.begin());
    std::copy(fresh.begin(), fresh.begin() + static_cast<std::ptrdiff_t>(count),
              m_sound.end() - static_cast<std::ptrdiff_t>(count));
}

Voicing VoicingMeter::measure() const
{
    constexpr auto shortest = static_cast<std::size_t>(rateHz / highestHz);
    constexpr auto longest = static_cast<std::size_t>(rateHz / lowestHz);
    constexpr std::size_t length = window - longest; // compared at every lag
    std::array<float, longest + 1> correlation{};
    using Stretch = Eigen::Map<const Eigen::Matrix<float, static_cast<int>(length), 1>>;
    const Stretch first(m_sound.data());
    const float energy = 1e-12f + first.squaredNorm();
    float shifted = energy;
    for (std::size_t lag = 1; lag <= longest; ++lag) {
        shifted += m_sound[length + lag - 1] * m_sound[length + lag - 1] -
                   m_sound[lag - 1] * m_sound[lag - 1];
        correlation[lag] = first.dot(Stretch(m_sound.data() + lag)) /
                           std::sqrt(energy * std::max(shifted, 1e-12f));
    }
    std::size_t from = 1;
    while (from < longest && correlation[from] > fallen) ++from;
    from = std::max(from, shortest);
    float highest = 0;
    for (std::size_t lag = from; lag < longest; ++lag)
        highest = std::max(highest, correlation[lag]);
    for (std::size_t lag = from; lag < longest; ++lag)
        if (correlation[lag] >= nearlyAsHigh * highest &&
            correlation[lag] >= correlation[lag - 1] && correlation[lag] >= correlation[lag + 1])
            return {correlation[lag],
                    static_cast<float>(rateHz) /
                        (static_cast<float>(lag) +
                         peakOffset(correlation[lag - 1], correlation[lag], correlation[lag + 1]))};
    return {};
}

} // namespace layakari
