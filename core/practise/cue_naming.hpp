// SPDX-License-Identifier: GPL-3.0-or-later
//
// The sound alone tells an inhale from an exhale only weakly; a cue knows which was meant. Who is
// believed, the cue or the ear, when they differ.
#pragma once

#include "core/cue/leader.hpp"
#include "core/reading/live_reading.hpp"

namespace layakari {

/// Led by the clock, what begins by its cue is what was cued, for as long as it lasts. A cue that
/// follows has counted the turns since the first breath, and says what the ear is not sure of. All
/// times are on the leader's clock.
class CueNaming {
public:
    /// What begins so near to its cue is what was cued: people are late, and a little early.
    static constexpr double meantS = 1.5;
    /// Of the way round, for an ear that has all breaths the other way than they were cued to be
    /// believed.
    static constexpr double sureOfSides = 0.97;

    explicit CueNaming(Lead lead) : m_lead(lead) {}

    /// What the ear makes of the sound at this moment, while the cue is in `step`.
    void hear(const LiveReading::Now& heard, const CueMoment& cue, const CueStep& step);

    /// For what share of their time the breaths that are over are to the ear, now, what was cued
    /// (`CuedBreaths::agreement`). Where hardly, it differs about which kind is the inhale: that is
    /// a guess of the ear's, and none of the person's, who began when the cue said so. Where
    /// mostly, that is not in question, and a breath that differs tells that the cue has lost its
    /// place.
    void setAgreement(std::optional<double> share) { m_agreement = share; }

    /// What surely sounds, for the leader. An ear that is sure and contradicts the cue has to have
    /// done so with the breath before too: its names change sides with what else it hears.
    std::optional<PhaseKind> surely(const LiveReading::Now& heard) const;

    /// `heard` under the likelier name.
    LiveReading::Now named(LiveReading::Now heard) const;

private:
    struct Named {
        double sinceS = 0;
        bool isQuiet = false;
        PhaseKind kind = PhaseKind::Inhale;
    };

    Lead m_lead;
    std::optional<Named> m_named; ///< what sounds, or does not, by the cue with which it began
    bool m_contradicts = false;   ///< the ear calls this breath another than the cue does
    bool m_didBefore = false;     ///< and did so with the breath before
    std::optional<double> m_agreement;

    double sureness(const LiveReading::Now& heard) const;
    bool believesEar(const LiveReading::Now& heard) const;

    bool isNamed(const LiveReading::Now& heard) const;
};

} // namespace layakari
