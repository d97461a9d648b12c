// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/activity.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A median of 110 ms takes out what is shorter than half of that; the mean evens out the rest.
constexpr std::size_t medianFrames = 11;
constexpr std::size_t meanFrames = 5;

// Thresholds in spreads of quiet, and the least in dB: with 4 spreads a minute of noise (6,000
// frames, some 600 of them independent) passes by chance once in a dozen minutes.
constexpr float onSpreads = 4;
constexpr float offSpreads = 2;
constexpr float leastOnDb = 1.3f;
constexpr float leastOffDb = 0.7f;
constexpr float mostSpreadDb = 1.5f;
// A room that swells (traffic, voices next door) rises by some dB too, but rarely by a fifth of
// what this recording's breaths do; the cap keeps a faint inhale beside a loud exhale.
constexpr float onShareOfBreath = 0.2f;
constexpr float offShareOfBreath = 0.07f;
constexpr float mostOnDb = 5;
constexpr float mostOffDb = 2;

// The lowest peak that is no accident: breath without pauses can be far more frequent than quiet,
// but quiet lies below it, with a dip between. Without a dip the highest of the first `near`
// counts.
std::size_t lowestMode(const std::vector<double>& counts, std::size_t near)
{
    constexpr double leastShare = 0.06; // of the highest peak
    constexpr double dip = 0.75;
    const double highest = *std::max_element(counts.begin(), counts.end());
    std::size_t peak = 0;
    for (std::size_t i = 0; i < counts.size(); ++i) {
        if (counts[i] > counts[peak]) peak = i;
        if (counts[peak] >= leastShare * highest && counts[i] < dip * counts[peak]) return peak;
    }
    return static_cast<std::size_t>(
        std::max_element(counts.begin(), counts.begin() + static_cast<std::ptrdiff_t>(near)) -
        counts.begin());
}

float spreadBelow(const std::vector<float>& riseDb, float middleDb)
{
    double squares = 0;
    double count = 0;
    for (const float value : riseDb) {
        if (value >= middleDb) continue;
        squares += std::pow(value - middleDb, 2);
        ++count;
    }
    return std::min(mostSpreadDb, static_cast<float>(std::sqrt(squares / std::max(count, 1.0))));
}

// How far over quiet the louder half of what sounds lies.
float usualBreathDb(const std::vector<float>& rise, const QuietLevel& quiet)
{
    std::vector<float> sounding;
    for (const float value : rise)
        if (value > quiet.middleDb + std::max(leastOnDb, onSpreads * quiet.spreadDb))
            sounding.push_back(value - quiet.middleDb);
    return quantile(std::move(sounding), 0.75);
}

} // namespace

QuietLevel quietLevel(const std::vector<float>& riseDb)
{
    // The floor's bias is taken out, so quiet lies near 0; in a room that swells, some dB above.
    constexpr float lowestDb = -3;
    constexpr float nearDb = 2.5f;
    constexpr float highestDb = 6;
    constexpr float binDb = 0.25f;
    constexpr std::size_t binsWide = 6; // 1.5 dB
    std::vector<double> histogram(static_cast<std::size_t>((highestDb - lowestDb) / binDb) +
                                  binsWide);
    for (const float value : riseDb) {
        const float bin = (value - lowestDb) / binDb;
        if (bin >= 0 && bin < static_cast<float>(histogram.size()))
            histogram[static_cast<std::size_t>(bin)] += 1;
    }
    std::vector<double> counts(histogram.size() - binsWide);
    for (std::size_t i = 0; i < counts.size(); ++i)
        for (std::size_t k = 0; k < binsWide; ++k) counts[i] += histogram[i + k];
    const std::size_t best =
        lowestMode(counts, static_cast<std::size_t>((nearDb - lowestDb) / binDb));
    QuietLevel quiet;
    quiet.middleDb = lowestDb + binDb * (static_cast<float>(best) + binsWide / 2.0f);
    quiet.spreadDb = spreadBelow(riseDb, quiet.middleDb);
    return quiet;
}

QuietLevel quietAtFloor()
{
    // Of steady noise after minimum statistics and smoothing, at equal weights.
    return {0.25f, 0.35f};
}

std::optional<QuietLevel> quietAmong(const std::vector<float>& riseDb,
                                     const std::vector<bool>& sounds)
{
    std::vector<float> quiet;
    for (std::size_t i = 0; i < riseDb.size(); ++i)
        if (!sounds[i]) quiet.push_back(riseDb[i]);
    constexpr std::size_t leastFrames = 20; // a minute of unbroken breath leaves little more
    if (quiet.size() < leastFrames) return std::nullopt;
    const float middle = quantile(quiet, 0.5);
    return QuietLevel{middle, spreadBelow(quiet, middle)};
}

std::vector<float> smoothedRise(const std::vector<float>& meanRiseDb)
{
    return smoothed(runningMedian(meanRiseDb, medianFrames), meanFrames);
}

ActivityLevels activityLevels(const std::vector<float>& rise, const QuietLevel& quiet)
{
    const float breath = usualBreathDb(rise, quiet);
    return {quiet.middleDb + std::max({leastOnDb, onSpreads * quiet.spreadDb,
                                       std::min(mostOnDb, onShareOfBreath * breath)}),
            quiet.middleDb + std::max({leastOffDb, offSpreads * quiet.spreadDb,
                                       std::min(mostOffDb, offShareOfBreath * breath)})};
}

} // namespace layakari
