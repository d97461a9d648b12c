// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <functional>
#include <vector>

namespace layakari {

/// How far the bands of a level lie over another's: their mean, and how they differ.
struct BandRise {
    float meanDb = 0;
    float unevenDb = 0; ///< standard deviation over the bands
};

/// `level` over `shape`, the bands weighed by `weights`, whose sum is one.
BandRise riseOver(const Bands& level, const Bands& shape, const Bands& weights);

/// For telling by its bands whether something is the room: the wider a band, the surer its level
/// (the variance of a level in dB falls with its bins), and what is silent in a quarter of `levels`
/// counts for nothing, as above what a telephone carries, or where a codec leaves a band out. Where
/// that is most bands, it is a silent room, and all count.
Bands surenessOfBands(const std::vector<Bands>& levels);

/// The difference between bands, in dB, that chance gives to a fifth of a second of the room.
inline constexpr float roomUnevenDb = 1.3f;

/// 50 ms of sound, held against the shape that the room has over the bands.
struct RoomStep {
    float riseDb = 0;
    bool isRoom = false;   ///< nothing but the room, as loud as it may be
    float mostGainDb = 0;  ///< what a gain can have been here: nothing lies under the room
    bool isForced = false; ///< within a run of strokes
};

/// A level, averaged over about a fifth of a second, held against the room: `shape` and `weights`
/// as in `riseOver`.
RoomStep stepOver(const Bands& level, const Bands& shape, const Bands& weights);

/// Steps from `begin` to before `end` that are the room, 0.3 s or longer.
struct RoomPause {
    static constexpr std::size_t mayFade = 8;  ///< steps in which the sound before may fade
    static constexpr std::size_t mayBegin = 5; ///< and the next begin
    std::size_t begin = 0;
    std::size_t end = 0;
    std::size_t length() const { return end - begin; }
};

struct RoomPauses {
    static constexpr std::size_t stepFrames = 5;
    static constexpr float stepSeconds = stepFrames * static_cast<float>(FeatureTrack::hopSeconds);
    static constexpr std::size_t smoothFrames = 21; ///< centred on a step

    std::vector<Bands> levels; ///< of each step
    Bands shape{};             ///< the room's levels where `riseDb` is 0
    Bands weights{};
    std::vector<RoomStep> steps;
    std::vector<RoomPause> pauses;
};

/// Finds the room by what most of the quietest moments share, whatever a recorder's gain did to
/// their loudness, and the pauses by being like it. Rain or a crackle of up to 0.3 s interrupts a
/// pause that goes on as loud as it was. `isForced`: whether a frame lies in a run of strokes,
/// between which breath flows back, so that the room is not looked for there. `roomBefore`: the
/// room's levels as an earlier look had them, however loud, or none; `isHere`: whether that look
/// was at a part of this track. Else it is the room no longer if hardly a moment is like it.
RoomPauses findRoomPauses(const FeatureTrack& track,
                          const std::function<bool(std::size_t)>& isForced,
                          const Bands* roomBefore = nullptr, bool isHere = false);

} // namespace layakari
