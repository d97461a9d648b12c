// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/silent_input.hpp"

namespace layakari {

namespace {

constexpr double gapS = 0.2; // a stretch that counts as a gate's, as in core/listen/lost_sound
constexpr int gatesGaps = 3;

} // namespace

void SilentInput::push(std::span<const float> samples)
{
    for (const float sample : samples) {
        if (sample == m_last) {
            ++m_same;
            continue;
        }
        const double seconds = static_cast<double>(m_same) / m_rateHz;
        if (seconds >= gapS && seconds < tellAfterS) ++m_gaps;
        m_same = 0;
        m_last = sample;
    }
}

double SilentInput::silentForS() const
{
    const double seconds = static_cast<double>(m_same) / m_rateHz;
    return m_gaps >= gatesGaps || seconds < tellAfterS ? 0 : seconds;
}

} // namespace layakari
