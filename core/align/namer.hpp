// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each heard span is called, once it is known which cycles were done.
#pragma once

#include "core/align/alignment.hpp"
#include "core/align/path_sum.hpp"

#include <map>

namespace layakari {

/// The probability of an inhale when that of kind A is known, and whether A is the inhale.
inline double inhaleProbability(double probabilityA, bool aIsInhale)
{
    return aIsInhale ? probabilityA : 1 - probabilityA;
}

class Namer {
public:
    /// `orientationProbability`: that `aIsInhale` is right; it goes into every confidence.
    Namer(const Heard& heard, const BreathClasses& classes, bool aIsInhale,
          double orientationProbability);

    Alignment result;

    /// Names the spans of the chosen cycles as the plan does, in counts of `countS`.
    void takeCycles(const std::vector<Chosen>& chosen, const std::vector<HeardItem>& items,
                    const std::vector<PlannedStep>& steps, double countS);
    /// Without a plan: an inhale, what is held, and the exhale after it make a cycle.
    void pairBreaths();
    /// Names what is left, sets the roles, and drops silence at either end. `steps`: of the plan,
    /// or none.
    void finish(const std::vector<PlannedStep>& steps);

private:
    const Heard& m_heard;
    double m_orientation;
    std::map<std::size_t, double> m_inhaleProbability;

    bool isSilence(std::size_t span) const;
    bool isCutShort(const std::vector<std::size_t>& spans, const Phase& phase, double countS) const;
    bool isSaidRest(std::size_t span) const;
    void nameBreath(NamedSpan& named, PhaseKind kind, double inhale) const;
    void claimWhatLiesWithin(const AlignedCycle& cycle, int index);
    void nameAsSaid(NamedSpan& named) const;
    const NamedSpan* breathNear(std::size_t span, int direction) const;
    void nameSilences();
    void setRoles(const std::vector<PlannedStep>& steps);
    void takeLastRest(const Rest& rest, std::size_t first);
};

} // namespace layakari
