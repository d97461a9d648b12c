// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/stroke_match.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

double countDifference(std::size_t heard, int planned)
{
    return std::fabs(std::log(static_cast<double>(heard) / std::max(1, planned)));
}

namespace {

std::vector<std::size_t> plannedRuns(const std::vector<PlannedStep>& steps)
{
    std::vector<std::size_t> runs;
    for (std::size_t s = 0; s < steps.size(); ++s)
        if (steps[s].strokes()) runs.push_back(s);
    return runs;
}

// Log odds, roughly: a run that is off by half is as likely another one.
constexpr double leftOutCost = 0.8;
constexpr double mostDifference = 2;

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
        const Strokes& wanted = *steps[planned[c]].strokes();
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

} // namespace layakari
