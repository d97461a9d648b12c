// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/performance.hpp"

#include "core/simulate/breather.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

double secondsFor(const Phase& phase, double countS, int cycle, const Temperament& who,
                  Random& random)
{
    double counts = phase.counts.middle();
    if (phase.counts.isRange()) counts = random.uniform(phase.counts.min, phase.counts.max);
    if (phase.counts.open)
        counts = isHold(phase.kind) ? random.uniform(12, 30) : random.uniform(7, 12);
    double seconds = counts * countS * std::exp(who.phaseJitter * random.normal());
    if (isHold(phase.kind)) seconds *= 1 - who.holdShrink;
    if (phase.kind == PhaseKind::Exhale)
        seconds *= std::max(0.5, 1 - who.exhaleShrinkPerCycle * cycle);
    return std::max(seconds, 0.3);
}

namespace {

class Performer {
public:
    Performer(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
        : m_plan(plan), m_who(temperament), m_body(plan, temperament, seed)
    {
    }

    Performance run()
    {
        Random& random = m_body.random();
        m_body.silence(random.uniform(0.6, 2.0));
        m_body.naturalBreaths(m_who.settleBreaths, Role::Outside);
        const std::vector<PlannedStep> steps = unfold(m_plan);
        const PlannedStep* lastCycle = nullptr;
        for (const PlannedStep& step : steps) {
            carryOut(step);
            if (step.cycle()) lastCycle = &step;
        }
        if (m_who.extraCycle && lastCycle) doCycle(*lastCycle->cycle(), false);
        if (!m_body.isSilent()) m_body.silence(random.uniform(0.3, 1.0));
        m_body.naturalBreaths(m_who.afterBreaths, Role::Outside);
        Performance& result = m_body.performance();
        // The pause after the last breath has no end that could be heard.
        if (m_who.afterBreaths > 0) result.truth.phases.pop_back();
        m_body.silence(random.uniform(0.8, 2.0));
        result.durationS = m_body.now();
        return std::move(result);
    }

private:
    const Plan& m_plan;
    const Temperament& m_who;
    Breather m_body;
    int m_cycle = 0;
    int m_cycleIndex = 0;

    void carryOut(const PlannedStep& step)
    {
        if (const Cycles* cycle = step.cycle()) {
            const int index = m_cycle++;
            if (m_body.random().chance(m_who.leaveOutCycle)) return;
            m_cycleIndex = index;
            doCycle(*cycle, true);
        } else if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) {
            m_body.strokes(**strokes);
        } else {
            m_body.rest(*std::get<const Rest*>(step.content));
        }
    }

    double countLength() const
    {
        const double base = m_plan.countLengthS.value_or(m_who.ownCountS);
        return base * std::max(0.3, 1 + m_who.driftPerMinute * m_body.now() / 60);
    }

    void doCycle(const Cycles& cycle, bool planned)
    {
        Random& random = m_body.random();
        const std::optional<int> index = planned ? std::optional<int>(m_cycleIndex) : std::nullopt;
        const double count = countLength() * std::exp(m_who.cycleJitter * random.normal());
        const bool breaksOff = random.chance(m_who.breakOffCycle);
        const double longest = static_cast<double>(cycle.phases.size());
        for (std::size_t i = 0; i < cycle.phases.size(); ++i) {
            if (breaksOff && static_cast<double>(i) >= longest / 2) {
                m_body.naturalBreaths(1, Role::Rest);
                return;
            }
            const Phase& phase = cycle.phases[i];
            m_body.phase(phase, secondsFor(phase, count, index.value_or(0), m_who, random), index);
        }
    }
};

} // namespace

Performance perform(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
{
    return Performer(plan, temperament, seed).run();
}

} // namespace layakari
