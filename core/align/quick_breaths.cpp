// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/quick_breaths.hpp"

#include "core/align/stroke_match.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// How many cycles of nothing but breath are planned; 0 where there is anything else.
std::size_t cyclesOfBreathAlone(const std::vector<PlannedStep>& steps)
{
    std::size_t cycles = 0;
    for (const PlannedStep& step : steps) {
        if (step.strokes()) return 0;
        const Cycles* cycle = step.cycle();
        if (!cycle) continue;
        for (const Phase& phase : cycle->phases)
            if (phase.kind != PhaseKind::Inhale && phase.kind != PhaseKind::Exhale) return 0;
        ++cycles;
    }
    return cycles;
}

// When each half of a run begins. The first of them may have no rise of its own to be timed by.
std::vector<double> halfTimesOf(const HeardStrokeRun& run)
{
    std::vector<double> times;
    for (const HeardStroke& stroke : run.strokes) {
        if (stroke.inhaleTimeS) times.push_back(*stroke.inhaleTimeS);
        times.push_back(stroke.timeS);
    }
    if (times.size() < 2) return times;
    const double each = (times.back() - times.front()) / static_cast<double>(times.size() - 1);
    if (times.front() - run.startS > each / 2)
        times.insert(times.begin(), run.startS);
    else
        times.front() = run.startS;
    return times;
}

// Breath turns where it is least loud before the next half has risen.
double turnBefore(double riseS, double fromS, const FeatureTrack& track)
{
    constexpr std::size_t smoothFrames = 9; // on either side
    const auto loudness = [&](std::size_t middle) {
        double power = 0;
        for (std::size_t i = middle - std::min(middle, smoothFrames);
             i < std::min(track.frames(), middle + smoothFrames + 1); ++i)
            for (const float level : track.levels(i)) power += powerOfDb(level);
        return power;
    };
    std::size_t turn = track.frameAt(riseS);
    double least = loudness(turn);
    for (std::size_t i = track.frameAt(fromS); i < track.frameAt(riseS); ++i)
        if (const double power = loudness(i); power < least) {
            least = power;
            turn = i;
        }
    return FeatureTrack::timeOf(turn);
}

bool areQuickBreaths(const std::vector<double>& halves, double endS, std::size_t cycles)
{
    // Of a breath in a hurry; what is faster is no way to breathe for a dozen of cycles.
    constexpr double shortestBreathS = 0.6;
    constexpr double mostDifferent = 1.6;
    if (cycles == 0 || halves.size() < 2) return false;
    const auto count = static_cast<double>(halves.size());
    const double each = (endS - halves.front()) / count;
    const double share = count / 2 / static_cast<double>(cycles);
    return each > shortestBreathS && share < mostDifferent && share > 1 / mostDifferent;
}

} // namespace

Heard withQuickBreaths(Heard heard, const std::vector<PlannedStep>& steps,
                       const FeatureTrack& track)
{
    constexpr double turnSdS = 0.06; // of a dip that is as wide

    const std::size_t cycles = cyclesOfBreathAlone(steps);
    if (cycles == 0 || heard.strokeRuns.empty()) return heard;
    std::vector<HeardSpan> spans;
    for (const HeardSpan& span : heard.spans) {
        const std::vector<double> halves = span.kind == HeardSpan::Kind::Strokes
                                               ? halfTimesOf(heard.strokeRuns[span.index])
                                               : std::vector<double>{};
        if (!areQuickBreaths(halves, span.endS, cycles)) {
            spans.push_back(span);
            continue;
        }
        std::vector<double> turns{span.startS};
        for (std::size_t h = 1; h < halves.size(); ++h)
            turns.push_back(turnBefore(halves[h], (halves[h - 1] + halves[h]) / 2, track));
        for (std::size_t h = 0; h < halves.size(); ++h) {
            const bool isLast = h + 1 == halves.size();
            HeardSpan breath = span;
            breath.kind = HeardSpan::Kind::Breath;
            breath.startS = turns[h];
            breath.startSdS = h == 0 ? span.startSdS : turnSdS;
            breath.endS = isLast ? span.endS : turns[h + 1];
            breath.endSdS = isLast ? span.endSdS : turnSdS;
            breath.index = 0;
            breath.hasCharacter = false;
            spans.push_back(breath);
        }
    }
    heard.spans = std::move(spans);
    numberRuns(heard);
    return heard;
}

} // namespace layakari
