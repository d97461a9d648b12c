// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include "core/curriculum/presets.hpp"

namespace layakari::catalogue {

namespace {

// More steps first, then the exhale in steps, at last both.
std::vector<Ladder> bySteps(const School& school)
{
    Ladder ladder;
    ladder.id = "interrupted";
    ladder.name = "Interrupted breath, by steps";
    ladder.technique = "interrupted";
    for (const char* preset : {"interrupted-inhale-2", "interrupted-inhale-3",
                               "interrupted-inhale-4", "interrupted-exhale-3", "interrupted-both"})
        ladder.rungs.push_back(inSchool(findPreset(preset)->plan, school));
    return {ladder};
}

} // namespace

Technique interrupted()
{
    return {
        .key = "interrupted",
        .purpose = Purpose::Steady,
        .presets = {"interrupted-inhale-2", "interrupted-inhale-3", "interrupted-inhale-4",
                    "interrupted-exhale-3", "interrupted-both"},
        .stages = &bySteps,
        .figures = {"steps_uneven_percent", "pauses_uneven_percent"},
    };
}

} // namespace layakari::catalogue
