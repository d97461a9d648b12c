// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/plan_guess.hpp"

#include "core/plan/plan_figures.hpp"
#include "core/plan/presets.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace layakari {

namespace {

// A plan whose phases are all open fits any breathing, and says little.
constexpr double openAccuracy = 0.6;
// A hum that is planned and not heard, or heard and not planned, is another practice.
constexpr double otherSound = 0.3;
// Whether it was an ocean breath is less sure by the sound alone.
constexpr double otherFriction = 0.7;
// Own counts run from 0.9 to 1.6 s in most people (docs/formats.md).
constexpr double likelyCountS = 1.2;
constexpr double countSpread = 0.45; // of the log
constexpr double leastFit = 0.05;
constexpr double convincingFit = 0.6;

struct Read {
    PlanGuess guess;
    double explainedS = 0;
};

double explainedSeconds(const Reading& reading)
{
    double seconds = 0;
    for (const ReadCycle& cycle : reading.cycles)
        if (!cycle.extra || cycle.complete) seconds += cycle.endS - cycle.startS;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        if (!run.part.empty()) seconds += run.endS - run.startS;
    return seconds;
}

// How near the runs came to their counts, each to its own, 0 to 1; nothing without strokes on
// either side.
std::optional<double> strokesKept(const Reading& reading)
{
    const int most = std::max(reading.summary.strokesPlanned, reading.summary.strokesHeard);
    if (most == 0) return std::nullopt;
    double asPlanned = 0;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        if (run.targetCount) asPlanned += std::min(run.count, *run.targetCount);
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

double keptWell(const Reading& reading, bool soundsLikeOcean)
{
    const Summary& s = reading.summary;
    const std::optional<double> strokes = strokesKept(reading);
    double kept = s.accuracy ? *s.accuracy / 100 : openAccuracy;
    if (strokes) kept = s.cyclesPlanned > 0 ? (kept + *strokes) / 2 : *strokes;
    const bool hums = !reading.hums.empty();
    if (hums != (s.humsPlanned > 0)) kept *= otherSound;
    if (soundsLikeOcean != wantsOcean(*reading.plan)) kept *= otherFriction;
    if (s.completion) kept *= std::sqrt(*s.completion);
    // What was done beyond the plan counts half: the same practice, longer.
    const auto extra = static_cast<double>(std::count_if(
        reading.cycles.begin(), reading.cycles.end(), [](const ReadCycle& c) { return c.extra; }));
    if (s.cyclesPlanned > 0) kept /= std::sqrt(1 + 0.5 * extra / s.cyclesPlanned);
    if (s.countLengthS) {
        const double z =
            std::log(*s.countLengthS / reading.plan->countLengthS.value_or(likelyCountS)) /
            countSpread;
        kept *= std::exp(-0.5 * z * z);
    }
    return kept;
}

Read readAs(const Listened& listened, const Plan& plan, const Known& known)
{
    const Reading reading = readAgainst(listened, plan, known);
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

} // namespace

std::vector<PlanGuess> guessPlans(const Listened& listened, const std::vector<Plan>& candidates,
                                  const Known& known, std::size_t most, const Progress& progress)
{
    std::vector<Read> reads;
    std::vector<std::string> told;
    double mostExplainedS = 1e-9;
    for (std::size_t i = 0; i < candidates.size() && !progress.stopped(); ++i) {
        const std::string sound = audible(candidates[i]);
        if (std::find(told.begin(), told.end(), sound) == told.end()) {
            told.push_back(sound);
            reads.push_back(readAs(listened, candidates[i], known));
            mostExplainedS = std::max(mostExplainedS, reads.back().explainedS);
        }
        progress.tell(static_cast<double>(i + 1) / static_cast<double>(candidates.size()));
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
    char text[160];
    std::snprintf(text, sizeof text, "fits %.0f of 100", 100 * guess.fit);
    std::string words = text;
    const char* joint = ": ";
    const auto add = [&](const char* format, double value) {
        std::snprintf(text, sizeof text, format, value);
        words += joint;
        words += text;
        joint = ", ";
    };
    if (guess.cycles > 0) add(guess.cycles == 1 ? "%.0f cycle" : "%.0f cycles", guess.cycles);
    if (guess.strokes > 0) add("%.0f strokes", guess.strokes);
    if (guess.accuracy) add("%.0f of 100 kept", *guess.accuracy);
    if (guess.countLengthS) add("in counts of %.2f s", *guess.countLengthS);
    return words;
}

std::vector<Plan> presetPlans()
{
    std::vector<Plan> plans;
    for (const Preset& preset : presets()) plans.push_back(preset.plan);
    return plans;
}

} // namespace layakari
