// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures that a few odd values cannot move.
#pragma once

#include "core/base/quantile.hpp"

#include <vector>

namespace layakari {

/// A line through points: the median of the slopes of all pairs (Sen, J. Am. Stat. Assoc. 63, 1968,
/// p. 1379), with the standard deviation of that slope from the spread of the residuals about it.
struct RobustLine {
    double slope = 0;
    double slopeSd = 0;
};
/// Slope 0 with fewer than two different x. Both lists have the same length.
RobustLine theilSen(const std::vector<double>& x, const std::vector<double>& y);

/// Kendall's rank correlation, -1 to 1 (Biometrika 30, 1938, p. 81); 0 with fewer than two points.
double kendallTau(const std::vector<double>& x, const std::vector<double>& y);

} // namespace layakari
