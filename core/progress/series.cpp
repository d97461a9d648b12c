// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/series.hpp"

#include "core/measure/robust.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <fmt/format.h>

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

std::string number(double value, int decimals) { return fmt::format("{:.{}f}", value, decimals); }

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
    if (!trend) return "Too few sittings yet for a trend.";
    const FigureKind& kind = kindOf(figure);
    const std::string much = number(std::fabs(trend->perMonth), kind.decimals);
    const std::string unit = figure != figure::accuracy ? kind.unit
                             : much == "1"              ? "point"
                                                        : "points";
    const bool isNothing = much == number(0, kind.decimals);
    if (isNothing && !trend->isSure()) return "No trend: it stays as it is.";
    const std::string amount =
        isNothing ? "less than " + number(std::pow(10, -kind.decimals), kind.decimals) : much;
    const std::string more = trend->perMonth > 0 ? "more" : "less";
    const std::string unitWord =
        figure == figure::strokePace || figure == figure::restBreathing ? "" : " " + unit;
    return "About " + amount + (unit.empty() ? "" : unitWord) + " " + more + " a month" +
           (trend->isSure() ? "." : ", and it could be none.");
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

std::string changeInWords(const Change& change)
{
    const FigureKind& kind = kindOf(change.figure);
    const std::string now = valueInWords(change.now, change.figure);
    const std::string before = number(change.before, kind.decimals);
    std::string text = std::string(kind.name) + " " + now + ", lately " + before;
    if (!change.isMoreThanChance() && change.chance >= std::fabs(change.before))
        return text + ": too uneven before to tell a change."; // "84 ± 109" tells nothing
    if (!change.isMoreThanChance())
        return text + " ± " + number(change.chance, kind.decimals) + ": as usual.";
    return text + ": " + (change.now > change.before ? "more" : "less") +
           " than chance would make it" + (change.isBest ? ", and the best so far." : ".");
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
