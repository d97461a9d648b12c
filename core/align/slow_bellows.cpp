// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/slow_bellows.hpp"

#include "core/align/beat_halves.hpp"
#include "core/align/breath_beat.hpp"
#include "core/align/stroke_match.hpp"
#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

namespace layakari {

namespace {

constexpr double shortestHalfS = 0.35;
constexpr double longestHalfS = 3.2;
constexpr double longestTurnS = 0.5;

struct Stretch {
    std::vector<std::size_t> breaths; // indices of spans
};

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

// Natural breaths at either end are weaker than the bellows.
void trim(Stretch& stretch, const Heard& heard)
{
    if (stretch.breaths.empty()) return;
    const double usual = usualLevelOf(stretch.breaths, heard);
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
            const double apartDb =
                usualLevelOf(next.breaths, heard) - usualLevelOf(last.breaths, heard);
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

Bellows bellowsAmong(const Heard& heard, std::size_t fewestHalves)
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

// One run of slow bellows: from the beginning of one span to the end of another.
struct FoundRun {
    std::size_t firstSpan = 0;
    std::size_t lastSpan = 0;
    double levelDb = 0;
    HeardStrokeRun run;
};

// Bellows of which one half is heard, and the other now and then.
FoundRun runOnABeat(const BreathsOnABeat& on, const Heard& heard, LouderHalf louder)
{
    constexpr double plansWord = 0.7;
    constexpr double noneMore = 0.8; // at an end a stroke may have been lost, or be a breath
    FoundRun found{on.firstSpan, on.lastSpan, 0, {}};
    found.run.startS = heard.spans[on.firstSpan].startS;
    found.run.endS = heard.spans[on.lastSpan].endS;
    std::vector<HeardStroke> halves;
    std::vector<float> levels;
    for (const BeatOfBreath& beat : on.halves) {
        halves.push_back({beat.timeS, beat.levelDb, beat.heard, beat.seconds, {}, 0});
        levels.push_back(static_cast<float>(beat.levelDb));
    }
    found.run.strokes = on.areBoth ? strokesOfHalves(evenHalves(halves, louder), louder) : halves;
    found.levelDb = quantile(levels, 0.75);
    found.run.confidence = plansWord;
    found.run.countConfidence = noneMore;
    found.run.twoSided = true;
    return found;
}

// How far a count is from any that is planned.
double farFrom(std::size_t count, const std::vector<int>& wanted)
{
    double least = std::numeric_limits<double>::infinity();
    for (const int planned : wanted) least = std::min(least, countDifference(count, planned));
    return least;
}

// Breath on a beat goes before what it covers where it is clearly nearer to a planned run.
void putIn(std::vector<FoundRun>& runs, FoundRun onBeat, const std::vector<int>& wanted)
{
    constexpr double clearlyNearer = 0.2;
    const auto overlaps = [&](const FoundRun& run) {
        return run.firstSpan <= onBeat.lastSpan && run.lastSpan >= onBeat.firstSpan;
    };
    const double far = farFrom(onBeat.run.strokes.size(), wanted);
    for (const FoundRun& run : runs)
        if (overlaps(run) && farFrom(run.run.strokes.size(), wanted) < far + clearlyNearer) return;
    std::erase_if(runs, overlaps);
    runs.push_back(std::move(onBeat));
}

// In time order, no more than are missing: the loudest, since natural breath is fainter.
std::vector<FoundRun> slowRuns(const Heard& heard, const std::vector<int>& wanted)
{
    // Of 20 natural breaths a tenth has eight as regular (core-breath_beat).
    constexpr double mostOfThem = 0.8;
    const auto fewest = static_cast<std::size_t>(*std::min_element(wanted.begin(), wanted.end()));
    std::vector<FoundRun> runs;
    const Bellows bellows = bellowsAmong(heard, std::max(2 * fewestStrokes, fewest));
    for (const Stretch& stretch : bellows.runs)
        runs.push_back({stretch.breaths.front(), stretch.breaths.back(),
                        usualLevelOf(stretch.breaths, heard),
                        runOf(stretch, heard, bellows.louder)});
    const auto fewestBeats =
        std::max(fewestStrokes, static_cast<std::size_t>(mostOfThem * static_cast<double>(fewest)));
    for (const BreathsOnABeat& on : breathsOnABeat(heard, fewestBeats))
        putIn(runs, runOnABeat(on, heard, bellows.louder), wanted);
    std::stable_sort(runs.begin(), runs.end(),
                     [](const FoundRun& a, const FoundRun& b) { return a.levelDb > b.levelDb; });
    runs.resize(std::min(runs.size(), wanted.size()));
    std::sort(runs.begin(), runs.end(),
              [](const FoundRun& a, const FoundRun& b) { return a.firstSpan < b.firstSpan; });
    return runs;
}

} // namespace

Heard withSlowBellows(const Heard& heard, const std::vector<PlannedStep>& steps)
{
    const std::vector<int> wanted = bellowsNotHeard(heard, steps);
    if (wanted.empty()) return heard;
    const std::vector<FoundRun> runs = slowRuns(heard, wanted);
    if (runs.empty()) return heard;
    Heard result = heard;
    result.spans.clear();
    auto next = runs.begin();
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        if (next == runs.end() || i < next->firstSpan) {
            result.spans.push_back(heard.spans[i]);
            continue;
        }
        HeardSpan span = heard.spans[next->firstSpan];
        span.kind = HeardSpan::Kind::Strokes;
        span.endS = next->run.endS;
        span.endSdS = heard.spans[next->lastSpan].endSdS;
        span.index = result.strokeRuns.size();
        result.spans.push_back(span);
        result.strokeRuns.push_back(next->run);
        i = next->lastSpan;
        ++next;
    }
    numberRuns(result);
    return result;
}

} // namespace layakari
