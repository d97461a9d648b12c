// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/longer_plan.hpp"

#include <algorithm>

namespace layakari {

namespace {

// One cycle more than a preset has is said as such; a sitting of another length is not that
// preset's.
constexpr double clearlyOftener = 1.25;

// What the plan repeats: its first part, where after it comes nothing but rest.
struct Repeated {
    int* times = nullptr;
    int cycles = 0;  // in one time
    int inhales = 0; // in one time
    bool inRounds = false;
};

int inhalesIn(const Cycles& cycles)
{
    return static_cast<int>(
        std::count_if(cycles.phases.begin(), cycles.phases.end(),
                      [](const Phase& phase) { return phase.kind == PhaseKind::Inhale; }));
}

void countIn(Repeated& repeated, const std::vector<Part>& parts, int times)
{
    for (const Part& part : parts) {
        if (const auto* group = std::get_if<Group>(&part.content))
            countIn(repeated, group->parts, times * group->repeat);
        if (const auto* cycles = std::get_if<Cycles>(&part.content)) {
            repeated.cycles += times * cycles->repeat;
            repeated.inhales += times * cycles->repeat * inhalesIn(*cycles);
        }
    }
}

std::optional<Repeated> repeatedIn(Plan& plan)
{
    const auto isRest = [](const Part& part) { return std::holds_alternative<Rest>(part.content); };
    if (plan.parts.empty() || !std::all_of(plan.parts.begin() + 1, plan.parts.end(), isRest))
        return std::nullopt;
    for (const PlannedStep& step : unfold(plan))
        if (std::holds_alternative<const Strokes*>(step.content)) return std::nullopt;
    Repeated repeated;
    if (auto* group = std::get_if<Group>(&plan.parts.front().content)) {
        repeated.inRounds = true;
        repeated.times = &group->repeat;
        countIn(repeated, group->parts, 1);
    } else if (auto* cycles = std::get_if<Cycles>(&plan.parts.front().content)) {
        repeated.times = &cycles->repeat;
        repeated.cycles = 1;
        repeated.inhales = inhalesIn(*cycles);
    }
    if (repeated.inhales == 0) return std::nullopt;
    return repeated;
}

int doneCycles(const Reading& reading)
{
    return static_cast<int>(
        std::count_if(reading.cycles.begin(), reading.cycles.end(),
                      [](const ReadCycle& cycle) { return cycle.complete && !cycle.extra; }));
}

// "Humming, 9 hums" done 18 times is "Humming, 18 hums"; "Even breath 4 : 4" is "Even breath 4 : 4,
// 18 times".
std::string nameWith(std::string name, int planned, int times, bool inRounds)
{
    const std::string before = ", " + std::to_string(planned) + " ";
    if (const auto at = name.rfind(before); at != std::string::npos)
        return name.replace(at, before.size(), ", " + std::to_string(times) + " ");
    if (name.ends_with(" minutes")) name.erase(std::min(name.rfind(", "), name.size()));
    return name + ", " + std::to_string(times) + (inRounds ? " rounds" : " times");
}

} // namespace

std::optional<Plan> repeatedAsHeard(const Plan& plan, const Listened& listened, const Known& known,
                                    const Reading& asPlanned)
{
    if (asPlanned.summary.completion.value_or(0) < 1) return std::nullopt;
    Plan longer = plan;
    const auto repeated = repeatedIn(longer);
    if (!repeated) return std::nullopt;
    const int planned = *repeated->times;
    const auto inhales =
        std::count_if(asPlanned.phases.begin(), asPlanned.phases.end(),
                      [](const ReadPhase& phase) { return phase.kind == ReadKind::Inhale; });
    // Oftener than there are inhales it cannot have been done.
    *repeated->times = std::min(static_cast<int>(inhales) / repeated->inhales, planLimits::repeat);
    if (*repeated->times <= planned) return std::nullopt;
    const int cycles = doneCycles(readHeard(soFar(listened), longer, known));
    *repeated->times = (cycles + repeated->cycles - 1) / repeated->cycles;
    if (*repeated->times < clearlyOftener * planned) return std::nullopt;
    longer.name = nameWith(plan.name, planned, *repeated->times, repeated->inRounds);
    return longer;
}

} // namespace layakari
