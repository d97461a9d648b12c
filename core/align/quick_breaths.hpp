// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/listener.hpp"
#include "core/plan/plan.hpp"

#include <vector>

namespace layakari {

/// What was heard, with quick breaths in it: an inhale and an exhale of a second each sound as
/// bellows do, and only a plan of about as many cycles of breath alone tells that they are none.
/// They are breaths without a character then: which is which follows from the others. Unchanged
/// where the plan has strokes or holds, or the run is faster than one breathes. `track` is what the
/// recording was heard in.
Heard withQuickBreaths(Heard heard, const std::vector<PlannedStep>& steps,
                       const FeatureTrack& track);

} // namespace layakari
