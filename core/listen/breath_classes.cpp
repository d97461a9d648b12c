// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/breath_classes.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t dimensions = BreathCharacter::size;
// Chance that a breath is of the other kind than the one before. Where it is not, a breath was
// heard in two pieces or not at all: between 0.80 and 0.95 the bench reads the same, at 0.97 it
// holds on to turns against the sound.
constexpr double alternation = 0.90;
constexpr int rounds = 25;
constexpr double settled = 1e-6; // of a probability: far less than is ever shown
// The least standard deviation within a kind, per dimension: two breaths of one person differ by
// this much even on a good recording, and a handful of breaths must not look more certain than
// that.
constexpr std::array<double, dimensions> leastSpread{1.2, 1.2, 1.2, 1.2, 1.5, 0.06};
// Six measures of one breath are not six independent witnesses.
constexpr double witnessShare = 0.5;

struct Kinds {
    std::array<std::array<double, dimensions>, 2> mean{};
    std::array<double, dimensions> spread{};
};

struct Breath {
    BreathCharacter character;
    double logOddsA = 0; // from outside the sound
    // False of a hum, which is surely an exhale and unlike any in sound, of a breath that the room
    // covers, and of what is said to be rest: natural breaths differ more from practised ones, by
    // their loudness before all, than inhales from exhales.
    bool hasCharacter = true;
    bool isHeardAsOne = true; // a breath span of what was heard
};

// Where there are hums, kind B is the exhale.
constexpr double humOdds = 1000;

// What the segments say of a breath's kind: by the sound of all its moments, where the character is
// that of the whole. Both have the same sound to go by, so it speaks for odds of twenty at most.
double logOddsByMoments(const HeardSpan& span)
{
    constexpr double most = 3;
    const double p = std::clamp(span.isFirstKind, 1e-6, 1 - 1e-6);
    return std::clamp(std::log(p / (1 - p)), -most, most);
}

std::vector<Breath> breathsOf(const Heard& heard, const std::vector<std::optional<bool>>& namedA)
{
    std::vector<Breath> breaths;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        const HeardSpan& span = heard.spans[i];
        const bool isNamed = i < namedA.size() && namedA[i];
        const double logOdds = !isNamed ? 0 : (*namedA[i] ? 1 : -1) * std::log(planOdds);
        if (span.kind == HeardSpan::Kind::Hum)
            breaths.push_back({{}, -std::log(humOdds), false, false});
        else if (span.kind == HeardSpan::Kind::Breath)
            breaths.push_back({span.character, logOdds + logOddsByMoments(span),
                               span.hasCharacter && span.saidPart != HeardSpan::Part::Rest, true});
        else if (isNamed)
            breaths.push_back({{}, logOdds, false, false});
    }
    return breaths;
}

double logDensity(const Kinds& kinds, std::size_t kind, const BreathCharacter& character)
{
    double sum = 0;
    for (std::size_t d = 0; d < dimensions; ++d) {
        const double z = (character.values[d] - kinds.mean[kind][d]) / kinds.spread[d];
        sum -= 0.5 * std::min(z * z, 16.0);
    }
    return witnessShare * sum;
}

Kinds fitted(const std::vector<Breath>& breaths, const std::vector<double>& probabilityA)
{
    Kinds kinds;
    std::array<double, 2> weight{1e-9, 1e-9};
    double plain = 0;
    for (std::size_t i = 0; i < breaths.size(); ++i) {
        if (!breaths[i].hasCharacter) continue;
        ++plain;
        const std::array<double, 2> share{probabilityA[i], 1 - probabilityA[i]};
        for (std::size_t k = 0; k < 2; ++k) {
            weight[k] += share[k];
            for (std::size_t d = 0; d < dimensions; ++d)
                kinds.mean[k][d] += share[k] * breaths[i].character.values[d];
        }
    }
    for (std::size_t k = 0; k < 2; ++k)
        for (double& mean : kinds.mean[k]) mean /= weight[k];
    for (std::size_t d = 0; d < dimensions; ++d) {
        double squares = 0;
        for (std::size_t i = 0; i < breaths.size(); ++i) {
            if (!breaths[i].hasCharacter) continue;
            const double value = breaths[i].character.values[d];
            squares += probabilityA[i] * std::pow(value - kinds.mean[0][d], 2) +
                       (1 - probabilityA[i]) * std::pow(value - kinds.mean[1][d], 2);
        }
        kinds.spread[d] = std::max(leastSpread[d], std::sqrt(squares / std::max(1.0, plain)));
    }
    return kinds;
}

struct Sorting {
    std::vector<double> probabilityA;
    double logLikelihood = 0;
};

// Forward and backward pass.
Sorting posteriors(const std::vector<Breath>& breaths, const Kinds& kinds)
{
    const std::size_t count = breaths.size();
    std::vector<std::array<double, 2>> forward(count);
    std::vector<std::array<double, 2>> likelihood(count);
    Sorting sorting;
    for (std::size_t i = 0; i < count; ++i) {
        const bool plain = breaths[i].hasCharacter;
        const double a =
            (plain ? logDensity(kinds, 0, breaths[i].character) : 0) + breaths[i].logOddsA;
        const double b = plain ? logDensity(kinds, 1, breaths[i].character) : 0;
        const double high = std::max(a, b);
        likelihood[i] = {std::exp(a - high), std::exp(b - high)};
        for (std::size_t k = 0; k < 2; ++k) {
            const double prior = i == 0 ? 0.5
                                        : forward[i - 1][k] * (1 - alternation) +
                                              forward[i - 1][1 - k] * alternation;
            forward[i][k] = prior * likelihood[i][k];
        }
        const double sum = forward[i][0] + forward[i][1];
        for (double& f : forward[i]) f /= sum;
        sorting.logLikelihood += std::log(sum) + high;
    }
    for (const double spread : kinds.spread)
        sorting.logLikelihood -= witnessShare * static_cast<double>(count) * std::log(spread);
    std::vector<double>& result = sorting.probabilityA;
    result.resize(count);
    std::array<double, 2> backward{1, 1};
    for (std::size_t i = count; i-- > 0;) {
        const double a = forward[i][0] * backward[0];
        const double b = forward[i][1] * backward[1];
        result[i] = a / (a + b);
        if (i == 0) break;
        const std::array<double, 2> next{likelihood[i][0] * backward[0],
                                         likelihood[i][1] * backward[1]};
        backward = {next[0] * (1 - alternation) + next[1] * alternation,
                    next[1] * (1 - alternation) + next[0] * alternation};
        const double sum = backward[0] + backward[1];
        for (double& f : backward) f /= sum;
    }
    return sorting;
}

// A brighter kind is more likely the inhale, and so is one that grows louder: an exhale is let go
// and fades. Each may speak for odds of three to one at most.
double inhaleLogOdds(const Kinds& kinds)
{
    const auto brightness = [&](std::size_t k) {
        return (kinds.mean[k][2] + kinds.mean[k][3]) - (kinds.mean[k][0] + kinds.mean[k][1]);
    };
    const double brighterDb = brightness(0) - brightness(1);
    const double later =
        kinds.mean[0][BreathCharacter::middle] - kinds.mean[1][BreathCharacter::middle];
    return std::clamp(brighterDb / 8, -1.1, 1.1) + std::clamp(later / 0.06, -1.1, 1.1);
}

std::size_t firstWithCharacter(const std::vector<Breath>& breaths)
{
    const auto first = std::find_if(breaths.begin(), breaths.end(),
                                    [](const Breath& breath) { return breath.hasCharacter; });
    return static_cast<std::size_t>(first - breaths.begin());
}

// Strict alternation, and a split at the middle of each measure: where a breath was missed or heard
// twice, alternation is a poor start.
std::vector<std::vector<double>> startingPoints(const std::vector<Breath>& breaths, bool isNamed,
                                                bool anyHum)
{
    constexpr double sure = 0.9;
    std::vector<std::vector<double>> points(1);
    if (isNamed || anyHum) {
        std::vector<Breath> silent = breaths;
        for (Breath& breath : silent) breath.character = {};
        points[0] = posteriors(silent, Kinds{{}, leastSpread}).probabilityA;
        return points;
    }
    const std::size_t first = firstWithCharacter(breaths);
    for (std::size_t i = 0; i < breaths.size(); ++i)
        points[0].push_back(i % 2 == first % 2 ? sure : 1 - sure);
    if (first == breaths.size()) return points;
    for (std::size_t d = 0; d < dimensions; ++d) {
        std::vector<double> sorted;
        for (const Breath& breath : breaths)
            if (breath.hasCharacter) sorted.push_back(breath.character.values[d]);
        std::sort(sorted.begin(), sorted.end());
        const double middle = (sorted[(sorted.size() - 1) / 2] + sorted[sorted.size() / 2]) / 2;
        if (sorted.back() - sorted.front() < leastSpread[d]) continue;
        points.emplace_back();
        for (const Breath& breath : breaths) {
            const bool isLikeFirst = (breath.character.values[d] > middle) ==
                                     (breaths[first].character.values[d] > middle);
            points.back().push_back(!breath.hasCharacter ? 0.5 : isLikeFirst ? sure : 1 - sure);
        }
    }
    return points;
}

// The names A and B are ours to give: the first breath that can be told is most likely A, unless
// something has named breaths already.
void nameFirst(std::vector<Breath>& breaths)
{
    constexpr double firstOdds = 20;
    for (const Breath& breath : breaths)
        if (breath.logOddsA != 0) return;
    if (const std::size_t first = firstWithCharacter(breaths); first < breaths.size())
        breaths[first].logOddsA += std::log(firstOdds);
}

} // namespace

BreathClasses sortBreaths(const Heard& heard, const std::vector<std::optional<bool>>& namedA,
                          const BreathProfile* profile)
{
    std::vector<Breath> breaths = breathsOf(heard, namedA);
    const auto countOf = [&](HeardSpan::Kind kind) {
        return static_cast<std::size_t>(
            std::count_if(heard.spans.begin(), heard.spans.end(),
                          [&](const HeardSpan& span) { return span.kind == kind; }));
    };
    const bool anyHum = countOf(HeardSpan::Kind::Hum) > 0;
    BreathClasses classes;
    classes.probabilityA.assign(countOf(HeardSpan::Kind::Breath), 0.5);
    if (breaths.size() < 2) return classes;
    const bool isNamed = !namedA.empty();
    nameFirst(breaths);
    Sorting best;
    Kinds bestKinds;
    best.logLikelihood = -1e300;
    for (const std::vector<double>& start : startingPoints(breaths, isNamed, anyHum)) {
        Sorting sorting{start, 0};
        Kinds kinds;
        for (int round = 0; round < rounds; ++round) {
            kinds = fitted(breaths, sorting.probabilityA);
            Sorting next = posteriors(breaths, kinds);
            const bool isSettled = std::equal(
                next.probabilityA.begin(), next.probabilityA.end(), sorting.probabilityA.begin(),
                [](double a, double b) { return std::fabs(a - b) < settled; });
            sorting = std::move(next);
            if (isSettled) break;
        }
        if (sorting.logLikelihood <= best.logLikelihood) continue;
        best = sorting;
        bestKinds = kinds;
    }
    classes.probabilityA.clear();
    for (std::size_t i = 0; i < breaths.size(); ++i)
        if (breaths[i].isHeardAsOne) classes.probabilityA.push_back(best.probabilityA[i]);
    classes.logOddsAIsInhale =
        anyHum    ? std::log(humOdds)
        : profile ? logOddsInhaleFirst(*profile, {bestKinds.mean[0]}, {bestKinds.mean[1]})
                  : inhaleLogOdds(bestKinds);
    return classes;
}

} // namespace layakari
