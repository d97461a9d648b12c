// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

namespace layakari {

/// Notices a microphone that is there and gives nothing: muted, or moved away by the sound server.
/// Every sample is then the same, which no room is. A gate, as of noise suppression, makes the same
/// of quiet; where that has come and gone several times, nothing is told.
class SilentInput {
public:
    explicit SilentInput(int sampleRateHz) : m_rateHz(sampleRateHz) {}

    void push(std::span<const float> samples);

    /// For how long nothing at all has come; 0 while it may yet be a pause of the sound server
    /// or a gate's.
    double silentForS() const;

    /// Longer than any hiccup of a sound server, shorter than anybody's patience.
    static constexpr double tellAfterS = 5;

private:
    int m_rateHz;
    float m_last = 0;
    long long m_same = 0; ///< samples in a row
    int m_gaps = 0;       ///< that ended
};

} // namespace layakari
