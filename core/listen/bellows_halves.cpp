// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/bellows_halves.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace layakari {

namespace {

constexpr std::size_t soundFeatures = bandCount + 3; // spectrum, level, rise, length
using Difference = std::array<double, soundFeatures>;

// What strokes of a kind differ by, so that features can be put together.
constexpr double levelSpreadDb = 2.5;
constexpr double riseSpreadDb = 3;
constexpr double lengthSpread = 0.3; // of its log
constexpr double bandSpreadDb = 3;
constexpr double clearlyLouderDb = 1.5; // of one kind: a dozen strokes differ as much by chance

Difference featuresOf(const Burst& burst)
{
    Difference features{};
    double mean = 0;
    for (const float level : burst.shape) mean += level / static_cast<double>(bandCount);
    for (std::size_t b = 0; b < bandCount; ++b)
        features[b] = (burst.shape[b] - mean) / bandSpreadDb / std::sqrt(bandCount);
    features[bandCount] = burst.levelDb / levelSpreadDb;
    features[bandCount + 1] = burst.riseDb / riseSpreadDb;
    features[bandCount + 2] = std::log(std::max(0.05f, burst.seconds)) / lengthSpread;
    return features;
}

// Kind 0 less kind 1, on average.
Difference differenceOf(const StrokeSequence& run, const std::vector<Burst>& bursts)
{
    Difference sum{};
    const auto ones = std::count(run.kinds.begin(), run.kinds.end(), 1u);
    const auto zeros = static_cast<std::ptrdiff_t>(run.kinds.size()) - ones;
    if (ones == 0 || zeros == 0) return sum;
    for (std::size_t h = 0; h < run.bursts.size(); ++h) {
        const Difference features = featuresOf(bursts[run.bursts[h]]);
        const double share =
            run.kinds[h] == 0 ? 1.0 / static_cast<double>(zeros) : -1.0 / static_cast<double>(ones);
        for (std::size_t f = 0; f < soundFeatures; ++f) sum[f] += share * features[f];
    }
    return sum;
}

double alike(const Difference& a, const Difference& b)
{
    double sum = 0;
    for (std::size_t f = 0; f < soundFeatures; ++f) sum += a[f] * b[f];
    return sum;
}

void turnAround(StrokeSequence& run)
{
    for (std::size_t& kind : run.kinds) kind = 1 - kind;
}

} // namespace

namespace {

// Of two kinds the one that is clearly steeper, or steeper and shorter, is an expulsion, and the
// other the breath that flows back: then nothing else is needed. Its kind, or nothing.
std::optional<std::size_t> expulsionOf(const StrokeSequence& run, const std::vector<Burst>& bursts)
{
    constexpr double muchSteeperDb = 6;
    constexpr double steeperDb = 2;
    constexpr double shorter = 0.2; // of the log of the length
    const Difference of = differenceOf(run, bursts);
    const double rise = of[bandCount + 1] * riseSpreadDb;
    const double length = of[bandCount + 2] * lengthSpread;
    if (rise > muchSteeperDb || (rise > steeperDb && length < -shorter)) return 0;
    if (rise < -muchSteeperDb || (rise < -steeperDb && length > shorter)) return 1;
    return std::nullopt;
}

// Whether kind 0 is an exhale by its loudness alone, which a nose blows at the microphone; where
// both are as loud, whether it begins the run: then the first inhale was not heard.
bool isExhaleByLoudness(const Difference& of, const StrokeSequence& run)
{
    const double louderDb = of[bandCount] * levelSpreadDb;
    return std::fabs(louderDb) < clearlyLouderDb ? run.kinds.front() == 0 : louderDb > 0;
}

} // namespace

void nameHalves(std::vector<StrokeSequence*> runs, const std::vector<Burst>& bursts)
{
    std::erase_if(runs, [](const StrokeSequence* run) { return run->bursts.empty(); });
    Difference known{};
    std::vector<StrokeSequence*> open;
    for (StrokeSequence* run : runs) {
        const auto expulsion = expulsionOf(*run, bursts);
        if (!expulsion && run->kinds.front() == run->kinds.back()) {
            open.push_back(run);
            continue;
        }
        const std::size_t exhale = expulsion.value_or(1 - run->kinds.front());
        if (exhale == 0) turnAround(*run);
        const Difference of = differenceOf(*run, bursts);
        for (std::size_t f = 0; f < soundFeatures; ++f) known[f] += of[f];
    }
    for (StrokeSequence* run : open) {
        const Difference of = differenceOf(*run, bursts);
        const double same = alike(of, known);
        if (same < 0 || (same == 0 && isExhaleByLoudness(of, *run))) turnAround(*run);
    }
}

bool areHalves(const Chain& chain, const std::vector<Burst>& bursts,
               const std::vector<float>& lastingS)
{
    constexpr std::size_t fewest = 10;
    constexpr double clearly = 0.35; // a burst, in nats: by chance it is a tenth
    if (chain.size() < fewest) return false;
    StrokeSequence one{chain, Chain(chain.size(), 0)};
    StrokeSequence two = one;
    for (std::size_t c = 1; c < chain.size(); c += 2) two.kinds[c] = 1;
    const StrokeRecount recount(bursts, lastingS);
    return recount.fit(two, 2) - recount.fit(one, 1) > clearly;
}

namespace {

// How unlike its kind a half is: the halves at even distances from it, in level and in length.
double strangenessOf(const std::vector<HeardStroke>& halves, std::size_t which)
{
    static constexpr double unlikeDb = 3;
    constexpr double unlikeLength = 0.35;    // of its log
    static constexpr double shortestS = 0.1; // below that lengths are those of the windows
    const auto logLength = [](const HeardStroke& half) {
        return std::log(std::max(half.seconds, shortestS));
    };
    std::vector<float> levels;
    std::vector<float> lengths;
    for (std::size_t k = which % 2; k < halves.size(); k += 2) {
        if (k == which) continue;
        levels.push_back(static_cast<float>(halves[k].levelDb));
        lengths.push_back(static_cast<float>(logLength(halves[k])));
    }
    if (levels.empty()) return 0;
    return std::fabs(halves[which].levelDb - quantile(levels, 0.5)) / unlikeDb +
           std::fabs(logLength(halves[which]) - quantile(lengths, 0.5)) / unlikeLength;
}

// How much louder the first kind is than the second, dB.
double firstLouderDb(const std::vector<HeardStroke>& halves)
{
    std::array<std::vector<float>, 2> levels;
    for (std::size_t k = 0; k < halves.size(); ++k)
        levels[k % 2].push_back(static_cast<float>(halves[k].levelDb));
    if (levels[1].empty()) return 0;
    return quantile(levels[0], 0.5) - quantile(levels[1], 0.5);
}

LouderHalf louderOf(double inhaleLouderDb)
{
    if (std::fabs(inhaleLouderDb) < clearlyLouderDb) return LouderHalf::Unknown;
    return inhaleLouderDb > 0 ? LouderHalf::Inhale : LouderHalf::Exhale;
}

enum class FirstHalf { Unknown, Inhale, Exhale };

FirstHalf firstOf(const std::vector<HeardStroke>& halves, LouderHalf louder)
{
    const LouderHalf here = louderOf(firstLouderDb(halves)); // were the first half an inhale
    if (here == LouderHalf::Unknown || louder == LouderHalf::Unknown) return FirstHalf::Unknown;
    return here == louder ? FirstHalf::Inhale : FirstHalf::Exhale;
}

} // namespace

LouderHalf louderHalfOf(const std::vector<std::vector<HeardStroke>>& runs)
{
    double louderDb = 0;
    int even = 0;
    for (const std::vector<HeardStroke>& halves : runs)
        if (!halves.empty() && halves.size() % 2 == 0) {
            louderDb += firstLouderDb(halves);
            ++even;
        }
    return even == 0 ? LouderHalf::Exhale : louderOf(louderDb / even);
}

std::vector<HeardStroke> evenHalves(std::vector<HeardStroke> halves, LouderHalf louder)
{
    // Bellows begin with the inhale: it takes more to leave out the first half than the last.
    constexpr double strangeLast = 2;
    constexpr double strangeFirst = 2.8;
    constexpr double whereItBelongs = 2; // times as strange
    if (halves.size() < 3 || halves.size() % 2 == 0) return halves;
    double first = strangenessOf(halves, 0) / strangeFirst;
    double last = strangenessOf(halves, halves.size() - 1) / strangeLast;
    const FirstHalf begins = firstOf(halves, louder);
    if (begins == FirstHalf::Inhale) first /= whereItBelongs;
    if (begins == FirstHalf::Exhale) last /= whereItBelongs;
    if (std::max(first, last) < 1) return halves;
    if (first > last)
        halves.erase(halves.begin());
    else
        halves.pop_back();
    return halves;
}

std::vector<HeardStroke> strokesOfHalves(const std::vector<HeardStroke>& halves, LouderHalf louder)
{
    std::vector<HeardStroke> strokes;
    std::size_t k = 0;
    if (halves.size() % 2 == 1 && firstOf(halves, louder) == FirstHalf::Exhale)
        strokes.push_back(halves[k++]);
    for (; k < halves.size(); k += 2) {
        const bool hasExhale = k + 1 < halves.size();
        HeardStroke stroke = halves[hasExhale ? k + 1 : k];
        if (hasExhale && halves[k].sure) {
            stroke.inhaleTimeS = halves[k].timeS;
            stroke.inhaleLevelDb = halves[k].levelDb;
        }
        strokes.push_back(stroke);
    }
    return strokes;
}

} // namespace layakari
