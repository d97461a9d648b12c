// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include <algorithm>

namespace layakari::catalogue {

namespace {

void beginWith(Cycles& cycles, SquareStart start)
{
    const PhaseKind wanted = start == SquareStart::Inhale ? PhaseKind::Inhale : PhaseKind::Exhale;
    const auto first = std::find_if(cycles.phases.begin(), cycles.phases.end(),
                                    [&](const Phase& p) { return p.kind == wanted; });
    if (first != cycles.phases.end())
        std::rotate(cycles.phases.begin(), first, cycles.phases.end());
}

void squareAsIn(Plan& plan, const School& school)
{
    forEachCycles(plan.parts, [&](Cycles& c) { beginWith(c, school.squareStart); });
    if (school.squareStart == SquareStart::Inhale) replaceInName(plan, ", exhale first", "");
}

} // namespace

Technique square()
{
    return {
        .key = "square",
        .purpose = Purpose::Steady,
        .presets = {"square-4", "square-4-exhale-first"},
        .ladders = {{"square",
                     "Square breath",
                     "square-4",
                     {"4-4-4-4", "5-5-5-5", "6-6-6-6", "7-7-7-7"},
                     {"4-1-4-1", "4-2-4-2", "4-3-4-3", "4-4-4-4"}}},
        .inSchool = &squareAsIn,
        .figures = {"longest_hold_s", "exhale_to_inhale", "hold_to_inhale"},
    };
}

} // namespace layakari::catalogue
