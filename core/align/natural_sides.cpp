// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/natural_sides.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace layakari {

namespace {

struct NaturalBreath {
    double isA = 0;                   // 1 surely, -1 surely not
    bool pauses = false;              // there is silence after it
    std::optional<double> untilNextS; // from its beginning; of an unhurried breath at rest
};

// A breath that is shorter or longer, or followed by a longer silence, is not one at rest.
constexpr double shortestS = 0.7;
constexpr double longestS = 5;
constexpr double longestPauseAtRestS = 1.5;
// What either sign says at most, and both together, which see the same: less than a profile or a
// person does.
constexpr double mostLogOdds = 1.5;

std::vector<NaturalBreath> naturalBreaths(const Heard& heard, const BreathClasses& classes,
                                          const std::function<bool(std::size_t)>& isNatural)
{
    const auto isOf = [&](std::size_t i, HeardSpan::Kind kind) {
        return i < heard.spans.size() && heard.spans[i].kind == kind;
    };
    std::vector<NaturalBreath> breaths;
    std::size_t breath = 0;
    for (std::size_t i = 0; i + 1 < heard.spans.size(); ++i) {
        if (!isOf(i, HeardSpan::Kind::Breath)) continue;
        NaturalBreath found{
            2 * classes.probabilityA[breath++] - 1, isOf(i + 1, HeardSpan::Kind::Silence), {}};
        if (!isNatural(i)) continue;
        const std::size_t next = found.pauses ? i + 2 : i + 1;
        if (isOf(next, HeardSpan::Kind::Breath) && isNatural(next) &&
            !(found.pauses && heard.spans[i + 1].seconds() > longestPauseAtRestS))
            if (const double seconds = heard.spans[next].startS - heard.spans[i].startS;
                seconds > shortestS && seconds < longestS)
                found.untilNextS = seconds;
        breaths.push_back(found);
    }
    return breaths;
}

// The pauses of natural breathing follow the exhale (Benchetrit, Respir. Physiol. 122, 2000).
double logOddsByPauses(const std::vector<NaturalBreath>& breaths)
{
    if (breaths.empty()) return 0;
    double balance = 0;
    for (const NaturalBreath& breath : breaths)
        if (breath.pauses) balance -= breath.isA;
    return std::clamp(4 * balance / static_cast<double>(breaths.size()), -mostLogOdds, mostLogOdds);
}

// At rest an inhale takes 0.421 of the time to the next one, with a standard deviation of 0.033
// between people (Tobin et al., Chest 84, 1983). By beginnings, since nobody hears where a fading
// exhale ends. Two normal distributions of the log of the exhale's length over the inhale's, about
// the usual one and its opposite; both deviations are taken wider, for what a listener gets wrong.
double logOddsByLengths(const std::vector<NaturalBreath>& breaths)
{
    constexpr double usualLogRatio = 0.32;
    constexpr double betweenPeople = 0.25; // 0.135 by the above
    constexpr double betweenBreaths = 0.35;
    constexpr double fewest = 0.5; // of either kind, by how surely they are of it
    std::array<double, 2> logs{};
    std::array<double, 2> weight{};
    for (const NaturalBreath& breath : breaths) {
        if (!breath.untilNextS) continue;
        const std::size_t kind = breath.isA > 0 ? 0 : 1;
        logs[kind] += std::fabs(breath.isA) * std::log(*breath.untilNextS);
        weight[kind] += std::fabs(breath.isA);
    }
    if (weight[0] < fewest || weight[1] < fewest) return 0;
    const double logRatio = logs[1] / weight[1] - logs[0] / weight[0];
    const double variance = betweenPeople * betweenPeople +
                            betweenBreaths * betweenBreaths * (1 / weight[0] + 1 / weight[1]);
    return std::clamp(2 * usualLogRatio * logRatio / variance, -mostLogOdds, mostLogOdds);
}

} // namespace

double logOddsByNaturalBreath(const Heard& heard, const BreathClasses& classes,
                              const std::function<bool(std::size_t span)>& isNatural)
{
    const std::vector<NaturalBreath> breaths = naturalBreaths(heard, classes, isNatural);
    return std::clamp(logOddsByPauses(breaths) + logOddsByLengths(breaths), -mostLogOdds,
                      mostLogOdds);
}

} // namespace layakari
