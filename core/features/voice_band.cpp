// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/voice_band.hpp"

#include <Eigen/Core>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr double cutoffHz = 1700;

// Low-pass before decimation: a sinc under a Blackman window (Harris, Proc. IEEE 66(1), 1978), 70
// dB down from 2.6 kHz, so that what is folded back lies above 1.4 kHz.
template <std::size_t Taps>
std::array<float, Taps> lowPass()
{
    std::array<float, Taps> filter{};
    float sum = 0;
    constexpr double middle = (Taps - 1) / 2.0;
    for (std::size_t i = 0; i < Taps; ++i) {
        const double t = static_cast<double>(i) - middle;
        const double x = 2 * std::numbers::pi * cutoffHz / analysisRateHz * t;
        const double turn = 2 * std::numbers::pi * static_cast<double>(i) / (Taps - 1);
        const double blackman = 0.42 - 0.5 * std::cos(turn) + 0.08 * std::cos(2 * turn);
        filter[i] = static_cast<float>((std::fabs(x) < 1e-9 ? 1 : std::sin(x) / x) * blackman);
        sum += filter[i];
    }
    for (float& f : filter) f /= sum;
    return filter;
}

} // namespace

void VoiceBand::push(std::span<const float> samples)
{
    static const std::array<float, taps> filter = lowPass<taps>();
    using Stretch = Eigen::Map<const Eigen::Matrix<float, static_cast<int>(taps), 1>>;
    for (const float sample : samples) {
        m_past[m_at] = m_past[m_at + taps] = std::isfinite(sample) ? sample : 0.0f;
        m_at = (m_at + 1) % taps;
        if (--m_phase > 0) continue;
        m_phase = decimation;
        const float value = Stretch(filter.data()).dot(Stretch(m_past.data() + m_at));
        m_sound.push_back(static_cast<std::int16_t>(
            std::lround(std::clamp(value * fullScale, -fullScale, fullScale))));
    }
}

VoiceBand VoiceBand::slice(std::size_t begin, std::size_t end) const
{
    VoiceBand part;
    end = std::min(end, m_sound.size());
    begin = std::min(begin, end);
    part.m_sound.assign(m_sound.begin() + static_cast<std::ptrdiff_t>(begin),
                        m_sound.begin() + static_cast<std::ptrdiff_t>(end));
    return part;
}

} // namespace layakari
