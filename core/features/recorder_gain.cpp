// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/recorder_gain.hpp"

#include "core/features/gain_signs.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr std::size_t attackSteps = 3;

// In a pause the gain is what the room rises by, but that it does not fall while the sound before
// may still fade.
void takePause(std::vector<float>& gain, const RoomPauses& room, const RoomPause& pause)
{
    const std::size_t last = pause.end - std::min(RoomPause::mayBegin, pause.length() - 1);
    float now = room.steps[last - 1].riseDb;
    for (std::size_t s = last; s-- > pause.begin;) {
        const float rise = room.steps[s].riseDb;
        const bool maySound = !room.steps[s].isRoom || s < pause.begin + RoomPause::mayFade;
        gain[s] = now = maySound ? std::min(now, rise) : rise;
    }
    for (std::size_t s = last; s < pause.end; ++s) gain[s] = gain[last - 1];
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

std::vector<float> gainOfSteps(const RoomPauses& room)
{
    std::vector<float> gain(room.steps.size(), 0.0f);
    std::size_t before = 0;
    for (const RoomPause& pause : room.pauses) {
        takePause(gain, room, pause);
        takeSound(gain, room, before, pause.begin);
        before = pause.end;
    }
    for (std::size_t s = before; s < gain.size(); ++s) gain[s] = gain[before - 1];
    return gain;
}

} // namespace

std::vector<float> findRecorderGain(const FeatureTrack& track,
                                    const std::function<bool(std::size_t)>& isForced)
{
    const RoomPauses room = findRoomPauses(track, isForced);
    if (!looksLikeGain(room)) return {};
    const std::vector<float> coarse = gainOfSteps(room);
    const float lowest = *std::min_element(coarse.begin(), coarse.end());
    std::vector<float> gain(track.frames());
    for (std::size_t i = 0; i < gain.size(); ++i) {
        constexpr std::size_t step = RoomPauses::stepFrames;
        const std::size_t s = i / step;
        const float share = static_cast<float>(i % step) / step;
        const float next = coarse[std::min(s + 1, coarse.size() - 1)];
        gain[i] = coarse[s] + share * (next - coarse[s]) - lowest;
    }
    return gain;
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

void GainFollower::startAt(float gainDb, const Bands& room)
{
    m_gainDb = gainDb;
    m_room = room;
    m_weights = surenessOfBands({room});
}

float GainFollower::follow(const Bands& levels)
{
    // A frame; half of what a door or a voice rises by.
    constexpr float fastestDb = 0.5f * fastestGainDb * static_cast<float>(FeatureTrack::hopSeconds);
    constexpr std::size_t smoothFrames = RoomPauses::smoothFrames;
    m_last.push_back(levels);
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] += levels[b];
    if (m_last.size() < smoothFrames) return m_gainDb;
    Bands mean;
    for (std::size_t b = 0; b < bandCount; ++b) mean[b] = m_sum[b] / smoothFrames;
    const BandRise rise = riseOver(mean, m_room, m_weights);
    if (rise.unevenDb < roomUnevenDb) m_gainDb = std::min(rise.meanDb, m_gainDb + fastestDb);
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] -= m_last.front()[b];
    m_last.pop_front();
    return m_gainDb;
}

} // namespace layakari
