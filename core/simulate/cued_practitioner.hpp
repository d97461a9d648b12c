// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/cue/leader.hpp"
#include "core/simulate/breath_sound.hpp"
#include "core/simulate/breather.hpp"
#include "core/simulate/room.hpp"

#include <span>

namespace layakari {

/// The simulated microphone: a practitioner of some temperament who practises as the cue leads,
/// heard in a room. Reacts to the cue as people do, a little late; where the breath leads, goes on
/// by itself at its own count; breathes naturally while it settles, rests and is paused, and joins
/// in late where the cue does not wait for the end of such a breath. How it is spoken to is the
/// same whether time is real or fast.
class CuedPractitioner {
public:
    /// `steps` as the leader has them.
    CuedPractitioner(const Plan& plan, std::vector<CueStep> steps, Lead lead,
                     const Temperament& temperament, std::uint64_t seed);
    CuedPractitioner(const CuedPractitioner&) = delete;
    CuedPractitioner& operator=(const CuedPractitioner&) = delete;

    int sampleRateHz() const { return m_who.sampleRateHz; }
    /// The next samples, while the cue stands as it does.
    void read(std::span<float> out, const CueMoment& cue);
    /// What was done until now.
    const Truth& truth() const { return m_body.performance().truth; }

private:
    Temperament m_who;
    std::vector<CueStep> m_steps;
    Lead m_lead;
    Breather m_body;
    BreathPlayer m_breath;
    Placed m_microphone;
    long m_sample = 0;
    std::size_t m_next = 0; ///< the step to be done next
    bool m_wasPaused = false;
    bool m_isAtRest = false; ///< breathes naturally, or did so last
    double m_reactionS = 0;  ///< this time

    std::size_t whereToJoin(std::size_t step) const;
    void decide(const CueMoment& cue);
    bool mayBegin(const CueMoment& cue) const;
    void begin(const CueStep& step, const CueMoment& cue);
    void idle(const CueMoment& cue);
};

} // namespace layakari
