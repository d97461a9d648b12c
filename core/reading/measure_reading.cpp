// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/quantile.hpp"
#include "core/reading/reading.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

std::optional<double> medianOf(std::vector<double> values)
{
    return values.empty() ? std::nullopt : std::optional(median(std::move(values)));
}

void summarizeStrokes(Summary& summary, const Reading& reading)
{
    if (reading.plan)
        for (const PlannedStep& step : unfold(*reading.plan))
            if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) {
                ++summary.runsPlanned;
                summary.strokesPlanned += (*strokes)->strokes;
            }
    std::vector<double> rates;
    for (const ReadStrokeRun& run : reading.strokeRuns) {
        summary.strokesHeard += run.count;
        if (run.ratePerMin) rates.push_back(*run.ratePerMin);
        summary.practiceS = summary.practiceS.value_or(0) + run.endS - run.startS;
    }
    summary.strokeRatePerMin = medianOf(std::move(rates));
}

void summarizeHums(Summary& summary, const Reading& reading)
{
    if (reading.plan)
        for (const PlannedStep& step : unfold(*reading.plan))
            if (step.cycle())
                for (const Phase& phase : step.cycle()->phases)
                    summary.humsPlanned += phase.sound == PhaseSound::Hum;
    if (reading.hums.empty()) return;
    std::vector<double> pitches;
    std::vector<double> lengths;
    std::vector<double> off;
    std::vector<double> steadiness;
    for (const ReadHum& hum : reading.hums) {
        lengths.push_back(hum.seconds());
        if (hum.pitchHz) pitches.push_back(*hum.pitchHz);
        if (hum.centsFromTarget) off.push_back(std::fabs(*hum.centsFromTarget));
        if (hum.steadinessCents) steadiness.push_back(*hum.steadinessCents);
    }
    summary.pitchHz = medianOf(std::move(pitches));
    summary.humSeconds = medianOf(std::move(lengths));
    summary.pitchOffCents = medianOf(std::move(off));
    summary.pitchSteadinessCents = medianOf(std::move(steadiness));
    summary.humGrowthS = humGrowthS(reading.hums);
    double until = reading.recording.durationSeconds;
    for (const ReadPhase& p : reading.phases)
        if ((p.kind == ReadKind::Voice || p.kind == ReadKind::Strokes) &&
            p.startS > reading.hums.back().endS)
            until = std::min(until, p.startS);
    summary.stayS = std::max(0.0, until - reading.hums.back().endS);
}

} // namespace

void measureReading(Reading& reading)
{
    const Plan* plan = reading.plan ? &*reading.plan : nullptr;
    reading.summary = measure(reading.phases, reading.cycles, plan);
    summarizeStrokes(reading.summary, reading);
    summarizeHums(reading.summary, reading);
    reading.summary.ocean = oceanFigures(reading.ocean);
    reading.comparisons = plan ? compare(reading.cycles, *plan) : std::vector<Comparison>{};
    reading.countTrend = countTrend(reading.cycles);
    reading.rests = restBreathing(reading.phases, reading.cycles);
}

} // namespace layakari
