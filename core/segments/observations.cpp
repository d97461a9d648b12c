// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/observations.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// Frames of 20 ms overlap by half: four span 50 ms, over which turbulence keeps its loudness.
constexpr std::size_t smoothing = 4;
constexpr std::size_t valleyReach = 35; // steps, 0.7 s: the shortest breath lasts about that
constexpr std::size_t valleySmoothing = 5;

// The highest within `reach` before each step, itself included.
std::vector<float> highestBefore(const std::vector<float>& level, std::size_t reach)
{
    std::vector<float> high(level.size());
    for (std::size_t i = 0; i < level.size(); ++i)
        high[i] =
            *std::max_element(level.begin() + static_cast<std::ptrdiff_t>(i - std::min(i, reach)),
                              level.begin() + static_cast<std::ptrdiff_t>(i) + 1);
    return high;
}

std::vector<float> valleys(const Observations& seen)
{
    std::vector<float> level(seen.steps());
    for (std::size_t i = 0; i < level.size(); ++i) {
        float power = 0;
        for (std::size_t b = 0; b < bandCount; ++b)
            power += powerOfDb(std::min(60.0f, seen.levelDb[i][b] - seen.roomDb(i)[b]));
        level[i] = 10 * std::log10(power / bandCount);
    }
    level = smoothed(level, valleySmoothing);
    // What lies over the breath is no height from which it dips.
    constexpr float open = 0.3f;
    const std::vector<float> heard = level;
    for (std::size_t i = 0; i < level.size(); ++i)
        if (seen.over[i] > open) level[i] = -100;
    const std::vector<float> before = highestBefore(level, valleyReach);
    std::reverse(level.begin(), level.end());
    std::vector<float> after = highestBefore(level, valleyReach);
    std::reverse(level.begin(), level.end());
    std::reverse(after.begin(), after.end());
    for (std::size_t i = 0; i < level.size(); ++i)
        level[i] =
            seen.over[i] > open ? 0.0f : std::max(0.0f, std::min(before[i], after[i]) - heard[i]);
    return level;
}

} // namespace

Observations Observations::first(std::size_t count) const
{
    Observations some = *this;
    some.levelDb.resize(count);
    some.roomOf.resize(count);
    some.hidden.resize(count);
    some.hum.resize(count);
    for (std::vector<float>* values : {&some.over, &some.breath, &some.other, &some.valleyDb})
        values->resize(count);
    return some;
}

Observations observe(const FeatureTrack& track, const Room& room, const ClassTrack& classes,
                     const KnownSounds& known)
{
    Observations seen;
    const std::size_t frames = track.frames();
    const std::size_t steps = frames / Observations::framesPerStep;
    seen.levelDb.resize(steps);
    static_assert(Observations::framesPerStep == ClassInput::framesPerStep);
    seen.over.resize(steps);
    seen.hidden = classes.hidden;
    seen.hidden.resize(steps);
    seen.breath.resize(steps);
    seen.other.resize(steps);
    seen.hum.resize(steps);
    for (std::size_t i = 0; i < steps; ++i) {
        const std::size_t middle = Observations::frameOf(i);
        const std::size_t begin = middle > 1 ? middle - 1 : 0;
        const std::size_t end = std::min(frames, begin + smoothing);
        Bands power{};
        for (std::size_t f = begin; f < end; ++f)
            for (std::size_t b = 0; b < bandCount; ++b) power[b] += powerOfDb(track.levels(f)[b]);
        const auto& p = classes.probability[i];
        // A tone where there is breath is the breath's own as often as not: of a narrow nose.
        constexpr float ownTone = 0.7f;
        seen.over[i] = 1 - (1 - p[ClassTrack::Voice]) * (1 - p[ClassTrack::Struck]) *
                               (1 - (1 - ownTone * p[ClassTrack::Breath]) * p[ClassTrack::Tonal]);
        seen.breath[i] = p[ClassTrack::Breath];
        seen.other[i] = std::max({p[ClassTrack::Voice], p[ClassTrack::Tonal], p[ClassTrack::Struck],
                                  p[ClassTrack::Swell]});
        for (std::size_t b = 0; b < bandCount; ++b)
            seen.levelDb[i][b] = 10 * std::log10(power[b] / static_cast<float>(end - begin));
    }
    const auto hide = [&](const FrameRange& range, bool isHum) {
        const std::size_t end = std::min(steps, range.end / Observations::framesPerStep + 1);
        for (std::size_t i = range.begin / Observations::framesPerStep; i < end; ++i) {
            seen.over[i] = 1;
            seen.hidden[i].fill(1);
            seen.hum[i] = isHum;
        }
    };
    for (const FrameRange& run : known.strokes) hide(run, false);
    for (const FrameRange& hum : known.hums) hide(hum, true);
    setRoom(seen, room);
    return seen;
}

void setRoom(Observations& seen, const Room& room)
{
    seen.rooms.clear();
    seen.roomOf.resize(seen.steps());
    const Bands* floor = nullptr;
    float gain = 0;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const std::size_t frame = Observations::frameOf(i);
        if (floor != &room.floor.at(frame) || gain != room.gainAt(frame)) {
            floor = &room.floor.at(frame);
            gain = room.gainAt(frame);
            seen.rooms.push_back(*floor);
            for (float& level : seen.rooms.back()) level += gain;
        }
        seen.roomOf[i] = static_cast<std::uint32_t>(seen.rooms.size() - 1);
    }
    seen.valleyDb = valleys(seen);
}

} // namespace layakari
