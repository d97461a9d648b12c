// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/series.hpp"
#include "core/base/text.hpp"

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

// The grains are what docs/benchmarks.md says of the figures of one recording: accuracy within two
// points, count length within 1 %, boundaries within 50 ms, pitch within 3 cents.
constexpr std::array kinds{
    FigureKind{Figure::Accuracy, "Accuracy", "of 100", 0, +1, 1},
    FigureKind{Figure::Completion, "Completed", "%", 0, +1, 1},
    FigureKind{Figure::CountLength, "Length of a count", "s", 2, 0, 0.01},
    FigureKind{Figure::LongestHold, "Longest hold", "s", 1, 0, 0.1},
    FigureKind{Figure::ExhaleRatio, "Exhale to inhale", ": 1", 2, 0, 0.03},
    FigureKind{Figure::HoldRatio, "Hold to inhale", ": 1", 2, 0, 0.03},
    FigureKind{Figure::Rung, "Rung", "", 0, 0, 0.5},
    FigureKind{Figure::Minutes, "Minutes practised", "min", 1, 0, 0.1},
    FigureKind{Figure::Strokes, "Strokes", "", 0, 0, 1},
    FigureKind{Figure::StrokePace, "Pace of strokes", "a minute", 0, 0, 0.5},
    FigureKind{Figure::HumLength, "Length of a hum", "s", 1, 0, 0.1},
    FigureKind{Figure::HumPitch, "Pitch of a hum", "Hz", 1, 0, 0.4},
    FigureKind{Figure::HumSteadiness, "Wandering of a hum", "cents", 0, -1, 1},
    FigureKind{Figure::RestBreathing, "Breaths in rest", "a minute", 1, 0, 0.3},
    FigureKind{Figure::FeelAfter, "Feel afterwards", "of 10", 0, 0, 0.5},
};

// Of Student's t, both sides 5 %, by degrees of freedom from 2 to 4.
constexpr std::array tOf95{4.303, 3.182, 2.776};

double daysOf(const Sitting& sitting)
{
    return static_cast<double>(sitting.day.time_since_epoch().count());
}

std::string number(double value, int decimals) { return format("%.*f", decimals, value); }

std::string withUnit(const std::string& number, const FigureKind& kind)
{
    const std::string unit = kind.unit;
    return unit.empty() ? number : number + (unit == "%" ? " %" : " " + unit);
}

bool isBetter(double value, double than, int better)
{
    return better > 0 ? value > than : value < than;
}

} // namespace

std::span<const FigureKind> figureKinds() { return kinds; }

const FigureKind& kindOf(Figure figure)
{
    return *std::find_if(kinds.begin(), kinds.end(),
                         [&](const FigureKind& kind) { return kind.figure == figure; });
}

std::optional<double> valueOf(const Sitting& s, Figure figure)
{
    const auto real = [](const std::optional<int>& whole) {
        return whole ? std::optional<double>(*whole) : std::nullopt;
    };
    switch (figure) {
    case Figure::Accuracy: return s.accuracy;
    case Figure::Completion: return s.completion;
    case Figure::CountLength: return s.countLengthS;
    case Figure::LongestHold:
        return s.longestHoldS && *s.longestHoldS > 0 ? s.longestHoldS : std::nullopt;
    case Figure::ExhaleRatio: return s.exhaleToInhale;
    case Figure::HoldRatio: return s.holdToInhale;
    case Figure::Rung: return real(s.rung);
    case Figure::Minutes: return s.practiceS > 0 ? std::optional(s.practiceS / 60) : std::nullopt;
    case Figure::Strokes: return real(s.strokes);
    case Figure::StrokePace: return s.strokesPerMin;
    case Figure::HumLength: return s.humS;
    case Figure::HumPitch: return s.humHz;
    case Figure::HumSteadiness: return s.humWanderCents;
    case Figure::RestBreathing: return s.restBreathsPerMin;
    case Figure::FeelAfter: return real(s.words.feelAfter);
    }
    return std::nullopt;
}

std::vector<Figure> figuresIn(const std::vector<Sitting>& sittings)
{
    std::vector<Figure> figures;
    for (const FigureKind& kind : kinds)
        if (std::any_of(sittings.begin(), sittings.end(),
                        [&](const Sitting& s) { return valueOf(s, kind.figure).has_value(); }))
            figures.push_back(kind.figure);
    return figures;
}

std::optional<Trend> trendOf(const std::vector<Sitting>& sittings, Figure figure)
{
    // The slopes of all pairs grow with the square: of a long journey the latest say enough.
    constexpr std::size_t most = 250;
    std::vector<double> days;
    std::vector<double> values;
    for (const Sitting& s : sittings) {
        const auto value = valueOf(s, figure);
        if (!value || !s.words.leftOut.empty() || days.size() == most) continue;
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

std::string trendInWords(const std::optional<Trend>& trend, Figure figure)
{
    if (!trend) return "Too few sittings yet for a trend.";
    const FigureKind& kind = kindOf(figure);
    const std::string much = number(std::fabs(trend->perMonth), kind.decimals);
    const std::string unit = figure != Figure::Accuracy ? kind.unit
                             : much == "1"              ? "point"
                                                        : "points";
    const bool isNothing = much == number(0, kind.decimals);
    if (isNothing && !trend->isSure()) return "No trend: it stays as it is.";
    const std::string amount =
        isNothing ? "less than " + number(std::pow(10, -kind.decimals), kind.decimals) : much;
    const std::string more = trend->perMonth > 0 ? "more" : "less";
    const std::string unitWord =
        figure == Figure::StrokePace || figure == Figure::RestBreathing ? "" : " " + unit;
    return "About " + amount + (unit.empty() ? "" : unitWord) + " " + more + " a month" +
           (trend->isSure() ? "." : ", and it could be none.");
}

std::vector<Change> changesOf(const Sitting& now, const std::vector<Sitting>& earlier)
{
    std::vector<Change> changes;
    for (const FigureKind& kind : kinds) {
        const auto value = valueOf(now, kind.figure);
        if (!value) continue;
        std::vector<double> before;
        bool isBest = kind.better != 0;
        for (const Sitting& s : earlier) {
            const auto then = valueOf(s, kind.figure);
            if (!then || !s.words.leftOut.empty() || s.id == now.id) continue;
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
        changes.push_back({kind.figure, *value, mean, static_cast<int>(before.size()),
                           tOf95[before.size() - leastBefore] * sd * std::sqrt(1 + 1 / n), isBest});
    }
    return changes;
}

std::string changeInWords(const Change& change)
{
    const FigureKind& kind = kindOf(change.figure);
    const std::string now = withUnit(number(change.now, kind.decimals), kind);
    const std::string before = number(change.before, kind.decimals);
    std::string text = std::string(kind.name) + " " + now + ", lately " + before;
    if (!change.isMoreThanChance() && change.chance >= std::fabs(change.before))
        return text + ": too uneven before to tell a change."; // "84 ± 109" tells nothing
    if (!change.isMoreThanChance())
        return text + " ± " + number(change.chance, kind.decimals) + ": as usual.";
    return text + ": " + (change.now > change.before ? "more" : "less") +
           " than chance would make it" + (change.isBest ? ", and the best so far." : ".");
}

std::optional<Best> bestOf(const std::vector<Sitting>& sittings, Figure figure)
{
    const int better = kindOf(figure).better < 0 ? -1 : +1;
    std::optional<Best> best;
    for (const Sitting& s : sittings) {
        const auto value = valueOf(s, figure);
        if (!value || !s.words.leftOut.empty()) continue;
        if (!best || isBetter(*value, best->value, better)) best = Best{*value, s.id, s.day};
    }
    return best;
}

std::string valueInWords(double value, Figure figure)
{
    const FigureKind& kind = kindOf(figure);
    return withUnit(number(value, kind.decimals), kind);
}

} // namespace layakari
