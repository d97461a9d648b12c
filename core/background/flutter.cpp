// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/background/flutter.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr int lowestHz = 2000;
constexpr int highestHz = 3700;
constexpr std::size_t apart = 2;             // frames: the next window that does not overlap
constexpr std::size_t least = 250;           // steps, 2.5 s of quiet at least
constexpr double deviationOfMedian = 0.6745; // the median of |z| of a normal distribution

// Of the level in dB of noise of `bandHz` under a Hann window: as of noise that is heard for 0.514
// of its length, (sum of w^2)^2 / sum of w^4.
double plainFlutterDb(int bandHz)
{
    constexpr double hannShare = 0.514;
    const double freedom = bandHz * hannShare * FeatureTrack::windowSeconds;
    const double trigamma = 1 / freedom + 1 / (2 * freedom * freedom);
    return 10 / std::log(10.0) * std::sqrt(trigamma);
}

// By how much a band's level differs from that of the next window, in dB over sqrt(2): one step for
// each quiet frame.
std::vector<double> stepsOf(const FeatureTrack& track, const std::vector<bool>& quiet,
                            std::size_t band)
{
    std::vector<double> steps;
    for (std::size_t i = apart; i < std::min(track.frames(), quiet.size()); ++i)
        if (quiet[i] && quiet[i - 1] && quiet[i - apart])
            steps.push_back(
                static_cast<double>(track.levels(i)[band] - track.levels(i - apart)[band]) /
                std::sqrt(2.0));
    return steps;
}

double usualOf(std::vector<double> steps)
{
    for (double& step : steps) step = std::fabs(step);
    return quantileOf(std::move(steps), 0.5) / deviationOfMedian;
}

// Pearson's, each step at most three deviations, so that one knock says no more than that.
double correlation(const std::vector<double>& a, const std::vector<double>& b)
{
    constexpr double most = 3;
    const double usualA = usualOf(a);
    const double usualB = usualOf(b);
    double both = 0;
    double squareA = 0;
    double squareB = 0;
    for (std::size_t i = 0; i < a.size(); ++i) {
        const double x = std::clamp(a[i], -most * usualA, most * usualA);
        const double y = std::clamp(b[i], -most * usualB, most * usualB);
        both += x * y;
        squareA += x * x;
        squareB += y * y;
    }
    return both / std::sqrt(std::max(1e-12, squareA * squareB));
}

} // namespace

Flutter flutterOf(const FeatureTrack& track, const std::vector<bool>& quiet)
{
    constexpr std::size_t notTouching = 2; // bands
    std::vector<double> ratios;
    std::vector<double> together;
    std::vector<std::vector<double>> steps;
    for (std::size_t b = 0; b < bandCount; ++b) {
        if (bandEdgesHz[b] < lowestHz || bandEdgesHz[b + 1] > highestHz) continue;
        steps.push_back(stepsOf(track, quiet, b));
        if (steps.back().size() < least) return {};
        ratios.push_back(usualOf(steps.back()) /
                         plainFlutterDb(bandEdgesHz[b + 1] - bandEdgesHz[b]));
        if (steps.size() > notTouching)
            together.push_back(correlation(steps.back(), steps[steps.size() - 1 - notTouching]));
    }
    return {quantileOf(ratios, 0.5), quantileOf(together, 0.5)};
}

bool suppressesNoise(const Flutter& flutter)
{
    // Measured on bench/corpus: plain rooms 0.86 to 1.0 and codecs up to 1.11; suppression 1.2 and
    // more. Bands that a recorder shuts correlate by up to 0.06, those of rain by 0.6.
    constexpr double more = 1.17;
    constexpr double likeDrops = 0.2;
    return flutter.ratio > more && flutter.together < likeDrops;
}

} // namespace layakari
