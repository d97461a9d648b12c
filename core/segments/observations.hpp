// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/features/feature_track.hpp"
#include "core/features/noise_floor.hpp"

#include <vector>

namespace layakari {

/// What the segments are told from, every `hopSeconds`: smoothed levels, the room under them, how
/// likely something lies over the breath, and how deep the level dips there.
struct Observations {
    static constexpr std::size_t framesPerStep = 2;
    static constexpr double hopSeconds = framesPerStep * FeatureTrack::hopSeconds;

    std::vector<Bands> levelDb; ///< mean power of four frames, dB re full scale
    std::vector<Bands> roomDb;  ///< the room's power in them, dB
    /// 0 to 1: whether something else sounds over breath and room (a voice, a knock, an animal).
    /// Powers add: then a band may be louder than breath and room, and never softer.
    std::vector<float> over;
    /// 0 to 1: whether the room swells; then it may be louder than its floor in any band.
    std::vector<float> swell;
    /// 0 to 1: whether what sounds is like breath.
    std::vector<float> breath;
    /// How far the level over the room lies under the lesser of the highest before and after it,
    /// within 0.7 s on either side, dB, 0 or more: where a flow turns, it dips.
    std::vector<float> valleyDb;

    std::size_t steps() const { return levelDb.size(); }
    /// The first `count` steps alone.
    Observations first(std::size_t count) const;
    static std::size_t frameOf(std::size_t step) { return step * framesPerStep; }
};

/// What is known of the room: its floor, and by how much a recorder's automatic gain has raised it,
/// over its lowest, a value a frame, or empty.
struct Room {
    NoiseFloor floor;
    std::vector<float> gainDb;
};

/// `over`: what else is known to sound over it, a value a frame, 0 to 1.
Observations observe(const FeatureTrack& track, const Room& room, const ClassTrack& classes,
                     const std::vector<float>& over);
/// The same over a room that is known better.
void setRoom(Observations& seen, const Room& room);

} // namespace layakari
