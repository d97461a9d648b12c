// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"
#include "core/plan/plan.hpp"

#include <vector>

namespace layakari {

/// What was heard, with slow bellows in it: at 15 to 20 a minute they are deep breaths to the ear,
/// and only a plan of bellows tells that they are strokes. Pauses between them are turns, or, now
/// and then, one of up to three seconds, and they are louder than the natural breaths around. No
/// more runs than the plan has; unchanged where it has none, or they were found as strokes already.
Heard withSlowBellows(const Heard& heard, const std::vector<PlannedStep>& steps);

} // namespace layakari
