// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/plan_guess.hpp"

#include "core/curriculum/presets.hpp"
#include "core/language/message.hpp"
#include "core/measure/robust.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/reading/longer_plan.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <utility>

namespace layakari {

namespace {

// A plan whose phases are all open fits any breathing, and says little.
constexpr double openAccuracy = 0.6;
// A hum that is planned and not heard, or heard and not planned, is another practice.
constexpr double otherSound = 0.3;
// Whether it was an ocean breath is less sure by the sound alone.
constexpr double otherFriction = 0.7;
// Hums on one pitch where the plan has two are half of them off; a semitone is the least between
// swaras.
constexpr double otherPitch = 0.6;
constexpr double swaraCents = 100;
// Own counts run from 0.9 to 1.6 s in most people (docs/formats.md).
constexpr double likelyCountS = 1.2;
constexpr double countSpread = 0.45; // of the log
// What a plan loses whose rests between rounds nobody took: breath after breath without one is no
// rounds.
constexpr double untakenRests = 0.3;
// The same practice, longer: of two plans the one that is as long as the practice fits better, but
// four cycles of a pattern that is gone on with for half an hour are still that pattern.
constexpr double longerCosts = 0.3;
// What strokes lose at most where their count is unsure, and where their pace is another; people
// keep other paces than a preset's.
constexpr double strokeDoubt = 0.2;
constexpr double paceSpread = 0.35; // of the log: half the pace is two spreads away
constexpr double otherPace = 0.5;   // steady where it should rise and fall, or the other way round
constexpr double leastFit = 0.05;
constexpr double convincingFit = 0.6;

struct Read {
    PlanGuess guess;
    double explainedS = 0;
};

// The time for which the plan has a name. A hold where it has none is not explained by the cycle
// that it lies in.
double explainedSeconds(const Reading& reading)
{
    double seconds = 0;
    for (const ReadCycle& cycle : reading.cycles)
        if (!cycle.extra || cycle.complete)
            for (const ReadCycle::Kept& kept : cycle.phases) seconds += kept.seconds;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        if (!run.part.empty()) seconds += run.endS - run.startS;
    return seconds;
}

// 1 where two lengths of time are the same, 0.61 where they are one spread apart, 0 far off.
double likeness(double seconds, double other, double logSpread)
{
    const double z = std::log(seconds / other) / logSpread;
    return std::exp(-0.5 * z * z);
}

// How sure a run's count is as this plan counts, and how near its pace is to the planned one. They
// tell twenty strokes from ten bellows, which have their halves where those have strokes.
double soundsAsPlanned(const ReadStrokeRun& run)
{
    double paceIsAsPlanned = 1;
    if (run.ratePerMin && run.targetRatePerMin)
        paceIsAsPlanned = likeness(*run.ratePerMin, *run.targetRatePerMin, paceSpread);
    if (!run.pace.empty() && run.plannedPace && run.pace != toWord(*run.plannedPace))
        paceIsAsPlanned *= otherPace;
    return (1 - strokeDoubt + strokeDoubt * run.countConfidence) *
           (1 - strokeDoubt + strokeDoubt * paceIsAsPlanned);
}

// How near the runs came to their counts, each to its own, 0 to 1; nothing without strokes on
// either side.
std::optional<double> strokesKept(const Reading& reading)
{
    const int most = std::max(reading.summary.strokesPlanned, reading.summary.strokesHeard);
    if (most == 0) return std::nullopt;
    double asPlanned = 0;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        if (run.targetCount)
            asPlanned += std::min(run.count, *run.targetCount) * soundsAsPlanned(run);
    return asPlanned / most;
}

bool wantsOcean(const Plan& plan)
{
    bool wants = false;
    for (const PlannedStep& step : unfold(plan))
        if (step.cycle())
            for (const Phase& phase : step.cycle()->phases)
                wants = wants || phase.sound == PhaseSound::Ujjayi;
    return wants;
}

// The share of the hums that are nearer to their pitch than the next swara is: to the planned one,
// or where the plan names none to that of most.
double humsOnPitch(const Reading& reading)
{
    std::vector<double> pitches;
    for (const ReadHum& hum : reading.hums)
        if (hum.pitchHz) pitches.push_back(*hum.pitchHz);
    if (pitches.empty()) return 1;
    const double usualHz = median(pitches);
    int near = 0;
    for (const ReadHum& hum : reading.hums)
        if (hum.pitchHz)
            near +=
                std::abs(hum.centsFromTarget.value_or(1200 * std::log2(*hum.pitchHz / usualHz))) <
                swaraCents;
    return near / static_cast<double>(pitches.size());
}

// The share of the rests between the plan's cycles in which there was natural breathing; 1 without
// rests.
double restsTaken(const Reading& reading)
{
    int planned = 0;
    int since = 0;
    for (const PlannedStep& step : unfold(*reading.plan))
        if (std::holds_alternative<const Rest*>(step.content))
            ++since;
        else
            planned += std::exchange(since, 0);
    const auto taken = static_cast<double>(reading.rests.size());
    return planned == 0 ? 1 : std::min(1.0, taken / planned);
}

double keptWell(const Reading& reading, bool soundsLikeOcean)
{
    const Summary& s = reading.summary;
    const std::optional<double> strokes = strokesKept(reading);
    double kept = s.accuracy ? *s.accuracy / 100 : openAccuracy;
    if (strokes) kept = s.cyclesPlanned > 0 ? (kept + *strokes) / 2 : *strokes;
    const bool hums = !reading.hums.empty();
    if (hums != (s.humsPlanned > 0)) kept *= otherSound;
    kept *= otherPitch + (1 - otherPitch) * humsOnPitch(reading);
    if (soundsLikeOcean != wantsOcean(*reading.plan)) kept *= otherFriction;
    kept *= 1 - untakenRests * (1 - restsTaken(reading));
    if (s.completion) kept *= std::sqrt(*s.completion);
    // What was done beyond the plan counts half: the same practice, longer.
    const auto extra = static_cast<double>(std::count_if(
        reading.cycles.begin(), reading.cycles.end(), [](const ReadCycle& c) { return c.extra; }));
    if (s.cyclesPlanned > 0) kept /= std::sqrt(1 + 0.5 * extra / s.cyclesPlanned);
    if (s.countLengthS)
        kept *= likeness(*s.countLengthS, reading.plan->countLengthS.value_or(likelyCountS),
                         countSpread);
    return kept;
}

Read readAs(const Listened& listened, const Plan& plan, const Reading& reading)
{
    Read read;
    read.guess.plan = plan;
    read.guess.cycles = reading.summary.cyclesHeard;
    read.guess.strokes = reading.summary.strokesPlanned > 0 ? reading.summary.strokesHeard : 0;
    read.guess.accuracy = reading.summary.accuracy;
    read.guess.countLengthS = reading.summary.countLengthS;
    read.guess.fit = keptWell(reading, !listened.heard.ocean.empty());
    read.explainedS = explainedSeconds(reading);
    return read;
}

// What a recording can tell of a plan: the same for plans that differ in nothing audible.
std::string audible(const Plan& plan)
{
    Plan heard;
    heard.countLengthS = plan.countLengthS;
    heard.parts = plan.parts;
    forEachCycles(heard.parts, [](Cycles& cycles) {
        for (Phase& phase : cycles.phases)
            phase = {phase.kind,
                     phase.counts,
                     phase.sound == PhaseSound::Sigh ? PhaseSound::Plain : phase.sound,
                     phase.pitch,
                     std::nullopt,
                     std::nullopt,
                     std::nullopt,
                     {}};
    });
    return planToJson(heard);
}

// Whether it is not among those that were told before; it is from now on.
bool isNew(std::string sound, std::vector<std::string>& told)
{
    if (std::find(told.begin(), told.end(), sound) != told.end()) return false;
    told.push_back(std::move(sound));
    return true;
}

// As it is, or repeated as often as it was done, whichever fits better. Not repeated into one of
// those that are `told`: two of a kind need not be offered.
Read bestRead(const Listened& listened, const Plan& plan, const Known& known,
              std::vector<std::string>& told)
{
    const Reading asPlanned = readHeard(soFar(listened), plan, known);
    Read read = readAs(listened, plan, asPlanned);
    const auto longer = repeatedAsHeard(plan, listened, known, asPlanned);
    if (!longer || !isNew(audible(*longer), told)) return read;
    Read oftener = readAs(listened, *longer, readHeard(soFar(listened), *longer, known));
    const double planned = plannedCycleCount(plan);
    oftener.guess.fit *= 1 - longerCosts * (1 - planned / plannedCycleCount(*longer));
    const bool isBetter = oftener.guess.fit * oftener.explainedS > read.guess.fit * read.explainedS;
    return isBetter ? oftener : read;
}

} // namespace

std::vector<PlanGuess> guessPlans(const Listened& listened, const std::vector<Plan>& candidates,
                                  const Known& known, std::size_t most, const Progress& progress)
{
    std::vector<std::string> told;
    std::vector<const Plan*> distinct;
    for (const Plan& plan : candidates)
        if (isNew(audible(plan), told)) distinct.push_back(&plan);
    std::vector<Read> reads;
    double mostExplainedS = 1e-9;
    for (std::size_t i = 0; i < distinct.size() && !progress.stopped(); ++i) {
        reads.push_back(bestRead(listened, *distinct[i], known, told));
        mostExplainedS = std::max(mostExplainedS, reads.back().explainedS);
        progress.tell(static_cast<double>(i + 1) / static_cast<double>(distinct.size()));
    }
    std::vector<PlanGuess> guesses;
    for (Read& read : reads) {
        read.guess.fit *= read.explainedS / mostExplainedS;
        if (read.guess.fit >= leastFit) guesses.push_back(std::move(read.guess));
    }
    std::stable_sort(guesses.begin(), guesses.end(),
                     [](const PlanGuess& a, const PlanGuess& b) { return a.fit > b.fit; });
    if (guesses.size() > most) guesses.resize(most);
    return guesses;
}

std::optional<PlanGuess> convincingGuess(const Listened& listened, const Known& known,
                                         const Progress& progress)
{
    auto guesses = guessPlans(listened, presetPlans(), known, 1, progress);
    if (guesses.empty() || guesses.front().fit < convincingFit) return std::nullopt;
    return std::move(guesses.front());
}

std::string fitInWords(const PlanGuess& guess)
{
    std::vector<std::string> parts;
    if (guess.cycles > 0) parts.push_back(say("guess.cycles", {{"cycles", guess.cycles}}));
    if (guess.strokes > 0) parts.push_back(say("guess.strokes", {{"strokes", guess.strokes}}));
    if (guess.accuracy) parts.push_back(say("guess.accuracy", {{"percent", *guess.accuracy}}));
    if (guess.countLengthS) parts.push_back(say("guess.count", {{"count", *guess.countLengthS}}));
    std::string text = say("guess.fit", {{"percent", 100 * guess.fit}});
    for (const std::string& part : parts) text += ", " + part;
    return text;
}

std::vector<Plan> presetPlans()
{
    std::vector<Plan> plans;
    for (const Preset& preset : presets()) plans.push_back(preset.plan);
    return plans;
}

} // namespace layakari
