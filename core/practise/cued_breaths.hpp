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
    /// Of the time: for so much two names agree, or differ, on the whole.
    static constexpr double mostly = 2.0 / 3;

    /// What is cued at `untilS` on the leader's clock; to be called as time goes on.
    void add(const CueMoment& cue, const CueStep& step, double untilS);

    /// Names for breaths of a reading that has the inhales where exhales were cued and the other
    /// way round, for more than twice the time for which the two agree, and in four breaths or
    /// more; else none. They are those that a cue covers best, `most` of them: with a few all
    /// others change sides. `preRollS`: where the leader's clock began in the recording.
    std::vector<Correction> namesFor(const Reading& reading, double preRollS,
                                     std::size_t most) const;

    /// The names that a reading has already, where it agrees with the cues for two thirds of the
    /// time and in four breaths or more; else none. `most` of those that a cue covers best. So that
    /// a reading that is right by chance is sure of it, and one can learn from it.
    std::vector<Correction> namesThatAgree(const Reading& reading, double preRollS,
                                           std::size_t most) const;

    /// For what share of their time the breaths that are over, as they are named now, are what was
    /// cued. Nothing where cues cover fewer than four.
    std::optional<double> agreement(const std::vector<ReadPhase>& phases, double preRollS) const;

private:
    struct Cued {
        PhaseKind kind = PhaseKind::Inhale;
        double fromS = 0;
        double untilS = 0;
    };
    std::vector<Cued> m_cued;

    struct Compared {
        const ReadPhase* breath = nullptr;
        double agreeS = 0; ///< under cues to it
        double otherS = 0; ///< under cues to the other breath
    };
    std::vector<Compared> compared(const std::vector<ReadPhase>& phases, double preRollS) const;
    static std::optional<double> agreement(const std::vector<Compared>& breaths);
    static std::vector<Correction> cuedNames(std::vector<Compared> breaths, double Compared::*under,
                                             std::size_t most);
};

} // namespace layakari
