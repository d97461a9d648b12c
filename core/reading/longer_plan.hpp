// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <optional>

namespace layakari {

/// The plan of a reading, repeated as often as it was done, where that is clearly oftener than
/// planned: nobody said how often, so nothing of it is beyond the plan. `asPlanned` is `listened`
/// read against `plan`. Nothing where the plan is not one thing repeated, has strokes in it, or was
/// not done to its end.
std::optional<Plan> repeatedAsHeard(const Plan& plan, const Listened& listened, const Known& known,
                                    const Reading& asPlanned);

} // namespace layakari
