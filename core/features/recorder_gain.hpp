// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <deque>
#include <functional>
#include <vector>

namespace layakari {

/// What a recorder's automatic gain did to the level, in dB for each frame, 0 where it was lowest;
/// empty where there was no such gain, which is the usual case.
///
/// Told by what only a gain does: in one pause after another the room rises in all bands alike, and
/// slowly, from where the sound before had pushed it. A breath rises faster and not in all bands
/// alike; traffic falls as often as it rises (`core/features/gain_signs.hpp`). Within a pause the
/// gain is what the room rose by, and what traffic adds to it; within a sound it is taken to have
/// fallen at once to where the next pause begins, since such gains attack in a tenth of a second or
/// two and release over seconds.
///
/// `isForced`: whether a frame lies in a run of strokes, which push a gain deeper than any breath
/// does: the quietest moments are looked for outside of them.
std::vector<float> findRecorderGain(const FeatureTrack& track,
                                    const std::function<bool(std::size_t)>& isForced = {});

/// The track as it would be with the gain where it was lowest. `gainDb` has one value a frame.
FeatureTrack withoutGain(const FeatureTrack& track, const std::vector<float>& gainDb);

/// The same while the sound comes in, once it is known that there is such a gain: the room that
/// rises or falls in all bands alike is the gain, anything else leaves it where it was.
class GainFollower {
public:
    /// From a look at what came before. `room`: its levels where the gain is 0.
    void startAt(float gainDb, const Bands& room);
    /// The gain at this frame, a tenth of a second late.
    float follow(const Bands& levels);

private:
    Bands m_room{};
    Bands m_weights{};
    std::deque<Bands> m_last;
    Bands m_sum{};
    float m_gainDb = 0;
};

} // namespace layakari
