// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <span>
#include <vector>

namespace layakari {

/// What a room adds to a sound: reverberant power that follows the direct one as an exponential
/// (Polack; Lebart et al., Acta Acustica 87, 2001), as R' = a R + (1 - a) q D.
struct RoomEcho {
    double decayS = 0;   ///< over which it falls by 60 dB; 0: no echo
    double directDb = 0; ///< the direct sound over the reverberant one while both last

    bool operator==(const RoomEcho&) const = default;
};

enum class EdgeKind { Onset, Offset, Turn };

/// A boundary to be placed: where it is about, and the frames that may be looked at, from the
/// middle of what lies on one side to the middle of what lies on the other.
struct EdgeSearch {
    EdgeKind kind = EdgeKind::Onset;
    std::size_t about = 0;
    std::size_t begin = 0;
    std::size_t end = 0;
};

/// Where the flow begins, ends or turns.
struct EdgeFit {
    double seconds = 0;
    double sdSeconds = 0;
    double logEvidence = 0; ///< of the echo that was supposed, boundary and flow integrated out
};

/// The posterior of a change point.
///
/// Model: the sound's power over the room is 1 + D + R. D is nothing before an onset at b and
/// S ((t - b) / r)^n after it, until it reaches its plateau S; an offset is its mirror image in D
/// alone: R goes on as the room has it. A turn is an offset and an onset at one b. Ramp, power n
/// and plateau are integrated out over a grid; frames are not independent, so the log likelihood is
/// divided by their correlation length. b is where the flow ends, not where it sinks under the
/// room, and a faded end comes out wide.
///
/// `riseDb`: power over the room, dB, frame by frame. Fewer than five frames: the standard
/// deviation is that of the range.
EdgeFit fitEdge(const std::vector<float>& riseDb, const EdgeSearch& search, const RoomEcho& echo);

} // namespace layakari
