// SPDX-License-Identifier: GPL-3.0-or-later
//
// One figure over many sittings: as points in time, as a trend, and what the last one changed.
#pragma once

#include "core/journal/records.hpp"

#include <span>

namespace layakari {

enum class Figure {
    Accuracy,
    Completion,
    CountLength,
    LongestHold,
    ExhaleRatio,
    HoldRatio,
    Rung,
    Minutes,
    Strokes,
    StrokePace,
    HumLength,
    HumPitch,
    HumSteadiness,
    RestBreathing,
    FeelAfter,
};

struct FigureKind {
    Figure figure;
    const char* name; ///< "Longest hold"
    const char* unit; ///< "s"; empty for a score
    int decimals;
    /// +1 where more, -1 where less is better, 0 where neither is: only those have a best.
    int better;
    /// The least half-width of a change that is worth a word, in the unit: what a figure of one
    /// sitting is known to.
    double grain;
};
std::span<const FigureKind> figureKinds();
const FigureKind& kindOf(Figure figure);

/// A figure of one sitting, in the kind's unit; nothing where it has none.
std::optional<double> valueOf(const Sitting& sitting, Figure figure);

/// Those that at least one of the sittings has, in the order of `figureKinds`.
std::vector<Figure> figuresIn(const std::vector<Sitting>& sittings);

/// A straight line through the sittings that count: the median of the slopes (`theilSen`), with two
/// standard deviations to either side.
struct Trend {
    double perMonth = 0; ///< in 30 days
    double low = 0;
    double high = 0;
    int sittings = 0;

    bool isSure() const { return low > 0 || high < 0; }
};
/// Nothing with fewer than five sittings or in less than ten days: that is no trend yet.
std::optional<Trend> trendOf(const std::vector<Sitting>& sittings, Figure figure);

/// "About two points more a month." or "..., and it could be none."
std::string trendInWords(const std::optional<Trend>& trend, Figure figure);

/// The last sitting against those before it.
struct Change {
    Figure figure = Figure::Accuracy;
    double now = 0;
    double before = 0; ///< mean of those compared with
    int comparedWith = 0;
    /// 95 % of the sittings that differ from the earlier ones by chance alone lie within this of
    /// `before`: t of Student (Biometrika 6, 1908) times their spread, widened for one new value.
    double chance = 0;
    bool isBest = false; ///< better than all given earlier ones

    bool isMoreThanChance() const { return now > before + chance || now < before - chance; }
};
/// For each figure that this sitting and at least three of the `earlier` ones (the latest first, of
/// the same plan; the last five count) have.
std::vector<Change> changesOf(const Sitting& now, const std::vector<Sitting>& earlier);

/// "Accuracy 93, lately 88: more than chance." One line, with units. Where chance alone may well
/// move the figure by all of itself, that is said instead.
std::string changeInWords(const Change& change);

/// The best value of a figure among the sittings that count, and whose it is; the highest where
/// neither more nor less is better.
struct Best {
    double value = 0;
    Id sitting = 0;
    Day day;
};
std::optional<Best> bestOf(const std::vector<Sitting>& sittings, Figure figure);

/// "97 %", "1.25 s": a value with its unit.
std::string valueInWords(double value, Figure figure);

} // namespace layakari
