// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/stroke_weights.hpp"

#include "core/listen/attack.hpp"
#include "core/listen/rise.hpp"
#include "core/listen/struck.hpp"

#include <algorithm>

namespace layakari {

namespace {

// Bursts that a burst is compared with: those of the run that it may belong to, and those of a run
// that a rest of half a minute may part from it, with natural breath as much below the strokes.
constexpr double nearbyS = 6;
constexpr double farS = 25;
constexpr float restDb = 6;
constexpr double loudQuantile = 0.8; // of the levels nearby: what a stroke has there
constexpr float weakerDb = 14;       // below that, nothing is left of a burst's weight
constexpr float steepDb = 14;        // a rise of that much within 60 ms is an expulsion's

struct Strong {
    float levelDb = 0;
    float riseDb = 0;
};

Strong strongAround(const std::vector<Burst>& bursts, double seconds, double reachS)
{
    const auto first = std::lower_bound(bursts.begin(), bursts.end(), seconds - reachS,
                                        [](const Burst& b, double t) { return b.timeS < t; });
    std::vector<float> levels;
    std::vector<float> rises;
    for (auto b = first; b != bursts.end() && b->timeS < seconds + reachS; ++b) {
        levels.push_back(b->levelDb);
        rises.push_back(b->riseDb);
    }
    return {quantile(levels, loudQuantile), quantile(rises, loudQuantile)};
}

// Where it is not known how it begins, its length tells.
float breathWeight(const Burst& burst)
{
    if (burst.attackS) return isLikeAClap(burst) ? 0.0f : 1.0f;
    return std::clamp((burst.seconds - clapS) / (strokeS - clapS), 0.0f, 1.0f);
}

} // namespace

std::vector<float> strokeWeights(const std::vector<Burst>& bursts)
{
    std::vector<float> weights;
    for (const Burst& burst : bursts) {
        const Strong near = strongAround(bursts, burst.timeS, nearbyS);
        const Strong far = strongAround(bursts, burst.timeS, farS);
        const float loud = std::max(near.levelDb, far.levelDb - restDb);
        const float steep = std::min(steepDb, std::max(near.riseDb, far.riseDb / 2));
        const float level = std::clamp(1 + (burst.levelDb - loud) / weakerDb, 0.0f, 1.0f);
        const float rise = std::clamp(burst.riseDb / std::max(steep, 1.0f), 0.0f, 1.0f);
        weights.push_back(breathWeight(burst) * level * (0.4f + 0.6f * rise));
    }
    return weights;
}

} // namespace layakari
