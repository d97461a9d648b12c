// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/quick_breaths.hpp"

#include <algorithm>

namespace layakari {

namespace {

// How many cycles of nothing but breath are planned; 0 where there is anything else.
std::size_t cyclesOfBreathAlone(const Plan& plan)
{
    std::size_t cycles = 0;
    for (const PlannedStep& step : unfold(plan)) {
        if (step.strokes()) return 0;
        const Cycles* cycle = step.cycle();
        if (!cycle) continue;
        for (const Phase& phase : cycle->phases)
            if (phase.kind != PhaseKind::Inhale && phase.kind != PhaseKind::Exhale) return 0;
        ++cycles;
    }
    return cycles;
}

bool isOfStrokes(const Correction& correction)
{
    return correction.kind == Correction::Kind::AddStroke ||
           correction.kind == Correction::Kind::RemoveStroke;
}

} // namespace

Heard withQuickBreaths(Heard heard, const std::optional<Plan>& plan,
                       const std::vector<Correction>& corrections)
{
    constexpr double mostDifferent = 1.6; // of their number and the plan's
    if (heard.asBreath.empty() || std::ranges::any_of(corrections, isOfStrokes)) return heard;
    std::size_t strokes = 0;
    for (const HeardStrokeRun& run : heard.strokeRuns)
        if (run.mayBeBreath()) strokes += run.strokes.size();
    if (plan) {
        const std::size_t cycles = cyclesOfBreathAlone(*plan);
        if (cycles == 0) return heard;
        const double share = static_cast<double>(strokes) / static_cast<double>(cycles);
        if (share > mostDifferent || share < 1 / mostDifferent) return heard;
    }
    return std::move(heard.asBreath.front());
}

} // namespace layakari
