// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include "core/curriculum/presets.hpp"

#include <algorithm>

namespace layakari::catalogue {

namespace {

void beginOn(Cycles& cycles, FirstSide side)
{
    const auto first = std::find_if(cycles.phases.begin(), cycles.phases.end(), [](const Phase& p) {
        return p.kind == PhaseKind::Inhale && p.nostril && *p.nostril != Nostril::Both;
    });
    if (first == cycles.phases.end()) return;
    const Nostril wanted = side == FirstSide::Left ? Nostril::Left : Nostril::Right;
    if (*first->nostril == wanted) return;
    for (Phase& phase : cycles.phases)
        if (phase.nostril == Nostril::Left)
            phase.nostril = Nostril::Right;
        else if (phase.nostril == Nostril::Right)
            phase.nostril = Nostril::Left;
}

void sidesAsIn(Plan& plan, const School& school)
{
    forEachCycles(plan.parts, [&](Cycles& c) { beginOn(c, school.firstSide); });
    const bool left = school.firstSide == FirstSide::Left;
    replaceInName(plan, left ? "right first" : "left first", left ? "left first" : "right first");
}

// Alternate nostril climbs by stages rather than by numbers: no hold, short holds, long ones on
// both sides, locks, and as long as is comfortable.
std::vector<Ladder> byStages(const School& school)
{
    Ladder ladder;
    ladder.id = "alternate-nostril";
    ladder.name = "Alternate nostril, by stages";
    ladder.technique = "alternate-nostril";
    const Plan plain = findPreset("alternate-nostril-left-first")->plan;
    const Plan held = findPreset("alternate-nostril-holds")->plan;
    const auto forEachHold = [](Plan& plan, auto&& change) {
        forEachCycles(plan.parts, [&](Cycles& cycles) { change(cycles.phases); });
    };
    const auto add = [&](Plan plan, const std::string& stage) {
        plan.name = "Alternate nostril, " + stage + ", left first";
        ladder.rungs.push_back(inSchool(std::move(plan), school));
    };
    add(plain, "no hold");
    for (const double counts : {1.0, 2.0}) {
        Plan plan = held;
        forEachHold(plan, [&](std::vector<Phase>& phases) {
            std::erase_if(phases, [](const Phase& p) { return p.kind == PhaseKind::HoldEmpty; });
            for (Phase& p : phases)
                if (isHold(p.kind)) p.counts = TargetCounts::exactly(counts);
        });
        add(plan, counts == 1 ? "a hold of 1" : "a hold of 2");
    }
    add(held, "holds of 5 to 8");
    Plan locked = held;
    forEachHold(locked, [](std::vector<Phase>& phases) {
        for (Phase& p : phases)
            if (p.kind == PhaseKind::HoldFull)
                p.locks = {Lock::Chin, Lock::Root};
            else if (p.kind == PhaseKind::HoldEmpty)
                p.locks = {Lock::Chin, Lock::Root, Lock::Belly};
    });
    add(locked, "holds of 5 to 8 with locks");
    forEachHold(locked, [](std::vector<Phase>& phases) {
        for (Phase& p : phases)
            if (isHold(p.kind)) p.counts = TargetCounts::comfortable();
    });
    add(locked, "holds as long as is comfortable");
    return {ladder};
}

} // namespace

Technique alternateNostril()
{
    return {
        .key = "alternate-nostril",
        .purpose = Purpose::Balance,
        .presets = {"alternate-nostril-left-first", "alternate-nostril-right-first",
                    "alternate-nostril-holds"},
        .stages = &byStages,
        .inSchool = &sidesAsIn,
        .figures = {"longest_hold_s", "exhale_to_inhale", "hold_to_inhale"},
    };
}

} // namespace layakari::catalogue
