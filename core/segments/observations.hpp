// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/features/feature_track.hpp"
#include "core/features/noise_floor.hpp"
#include "core/listen/activity.hpp"

#include <array>
#include <cstdint>
#include <vector>

namespace layakari {

/// What is known to sound before the breaths are looked for. Breath under it cannot be heard.
struct KnownSounds {
    std::vector<FrameRange> hums; ///< each an exhale
    std::vector<FrameRange> strokes;
};

/// What the segments are told from, every `hopSeconds`: smoothed levels, the room under them, how
/// likely something lies over the breath, and how deep the level dips there.
struct Observations {
    static constexpr std::size_t framesPerStep = 2;
    static constexpr double hopSeconds = framesPerStep * FeatureTrack::hopSeconds;

    std::vector<Bands> levelDb; ///< mean power of four frames, dB re full scale
    /// The room's power in them, dB: a room for each time at which it changes, and which of them a
    /// step has.
    std::vector<Bands> rooms;
    std::vector<std::uint32_t> roomOf;
    /// 0 to 1: whether something else sounds over breath and room (a voice, a knock, an animal).
    std::vector<float> over;
    /// 0 to 1: in which parts of the spectrum it is louder than they are. Powers add: there a band
    /// may be louder than breath and room, and never softer.
    using Hidden = std::array<float, ClassTrack::parts>;
    std::vector<Hidden> hidden;
    /// Whether it is known that an exhale is hummed there.
    std::vector<bool> hum;
    /// 0 to 1: whether what sounds is like breath, and how surely it is something else.
    std::vector<float> breath;
    std::vector<float> other;
    /// How far the level over the room lies under the lesser of the highest before and after it,
    /// within 0.7 s on either side, dB, 0 or more: where a flow turns, it dips.
    std::vector<float> valleyDb;

    std::size_t steps() const { return levelDb.size(); }
    const Bands& roomDb(std::size_t step) const { return rooms[roomOf[step]]; }
    /// The first `count` steps alone.
    Observations first(std::size_t count) const;
    static std::size_t frameOf(std::size_t step) { return step * framesPerStep; }
};

/// What is known of the room: its floor, and by how much a recorder's automatic gain has raised it,
/// over its lowest, a value a frame, or empty.
struct Room {
    NoiseFloor floor;
    std::vector<float> gainDb;

    float gainAt(std::size_t frame) const { return gainDb.empty() ? 0.0f : gainDb[frame]; }
};

Observations observe(const FeatureTrack& track, const Room& room, const ClassTrack& classes,
                     const KnownSounds& known);
/// The same over a room that is known better.
void setRoom(Observations& seen, const Room& room);

} // namespace layakari
