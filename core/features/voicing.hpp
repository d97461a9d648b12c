// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/recording.hpp"

#include <array>
#include <span>
#include <vector>

namespace layakari {

/// How periodic a moment of sound is, and with which period.
struct Voicing {
    float strength = 0; ///< normalised autocorrelation at the period: near 1 for a steady tone,
                        ///< about 0.3 for noise, whose highest of some forty values it is
    float pitchHz = 0;  ///< 66 to 400; 0 where nothing repeats
};

/// Measures the last `windowSeconds` of a stream of sound at `analysisRateHz`, whenever asked.
/// Normalised cross-correlation of the sound at a quarter of its rate (Talkin, in Kleijn and
/// Paliwal, Speech Coding and Synthesis, 1995, ch. 14), its first pass only; of equal peaks the one
/// with the shortest period, so that a pitch is not halved.
class VoicingMeter {
public:
    static constexpr double windowSeconds = 0.045;

    /// A tenth of `analysisRateHz` a second or less at a time: the next hop of sound.
    void push(std::span<const float> hop);
    Voicing measure() const;

private:
    static constexpr int decimation = 4;
    static constexpr int rateHz = analysisRateHz / decimation;
    static constexpr std::size_t window = static_cast<std::size_t>(windowSeconds * rateHz);

    std::array<float, window> m_sound{}; // the last of it, the newest at the end
    std::array<float, decimation> m_sum{};
    int m_inSum = 0;
    float m_slow = 0; // what lies under the voice: rumble, hum, offset
};

} // namespace layakari
