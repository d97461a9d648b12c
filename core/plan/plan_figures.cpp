// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

void addCycle(PlanFigures& figures, const std::vector<Phase>& phases)
{
    ++figures.cycles;
    const std::vector<bool> pauses = pausesIn(phases);
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const Phase& phase = phases[i];
        const double seconds = phase.counts.middle() * figures.countS;
        figures.seconds += seconds;
        figures.practiceS += seconds;
        figures.isAtLeast = figures.isAtLeast || phase.counts.open;
        if (!isHold(phase.kind) || pauses[i]) continue;
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

std::vector<bool> stepsOnIn(const std::vector<Phase>& phases)
{
    std::vector<bool> stepsOn(phases.size(), false);
    std::optional<PhaseKind> last; // breath
    bool isPaused = false;
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const Phase& phase = phases[i];
        if (isHold(phase.kind)) {
            isPaused = !phase.counts.open && phase.counts.max <= longestPauseCounts;
            continue;
        }
        stepsOn[i] = isPaused && last == phase.kind;
        last = phase.kind;
        isPaused = false;
    }
    return stepsOn;
}

std::vector<bool> pausesIn(const std::vector<Phase>& phases)
{
    const std::vector<bool> stepsOn = stepsOnIn(phases);
    std::vector<bool> pauses(phases.size(), false);
    bool isInSteps = false; // the breath before
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const Phase& phase = phases[i];
        if (!isHold(phase.kind)) {
            // The first step is known by the one after it.
            isInSteps = stepsOn[i] || (i + 2 < phases.size() && stepsOn[i + 2]);
            continue;
        }
        pauses[i] = isInSteps && !phase.counts.open && phase.counts.max <= longestPauseCounts;
    }
    return pauses;
}

int breathsIn(const std::vector<Phase>& phases)
{
    const std::vector<bool> stepsOn = stepsOnIn(phases);
    int exhales = 0;
    for (std::size_t i = 0; i < phases.size(); ++i)
        exhales += phases[i].kind == PhaseKind::Exhale && !stepsOn[i];
    return std::max(1, exhales);
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
        const std::vector<bool> pauses = pausesIn(cycles->phases);
        for (std::size_t i = 0; i < cycles->phases.size(); ++i) {
            const Phase& phase = cycles->phases[i];
            if (!phase.counts.open) demands.add(Demand::Counted);
            if (isHold(phase.kind)) demands.add(pauses[i] ? Demand::Pause : Demand::Hold);
            if (!phase.locks.empty()) demands.add(Demand::Lock);
            if (phase.sound == PhaseSound::Hum) demands.add(Demand::Hum);
            if (phase.sound == PhaseSound::Ujjayi) demands.add(Demand::Ujjayi);
            if (phase.nostril && *phase.nostril != Nostril::Both) demands.add(Demand::Nostril);
        }
    }
    return demands;
}

} // namespace layakari
