// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// A moment with its standard deviation.
struct Moment {
    double seconds = 0;
    double sdSeconds = 0;
};

enum class BoundaryKind { Onset, Offset, Turn };

/// Places a boundary as a change point and tells how sharp the evidence is.
///
/// Model: the sound's power over the room is 1 + S g((t - b) / r): nothing before b, a flow that
/// grows in a straight line over a ramp r, then a plateau S; amplitude follows flow, so g is the
/// square of the ramp. An offset is its mirror image, a turn both at one b. The posterior over b,
/// with the ramp and the plateau integrated out over a grid, gives mean and standard deviation;
/// frames are not independent, so the log likelihood is divided by their correlation length.
/// Because the ramp is fitted, b lies where flow ends, not where it sinks under the room, and a
/// faded end comes out wide.
///
/// `about`: the frame where activity found it. `reach`: the frames that may be looked at, from the
/// middle of the neighbour on one side to that on the other. Needs at least five frames; with
/// fewer, the standard deviation is that of the range.
Moment refineBoundary(const std::vector<float>& powerRiseDb, BoundaryKind kind, std::size_t about,
                      FrameRange reach);

} // namespace layakari
