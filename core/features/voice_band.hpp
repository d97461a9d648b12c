// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/recording.hpp"

#include <array>
#include <cstdint>
#include <span>
#include <vector>

namespace layakari {

/// The sound itself below 1.8 kHz, where the fundamental of a voice and its first harmonics lie,
/// and the rumble and hum of a room: 16 bits at 4 kHz, 29 MB an hour. What needs the whole
/// recording known before it can be measured (the pitch of a hum to a few cents, beside a fan that
/// sounds through it) is measured on this.
class VoiceBand {
public:
    static constexpr int rateHz = 4000;

    /// Takes sound at `analysisRateHz`, any number of samples at a time. Not finite samples count
    /// as silence.
    void push(std::span<const float> samples);

    /// Samples [begin, end) alone.
    VoiceBand slice(std::size_t begin, std::size_t end) const;

    std::size_t size() const { return m_sound.size(); }
    /// A sample, full scale 1; 0 outside the recording.
    float at(std::ptrdiff_t index) const
    {
        return index < 0 || static_cast<std::size_t>(index) >= m_sound.size()
                   ? 0.0f
                   : static_cast<float>(m_sound[static_cast<std::size_t>(index)]) / fullScale;
    }
    static constexpr float fullScale = 32767;

private:
    static constexpr int decimation = analysisRateHz / rateHz;
    static constexpr std::size_t taps = 48;

    std::vector<std::int16_t> m_sound;
    // The last samples, written twice, so that a filter's length of them is always in one piece.
    std::array<float, 2 * taps> m_past{};
    std::size_t m_at = 0;
    int m_phase = taps / 2; // the filter's delay: sample n lies at n / rateHz seconds
};

} // namespace layakari
