// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/align/alignment.hpp"
#include "core/language/message.hpp"
#include "core/measure/measures.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// One way to explain a recording, as a reading tells it. The first of them is what the reading
/// has; together they have a probability of less than 1: the rest is that it was none of them.
struct ReadExplanation {
    double probability = 0;
    std::optional<PhaseKind> firstBreath; ///< what the first practised breath is: the way round
    int cyclesDone = 0;                   ///< that were completed
    std::optional<double> accuracy;       ///< percent, with its 95 % range if this is how it was
    std::optional<double> accuracyLow;
    std::optional<double> accuracyHigh;
    Message differs; ///< from the first, in a sentence; empty of the first
    bool operator==(const ReadExplanation&) const = default;
};

/// From this probability of the likeliest explanation on a reading is sure.
inline constexpr double sureProbability = 0.95;

ReadExplanation explanationOf(double probability, const std::vector<ReadPhase>& phases,
                              const std::vector<ReadCycle>& cycles, const Summary& summary);

/// Whether two explanations come to the same: as many cycles, the same way round, and an accuracy
/// within a point.
bool makeTheSame(const ReadExplanation& one, const ReadExplanation& other);

/// In what an explanation differs from the likeliest one: the way round first of all, then how many
/// cycles were done, then where they begin and end.
Message differenceOf(const ReadExplanation& first, const std::vector<ReadCycle>& cycles,
                     const ReadExplanation& other, const std::vector<ReadCycle>& otherCycles);

/// Widens the accuracy's range to the one that holds 95 % of what is believed: a mixture of normal
/// distributions over the explanations; where it was none of them, the accuracy may be anything.
void takeRangeFrom(const std::vector<ReadExplanation>& explanations, Summary& summary);

} // namespace layakari
