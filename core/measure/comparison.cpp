// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/comparison.hpp"

#include "core/measure/natural_breaths.hpp"
#include "core/measure/robust.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace layakari {

namespace {

using Named = std::vector<std::pair<std::string, std::vector<double>>>; // in order of coming

std::vector<double>& listOf(Named& lists, const std::string& name)
{
    for (auto& [known, values] : lists)
        if (known == name) return values;
    return lists.emplace_back(name, std::vector<double>{}).second;
}

ComparedGroup groupOf(const std::string& name, const std::vector<double>& values)
{
    const auto n = static_cast<double>(values.size());
    const double mean = std::accumulate(values.begin(), values.end(), 0.0) / n;
    double squares = 0;
    for (const double v : values) squares += (v - mean) * (v - mean);
    return {name, static_cast<int>(values.size()), mean, std::sqrt(squares / (n - 1) / n)};
}

void addComparison(std::vector<Comparison>& found, const std::string& by, const Named& lists)
{
    Comparison comparison;
    comparison.by = by;
    for (const auto& [name, values] : lists)
        if (values.size() >= 2) comparison.groups.push_back(groupOf(name, values));
    if (comparison.groups.size() < 2) return;
    if (comparison.groups.size() == 2) {
        const ComparedGroup& first = comparison.groups[0];
        const ComparedGroup& second = comparison.groups[1];
        comparison.difference = second.mean - first.mean;
        comparison.differenceSd = std::hypot(first.sd, second.sd);
    }
    found.push_back(std::move(comparison));
}

const std::vector<Phase>* plannedPhases(const std::vector<PlannedStep>& steps,
                                        const ReadCycle& cycle)
{
    for (const PlannedStep& step : steps)
        if (step.part == cycle.part && step.cycle()) return &step.cycle()->phases;
    return nullptr;
}

int roundOf(const ReadCycle& cycle) { return cycle.roundsInAll > 1 ? cycle.round : -1; }

} // namespace

std::vector<Comparison> compare(const std::vector<ReadCycle>& cycles, const Plan& plan)
{
    const std::vector<PlannedStep> steps = unfold(plan);
    Named side, opening, round, half;
    std::vector<const ReadCycle*> scored;
    for (const ReadCycle& cycle : cycles)
        if (cycle.accuracy && cycle.complete && !cycle.extra) scored.push_back(&cycle);
    for (std::size_t c = 0; c < scored.size(); ++c) {
        const ReadCycle& cycle = *scored[c];
        if (cycle.roundsInAll > 1)
            listOf(round, "round " + std::to_string(cycle.round + 1)).push_back(*cycle.accuracy);
        listOf(half, 2 * c < scored.size() ? "early" : "late").push_back(*cycle.accuracy);
        const std::vector<Phase>* planned = plannedPhases(steps, cycle);
        for (std::size_t k = 0; planned && k < cycle.phases.size(); ++k) {
            const ReadCycle::Kept& kept = cycle.phases[k];
            const Phase& phase = (*planned)[k];
            if (isHold(phase.kind) || !kept.counts || !kept.target || kept.target->open) continue;
            const double share = 100 * *kept.counts / kept.target->middle();
            if (phase.nostril && *phase.nostril != Nostril::Both)
                listOf(side, toWord(*phase.nostril)).push_back(share);
            if (phase.opening) listOf(opening, toWord(*phase.opening)).push_back(share);
        }
    }
    std::vector<Comparison> found;
    addComparison(found, "side", side);
    addComparison(found, "opening", opening);
    addComparison(found, "round", round);
    addComparison(found, "half", half);
    return found;
}

std::optional<CountTrend> countTrend(const std::vector<ReadCycle>& cycles)
{
    constexpr std::size_t fewest = 6;
    std::vector<double> minutes;
    std::vector<double> lengths;
    for (const ReadCycle& cycle : cycles)
        if (cycle.complete && !cycle.extra && cycle.countLengthS) {
            minutes.push_back((cycle.startS + cycle.endS) / 120);
            lengths.push_back(*cycle.countLengthS);
        }
    if (lengths.size() < fewest) return std::nullopt;
    const RobustLine line = theilSen(minutes, lengths);
    const double usual = median(lengths);
    return CountTrend{100 * line.slope / usual, 100 * line.slopeSd / usual};
}

std::vector<RestBreathing> restBreathing(const std::vector<ReadPhase>& phases,
                                         const std::vector<ReadCycle>& cycles)
{
    std::vector<RestBreathing> rests;
    for (const NaturalStretch& stretch : naturalStretches(phases)) {
        if (!stretch.after || stretch.inhalesS.size() < 2) continue;
        const auto after = phases.begin() + static_cast<std::ptrdiff_t>(*stretch.after);
        // Runs of strokes are rounds of their own.
        const int round =
            after->cycle
                ? roundOf(cycles[static_cast<std::size_t>(*after->cycle)])
                : static_cast<int>(std::count_if(phases.begin(), after, [](const ReadPhase& p) {
                      return p.kind == ReadKind::Strokes;
                  }));
        rests.push_back({phases[stretch.begin].startS, phases[stretch.end - 1].endS, round,
                         static_cast<int>(stretch.inhalesS.size()), stretch.breathsPerMin()});
    }
    return rests;
}

} // namespace layakari
