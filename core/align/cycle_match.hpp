// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <cstddef>
#include <vector>

namespace layakari {

/// A heard span as alignment sees it.
struct HeardItem {
    bool breath = false;
    bool lastSilence = false;   ///< runs to the end of the recording: its length says nothing
    double seconds = 0;
    double inhaleProbability = 0.5;
    std::size_t span = 0;
};

/// One way in which a planned cycle can be heard from a given item on.
struct CycleMatch {
    std::size_t end = 0;        ///< the item after the last one used
    double score = 0;           ///< log-likelihood gain over leaving the items unexplained
    std::vector<std::vector<std::size_t>> phases;  ///< items, for each planned phase
};

/// How phases are expected to keep to their counts.
struct Keep {
    double countS = 1;
    /// Standard deviation of the log of a phase's length against its target.
    double spread = 0.25;
};

/// Scores of the ways to hear `phases` from `items[from]` on at a pace: the best for
/// each end. Only ways in which every planned breath is heard. With `withPhases` false the lists of items
/// are left empty, which is several times faster.
std::vector<CycleMatch> matchCycle(const std::vector<Phase>& phases, const std::vector<HeardItem>& items,
                                   std::size_t from, const Keep& keep, bool withPhases);

}  // namespace layakari
