// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A single band may speak for this much at most, so that a whistle or a beep is not taken for a breath.
constexpr float mostRiseDb = 30;
constexpr float leastRiseDb = -6;

}  // namespace

Bands equalWeights()
{
    Bands weights;
    weights.fill(1.0f / bandCount);
    return weights;
}

Rise riseOverFloor(const FeatureTrack& track, const NoiseFloor& floor, const Bands& weights)
{
    Rise rise;
    rise.meanDb.reserve(track.frames());
    rise.powerDb.reserve(track.frames());
    for (std::size_t i = 0; i < track.frames(); ++i) {
        const Bands& levels = track.levels(i);
        const Bands& room = floor.at(i);
        float mean = 0;
        float power = 0;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const float difference = levels[b] - room[b];
            mean += weights[b] * std::clamp(difference, leastRiseDb, mostRiseDb);
            power += weights[b] * std::exp(0.2302585f * difference);  // ln(10) / 10
        }
        rise.meanDb.push_back(mean);
        rise.powerDb.push_back(10 * std::log10(power + 1e-6f));
    }
    return rise;
}

Bands weighBands(const FeatureTrack& track, const NoiseFloor& floor, const std::vector<bool>& active)
{
    std::array<double, bandCount> activeSum{};
    std::array<double, bandCount> quietSum{};
    std::array<double, bandCount> quietSquares{};
    double activeFrames = 0;
    double quietFrames = 0;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        (active[i] ? activeFrames : quietFrames) += 1;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const double difference = track.levels(i)[b] - floor.at(i)[b];
            if (active[i]) {
                activeSum[b] += std::clamp(difference, 0.0, static_cast<double>(mostRiseDb));
            } else {
                quietSum[b] += difference;
                quietSquares[b] += difference * difference;
            }
        }
    }
    constexpr double fewFrames = 50;
    if (activeFrames < fewFrames || quietFrames < fewFrames) return equalWeights();
    Bands weights;
    double sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double mean = quietSum[b] / quietFrames;
        const double variance = quietSquares[b] / quietFrames - mean * mean;
        // One dB² is the least that a 20 ms frame of steady noise shows; less means digital silence.
        weights[b] = static_cast<float>(activeSum[b] / activeFrames / (std::max(variance, 0.0) + 1));
        sum += weights[b];
    }
    if (sum <= 0) return equalWeights();
    for (float& weight : weights) weight = static_cast<float>(weight / sum);
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
        window.assign(values.begin() + static_cast<std::ptrdiff_t>(begin), values.begin() + static_cast<std::ptrdiff_t>(end));
        const auto middle = window.begin() + static_cast<std::ptrdiff_t>(window.size() / 2);
        std::nth_element(window.begin(), middle, window.end());
        medians[i] = *middle;
    }
    return medians;
}

float quantile(std::vector<float> values, double share)
{
    if (values.empty()) return 0;
    const auto nth = values.begin() + static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1));
    std::nth_element(values.begin(), nth, values.end());
    return *nth;
}

}  // namespace layakari
