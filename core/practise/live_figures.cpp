// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/live_figures.hpp"

#include <cmath>

namespace layakari {

namespace {

void takeHum(LiveFigures& figures, const std::vector<double>& targets)
{
    const double hz = figures.now ? figures.now->pitchHz : 0;
    if (hz <= 0) return;
    figures.humHz = hz;
    for (const double target : targets) {
        const double cents = 1200 * std::log2(hz / target);
        if (!figures.humCents || std::fabs(cents) < std::fabs(*figures.humCents))
            figures.humCents = cents;
    }
}

// Those that were heard.
std::vector<LiveFigures::Kept> keptOf(const ReadCycle& cycle, const std::vector<ReadPhase>& phases)
{
    std::vector<LiveFigures::Kept> heard;
    for (const ReadCycle::Kept& kept : cycle.phases)
        if (kept.counts && !kept.heard.empty())
            heard.push_back({kept.phase, *kept.counts, kept.target,
                             phases[kept.heard.front()].startS, phases[kept.heard.back()].endS});
    return heard;
}

} // namespace

LiveFigures liveFigures(const LiveReading& live, const std::vector<double>& targets, double fromS)
{
    LiveFigures figures;
    figures.now = live.now();
    const Reading& soFar = live.soFar();
    for (const ReadCycle& cycle : soFar.cycles) {
        if (cycle.startS < fromS) continue;
        std::vector<LiveFigures::Kept> kept = keptOf(cycle, soFar.phases);
        // The one that goes on, its last hold not over, is not kept yet.
        const bool goesOn = cycle.phases.empty() || cycle.phases.back().heard.empty();
        if (!cycle.complete || goesOn) {
            figures.since = std::move(kept);
            continue;
        }
        ++figures.cycles;
        figures.lately = std::move(kept);
        figures.since.clear();
    }
    if (figures.cycles > 0) figures.countS = soFar.summary.countLengthS;
    if (!soFar.strokeRuns.empty() && soFar.strokeRuns.back().startS >= fromS) {
        const ReadStrokeRun& run = soFar.strokeRuns.back();
        figures.strokes = run.count;
        figures.strokesPerMin = run.ratePerMin;
    }
    takeHum(figures, targets);
    return figures;
}

} // namespace layakari
