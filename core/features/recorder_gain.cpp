// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/recorder_gain.hpp"

#include "core/base/quantile.hpp"
#include "core/features/gain_signs.hpp"

#include <algorithm>
#include <optional>

namespace layakari {

namespace {

constexpr std::size_t attackSteps = 3;
// Of what is left, in a frame: two thirds of the way in `attackSteps`.
constexpr float attackShare = 1.0f / (attackSteps * RoomPauses::stepFrames);

// In a pause the gain is what the room rises by, but that it does not fall while the sound before
// may still fade. The next sound may begin in it, and push it.
void takePause(std::vector<float>& gain, const RoomPauses& room, const RoomPause& pause)
{
    const std::size_t last = pause.end - std::min(RoomPause::mayBegin, pause.length() - 1);
    float now = room.steps[last - 1].riseDb;
    for (std::size_t s = last; s-- > pause.begin;) {
        const float rise = room.steps[s].riseDb;
        const bool maySound = !room.steps[s].isRoom || s < pause.begin + RoomPause::mayFade;
        gain[s] = now = maySound ? std::min(now, rise) : rise;
    }
    for (std::size_t s = last; s < pause.end; ++s)
        gain[s] = std::min(gain[last - 1], room.steps[s].mostGainDb);
}

// In a sound it is what comes after, or less where that would put the sound under the room: a loud
// beginning pushes it further.
void takeSound(std::vector<float>& gain, const RoomPauses& room, std::size_t begin, std::size_t end)
{
    const float from = begin == 0 ? gain[end] : gain[begin - 1];
    const float to = gain[end];
    for (std::size_t s = begin; s < end; ++s) {
        const auto done = static_cast<float>(s - begin + 1);
        const float share =
            done / (to < from ? float{attackSteps} : static_cast<float>(end - begin + 1));
        gain[s] = std::min(from + (to - from) * std::min(1.0f, share), room.steps[s].mostGainDb);
    }
}

std::vector<float> gainUntilLastPause(const RoomPauses& room)
{
    std::vector<float> gain(room.steps.size(), 0.0f);
    std::size_t before = 0;
    for (const RoomPause& pause : room.pauses) {
        takePause(gain, room, pause);
        takeSound(gain, room, before, pause.begin);
        before = pause.end;
    }
    return gain;
}

// How deep sounds push it: what it is where pauses after them begin.
float usualAfterSound(const std::vector<float>& gain, const std::vector<RoomPause>& pauses)
{
    std::vector<float> after;
    for (const RoomPause& pause : pauses)
        if (pause.begin > 0) after.push_back(gain[pause.begin]);
    if (after.empty()) return gain[pauses.front().begin];
    return quantile(after, 0.5);
}

// A sound of which no end is known pushes the gain as others do.
void takeLastSound(std::vector<float>& gain, const RoomPauses& room, float afterSound)
{
    const std::size_t begin = room.pauses.back().end;
    const float from = gain[begin - 1];
    for (std::size_t s = begin; s < gain.size(); ++s) {
        const float share = std::min(1.0f, static_cast<float>(s - begin + 1) / float{attackSteps});
        gain[s] = std::min({from, from + (afterSound - from) * share, room.steps[s].mostGainDb});
    }
}

// Where minutes of breath without a pause follow, the pauses of the natural breaths around it are
// too few to stand out: the room of a minute at either end that shows a gain.
std::optional<Bands> roomUnderGainAtEnds(const FeatureTrack& track, const GainSearch& search)
{
    constexpr std::size_t minute = 6000; // frames: the stretch that a live look sees
    if (track.frames() <= minute) return std::nullopt;
    for (const std::size_t from : {std::size_t{0}, track.frames() - minute}) {
        const RoomPauses room =
            findRoomPauses(track.slice(from, from + minute), [&](std::size_t frame) {
                return search.isForced && search.isForced(from + frame);
            });
        if (looksLikeGain(room)) return room.shape;
    }
    return std::nullopt;
}

} // namespace

RecorderGain findRecorderGain(const FeatureTrack& track, const GainSearch& search)
{
    RoomPauses room = findRoomPauses(track, search.isForced, search.roomBefore);
    bool isGain = looksLikeGain(room, search.roomBefore);
    if (!isGain && !search.roomBefore)
        if (const auto atEnds = roomUnderGainAtEnds(track, search)) {
            room = findRoomPauses(track, search.isForced, &*atEnds, true);
            isGain = !room.pauses.empty();
        }
    if (!isGain && !(search.orSwells && swells(room))) return {};
    std::vector<float> coarse = gainUntilLastPause(room);
    const float afterSound = usualAfterSound(coarse, room.pauses);
    takeLastSound(coarse, room, afterSound);
    const float lowest = *std::min_element(coarse.begin(), coarse.end());
    std::vector<float> gain(track.frames());
    for (std::size_t i = 0; i < gain.size(); ++i) {
        constexpr std::size_t step = RoomPauses::stepFrames;
        const std::size_t s = i / step;
        const float share = static_cast<float>(i % step) / step;
        const float next = coarse[std::min(s + 1, coarse.size() - 1)];
        gain[i] = coarse[s] + share * (next - coarse[s]) - lowest;
    }
    Bands quiet = room.shape;
    for (float& level : quiet) level += lowest;
    double pauses = 0;
    for (const RoomPause& pause : room.pauses) pauses += static_cast<double>(pause.length());
    return {std::move(gain), afterSound - lowest, quiet,
            pauses / static_cast<double>(room.steps.size())};
}

FeatureTrack withoutGain(const FeatureTrack& track, const std::vector<float>& gainDb)
{
    FeatureTrack even;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        Bands levels = track.levels(i);
        for (float& level : levels) level = std::max(silenceDb, level - gainDb[i]);
        even.append(levels, track.voicing(i));
    }
    return even;
}

void GainFollower::startAt(float gainDb, float afterSoundDb, const Bands& room)
{
    m_gainDb = m_quietGainDb = gainDb;
    m_afterSoundDb = afterSoundDb;
    m_room = room;
    m_weights = surenessOfBands({room});
}

float GainFollower::follow(const Bands& levels, bool sounds)
{
    constexpr float fastestDb = fastestGainDb * static_cast<float>(FeatureTrack::hopSeconds);
    constexpr std::size_t smoothFrames = RoomPauses::smoothFrames;
    m_last.push_back(levels);
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] += levels[b];
    if (m_last.size() < smoothFrames) return m_gainDb;
    Bands mean;
    for (std::size_t b = 0; b < bandCount; ++b) mean[b] = m_sum[b] / smoothFrames;
    const RoomStep step = stepOver(mean, m_room, m_weights);
    m_isRoom = step.isRoom;
    if (step.isRoom) {
        m_gainDb = m_quietGainDb = std::min(step.riseDb, m_quietGainDb + fastestDb);
    } else {
        if (sounds) m_gainDb -= std::max(0.0f, m_gainDb - m_afterSoundDb) * attackShare;
        m_gainDb = std::min(m_gainDb, step.mostGainDb);
    }
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] -= m_last.front()[b];
    m_last.pop_front();
    return m_gainDb;
}

} // namespace layakari
