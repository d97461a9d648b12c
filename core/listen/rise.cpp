// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/rise.hpp"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A single band may speak for this much at most, so that a whistle or a beep is not taken for a
// breath.
constexpr float mostRiseDb = 30;
constexpr float leastRiseDb = -6;

} // namespace

BandWeights BandWeights::equal()
{
    BandWeights weights;
    weights.power.fill(1.0f / bandCount);
    weights.detectors = {weights.power, weights.power};
    return weights;
}

float riseOfFrame(const Bands& levels, const Bands& room, const BandWeights& weights)
{
    float bright = 0;
    float dark = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const float bounded = std::clamp(levels[b] - room[b], leastRiseDb, mostRiseDb);
        bright += weights.detectors[0][b] * bounded;
        dark += weights.detectors[1][b] * bounded;
    }
    return std::max(bright, dark);
}

std::vector<float> riseOverFloor(const FeatureTrack& track, const NoiseFloor& floor,
                                 const BandWeights& weights)
{
    std::vector<float> rise(track.frames());
    for (std::size_t i = 0; i < rise.size(); ++i)
        rise[i] = riseOfFrame(track.levels(i), floor.at(i), weights);
    return rise;
}

std::vector<float> powerOverFloor(const FeatureTrack& track, const NoiseFloor& floor,
                                  const BandWeights& weights)
{
    constexpr float leastPower = 1e-6f;
    std::vector<float> rise(track.frames());
    for (std::size_t i = 0; i < rise.size(); ++i) {
        const Bands& levels = track.levels(i);
        const Bands& room = floor.at(i);
        float power = leastPower;
        for (std::size_t b = 0; b < bandCount; ++b)
            if (weights.power[b] > 0) power += weights.power[b] * powerOfDb(levels[b] - room[b]);
        rise[i] = 10 * std::log10(power);
    }
    return rise;
}

namespace {

using Vector = Eigen::Matrix<double, bandCount, 1>;
using Matrix = Eigen::Matrix<double, bandCount, bandCount>;

// Rise over the floor, smoothed over a tenth of a second and taken every twentieth: what activity
// works with, at a tenth of the cost.
std::vector<std::pair<Vector, bool>>
smoothedRises(const FeatureTrack& track, const NoiseFloor& floor, const std::vector<bool>& active)
{
    constexpr std::size_t step = 5;
    constexpr std::size_t width = 11; // two steps and the frame between them
    const std::size_t steps = track.frames() / step;
    std::vector<Vector> sums(steps, Vector::Zero());
    const auto riseOf = [&](std::size_t frame, std::size_t band) {
        return std::clamp(track.levels(frame)[band] - floor.at(frame)[band], leastRiseDb,
                          mostRiseDb);
    };
    for (std::size_t s = 0; s < steps; ++s)
        for (std::size_t i = s * step; i < (s + 1) * step; ++i)
            for (std::size_t b = 0; b < bandCount; ++b)
                sums[s][static_cast<Eigen::Index>(b)] += riseOf(i, b);
    std::vector<std::pair<Vector, bool>> rises;
    for (std::size_t s = 1; s * step + step < track.frames() && s < steps; ++s) {
        Vector mean = sums[s - 1] + sums[s];
        for (std::size_t b = 0; b < bandCount; ++b)
            mean[static_cast<Eigen::Index>(b)] += riseOf(s * step + step, b);
        rises.emplace_back(mean / static_cast<double>(width), active[s * step]);
    }
    return rises;
}

double brightness(const Vector& rise)
{
    constexpr Eigen::Index half = bandCount / 2;
    return rise.tail<half>().sum() - rise.head<half>().sum();
}

Bands detectorFor(const Vector& breath, const Matrix& covariance)
{
    const Vector direction = covariance.ldlt().solve(breath);
    const Vector plain = breath.cwiseMax(0);
    // The plain detector weighs bands by how far they rise; this one is scaled to give a breath the
    // same height.
    const double wanted = plain.sum() > 0 ? plain.squaredNorm() / plain.sum() : 1;
    const double scale = wanted / std::max(1e-9, direction.dot(breath));
    Bands weights;
    for (std::size_t b = 0; b < bandCount; ++b)
        weights[b] = static_cast<float>(scale * direction[static_cast<Eigen::Index>(b)]);
    return weights;
}

} // namespace

BandWeights weighBands(const FeatureTrack& track, const NoiseFloor& floor,
                       const std::vector<bool>& active)
{
    const auto rises = smoothedRises(track, floor, active);
    std::vector<float> tilts;
    Vector quietMean = Vector::Zero();
    double quiet = 0;
    for (const auto& [rise, sounds] : rises) {
        if (sounds) {
            tilts.push_back(static_cast<float>(brightness(rise)));
        } else {
            quietMean += rise;
            quiet += 1;
        }
    }
    constexpr double fewFrames = 15;
    if (quiet < fewFrames || static_cast<double>(tilts.size()) < fewFrames)
        return BandWeights::equal();
    quietMean /= quiet;
    const double middleTilt = quantile(tilts, 0.5);
    Matrix covariance = Matrix::Zero();
    std::array<Vector, 2> breath{Vector::Zero(), Vector::Zero()};
    std::array<double, 2> count{1e-9, 1e-9};
    for (const auto& [rise, sounds] : rises) {
        if (sounds) {
            const std::size_t kind = brightness(rise) >= middleTilt ? 0 : 1;
            breath[kind] += rise;
            count[kind] += 1;
        } else {
            covariance += (rise - quietMean) * (rise - quietMean).transpose() / quiet;
        }
    }
    // Shrinkage grows with the bands against the frames; the last term is the least variance a band
    // can show.
    const double shrink = std::min(0.9, 0.1 + 3.0 * static_cast<double>(bandCount) / quiet);
    const Matrix diagonal = covariance.diagonal().asDiagonal();
    covariance = (1 - shrink) * covariance + shrink * diagonal + 0.1 * Matrix::Identity();

    BandWeights weights = BandWeights::equal();
    Vector both = Vector::Zero();
    for (std::size_t kind = 0; kind < 2; ++kind) {
        weights.detectors[kind] = detectorFor(breath[kind] / count[kind], covariance);
        both += breath[kind] / count[kind] / 2;
    }
    double sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const auto index = static_cast<Eigen::Index>(b);
        weights.power[b] =
            static_cast<float>(std::max(0.0, both[index]) / (1 + covariance(index, index)));
        sum += weights.power[b];
    }
    if (sum <= 0) return BandWeights::equal();
    for (float& weight : weights.power) weight = static_cast<float>(weight / sum);
    return weights;
}

std::vector<float> smoothed(const std::vector<float>& values, std::size_t width)
{
    const std::size_t half = width / 2;
    std::vector<double> sums(values.size() + 1, 0.0);
    for (std::size_t i = 0; i < values.size(); ++i) sums[i + 1] = sums[i] + values[i];
    std::vector<float> means(values.size());
    for (std::size_t i = 0; i < values.size(); ++i) {
        const std::size_t begin = i > half ? i - half : 0;
        const std::size_t end = std::min(values.size(), i + half + 1);
        means[i] = static_cast<float>((sums[end] - sums[begin]) / static_cast<double>(end - begin));
    }
    return means;
}

std::vector<float> runningMedian(const std::vector<float>& values, std::size_t width)
{
    const std::size_t half = width / 2;
    std::vector<float> medians(values.size());
    std::vector<float> window;
    for (std::size_t i = 0; i < values.size(); ++i) {
        const std::size_t begin = i > half ? i - half : 0;
        const std::size_t end = std::min(values.size(), i + half + 1);
        window.assign(values.begin() + static_cast<std::ptrdiff_t>(begin),
                      values.begin() + static_cast<std::ptrdiff_t>(end));
        const auto middle = window.begin() + static_cast<std::ptrdiff_t>(window.size() / 2);
        std::nth_element(window.begin(), middle, window.end());
        medians[i] = *middle;
    }
    return medians;
}

float contrastDb(const Bands& a, const Bands& b, const Bands& weights)
{
    float meanDifference = 0;
    for (std::size_t i = 0; i < bandCount; ++i) meanDifference += weights[i] * (a[i] - b[i]);
    float squares = 0;
    for (std::size_t i = 0; i < bandCount; ++i)
        squares += weights[i] * std::pow(a[i] - b[i] - meanDifference, 2.0f);
    return std::sqrt(squares);
}

} // namespace layakari
