// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/cautions.hpp"

#include "core/language/message.hpp"

#include <algorithm>
#include <cmath>
#include <functional>

namespace layakari {

namespace {

constexpr double shorterBy = 0.75; // counts, at least down to the next whole one
constexpr int fewestRepeats = 2;

void forEachPart(std::vector<Part>& parts, const std::function<void(Part&)>& visit)
{
    for (Part& part : parts) {
        visit(part);
        if (auto* group = std::get_if<Group>(&part.content)) forEachPart(group->parts, visit);
    }
}

std::optional<Gentler> gentler(const Plan& plan, const char* what,
                               const std::function<void(Part&)>& change)
{
    Gentler made{say(std::string("gentler.") + what), plan};
    forEachPart(made.plan.parts, change);
    if (made.plan == plan) return std::nullopt;
    made.plan.name = plan.name + ", " + made.what;
    return made;
}

void dropHolds(Part& part)
{
    auto* cycles = std::get_if<Cycles>(&part.content);
    if (!cycles) return;
    const auto breathes = [](const Phase& p) { return !isHold(p.kind); };
    if (std::none_of(cycles->phases.begin(), cycles->phases.end(), breathes)) return;
    std::erase_if(cycles->phases, [](const Phase& p) { return isHold(p.kind); });
    for (Phase& phase : cycles->phases) phase.locks.clear();
}

void halveStrokes(Part& part)
{
    if (auto* strokes = std::get_if<Strokes>(&part.content))
        strokes->strokes = std::max(std::min(strokes->strokes, 5), strokes->strokes / 2);
}

void shortenCounts(Part& part)
{
    auto* cycles = std::get_if<Cycles>(&part.content);
    if (!cycles) return;
    const auto shorter = [](double counts) {
        return counts <= 1 ? counts : std::max(1.0, std::floor(counts * shorterBy));
    };
    for (Phase& phase : cycles->phases)
        if (!phase.counts.open)
            phase.counts =
                TargetCounts::between(shorter(phase.counts.min), shorter(phase.counts.max));
}

void fewerRounds(Part& part)
{
    int* repeat = nullptr;
    if (auto* cycles = std::get_if<Cycles>(&part.content)) repeat = &cycles->repeat;
    if (auto* group = std::get_if<Group>(&part.content)) repeat = &group->repeat;
    if (repeat && *repeat > fewestRepeats) *repeat = std::max(fewestRepeats, (*repeat + 1) / 2);
}

} // namespace

std::vector<Gentler> gentlerPlans(const Plan& plan)
{
    std::vector<Gentler> plans;
    const auto add = [&](std::optional<Gentler> made) {
        if (made) plans.push_back(*std::move(made));
    };
    add(gentler(plan, "without-holds", dropHolds));
    add(gentler(plan, "fewer-strokes", halveStrokes));
    add(gentler(plan, "shorter-counts", shortenCounts));
    add(gentler(plan, "fewer-rounds", fewerRounds));
    return plans;
}

} // namespace layakari
