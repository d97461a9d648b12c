// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/align/hum_aims.hpp"
#include "core/plan/plan.hpp"

#include <cstddef>
#include <optional>
#include <vector>

namespace layakari {

/// A heard span as alignment sees it.
struct HeardItem {
    bool breath = false;
    bool hum = false;
    bool isPlannedHum = false; ///< a hum where as many are planned: it is no natural breath
    bool barrier = false;      ///< strokes, or rest as a person says: no cycle reaches across it
    bool practised = false;    ///< a person says so: it belongs to a cycle
    bool lastSilence = false;  ///< runs to the end of the recording: its length says nothing
    bool cutByEnd = false;     ///< a breath that does: it may have become longer
    bool isLatest = false;     ///< what comes next is not known yet
    double seconds = 0;
    double pitchHz = 0; ///< of a hum; 0: none
    double inhaleProbability = 0.5;
    double inhaleGain = 0; ///< log of twice the probability that it is an inhale
    double exhaleGain = 0; ///< the same for an exhale
    std::size_t span = 0;

    void setInhaleProbability(double probability);
    void setSaid(bool isInhale); ///< by a person: the other name is out of the question
};

/// One way in which a planned cycle can be heard from a given item on. Where the turn from one
/// breath to the next was not heard, one item is both: neither phase has an item of its own then.
struct CycleMatch {
    std::size_t end = 0; ///< the item after the last one used
    double score = 0;    ///< log-likelihood gain over leaving the items unexplained
    bool runsOn = false; ///< its last item is the first breath of the next cycle, too
    std::vector<std::vector<std::size_t>> phases; ///< items, for each planned phase
    std::vector<std::size_t> unturned;            ///< items that are two breaths
};

/// How phases are expected to keep to their counts.
struct Keep {
    double countS = 1;
    /// Standard deviation of the log of a phase's length against its target.
    double spread = 0.25;
    bool operator==(const Keep&) const = default;
};

/// How people keep to counts, as the spread of the log of a phase: from a third off down to one in
/// ten.
inline constexpr double loosestSpread = 0.25;
inline constexpr double tightestSpread = 0.10;

/// Finds a planned cycle among heard items, at a pace.
class CycleMatcher {
public:
    /// `phases` and `aims` must outlive the matcher.
    CycleMatcher(const std::vector<Phase>& phases, const Keep& keep, const HumAims& aims);

    /// The ways to hear the cycle from `items[from]` on, the best for each end. Only ways in which
    /// every planned breath is heard, lies under the room between two that are, or is still to
    /// come. With `withPhases` false the lists of items are left empty, which is faster.
    /// `hasBegun`: the cycle before runs on into this one, whose first breath is over by
    /// `items[from]`.
    std::vector<CycleMatch> matches(const std::vector<HeardItem>& items, std::size_t from,
                                    bool withPhases, bool hasBegun = false) const;

private:
    friend class CycleSearch;
    /// Log-likelihood of a length against the phase's target, over being unexplained.
    double durationGain(std::size_t phase, double seconds) const;
    /// The same for what an item sounds like.
    double nameGain(const HeardItem& item, const Phase& phase) const;
    /// The same for an item that is this phase and the next, or the first after the last; nothing
    /// where it cannot be.
    std::optional<double> unturnedGain(std::size_t phase, const HeardItem& item) const;

    struct Expected {
        double logSeconds = 0;
        double inverseSpread = 0;
        double logDensity = 0; // at its middle, over that of the loosest spread
    };
    Expected expected(double seconds) const;
    double durationGain(const Expected& about, double seconds) const;
    const std::vector<Phase>& m_phases;
    Keep m_keep;
    const HumAims& m_aims;
    std::vector<Expected> m_expected; // of phases with a single target
    std::vector<bool> m_mayBeCovered; // breaths that silence may stand for
};

} // namespace layakari
