// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan.hpp"

namespace layakari {

double TargetCounts::distance(double counts) const
{
    if (open) return 0;
    if (counts < min) return min - counts;
    if (counts > max) return counts - max;
    return 0;
}

namespace {

class Unfolder {
public:
    std::vector<PlannedStep> steps;

    void addList(const std::vector<Part>& parts, const std::string& pointer, int round, int rounds,
                 int timesBefore)
    {
        for (std::size_t i = 0; i < parts.size(); ++i)
            add(parts[i], pointer + "/" + std::to_string(i), round, rounds, timesBefore);
    }

private:
    // `timesBefore`: how often this list has been gone through already, in outer rounds.
    void add(const Part& part, const std::string& pointer, int round, int rounds, int timesBefore)
    {
        if (const auto* group = std::get_if<Group>(&part.content)) {
            for (int r = 0; r < group->repeat; ++r) {
                const bool countsAsRound = group->repeat > 1;
                addList(group->parts, pointer + "/parts", countsAsRound ? r : round,
                        countsAsRound ? group->repeat : rounds, timesBefore * group->repeat + r);
            }
        } else if (const auto* cycles = std::get_if<Cycles>(&part.content)) {
            for (int r = 0; r < cycles->repeat; ++r)
                steps.push_back({pointer, timesBefore * cycles->repeat + r, round, rounds, cycles});
        } else if (const auto* strokes = std::get_if<Strokes>(&part.content)) {
            steps.push_back({pointer, timesBefore, round, rounds, strokes});
        } else {
            steps.push_back({pointer, timesBefore, round, rounds, &std::get<Rest>(part.content)});
        }
    }
};

} // namespace

// Written out: a group holds parts that hold groups, and a compiler asked to default both asks
// itself for ever.
bool Group::operator==(const Group& other) const
{
    return repeat == other.repeat && name == other.name && parts == other.parts;
}

bool Part::operator==(const Part& other) const { return content == other.content; }

const Cycles* PlannedStep::cycle() const
{
    const auto* held = std::get_if<const Cycles*>(&content);
    return held ? *held : nullptr;
}

const Strokes* PlannedStep::strokes() const
{
    const auto* held = std::get_if<const Strokes*>(&content);
    return held ? *held : nullptr;
}

std::vector<PlannedStep> unfold(const Plan& plan)
{
    Unfolder unfolder;
    unfolder.addList(plan.parts, "/parts", 0, 1, 0);
    return std::move(unfolder.steps);
}

void forEachCycles(std::vector<Part>& parts, const std::function<void(Cycles&)>& visit)
{
    for (Part& part : parts) {
        if (auto* cycles = std::get_if<Cycles>(&part.content)) visit(*cycles);
        if (auto* group = std::get_if<Group>(&part.content)) forEachCycles(group->parts, visit);
    }
}

int plannedCycleCount(const Plan& plan)
{
    int count = 0;
    for (const PlannedStep& step : unfold(plan)) count += step.cycle() != nullptr;
    return count;
}

} // namespace layakari
