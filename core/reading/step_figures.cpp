// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/step_figures.hpp"

#include "core/base/quantile.hpp"
#include "core/plan/plan_figures.hpp"

#include <cmath>
#include <numeric>

namespace layakari {

namespace {

void addSpread(std::vector<double>& spreads, const std::vector<double>& lengths)
{
    if (lengths.size() < 2) return;
    const auto n = static_cast<double>(lengths.size());
    const double mean = std::accumulate(lengths.begin(), lengths.end(), 0.0) / n;
    double squares = 0;
    for (const double length : lengths) squares += (length - mean) * (length - mean);
    if (mean > 0) spreads.push_back(100 * std::sqrt(squares / (n - 1)) / mean);
}

std::optional<double> middle(const std::vector<double>& values)
{
    return values.empty() ? std::nullopt : std::optional(median(values));
}

} // namespace

StepFigures stepFigures(const Reading& reading)
{
    std::vector<double> steps;
    std::vector<double> pauses;
    for (const ReadCycle& cycle : reading.cycles) {
        std::vector<Phase> planned;
        bool isWhole = cycle.complete;
        for (const ReadCycle::Kept& kept : cycle.phases) {
            Phase phase;
            phase.kind = kept.phase;
            phase.counts = kept.target.value_or(TargetCounts::comfortable());
            planned.push_back(phase);
            isWhole = isWhole && !kept.heard.empty();
        }
        if (!isWhole) continue;
        const std::vector<bool> isPause = pausesIn(planned);
        const std::vector<bool> stepsOn = stepsOnIn(planned);
        for (const PhaseKind direction : {PhaseKind::Inhale, PhaseKind::Exhale}) {
            std::vector<double> stepLengths;
            std::vector<double> pauseLengths;
            bool isInSteps = false;
            std::optional<PhaseKind> last;
            for (std::size_t i = 0; i < planned.size(); ++i) {
                if (!isHold(planned[i].kind)) last = planned[i].kind;
                if (last != direction) continue;
                (isHold(planned[i].kind) ? pauseLengths : stepLengths)
                    .push_back(cycle.phases[i].seconds);
                isInSteps = isInSteps || stepsOn[i];
                if (isHold(planned[i].kind) && !isPause[i]) pauseLengths.pop_back();
            }
            if (!isInSteps) continue;
            addSpread(steps, stepLengths);
            addSpread(pauses, pauseLengths);
        }
    }
    return {middle(steps), middle(pauses)};
}

} // namespace layakari
