// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/series.hpp"

#include "core/language/message.hpp"
#include "core/measure/robust.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>

namespace layakari {

namespace {

constexpr double daysAMonth = 30;
constexpr std::size_t leastForTrend = 5;
constexpr int leastDaysForTrend = 10;
constexpr std::size_t leastBefore = 3;
constexpr std::size_t mostBefore = 5;

// Of Student's t, both sides 5 %, by degrees of freedom from 2 to 4.
constexpr std::array tOf95{4.303, 3.182, 2.776};

double daysOf(const Sitting& sitting)
{
    return static_cast<double>(sitting.day.time_since_epoch().count());
}

bool isBetter(double value, double than, int better)
{
    return better > 0 ? value > than : value < than;
}

} // namespace

std::optional<Trend> trendOf(const std::vector<Sitting>& sittings, FigureKey figure)
{
    // The slopes of all pairs grow with the square: of a long journey the latest say enough.
    constexpr std::size_t most = 250;
    std::vector<double> days;
    std::vector<double> values;
    for (const Sitting& s : sittings) {
        const auto value = valueOf(s, figure);
        if (!value || !s.isComparable() || days.size() == most) continue;
        days.push_back(daysOf(s));
        values.push_back(*value);
    }
    if (days.size() < leastForTrend) return std::nullopt;
    const auto [first, last] = std::minmax_element(days.begin(), days.end());
    if (*last - *first < leastDaysForTrend) return std::nullopt;
    const RobustLine line = theilSen(days, values);
    const double reach = 2 * line.slopeSd * daysAMonth;
    const double perMonth = line.slope * daysAMonth;
    return Trend{perMonth, perMonth - reach, perMonth + reach, static_cast<int>(days.size())};
}

std::string trendInWords(const std::optional<Trend>& trend, FigureKey figure)
{
    if (!trend) return say("trend.too-few", {{"figure", figureName(figure)}});
    const double unit = std::pow(10, -kindOf(figure).decimals);
    const double perMonth = std::fabs(trend->perMonth);
    const bool isNothing = perMonth < unit / 2; // as it would be written
    if (isNothing && !trend->isSure()) return say("trend.none", {{"figure", figureName(figure)}});
    const double amount = isNothing ? unit : perMonth;
    // The difference of two percentages is in points.
    const std::string inWords = figure == figure::accuracy
                                    ? say("trend.points", {{"value", std::lround(amount)}})
                                    : valueInWords(amount, figure);
    return say("trend", {{"figure", figureName(figure)},
                         {"amount", inWords},
                         {"how", isNothing ? "under" : "about"},
                         {"direction", trend->perMonth > 0 ? "up" : "down"},
                         {"sure", trend->isSure() ? "yes" : "no"}});
}

std::vector<Change> changesOf(const Sitting& now, const std::vector<Sitting>& earlier)
{
    std::vector<Change> changes;
    if (!now.sure) return changes;
    for (const FigureKind& kind : figureKinds()) {
        const auto value = valueOf(now, kind.key);
        if (!value) continue;
        std::vector<double> before;
        bool isBest = kind.better != 0;
        for (const Sitting& s : earlier) {
            const auto then = valueOf(s, kind.key);
            if (!then || !s.isComparable() || s.id == now.id) continue;
            if (before.size() < mostBefore) before.push_back(*then);
            isBest = isBest && isBetter(*value, *then, kind.better);
        }
        if (before.size() < leastBefore) continue;
        const auto n = static_cast<double>(before.size());
        double mean = 0;
        for (const double b : before) mean += b / n;
        double squares = 0;
        for (const double b : before) squares += (b - mean) * (b - mean);
        const double sd = std::sqrt(squares / (n - 1) + kind.grain * kind.grain);
        changes.push_back({kind.key, *value, mean, static_cast<int>(before.size()),
                           tOf95[before.size() - leastBefore] * sd * std::sqrt(1 + 1 / n), isBest});
    }
    return changes;
}

std::string changeInWords(const Change& change, const std::string& student)
{
    const bool isMore = change.isMoreThanChance();
    const bool isUneven = !isMore && change.chance >= std::fabs(change.before);
    // "Your counts were shorter" reads better than "Length of a count: ... lower".
    const bool isCount = isMore && change.figure == figure::countLength;
    return say(isCount    ? "change.count"
               : isMore   ? "change"
               : isUneven ? "change.too-uneven" // "84, usually 84 ± 109" tells nothing
                          : "change.as-usual",
               {{"who", student.empty() ? "you" : "student"},
                {"student", student},
                {"figure", figureName(change.figure)},
                {"now", valueInWords(change.now, change.figure)},
                {"usual", valueInWords(change.before, change.figure)},
                {"chance", valueInWords(change.chance, change.figure)},
                {"how", change.now > change.before ? "more" : "less"},
                {"best", change.isBest ? "yes" : "no"}});
}

std::optional<Best> bestOf(const std::vector<Sitting>& sittings, FigureKey figure)
{
    const int better = kindOf(figure).better < 0 ? -1 : +1;
    std::optional<Best> best;
    for (const Sitting& s : sittings) {
        const auto value = valueOf(s, figure);
        if (!value || !s.isComparable()) continue;
        if (!best || isBetter(*value, best->value, better)) best = Best{*value, s.id, s.day};
    }
    return best;
}

} // namespace layakari
