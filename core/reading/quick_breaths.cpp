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

enum class Are { Breaths, Strokes, Undecided };

// The last word counts.
Are byPerson(const std::vector<Correction>& corrections)
{
    Are are = Are::Undecided;
    for (const Correction& correction : corrections) switch (correction.kind) {
        case Correction::Kind::AddStroke:
        case Correction::Kind::RemoveStroke:
        case Correction::Kind::MarkStrokes: are = Are::Strokes; break;
        case Correction::Kind::MarkBreaths: are = Are::Breaths; break;
        default: break;
        }
    return are;
}

// While it goes on, fewer than planned are as many as there were so far.
Are byPlan(const Plan& plan, std::size_t strokes, bool goesOn)
{
    constexpr double mostDifferent = 1.6; // of their number and the plan's
    const std::size_t cycles = cyclesOfBreathAlone(plan);
    if (cycles == 0) return Are::Strokes;
    const double share = static_cast<double>(strokes) / static_cast<double>(cycles);
    const bool tooFew = share < 1 / mostDifferent && !goesOn;
    return share > mostDifferent || tooFew ? Are::Strokes : Are::Breaths;
}

} // namespace

QuickBreaths withQuickBreaths(Heard heard, const std::optional<Plan>& plan,
                              const std::vector<Correction>& corrections)
{
    QuickBreaths quick{std::move(heard), {}};
    if (quick.heard.asBreath.empty()) return quick;
    std::size_t strokes = 0;
    std::size_t most = 0;
    QuickBreaths::Stretch longest;
    for (const HeardStrokeRun& run : quick.heard.strokeRuns) {
        if (!run.mayBeBreath()) continue;
        strokes += run.strokes.size();
        if (run.strokes.size() <= most) continue;
        most = run.strokes.size();
        longest = {run.startS, run.endS};
    }
    Are are = byPerson(corrections);
    if (are == Are::Undecided && plan) are = byPlan(*plan, strokes, quick.heard.goesOn);
    if (are == Are::Strokes) return quick;
    if (are == Are::Undecided) quick.undecided = longest;
    quick.heard = Heard(std::move(quick.heard.asBreath.front()));
    return quick;
}

} // namespace layakari
