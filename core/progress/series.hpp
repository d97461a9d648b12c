// SPDX-License-Identifier: GPL-3.0-or-later
//
// One figure over many sittings: as points in time, as a trend, and what the last one changed.
#pragma once

#include "core/journal/figures.hpp"

namespace layakari {

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
std::optional<Trend> trendOf(const std::vector<Sitting>& sittings, FigureKey figure);

/// "About two points more a month." or "..., and it could be none."
std::string trendInWords(const std::optional<Trend>& trend, FigureKey figure);

/// The last sitting against those before it.
struct Change {
    FigureKey figure = figure::accuracy;
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
std::string changeInWords(const Change& change, const std::string& student = {});

/// The best value of a figure among the sittings that count, and whose it is; the highest where
/// neither more nor less is better.
struct Best {
    double value = 0;
    Id sitting = 0;
    Day day;
};
std::optional<Best> bestOf(const std::vector<Sitting>& sittings, FigureKey figure);

} // namespace layakari
