// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/guide_count.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double fastestS = 0.5;
constexpr double slowestS = 3.0;
constexpr double evenness = 0.12; // of the pace, to either side: words differ in how they begin
constexpr int fewestCounts = 12;
constexpr double leastShare = 0.5;

} // namespace

std::optional<GuideCount> findGuideCount(const std::vector<HeardVoice>& voices)
{
    std::vector<double> steps;
    for (std::size_t i = 1; i < voices.size(); ++i)
        if (const double step = voices[i].startS - voices[i - 1].startS;
            step >= fastestS && step <= slowestS)
            steps.push_back(step);
    if (steps.size() < static_cast<std::size_t>(fewestCounts)) return std::nullopt;
    std::sort(steps.begin(), steps.end());
    // The window of one pace that holds the most steps.
    std::size_t best = 0;
    std::size_t most = 0;
    for (std::size_t first = 0, last = 0; first < steps.size(); ++first) {
        while (last < steps.size() && steps[last] <= steps[first] * (1 + 2 * evenness)) ++last;
        if (last - first > most) {
            most = last - first;
            best = first;
        }
    }
    const double share = static_cast<double>(most) / static_cast<double>(voices.size() - 1);
    if (most < static_cast<std::size_t>(fewestCounts) || share < leastShare) return std::nullopt;
    const double middle = steps[best + most / 2];
    std::vector<double> away;
    for (std::size_t i = best; i < best + most; ++i) away.push_back(std::fabs(steps[i] - middle));
    std::nth_element(away.begin(), away.begin() + static_cast<std::ptrdiff_t>(most / 2),
                     away.end());
    // 1.4826 makes a deviation of the median of absolute ones, 1.2533 of a mean that of a median.
    const double sd = 1.4826 * away[most / 2] * 1.2533 / std::sqrt(static_cast<double>(most));
    return GuideCount{middle, sd, static_cast<int>(most), share};
}

} // namespace layakari
