// SPDX-License-Identifier: GPL-3.0-or-later
//
// Changing the parts of a plan. All work in place; a path that leads nowhere changes nothing.
#pragma once

#include "core/plan/plan.hpp"

namespace layakari {

/// Where a part is: its index in the plan's parts, then in the group's, and so on.
using PartPath = std::vector<std::size_t>;

/// The part at a path; null when it leads nowhere.
Part* partAt(Plan& plan, const PartPath& path);
const Part* partAt(const Plan& plan, const PartPath& path);

/// Puts `part` behind the one at `path`; returns where it is. An empty path appends to the plan.
PartPath insertAfter(Plan& plan, const PartPath& path, Part part);

/// Takes a part away, and groups that it leaves empty; returns what lies nearest. The last part of
/// a plan stays.
PartPath removePart(Plan& plan, const PartPath& path);

/// Moves a part up (-1) or down (+1) within its list; returns where it is then.
PartPath movePart(Plan& plan, const PartPath& path, int by);

/// Makes a part a round of its own, `repeat` times; returns where the part is then.
PartPath wrapInRound(Plan& plan, const PartPath& path, int repeat);

/// Puts a group's parts in its place; returns where the first of them is. Not a group: unchanged.
PartPath unwrapRound(Plan& plan, const PartPath& path);

/// "6 times 4-7-8", "36 strokes @60", "rest, 3 breaths", "Round, 4 times".
std::string partInWords(const Part& part);

} // namespace layakari
