// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include "core/curriculum/presets.hpp"

namespace layakari::catalogue {

namespace {

// The open hold climbs by locks.
std::vector<Ladder> byLocks(const School& school)
{
    Ladder ladder;
    ladder.id = "held-in";
    ladder.name = "Held in, locks after the plain hold";
    ladder.technique = "held-in";
    const Plan plain = findPreset("open-hold")->plan;
    const std::vector<std::pair<std::string, std::vector<Lock>>> stages{
        {"plain", {}},
        {"chin lock", {Lock::Chin}},
        {"chin and root locks", {Lock::Chin, Lock::Root}},
        {"all three locks", {Lock::Chin, Lock::Root, Lock::Belly}}};
    for (const auto& [stage, locks] : stages) {
        Plan plan = plain;
        plan.name = "Held in, " + stage;
        forEachCycles(plan.parts, [&, &locks = locks](Cycles& cycles) {
            for (Phase& p : cycles.phases)
                if (isHold(p.kind)) p.locks = locks;
        });
        ladder.rungs.push_back(inSchool(std::move(plan), school));
    }
    return {ladder};
}

} // namespace

Technique heldIn()
{
    return {
        .key = "held-in",
        .purpose = Purpose::Hold,
        .presets = {"open-hold"},
        .stages = &byLocks,
        .figures = {"longest_hold_s"},
    };
}

} // namespace layakari::catalogue
