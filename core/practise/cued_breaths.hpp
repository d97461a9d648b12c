// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/cue/leader.hpp"
#include "core/reading/reading.hpp"

#include <vector>

namespace layakari {

/// When which breath was cued. Where both breaths sound nearly alike, and a plan fits as well the
/// other way round, a listener to the whole recording can only guess which is the inhale; whoever
/// was led has done what was cued, a little late, and whoever is followed began with it and would
/// notice that it says the other.
class CuedBreaths {
public:
    /// What is cued at `untilS` on the leader's clock; to be called as time goes on.
    void add(const CueMoment& cue, const CueStep& step, double untilS);

    /// Names for breaths of a reading that has the inhales where exhales were cued and the other
    /// way round, for more than twice the time for which the two agree, and in four breaths or
    /// more; else none. They are those that a cue covers best, a few: with them all others change
    /// sides. `preRollS`: where the leader's clock began in the recording.
    std::vector<Correction> namesFor(const Reading& reading, double preRollS) const;

private:
    struct Cued {
        PhaseKind kind = PhaseKind::Inhale;
        double fromS = 0;
        double untilS = 0;
    };
    std::vector<Cued> m_cued;
};

} // namespace layakari
