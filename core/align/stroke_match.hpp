// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bellows_halves.hpp"
#include "core/listen/heard.hpp"
#include "core/plan/plan.hpp"

#include <cstddef>
#include <optional>
#include <vector>

namespace layakari {

/// For each heard run the planned one that it is, as an index into the unfolded plan; nothing for a
/// run beyond the plan. In order, by how well the counts agree; a run may be left out on either
/// side.
std::vector<std::optional<std::size_t>> matchRuns(const std::vector<HeardStrokeRun>& runs,
                                                  const std::vector<PlannedStep>& steps);

/// How far a count is from a planned one, of the log of their ratio.
double countDifference(std::size_t heard, int planned);

/// The run as its plan counts it. Where both halves of a bellows stroke sound alike, every burst
/// was heard as a stroke; a plan of bellows with half as many says that two are one. The doubt goes
/// into the count's confidence.
HeardStrokeRun countedAs(HeardStrokeRun run, const Strokes& planned,
                         LouderHalf louder = LouderHalf::Unknown);

/// Which half is the louder one, by those runs whose every burst is half a stroke of its plan;
/// `planned` is one for each run, or null.
LouderHalf louderHalfOf(const std::vector<HeardStrokeRun>& runs,
                        const std::vector<const Strokes*>& planned);

/// Numbers the runs of strokes as their spans come, and drops those that have none any more.
void numberRuns(Heard& heard);

} // namespace layakari
