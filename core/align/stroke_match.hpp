// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bellows_halves.hpp"
#include "core/listen/listener.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// For each heard run the planned one that it is, as an index into the unfolded plan; nothing for a
/// run beyond the plan. In order, by how well the counts agree; a run may be left out on either
/// side.
std::vector<std::optional<std::size_t>> matchRuns(const std::vector<HeardStrokeRun>& runs,
                                                  const std::vector<PlannedStep>& steps);

/// The run as its plan counts it. Where both halves of a bellows stroke sound alike, every burst
/// was heard as a stroke; a plan of bellows with half as many says that two are one. The doubt goes
/// into the count's confidence.
HeardStrokeRun countedAs(HeardStrokeRun run, const Strokes& planned,
                         LouderHalf louder = LouderHalf::Unknown);

/// Which half is the louder one, by those runs whose every burst is half a stroke of its plan;
/// `planned` is one for each run, or null.
LouderHalf louderHalfOf(const std::vector<HeardStrokeRun>& runs,
                        const std::vector<const Strokes*>& planned);

/// What was heard, with slow bellows in it: at 15 to 20 a minute they are deep breaths to the ear,
/// and only a plan of bellows tells that they are strokes. Pauses between them are turns, or, now
/// and then, one of up to three seconds, and they are louder than the natural breaths around. No
/// more runs than the plan has; unchanged where it has none, or they were found as strokes already.
Heard withSlowBellows(const Heard& heard, const std::vector<PlannedStep>& steps);

/// What was heard, with quick breaths in it: an inhale and an exhale of a second each sound as
/// bellows do, and only a plan of about as many cycles of breath alone tells that they are none.
/// They are breaths without a character then: which is which follows from the others. Unchanged
/// where the plan has strokes or holds, or the run is faster than one breathes. `track` is what the
/// recording was heard in.
Heard withQuickBreaths(Heard heard, const std::vector<PlannedStep>& steps,
                       const FeatureTrack& track);

} // namespace layakari
