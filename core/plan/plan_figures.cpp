// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

void addCycle(PlanFigures& figures, const std::vector<Phase>& phases)
{
    ++figures.cycles;
    for (const Phase& phase : phases) {
        const double seconds = phase.counts.middle() * figures.countS;
        figures.seconds += seconds;
        figures.practiceS += seconds;
        figures.isAtLeast = figures.isAtLeast || phase.counts.open;
        if (!isHold(phase.kind)) continue;
        figures.longestHoldS = std::max(figures.longestHoldS, phase.counts.max * figures.countS);
        figures.hasOpenHold = figures.hasOpenHold || phase.counts.open;
    }
}

double restSeconds(const Rest& rest)
{
    if (rest.seconds) return *rest.seconds;
    return rest.breaths.value_or(1) * usual::restBreathS;
}

} // namespace

namespace {

double ratePerMin(const Strokes& strokes)
{
    return strokes.ratePerMin.value_or(
        strokes.style == StrokeStyle::Kapalabhati ? usual::kapalabhatiRate : usual::bhastrikaRate);
}

} // namespace

double strokesSeconds(const Strokes& strokes) { return strokes.strokes * 60 / ratePerMin(strokes); }

double strokeIntervalS(const Strokes& strokes, int stroke)
{
    const double progress = static_cast<double>(stroke) / strokes.strokes;
    double pace = 1;
    if (strokes.pace == Pace::Rising) pace = 0.7 + 0.6 * progress;
    if (strokes.pace == Pace::RiseFall) pace = 0.7 + 1.2 * (0.5 - std::fabs(progress - 0.5));
    return 60 / ratePerMin(strokes) / pace;
}

int breathsIn(const std::vector<Phase>& phases)
{
    const auto exhales = std::count_if(phases.begin(), phases.end(),
                                       [](const Phase& p) { return p.kind == PhaseKind::Exhale; });
    return std::max(1, static_cast<int>(exhales));
}

PlanFigures planFigures(const Plan& plan, std::optional<double> ownCountS)
{
    PlanFigures figures;
    figures.countS = plan.countLengthS.value_or(ownCountS.value_or(usual::countS));
    int breaths = 0;
    for (const PlannedStep& step : unfold(plan)) {
        if (const Cycles* cycles = step.cycle()) {
            addCycle(figures, cycles->phases);
            breaths += breathsIn(cycles->phases);
        } else if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) {
            figures.strokes += (*strokes)->strokes;
            figures.strokesS += strokesSeconds(**strokes);
        } else {
            figures.seconds += restSeconds(*std::get<const Rest*>(step.content));
        }
    }
    if (figures.practiceS > 0 && !figures.isAtLeast)
        figures.breathsPerMin = 60 * breaths / figures.practiceS;
    figures.seconds += figures.strokesS;
    figures.practiceS += figures.strokesS;
    return figures;
}

Demands demandsOf(const Plan& plan)
{
    Demands demands;
    for (const PlannedStep& step : unfold(plan)) {
        if (std::holds_alternative<const Strokes*>(step.content)) demands.add(Demand::Strokes);
        const Cycles* cycles = step.cycle();
        if (!cycles) continue;
        for (const Phase& phase : cycles->phases) {
            if (!phase.counts.open) demands.add(Demand::Counted);
            if (isHold(phase.kind)) demands.add(Demand::Hold);
            if (!phase.locks.empty()) demands.add(Demand::Lock);
            if (phase.sound == PhaseSound::Hum) demands.add(Demand::Hum);
            if (phase.sound == PhaseSound::Ujjayi) demands.add(Demand::Ujjayi);
            if (phase.nostril && *phase.nostril != Nostril::Both) demands.add(Demand::Nostril);
        }
    }
    return demands;
}

} // namespace layakari
