// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cue/cue_steps.hpp"

#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <utility>

namespace layakari {

namespace {

bool hasHum(const Cycles& cycle)
{
    return std::any_of(cycle.phases.begin(), cycle.phases.end(),
                       [](const Phase& p) { return p.sound == PhaseSound::Hum; });
}

void addCycle(std::vector<CueStep>& steps, const Cycles& cycle, const CueStep& like,
              bool earsClosed)
{
    bool isFirst = true;
    for (const Phase& phase : cycle.phases) {
        CueStep step = like;
        step.kind = CueStep::Kind::Phase;
        step.phase = phase;
        step.counts = phase.counts.open ? 0 : phase.counts.middle();
        step.beginsCycle = std::exchange(isFirst, false);
        earsClosed = earsClosed || phase.sound == PhaseSound::Hum;
        step.earsClosed = earsClosed;
        step.endsByBreath = phase.counts.open || earsClosed;
        steps.push_back(step);
    }
}

} // namespace

std::vector<CueStep> cueSteps(const Plan& plan, double settleS, double stayS)
{
    std::vector<CueStep> steps;
    const auto timed = [](CueStep::Kind kind, double seconds) {
        CueStep step;
        step.kind = kind;
        step.seconds = seconds;
        return step;
    };
    if (settleS > 0) steps.push_back(timed(CueStep::Kind::Settle, settleS));
    const int cyclesInAll = plannedCycleCount(plan);
    int cycle = 0;
    bool earsClosed = false;
    const std::vector<PlannedStep> planned = unfold(plan);
    for (const PlannedStep& next : planned) {
        CueStep step;
        step.round = next.round;
        step.rounds = next.roundsInAll;
        if (const Cycles* cycles = next.cycle()) {
            step.cycle = cycle++;
            step.cycles = cyclesInAll;
            const bool hums = hasHum(*cycles);
            addCycle(steps, *cycles, step, hums && earsClosed);
            earsClosed = hums;
        } else if (const auto* strokes = std::get_if<const Strokes*>(&next.content)) {
            step.kind = CueStep::Kind::Strokes;
            step.strokes = **strokes;
            for (int s = 0; s < step.strokes.strokes; ++s)
                step.seconds += strokeIntervalS(step.strokes, s);
            steps.push_back(step);
        } else {
            const Rest& rest = *std::get<const Rest*>(next.content);
            step.kind = CueStep::Kind::Rest;
            step.breaths = rest.breaths.value_or(0);
            step.seconds = step.breaths > 0 ? 0 : rest.seconds.value_or(0);
            step.isOpen = step.breaths == 0 && step.seconds == 0;
            steps.push_back(step);
        }
    }
    if (stayS > 0) steps.push_back(timed(CueStep::Kind::Stay, stayS));
    return steps;
}

double usualSettleS() { return 20; }

double usualStayS(const Plan& plan)
{
    constexpr double afterHumming = 30;
    constexpr double afterAll = 15;
    return demandsOf(plan).has(Demand::Hum) ? afterHumming : afterAll;
}

} // namespace layakari
