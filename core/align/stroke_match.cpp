// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/stroke_match.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace layakari {

namespace {

const Strokes* strokesOf(const PlannedStep& step)
{
    const auto* strokes = std::get_if<const Strokes*>(&step.content);
    return strokes ? *strokes : nullptr;
}

std::vector<std::size_t> plannedRuns(const std::vector<PlannedStep>& steps)
{
    std::vector<std::size_t> runs;
    for (std::size_t s = 0; s < steps.size(); ++s)
        if (strokesOf(steps[s])) runs.push_back(s);
    return runs;
}

double countDifference(std::size_t heard, int planned)
{
    return std::fabs(std::log(static_cast<double>(heard) / std::max(1, planned)));
}

// Log odds, roughly: a run that is off by half is as likely another one.
constexpr double leftOutCost = 0.8;
constexpr double mostDifference = 2;

// Bellows that only a plan can tell from breaths.
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

// Runs are numbered as they come.
void numberRuns(Heard& heard)
{
    std::vector<HeardStrokeRun> ordered;
    for (HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Strokes) {
            ordered.push_back(heard.strokeRuns[span.index]);
            span.index = ordered.size() - 1;
        }
    heard.strokeRuns = std::move(ordered);
}

// How many cycles of nothing but breath are planned; 0 where there is anything else.
std::size_t cyclesOfBreathAlone(const std::vector<PlannedStep>& steps)
{
    std::size_t cycles = 0;
    for (const PlannedStep& step : steps) {
        if (strokesOf(step)) return 0;
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

// Whether each of its strokes is half a stroke of the plan.
bool areHalvesOf(const HeardStrokeRun& run, const Strokes& planned)
{
    constexpr double clearlyBetter = 0.25; // of the log of the counts
    const std::size_t halves = run.strokes.size();
    return planned.style == StrokeStyle::Bhastrika && halves >= 4 &&
           countDifference((halves + 1) / 2, planned.strokes) + clearlyBetter <=
               countDifference(halves, planned.strokes);
}

// A gap of two halves: one was not heard. A pause comes after whole strokes, and is rarely as long.
std::vector<HeardStroke> withLostHalves(std::vector<HeardStroke> halves)
{
    constexpr double nearlyTwo = 0.4; // of a half: the pace may change
    constexpr std::size_t side = 4;
    std::vector<HeardStroke> all;
    for (std::size_t k = 0; k < halves.size(); ++k) {
        if (k > 0) {
            std::vector<double> gaps;
            for (std::size_t i = k > side ? k - side : 1; i < std::min(halves.size(), k + side);
                 ++i)
                gaps.push_back(halves[i].timeS - halves[i - 1].timeS);
            const auto middle = gaps.begin() + static_cast<std::ptrdiff_t>(gaps.size() / 2);
            std::nth_element(gaps.begin(), middle, gaps.end());
            const double gap = halves[k].timeS - halves[k - 1].timeS;
            if (std::fabs(gap / *middle - 2) < nearlyTwo) {
                HeardStroke lost = halves[k - 1];
                lost.timeS += gap / 2;
                lost.sure = false;
                all.push_back(lost);
            }
        }
        all.push_back(halves[k]);
    }
    return all;
}

} // namespace

std::vector<std::optional<std::size_t>> matchRuns(const std::vector<HeardStrokeRun>& runs,
                                                  const std::vector<PlannedStep>& steps)
{
    const std::vector<std::size_t> planned = plannedRuns(steps);
    const std::size_t rows = runs.size();
    const std::size_t columns = planned.size();
    std::vector<std::vector<double>> cost(rows + 1, std::vector<double>(columns + 1, 0));
    const auto pairCost = [&](std::size_t r, std::size_t c) {
        const Strokes& wanted = *strokesOf(steps[planned[c]]);
        const std::size_t count = countedAs(runs[r], wanted).strokes.size();
        return std::min(mostDifference, countDifference(count, wanted.strokes));
    };
    for (std::size_t r = rows + 1; r-- > 0;)
        for (std::size_t c = columns + 1; c-- > 0;) {
            if (r == rows && c == columns) continue;
            double best = 1e18;
            if (r < rows) best = std::min(best, leftOutCost + cost[r + 1][c]);
            if (c < columns) best = std::min(best, leftOutCost + cost[r][c + 1]);
            if (r < rows && c < columns) best = std::min(best, pairCost(r, c) + cost[r + 1][c + 1]);
            cost[r][c] = best;
        }
    std::vector<std::optional<std::size_t>> matched(rows);
    std::size_t r = 0;
    std::size_t c = 0;
    while (r < rows && c < columns) {
        if (cost[r][c] == pairCost(r, c) + cost[r + 1][c + 1])
            matched[r++] = planned[c++];
        else if (cost[r][c] == leftOutCost + cost[r + 1][c])
            ++r;
        else
            ++c;
    }
    return matched;
}

HeardStrokeRun countedAs(HeardStrokeRun run, const Strokes& planned, LouderHalf louder)
{
    constexpr double alike = 0.7;
    if (!areHalvesOf(run, planned)) return run;
    run.strokes = strokesOfHalves(evenHalves(withLostHalves(run.strokes), louder), louder);
    run.twoSided = true;
    run.countConfidence *= alike;
    return run;
}

LouderHalf louderHalfOf(const std::vector<HeardStrokeRun>& runs,
                        const std::vector<const Strokes*>& planned)
{
    std::vector<std::vector<HeardStroke>> halves;
    for (std::size_t i = 0; i < runs.size(); ++i)
        if (planned[i] && areHalvesOf(runs[i], *planned[i]))
            halves.push_back(withLostHalves(runs[i].strokes));
    return louderHalfOf(halves);
}

namespace {

// The counts of the planned runs of bellows that no heard run is.
std::vector<int> bellowsNotHeard(const Heard& heard, const std::vector<PlannedStep>& steps)
{
    const auto matched = matchRuns(heard.strokeRuns, steps);
    std::vector<int> counts;
    for (const std::size_t s : plannedRuns(steps))
        if (strokesOf(steps[s])->style == StrokeStyle::Bhastrika &&
            std::find(matched.begin(), matched.end(), s) == matched.end())
            counts.push_back(strokesOf(steps[s])->strokes);
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
