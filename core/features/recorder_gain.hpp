// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <deque>
#include <functional>
#include <vector>

namespace layakari {

/// What a recorder's automatic gain did to the level; empty where there was no such gain, which is
/// the usual case.
struct RecorderGain {
    std::vector<float> overLowestDb; ///< for each frame, 0 where it was lowest
    float afterSoundDb = 0;          ///< where sounds end, in the median: how deep they push it
    Bands room{};                    ///< its levels where the gain is 0
    double roomShare = 0;            ///< of the time, in which nothing but the room is heard
    bool empty() const { return overLowestDb.empty(); }
};

/// Beside a gain, the share of time in pauses under which the room is rather known by the gain than
/// by what is most frequent: breath without holds has 1 to 7 % (its natural breaths), square breath
/// 40 % (100 simulated recordings). Strangers' breath with holds was taken for all sound without
/// this limit (bench/listening, "automatic gain, strangers": 0.73 of 0.98).
inline constexpr double rareRoom = 0.08;

/// What may be known when a gain is looked for.
struct GainSearch {
    /// Whether a frame lies in a run of strokes, which push a gain deeper than any breath does: the
    /// quietest moments are looked for outside of them.
    std::function<bool(std::size_t)> isForced;
    /// Where an earlier look found a gain, the room's levels as that had them, or none.
    const Bands* roomBefore = nullptr;
    /// Whether a room that swells is taken for a gain too. It then takes as much from the breaths,
    /// which is worth it where the noise floor is not known on both sides.
    bool orSwells = false;
};

/// Told by what only a gain does: in one pause after another the room rises in all bands alike, and
/// slowly, from where the sound before had pushed it. A breath rises faster and not in all bands
/// alike; traffic falls as often as it rises (`core/features/gain_signs.hpp`). Within a pause the
/// gain is what the room rose by, and what traffic adds to it; within a sound it is taken to have
/// fallen at once to where the next pause begins, since such gains attack in a tenth of a second or
/// two and release over seconds. A sound that goes on to the end pushes it as deep as others do.
RecorderGain findRecorderGain(const FeatureTrack& track, const GainSearch& search = {});

/// The track as it would be with the gain where it was lowest. `gainDb` has one value a frame.
FeatureTrack withoutGain(const FeatureTrack& track, const std::vector<float>& gainDb);

/// The same while the sound comes in, once it is known that there is such a gain: the room that
/// rises or falls in all bands alike is the gain. A sound pushes it as deep as others did, and
/// never so little that a band would lie under the room; when the room comes back, it is as far up
/// again as the room is, at once as far as it was before.
class GainFollower {
public:
    /// From a look at what came before. `afterSoundDb`: as in `RecorderGain`. `room`: its levels
    /// where the gain is 0.
    void startAt(float gainDb, float afterSoundDb, const Bands& room);
    /// The gain at this frame, a tenth of a second late. `sounds`: whether something was heard
    /// until now.
    float follow(const Bands& levels, bool sounds);
    /// Whether the last fifth of a second was like the room in all but loudness.
    bool isRoom() const { return m_isRoom; }

private:
    Bands m_room{};
    Bands m_weights{};
    std::deque<Bands> m_last;
    Bands m_sum{};
    float m_gainDb = 0;
    float m_quietGainDb = 0; ///< the most that it can be where the room is heard
    float m_afterSoundDb = 0;
    bool m_isRoom = false;
};

} // namespace layakari
