// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/ladder.hpp"
#include "core/journal/records.hpp"

#include <functional>

namespace layakari {

/// Fills in which rung each sitting stood on, of the one ladder on which most of them stand, and
/// returns its name; empty where none stands on any. `planOf` gives the plan of a version, or null.
/// A sitting stands on a rung when it was practised by that very plan.
std::string fillRungs(std::vector<Sitting>& sittings, const std::vector<Ladder>& ladders,
                      const std::function<const Plan*(Id version)>& planOf);

} // namespace layakari
