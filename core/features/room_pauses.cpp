// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/room_pauses.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

constexpr double shapeShare = 0.06;   // the room's shape is that of most of the quietest moments
constexpr std::size_t leastPause = 6; // steps
constexpr std::size_t longestBreak = 6;
constexpr float sameLevelDb = 3;
constexpr std::size_t lowBands = 4; // a few narrow bands lie under the room by chance

std::vector<Bands> smoothedSteps(const FeatureTrack& track)
{
    constexpr std::size_t reach = RoomPauses::smoothFrames / 2;
    std::vector<Bands> steps;
    for (std::size_t at = 0; at < track.frames(); at += RoomPauses::stepFrames) {
        const std::size_t begin = at > reach ? at - reach : 0;
        const std::size_t end = std::min(track.frames(), at + reach + 1);
        Bands mean{};
        for (std::size_t i = begin; i < end; ++i)
            for (std::size_t b = 0; b < bandCount; ++b)
                mean[b] += track.levels(i)[b] / static_cast<float>(end - begin);
        steps.push_back(mean);
    }
    return steps;
}

bool isSilent(const std::vector<Bands>& levels, std::size_t band)
{
    constexpr double share = 0.25;
    constexpr float nothingDb = silenceDb + 6;
    std::vector<float> values;
    for (const Bands& level : levels) values.push_back(level[band]);
    const auto low =
        values.begin() + static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size()));
    std::nth_element(values.begin(), low, values.end());
    return *low <= nothingDb;
}

float meanLevel(const Bands& level, const Bands& weights)
{
    float mean = 0;
    for (std::size_t b = 0; b < bandCount; ++b) mean += weights[b] * level[b];
    return mean;
}

// The mean of the levels that are like `shape` in all but loudness.
Bands meanOfAlike(const std::vector<Bands>& levels, const Bands& shape, const Bands& weights,
                  std::size_t& count)
{
    Bands mean{};
    count = 0;
    for (const Bands& level : levels) {
        const BandRise rise = riseOver(level, shape, weights);
        if (rise.unevenDb > roomUnevenDb) continue;
        for (std::size_t b = 0; b < bandCount; ++b) mean[b] += level[b] - rise.meanDb;
        ++count;
    }
    for (float& m : mean) m /= static_cast<float>(std::max<std::size_t>(1, count));
    return mean;
}

// The quietest moments are the room's, some with the end of a breath in them: the shape that most
// of them share.
Bands shapeOfQuietest(const std::vector<Bands>& levels, const Bands& weights)
{
    constexpr std::size_t mostTried = 60;
    std::vector<Bands> quiet = levels;
    const auto end = quiet.begin() + static_cast<std::ptrdiff_t>(
                                         std::ceil(shapeShare * static_cast<double>(quiet.size())));
    std::nth_element(quiet.begin(), end - 1, quiet.end(), [&](const Bands& a, const Bands& b) {
        return meanLevel(a, weights) < meanLevel(b, weights);
    });
    quiet.erase(end, quiet.end());
    Bands shape = quiet.front();
    std::size_t most = 0;
    const std::size_t every = std::max<std::size_t>(1, quiet.size() / mostTried);
    for (std::size_t i = 0; i < quiet.size(); i += every) {
        std::size_t count = 0;
        const Bands mean = meanOfAlike(quiet, quiet[i], weights, count);
        if (count <= most) continue;
        most = count;
        shape = mean;
    }
    return shape;
}

// What was the room before is the room as long as there are moments like it.
bool isStillRoom(const Bands& before, const std::vector<Bands>& levels, const Bands& weights)
{
    constexpr double fewest = 0.05;
    constexpr double enough = 60; // steps, as many as of a minute
    std::size_t alike = 0;
    meanOfAlike(levels, before, weights, alike);
    return static_cast<double>(alike) >
           std::min(enough, fewest * static_cast<double>(levels.size()));
}

Bands roomShape(const std::vector<Bands>& levels, const Bands& weights, const Bands* before,
                bool isHere)
{
    constexpr int looks = 2;
    const bool isKnown = before && (isHere || isStillRoom(*before, levels, weights));
    Bands shape = isKnown ? *before : shapeOfQuietest(levels, weights);
    for (int look = 0; look < looks; ++look) {
        std::size_t count = 0;
        const Bands mean = meanOfAlike(levels, shape, weights, count);
        if (count > 0) shape = mean;
    }
    return shape;
}

bool goesOn(const std::vector<RoomStep>& steps, std::size_t from, std::size_t to)
{
    for (std::size_t s = from; s < to; ++s)
        if (steps[s].isForced) return false;
    return to - from <= longestBreak &&
           std::fabs(steps[to].riseDb - steps[from - 1].riseDb) <= sameLevelDb;
}

std::vector<RoomPause> pausesOf(const std::vector<RoomStep>& steps)
{
    std::vector<RoomPause> pauses;
    for (std::size_t s = 0; s < steps.size(); ++s) {
        if (!steps[s].isRoom) continue;
        RoomPause pause{s, s};
        while (pause.end < steps.size() && steps[pause.end].isRoom) ++pause.end;
        s = pause.end;
        if (pause.length() < leastPause) continue;
        if (!pauses.empty() && goesOn(steps, pauses.back().end, pause.begin))
            pauses.back().end = pause.end;
        else
            pauses.push_back(pause);
    }
    return pauses;
}

} // namespace

BandRise riseOver(const Bands& level, const Bands& shape, const Bands& weights)
{
    BandRise rise;
    for (std::size_t b = 0; b < bandCount; ++b) rise.meanDb += weights[b] * (level[b] - shape[b]);
    float squares = 0;
    for (std::size_t b = 0; b < bandCount; ++b)
        squares += weights[b] * std::pow(level[b] - shape[b] - rise.meanDb, 2.0f);
    rise.unevenDb = std::sqrt(squares);
    return rise;
}

RoomStep stepOver(const Bands& level, const Bands& shape, const Bands& weights)
{
    const BandRise rise = riseOver(level, shape, weights);
    std::array<float, bandCount> rises{};
    for (std::size_t b = 0; b < bandCount; ++b)
        rises[b] = weights[b] > 0 ? level[b] - shape[b] : std::numeric_limits<float>::max();
    std::nth_element(rises.begin(), rises.begin() + lowBands, rises.end());
    return {rise.meanDb, rise.unevenDb < roomUnevenDb, rises[lowBands], false};
}

Bands surenessOfBands(const std::vector<Bands>& levels)
{
    std::array<bool, bandCount> silent{};
    for (std::size_t b = 0; b < bandCount; ++b) silent[b] = isSilent(levels, b);
    if (2 * std::count(silent.begin(), silent.end(), true) > static_cast<long>(bandCount))
        silent = {};
    Bands weights;
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        weights[b] = silent[b] ? 0.0f : static_cast<float>(bandEdgesHz[b + 1] - bandEdgesHz[b]);
        sum += weights[b];
    }
    for (float& w : weights) w /= sum;
    return weights;
}

RoomPauses findRoomPauses(const FeatureTrack& track,
                          const std::function<bool(std::size_t)>& isForced, const Bands* roomBefore,
                          bool isHere)
{
    RoomPauses found;
    found.levels = smoothedSteps(track);
    if (found.levels.empty()) return found;
    found.weights = surenessOfBands(found.levels);
    std::vector<bool> forced;
    std::vector<Bands> calm;
    for (std::size_t s = 0; s < found.levels.size(); ++s) {
        forced.push_back(isForced && isForced(s * RoomPauses::stepFrames));
        if (!forced.back()) calm.push_back(found.levels[s]);
    }
    found.shape = roomShape(calm.empty() ? found.levels : calm, found.weights, roomBefore, isHere);
    for (std::size_t s = 0; s < found.levels.size(); ++s) {
        found.steps.push_back(stepOver(found.levels[s], found.shape, found.weights));
        found.steps.back().isForced = forced[s];
    }
    found.pauses = pausesOf(found.steps);
    return found;
}

} // namespace layakari
