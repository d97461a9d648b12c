// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/explanations.hpp"

#include "core/language/times.hpp"
#include "core/reading/rounded.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double normal95 = 1.96; // half-width of a 95 % range in standard deviations
// Of a wrong reading: how far the accuracy is from halfway between what was read and what people
// usually reach. It is mostly read too low, since what was heard wrong is off its target.
constexpr double wrongSd = 20;
constexpr double usualAccuracy = 85;

struct Component {
    double weight = 0;
    double mean = 0;
    double sd = 0;
};

std::vector<Component> componentsOf(const std::vector<ReadExplanation>& explanations)
{
    std::vector<Component> components;
    double known = 0;
    for (const ReadExplanation& e : explanations) {
        known += e.probability;
        if (!e.accuracy) continue;
        const double half = std::max(e.accuracyHigh.value_or(*e.accuracy) - *e.accuracy,
                                     *e.accuracy - e.accuracyLow.value_or(*e.accuracy));
        components.push_back({e.probability, *e.accuracy, std::max(0.1, half / normal95)});
    }
    if (!components.empty() && known < 1)
        components.push_back({1 - known, (components.front().mean + usualAccuracy) / 2, wrongSd});
    return components;
}

double quantileOf(const std::vector<Component>& components, double share)
{
    double all = 0;
    for (const Component& c : components) all += c.weight;
    double low = 0;
    double high = 100;
    constexpr int halvings = 30; // of a hundred points: less than is ever shown
    for (int i = 0; i < halvings; ++i) {
        const double middle = (low + high) / 2;
        double below = 0;
        for (const Component& c : components)
            below += c.weight * 0.5 * std::erfc((c.mean - middle) / (c.sd * std::sqrt(2.0)));
        (below < share * all ? low : high) = middle;
    }
    return (low + high) / 2;
}

} // namespace

ReadExplanation explanationOf(double probability, const std::vector<ReadPhase>& phases,
                              const std::vector<ReadCycle>& cycles, const Summary& summary)
{
    ReadExplanation explanation;
    // As exact as the file has them.
    const auto exact = [](std::optional<double> value) {
        return value ? std::optional(rounded(*value)) : std::nullopt;
    };
    explanation.probability = rounded(probability);
    const auto first = std::find_if(phases.begin(), phases.end(), [](const ReadPhase& phase) {
        return phase.role == Role::Practice &&
               (phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale);
    });
    if (first != phases.end()) explanation.firstBreath = toPhaseKind(first->kind);
    explanation.cyclesDone = static_cast<int>(std::count_if(
        cycles.begin(), cycles.end(), [](const ReadCycle& cycle) { return cycle.complete; }));
    explanation.accuracy = exact(summary.accuracy);
    explanation.accuracyLow = exact(summary.accuracyLow);
    explanation.accuracyHigh = exact(summary.accuracyHigh);
    return explanation;
}

bool makeTheSame(const ReadExplanation& one, const ReadExplanation& other)
{
    constexpr double points = 1;
    return one.cyclesDone == other.cyclesDone && one.firstBreath == other.firstBreath &&
           one.accuracy.has_value() == other.accuracy.has_value() &&
           std::fabs(one.accuracy.value_or(0) - other.accuracy.value_or(0)) <= points;
}

Message differenceOf(const ReadExplanation& first, const std::vector<ReadCycle>& cycles,
                     const ReadExplanation& other, const std::vector<ReadCycle>& otherCycles)
{
    constexpr double apart = 0.5; // seconds: less is no other place
    if (first.cyclesDone != other.cyclesDone)
        return {"differs.cycles", {{"cycles", other.cyclesDone}, {"not", first.cyclesDone}}};
    if (cycles.empty() || otherCycles.empty()) return {};
    const auto differs = [](const char* id, double atS, double notAtS, std::size_t cycle = 0) {
        return Message{id,
                       {{"at", clockTime(atS)}, {"not", clockTime(notAtS)}, {"cycle", cycle + 1}}};
    };
    const auto isApart = [](double a, double b) { return std::fabs(a - b) > apart; };
    if (isApart(cycles.front().startS, otherCycles.front().startS))
        return differs("differs.first-cycle", otherCycles.front().startS, cycles.front().startS);
    if (isApart(cycles.back().endS, otherCycles.back().endS))
        return differs("differs.last-cycle", otherCycles.back().endS, cycles.back().endS);
    for (std::size_t i = 0; i < std::min(cycles.size(), otherCycles.size()); ++i)
        if (isApart(cycles[i].startS, otherCycles[i].startS))
            return differs("differs.cycle", otherCycles[i].startS, cycles[i].startS, i);
    return {"differs.other-cycles"};
}

void takeRangeFrom(const std::vector<ReadExplanation>& explanations, Summary& summary)
{
    constexpr double tail = 0.025;
    const std::vector<Component> components = componentsOf(explanations);
    if (!summary.accuracy || components.empty()) return;
    summary.accuracyLow = std::min(*summary.accuracy, quantileOf(components, tail));
    summary.accuracyHigh = std::max(*summary.accuracy, quantileOf(components, 1 - tail));
}

} // namespace layakari
