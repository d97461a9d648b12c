// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/slow_bellows.hpp"

#include "core/align/stroke_match.hpp"
#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace layakari {

namespace {

constexpr double shortestHalfS = 0.35;
constexpr double longestHalfS = 3.2;
constexpr double longestTurnS = 0.5;
constexpr double weakerThanRunDb = 7;

struct Stretch {
    std::vector<std::size_t> breaths; // indices of spans
};

double levelOf(const HeardSpan& span) { return span.character.values[BreathCharacter::level]; }

// Stretches of breath that turns without a pause.
std::vector<Stretch> unbrokenStretches(const Heard& heard)
{
    std::vector<Stretch> stretches(1);
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        const HeardSpan& span = heard.spans[i];
        const bool isHalf = span.kind == HeardSpan::Kind::Breath &&
                            span.seconds() > shortestHalfS && span.seconds() < longestHalfS;
        const bool isTurn = span.kind != HeardSpan::Kind::Breath && span.seconds() < longestTurnS;
        if (isHalf)
            stretches.back().breaths.push_back(i);
        else if (!isTurn && !stretches.back().breaths.empty())
            stretches.emplace_back();
    }
    return stretches;
}

// How much longer breath is after a place in a stretch than before it, of the log: at least so much
// for those that follow and precede by an even number, which are of one kind; 0 where one kind says
// the other. `sharply` tells it from the places beside it.
struct LengthChange {
    double least = 0;
    double sharply = 0;
};

LengthChange lengthChangeAt(const std::vector<double>& logLengths, std::size_t place)
{
    constexpr std::size_t side = 6; // three of each kind
    LengthChange change;
    bool first = true;
    for (std::size_t kind = 0; kind < 2; ++kind) {
        std::vector<float> before;
        std::vector<float> after;
        for (std::size_t k = place - std::min(place, side);
             k < std::min(logLengths.size(), place + side); ++k)
            if (k % 2 == kind) (k < place ? before : after).push_back(float(logLengths[k]));
        if (before.empty() || after.empty()) continue;
        const double longer = quantile(after, 0.5) - quantile(before, 0.5);
        if (!first && (longer > 0) != (change.least > 0)) return {};
        if (first || std::fabs(longer) < std::fabs(change.least)) change.least = longer;
        first = false;
        const auto mean = [](const std::vector<float>& of) {
            return std::accumulate(of.begin(), of.end(), 0.0) / static_cast<double>(of.size());
        };
        change.sharply += std::fabs(mean(after) - mean(before));
    }
    return change;
}

// Bellows change their pace little by little. Where breath is much longer or shorter all at once
// and stays so, natural breath begins or ends.
void partByLength(Stretch stretch, const Heard& heard, std::vector<Stretch>& parts)
{
    constexpr double otherBreath = 0.4; // of the log: half as long again
    // The last exhale of whole strokes may be a long one.
    const std::size_t leastAfter = stretch.breaths.size() % 2 == 0 ? 2 : 1;
    std::vector<double> logLengths;
    for (const std::size_t i : stretch.breaths)
        logLengths.push_back(std::log(heard.spans[i].seconds()));
    std::size_t sharpest = 0;
    double sharply = 0;
    for (std::size_t place = 1; place + leastAfter <= logLengths.size(); ++place) {
        const LengthChange change = lengthChangeAt(logLengths, place);
        if (std::fabs(change.least) < otherBreath || change.sharply < sharply) continue;
        sharpest = place;
        sharply = change.sharply;
    }
    if (sharpest == 0) {
        parts.push_back(std::move(stretch));
        return;
    }
    const auto at = stretch.breaths.begin() + static_cast<std::ptrdiff_t>(sharpest);
    partByLength({{stretch.breaths.begin(), at}}, heard, parts);
    partByLength({{at, stretch.breaths.end()}}, heard, parts);
}

std::vector<HeardStroke> halvesOf(const Stretch& stretch, const Heard& heard)
{
    std::vector<HeardStroke> halves;
    for (const std::size_t i : stretch.breaths) {
        const HeardSpan& span = heard.spans[i];
        halves.push_back({span.startS, levelOf(span), true, span.seconds(), {}, 0});
    }
    return halves;
}

// Of an odd number the end that is unlike its kind is no half of a stroke.
void makeEven(Stretch& stretch, const Heard& heard, LouderHalf louder)
{
    const std::vector<HeardStroke> halves = halvesOf(stretch, heard);
    const std::vector<HeardStroke> even = evenHalves(halves, louder);
    if (even.size() == halves.size()) return;
    if (even.front().timeS > halves.front().timeS)
        stretch.breaths.erase(stretch.breaths.begin());
    else
        stretch.breaths.pop_back();
}

// What most of a stretch reaches, in dB.
double usualLevelOf(const Stretch& stretch, const Heard& heard)
{
    std::vector<double> levels;
    for (const std::size_t i : stretch.breaths) levels.push_back(levelOf(heard.spans[i]));
    std::sort(levels.begin(), levels.end());
    return levels[3 * levels.size() / 4];
}

// Natural breaths at either end are weaker than the bellows.
void trim(Stretch& stretch, const Heard& heard)
{
    if (stretch.breaths.empty()) return;
    const double usual = usualLevelOf(stretch, heard);
    const auto isWeak = [&](std::size_t i) {
        return levelOf(heard.spans[i]) < usual - weakerThanRunDb;
    };
    while (!stretch.breaths.empty() && isWeak(stretch.breaths.back())) stretch.breaths.pop_back();
    while (!stretch.breaths.empty() && isWeak(stretch.breaths.front()))
        stretch.breaths.erase(stretch.breaths.begin());
}

double usualLengthS(const Stretch& stretch, const Heard& heard)
{
    const double fromS = heard.spans[stretch.breaths.front()].startS;
    const double untilS = heard.spans[stretch.breaths.back()].endS;
    return (untilS - fromS) / static_cast<double>(stretch.breaths.size());
}

// A pause of a few seconds does not end a run, if what follows is as loud and as quick. A breath
// alone between two pauses is a natural one.
std::vector<Stretch> joinedAcrossPauses(std::vector<Stretch> stretches, const Heard& heard)
{
    constexpr double longestPauseS = 3;
    constexpr std::size_t fewestHalves = 4;
    constexpr double samePace = 0.25; // of the log of a half's length
    std::vector<Stretch> joined;
    double lastLengthS = 0;
    for (Stretch& next : stretches) {
        if (next.breaths.empty()) continue;
        if (!joined.empty()) {
            Stretch& last = joined.back();
            const double pauseS =
                heard.spans[next.breaths.front()].startS - heard.spans[last.breaths.back()].endS;
            const double apartDb = usualLevelOf(next, heard) - usualLevelOf(last, heard);
            const bool areRuns = std::min(next.breaths.size(), last.breaths.size()) >= fewestHalves;
            const double pace = std::log(usualLengthS(next, heard) / lastLengthS);
            if (areRuns && pauseS < longestPauseS && std::fabs(apartDb) < weakerThanRunDb &&
                std::fabs(pace) < samePace) {
                last.breaths.insert(last.breaths.end(), next.breaths.begin(), next.breaths.end());
                continue;
            }
        }
        lastLengthS = usualLengthS(next, heard);
        joined.push_back(std::move(next));
    }
    return joined;
}

HeardStrokeRun runOf(const Stretch& stretch, const Heard& heard, LouderHalf louder)
{
    HeardStrokeRun run;
    run.startS = heard.spans[stretch.breaths.front()].startS;
    run.endS = heard.spans[stretch.breaths.back()].endS;
    constexpr double plansWord = 0.8;
    constexpr double halfMissing = 0.75; // which end lacks it, or whether one has a breath too many
    run.strokes = strokesOfHalves(halvesOf(stretch, heard), louder);
    run.confidence = plansWord;
    run.countConfidence = plansWord * (stretch.breaths.size() % 2 == 1 ? halfMissing : 1);
    run.twoSided = true;
    return run;
}

struct Bellows {
    std::vector<Stretch> runs;
    LouderHalf louder = LouderHalf::Unknown;
};

// In time order, no more than are missing: the loudest, since natural breath is fainter.
Bellows bellowsAmong(const Heard& heard, std::size_t fewestHalves, std::size_t missing)
{
    std::vector<Stretch> stretches;
    for (Stretch& unbroken : unbrokenStretches(heard))
        partByLength(std::move(unbroken), heard, stretches);
    for (Stretch& stretch : stretches) trim(stretch, heard);
    std::vector<std::vector<HeardStroke>> halves;
    for (const Stretch& stretch : stretches)
        if (stretch.breaths.size() >= fewestHalves) halves.push_back(halvesOf(stretch, heard));
    const LouderHalf louder = louderHalfOf(halves);
    for (Stretch& stretch : stretches) makeEven(stretch, heard, louder);
    stretches = joinedAcrossPauses(std::move(stretches), heard);
    std::erase_if(stretches, [&](const Stretch& s) { return s.breaths.size() < fewestHalves; });
    std::stable_sort(stretches.begin(), stretches.end(), [&](const Stretch& a, const Stretch& b) {
        return usualLevelOf(a, heard) > usualLevelOf(b, heard);
    });
    stretches.resize(std::min(stretches.size(), missing));
    std::sort(stretches.begin(), stretches.end(),
              [](const Stretch& a, const Stretch& b) { return a.breaths < b.breaths; });
    return {std::move(stretches), louder};
}

// The counts of the planned runs of bellows that no heard run is.
std::vector<int> bellowsNotHeard(const Heard& heard, const std::vector<PlannedStep>& steps)
{
    const auto matched = matchRuns(heard.strokeRuns, steps);
    std::vector<int> counts;
    for (std::size_t s = 0; s < steps.size(); ++s) {
        const Strokes* strokes = steps[s].strokes();
        if (strokes && strokes->style == StrokeStyle::Bhastrika &&
            std::find(matched.begin(), matched.end(), s) == matched.end())
            counts.push_back(strokes->strokes);
    }
    return counts;
}

} // namespace

Heard withSlowBellows(const Heard& heard, const std::vector<PlannedStep>& steps)
{
    const std::vector<int> wanted = bellowsNotHeard(heard, steps);
    if (wanted.empty()) return heard;
    const int fewest = *std::min_element(wanted.begin(), wanted.end());
    Heard result = heard;
    std::vector<bool> used(heard.spans.size(), false);
    std::vector<HeardSpan> runs;
    const Bellows bellows = bellowsAmong(
        heard, std::max(2 * fewestStrokes, static_cast<std::size_t>(fewest)), wanted.size());
    for (const Stretch& stretch : bellows.runs) {
        const HeardStrokeRun run = runOf(stretch, heard, bellows.louder);
        HeardSpan span = heard.spans[stretch.breaths.front()];
        span.kind = HeardSpan::Kind::Strokes;
        span.endS = run.endS;
        span.endSdS = heard.spans[stretch.breaths.back()].endSdS;
        span.index = result.strokeRuns.size();
        result.strokeRuns.push_back(run);
        for (std::size_t i = stretch.breaths.front(); i <= stretch.breaths.back(); ++i)
            used[i] = true;
        runs.push_back(span);
    }
    if (runs.empty()) return heard;
    result.spans.clear();
    std::size_t next = 0;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        while (next < runs.size() && runs[next].startS <= heard.spans[i].startS)
            result.spans.push_back(runs[next++]);
        if (!used[i]) result.spans.push_back(heard.spans[i]);
    }
    numberRuns(result);
    return result;
}

} // namespace layakari
