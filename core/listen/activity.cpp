// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/activity.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A median of 110 ms takes out what is shorter than half of that; the mean evens out the rest.
constexpr std::size_t medianFrames = 11;
constexpr std::size_t meanFrames = 5;

// Thresholds in spreads of quiet, and the least in dB: with 4 spreads a minute of noise (6,000 frames,
// some 600 of them independent) passes by chance once in a dozen minutes.
constexpr float onSpreads = 4;
constexpr float offSpreads = 2;
constexpr float leastOnDb = 1.3f;
constexpr float leastOffDb = 0.7f;
constexpr float mostSpreadDb = 1.5f;

}  // namespace

QuietLevel quietLevel(const std::vector<float>& riseDb)
{
    constexpr float binDb = 0.25f;
    constexpr std::size_t binsWide = 6;   // 1.5 dB
    constexpr std::size_t binsSearched = 20;  // up to 5 dB over the lowest values
    const float lowest = quantile(riseDb, 0.02);
    std::array<double, binsSearched + binsWide> histogram{};
    for (const float value : riseDb) {
        const float bin = (value - lowest) / binDb;
        if (bin >= 0 && bin < static_cast<float>(histogram.size())) histogram[static_cast<std::size_t>(bin)] += 1;
    }
    std::size_t best = 0;
    double most = -1;
    for (std::size_t i = 0; i < binsSearched; ++i) {
        double count = 0;
        for (std::size_t k = 0; k < binsWide; ++k) count += histogram[i + k];
        if (count > most) {
            most = count;
            best = i;
        }
    }
    QuietLevel quiet;
    quiet.middleDb = lowest + binDb * (static_cast<float>(best) + binsWide / 2.0f);
    double squares = 0;
    double count = 0;
    for (const float value : riseDb) {
        if (value >= quiet.middleDb) continue;
        squares += std::pow(value - quiet.middleDb, 2);
        ++count;
    }
    quiet.spreadDb = std::min(mostSpreadDb, static_cast<float>(std::sqrt(squares / std::max(count, 1.0))));
    return quiet;
}

std::vector<FrameRange> findActivity(const std::vector<float>& meanRiseDb)
{
    const std::vector<float> rise = smoothed(runningMedian(meanRiseDb, medianFrames), meanFrames);
    const QuietLevel quiet = quietLevel(rise);
    const float on = quiet.middleDb + std::max(leastOnDb, onSpreads * quiet.spreadDb);
    const float off = quiet.middleDb + std::max(leastOffDb, offSpreads * quiet.spreadDb);
    std::vector<FrameRange> ranges;
    for (std::size_t i = 0; i < rise.size(); ++i) {
        if (rise[i] < on) continue;
        std::size_t begin = i;
        const std::size_t least = ranges.empty() ? 0 : ranges.back().end;
        while (begin > least && rise[begin - 1] > off) --begin;
        while (i < rise.size() && rise[i] > off) ++i;
        if (static_cast<double>(i - begin) * FeatureTrack::hopSeconds >= knockSeconds) ranges.push_back({begin, i});
    }
    return ranges;
}

}  // namespace layakari
