// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/robust.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace layakari {

RobustLine theilSen(const std::vector<double>& x, const std::vector<double>& y)
{
    std::vector<double> slopes;
    for (std::size_t i = 0; i < x.size(); ++i)
        for (std::size_t j = i + 1; j < x.size(); ++j)
            if (x[j] != x[i]) slopes.push_back((y[j] - y[i]) / (x[j] - x[i]));
    if (slopes.empty()) return {};
    RobustLine line{median(slopes), 0};
    const auto n = static_cast<double>(x.size());
    const double meanX = std::accumulate(x.begin(), x.end(), 0.0) / n;
    double squaresX = 0;
    std::vector<double> residuals;
    for (std::size_t i = 0; i < x.size(); ++i) {
        squaresX += (x[i] - meanX) * (x[i] - meanX);
        residuals.push_back(y[i] - line.slope * x[i]);
    }
    const double middle = median(residuals);
    for (double& r : residuals) r = std::fabs(r - middle);
    constexpr double deviationOfMedian = 1.4826; // of a normal distribution
    line.slopeSd = deviationOfMedian * median(residuals) / std::sqrt(std::max(squaresX, 1e-12));
    return line;
}

double kendallTau(const std::vector<double>& x, const std::vector<double>& y)
{
    double balance = 0;
    double pairs = 0;
    for (std::size_t i = 0; i < x.size(); ++i)
        for (std::size_t j = i + 1; j < x.size(); ++j) {
            const double product = (x[j] - x[i]) * (y[j] - y[i]);
            balance += product > 0 ? 1 : product < 0 ? -1 : 0;
            pairs += 1;
        }
    return pairs > 0 ? balance / pairs : 0;
}

} // namespace layakari
