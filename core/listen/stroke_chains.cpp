// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/stroke_chains.hpp"

#include <algorithm>
#include <cmath>
#include <optional>

namespace layakari {

namespace {

// Gains of a chain, in units of one clear stroke.
constexpr float nodeCost = 0.3f;
constexpr double startCost = 1.2; // a run begins less often than it goes on
// Neighbouring intervals of a run differ by a tenth; of in and out, by more.
constexpr double intervalTolerance = 0.25; // of the log of an interval against the one before
constexpr double intervalCost = 0.25;
constexpr double intervalFollow = 0.6; // how far the expected interval follows the last one
constexpr double mostStretch = 1.55; // a longer interval is a pause, or a stroke that was not heard
constexpr double leastStretch = 0.62;
constexpr double pauseCost = 1.0;
constexpr double missedCost = 0.6; // one stroke that was not heard
// From 215 a minute, faster than anybody keeps up, to 14, slower than which it is breathing.
constexpr double shortestIntervalS = 0.28;
constexpr double longestIntervalS = 4.2;
constexpr std::size_t fewestOfAChain = 3; // part of a run, after a pause
constexpr std::size_t tempos = 12;        // that are followed at once for each burst
constexpr double sameTempo = 0.08;        // of the log

// Below the first, two bursts are alike; from the second on they are strangers.
constexpr float dbPerLog = 6;
constexpr float alikeDb = 6;
constexpr float strangeDb = 16;

// A chain that ends in a burst, and the interval that is expected next.
struct Tail {
    double score = 0;
    double intervalS = 0;
    std::ptrdiff_t burst = -1; // the one before
    std::size_t tail = 0;      // and which of its tails; `tempos`: the chain begins there
};

struct Best {
    double score = 0;
    std::ptrdiff_t burst = -1;
};

// 0 for the like, 1 for strangers: in and out differ more than one expulsion from the next.
double strangeness(const Burst& a, const Burst& b)
{
    return std::clamp((burstDifference(a, b) - alikeDb) / (strangeDb - alikeDb), 0.0f, 1.0f);
}

std::optional<Tail> extended(const Tail& tail, double gap)
{
    const double stretch = gap / tail.intervalS;
    if (stretch < leastStretch) return std::nullopt;
    if (stretch > mostStretch) {
        if (gap > std::max(longestGapS(tail.intervalS), 2.3 * tail.intervalS)) return std::nullopt;
        const bool missed = std::fabs(std::log(stretch / 2)) < 0.15;
        return Tail{tail.score - (missed ? missedCost : pauseCost), tail.intervalS};
    }
    const double change = std::log(stretch);
    return Tail{tail.score - intervalCost * std::pow(change / intervalTolerance, 2),
                tail.intervalS * std::exp(intervalFollow * change)};
}

std::vector<Tail> bestOf(std::vector<Tail> found)
{
    std::sort(found.begin(), found.end(),
              [](const Tail& a, const Tail& b) { return a.score > b.score; });
    std::vector<Tail> kept;
    for (const Tail& tail : found) {
        const bool known = std::any_of(kept.begin(), kept.end(), [&](const Tail& k) {
            return std::fabs(std::log(k.intervalS / tail.intervalS)) < sameTempo;
        });
        if (!known) kept.push_back(tail);
        if (kept.size() == tempos) break;
    }
    return kept;
}

std::vector<Chain> traced(const std::vector<std::vector<Tail>>& tails,
                          const std::vector<Best>& before)
{
    std::vector<Chain> chains;
    std::ptrdiff_t end = before.back().burst;
    while (end >= 0) {
        Chain chain;
        auto burst = static_cast<std::size_t>(end);
        std::size_t tail = 0;
        while (tail < tempos) {
            chain.push_back(burst);
            const Tail& here = tails[burst][tail];
            burst = static_cast<std::size_t>(here.burst);
            tail = here.tail;
        }
        chain.push_back(burst);
        end = before[burst].burst;
        std::reverse(chain.begin(), chain.end());
        if (chain.size() >= fewestOfAChain) chains.push_back(std::move(chain));
    }
    std::reverse(chains.begin(), chains.end());
    return chains;
}

} // namespace

float burstDifference(const Burst& a, const Burst& b)
{
    const auto length = [](const Burst& burst) {
        return std::clamp(burst.seconds, shortestTellingS, longestTellingS);
    };
    return a.unlike(b) + 0.5f * std::fabs(a.levelDb - b.levelDb) +
           0.3f * std::fabs(a.riseDb - b.riseDb) +
           dbPerLog * std::fabs(std::log(length(a) / length(b)));
}

std::vector<Chain> bestChains(const std::vector<Burst>& bursts, const std::vector<float>& weights,
                              std::size_t from, std::size_t to, double strangerCost)
{
    std::vector<std::vector<Tail>> tails(to);
    std::vector<Best> before(to + 1); // the best that ends before each burst
    for (std::size_t i = from; i < to; ++i) {
        const double gain = weights[i] - nodeCost;
        std::vector<Tail> found;
        for (std::size_t j = i; j-- > from;) {
            const double gap = bursts[i].timeS - bursts[j].timeS;
            if (gap > longestIntervalS) break;
            if (gap < shortestIntervalS) continue;
            const double linked = gain - strangerCost * strangeness(bursts[i], bursts[j]);
            found.push_back({before[j].score + weights[j] - nodeCost + linked - startCost, gap,
                             static_cast<std::ptrdiff_t>(j), tempos});
            for (std::size_t k = 0; k < tails[j].size(); ++k)
                if (const auto next = extended(tails[j][k], gap))
                    found.push_back(
                        {next->score + linked, next->intervalS, static_cast<std::ptrdiff_t>(j), k});
        }
        tails[i] = bestOf(std::move(found));
        before[i + 1] = before[i];
        if (!tails[i].empty() && tails[i][0].score > before[i].score)
            before[i + 1] = {tails[i][0].score, static_cast<std::ptrdiff_t>(i)};
    }
    return traced(tails, before);
}

bool breathBetween(const std::vector<Burst>& bursts, const std::vector<float>& lastingS,
                   std::size_t from, std::size_t to, double intervalS)
{
    constexpr float longSoundS = 0.9f;
    constexpr double shortestBreathS = 3; // in and out; shorter is the breath that flows back
    constexpr float faintestDb = 20;      // under the strokes; fainter is the room
    const double gap = bursts[to].timeS - bursts[from].timeS;
    if (gap < 2.2 * intervalS || gap < shortestBreathS) return false;
    const float least = std::max(audibleDb, bursts[from].levelDb - faintestDb);
    for (std::size_t i = from + 1; i < to; ++i)
        if (lastingS[i] > longSoundS && bursts[i].levelDb > least) return true;
    return false;
}

} // namespace layakari
