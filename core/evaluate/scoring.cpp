// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/evaluate/scoring.hpp"

#include "core/measure/read_kind_words.hpp"

#include <algorithm>
#include <cmath>

namespace layakari::scoring {

namespace {

// Below this a pause of natural breathing is a turn or a hold as one likes.
constexpr double shortPauseS = 0.45;

bool isPause(const std::string& kind) { return kind.starts_with("hold"); }

double jaccard(const ReadPhase& heard, const Truth::Phase& truth)
{
    const double both = std::min(heard.endS, truth.endS) - std::max(heard.startS, truth.startS);
    const double either = std::max(heard.endS, truth.endS) - std::min(heard.startS, truth.startS);
    return either > 0 ? both / either : 0;
}

} // namespace

double Score::f1() const
{
    return truePhases + heardPhases == 0 ? 0 : 2.0 * foundPhases / (truePhases + heardPhases);
}

double Score::practiceShareFound() const
{
    return truePracticePhases == 0 ? 0
                                   : static_cast<double>(foundPracticePhases) / truePracticePhases;
}

void Score::add(const Score& other)
{
    truePhases += other.truePhases;
    foundPhases += other.foundPhases;
    heardPhases += other.heardPhases;
    truePracticePhases += other.truePracticePhases;
    foundPracticePhases += other.foundPracticePhases;
    swappedBreaths += other.swappedBreaths;
    trueBreaths += other.trueBreaths;
    boundaryErrorsS.insert(boundaryErrorsS.end(), other.boundaryErrorsS.begin(),
                           other.boundaryErrorsS.end());
    boundarySdsS.insert(boundarySdsS.end(), other.boundarySdsS.begin(), other.boundarySdsS.end());
    for (const auto& [kind, errors] : other.durationErrorsS)
        durationErrorsS[kind].insert(durationErrorsS[kind].end(), errors.begin(), errors.end());
    cyclesTrue += other.cyclesTrue;
    cyclesFound += other.cyclesFound;
}

Summary trueSummary(const Truth& truth, bool byFlow)
{
    std::vector<ReadPhase> phases;
    std::map<int, std::vector<std::size_t>> byCycle;
    for (const Truth::Phase& p : truth.phases) {
        ReadPhase phase;
        for (int k = 0; k < 4; ++k)
            if (p.kind == readKindWords.of(static_cast<ReadKind>(k)))
                phase.kind = static_cast<ReadKind>(k);
        phase.startS = byFlow ? p.flowStartS.value_or(p.startS) : p.startS;
        phase.endS = byFlow ? p.flowEndS.value_or(p.endS) : p.endS;
        phase.role = p.role;
        phase.cycle = p.cycle;
        if (p.cycle) byCycle[*p.cycle].push_back(phases.size());
        phases.push_back(phase);
    }
    std::vector<PlannedStep> planned;
    const std::vector<PlannedStep> steps = unfold(truth.plan);
    for (const PlannedStep& step : steps)
        if (step.cycle()) planned.push_back(step);
    std::vector<ReadCycle> cycles;
    for (const auto& [index, list] : byCycle) {
        const auto& wanted = planned[static_cast<std::size_t>(index)].cycle()->phases;
        ReadCycle cycle;
        std::size_t next = 0;
        for (const Phase& phase : wanted) {
            ReadCycle::Kept kept{phase.kind, phase.counts, {}, 0, {}, {}};
            if (next < list.size() && phases[list[next]].kind == toReadKind(phase.kind))
                kept.heard.push_back(list[next++]);
            // A hold that was interrupted goes on after the sip.
            if (next + 1 < list.size() && isHold(phase.kind) &&
                phases[list[next + 1]].kind == toReadKind(phase.kind)) {
                kept.heard.push_back(list[next + 1]);
                next += 2;
            }
            if (kept.heard.empty()) cycle.complete = false;
            cycle.phases.push_back(kept);
        }
        cycles.push_back(cycle);
    }
    return measure(phases, cycles, &truth.plan);
}

Score scoreReading(const Reading& reading, const Truth& truth)
{
    Score score;
    std::vector<bool> used(reading.phases.size(), false);
    for (const Truth::Phase& t : truth.phases) {
        const bool practice = t.role == Role::Practice;
        const bool optional = !practice && isPause(t.kind) && t.endS - t.startS < shortPauseS;
        std::size_t best = reading.phases.size();
        for (std::size_t i = 0; i < reading.phases.size(); ++i)
            if (!used[i] && jaccard(reading.phases[i], t) > 0.5) best = i;
        const bool overlaps = best < reading.phases.size();
        const bool found = overlaps && t.kind == readKindWords.of(reading.phases[best].kind);
        if (overlaps) used[best] = true;
        if (optional) continue;
        ++score.truePhases;
        score.heardPhases += overlaps;
        score.foundPhases += found;
        score.truePracticePhases += practice;
        score.foundPracticePhases += practice && found;
        const bool breath = t.kind == "inhale" || t.kind == "exhale";
        score.trueBreaths += breath;
        score.swappedBreaths +=
            breath && overlaps && !found && !isPause(readKindWords.of(reading.phases[best].kind));
        if (!found || !practice) continue;
        const ReadPhase& heard = reading.phases[best];
        score.boundaryErrorsS.insert(score.boundaryErrorsS.end(),
                                     {heard.startS - t.startS, heard.endS - t.endS});
        score.boundarySdsS.insert(score.boundarySdsS.end(), {heard.startSdS, heard.endSdS});
        score.durationErrorsS[t.kind].push_back(heard.seconds() - (t.endS - t.startS));
    }
    for (std::size_t i = 0; i < used.size(); ++i) {
        const ReadPhase& heard = reading.phases[i];
        if (!used[i] && heard.seconds() >= shortPauseS) ++score.heardPhases;
    }
    const Summary ideal = trueSummary(truth);
    score.cyclesTrue = ideal.cyclesHeard;
    score.cyclesFound = static_cast<int>(std::count_if(
        reading.cycles.begin(), reading.cycles.end(), [](const ReadCycle& c) { return !c.extra; }));
    if (ideal.accuracy)
        score.accuracyError = reading.summary.accuracy.value_or(0) - *ideal.accuracy;
    if (ideal.countLengthS)
        score.countLengthErrorPercent =
            100 * (reading.summary.countLengthS.value_or(0) / *ideal.countLengthS - 1);
    return score;
}

double absoluteQuantile(std::vector<double> values, double share)
{
    if (values.empty()) return 0;
    for (double& v : values) v = std::fabs(v);
    const double rank = std::ceil(share * static_cast<double>(values.size()));
    const auto nth = values.begin() + static_cast<std::ptrdiff_t>(std::max(1.0, rank)) - 1;
    std::nth_element(values.begin(), nth, values.end());
    return *nth;
}

} // namespace layakari::scoring
