// SPDX-License-Identifier: GPL-3.0-or-later
//
// Results by what the plan says of each cycle and phase.
#pragma once

#include "core/measure/measures.hpp"

#include <string>
#include <vector>

namespace layakari {

/// One group against others: "left" by "side".
struct ComparedGroup {
    std::string name;
    int values = 0;
    double mean = 0; ///< percent
    double sd = 0;   ///< standard deviation of that mean
};

/// `side` and `opening`: counts kept of the breaths, in percent of what was planned; `round` and
/// `half` (early against late cycles): accuracy of the cycles, in percent.
struct Comparison {
    std::string by;
    std::vector<ComparedGroup> groups; ///< two or more, each of two values or more
    /// The second group less the first, where there are two, with its standard deviation (Welch,
    /// Biometrika 34, 1947).
    std::optional<double> difference;
    std::optional<double> differenceSd;
};

/// Those for which the reading has two groups.
std::vector<Comparison> compare(const std::vector<ReadCycle>& cycles, const Plan& plan);

/// How the length of a count moved over the sitting: percent a minute.
struct CountTrend {
    double percentPerMin = 0;
    double sd = 0;
};
/// Nothing with fewer than six complete cycles: the spread of so few says too little.
std::optional<CountTrend> countTrend(const std::vector<ReadCycle>& cycles);

/// Natural breathing after a round or at the end.
struct RestBreathing {
    double startS = 0;
    double endS = 0;
    int afterRound = -1; ///< from 0; -1 where the plan has one round only
    int breaths = 0;
    double breathsPerMin = 0;
};
/// Every stretch of two natural breaths or more that follows a cycle.
std::vector<RestBreathing> restBreathing(const std::vector<ReadPhase>& phases,
                                         const std::vector<ReadCycle>& cycles);

} // namespace layakari
