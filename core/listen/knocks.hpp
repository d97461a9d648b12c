// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/noise_floor.hpp"
#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// Where something knocks, claps, clatters or ticks: bursts that are over at once, each with what
/// the room makes of it until what else sounds there is heard again. None in `runs`, whose strokes
/// may be as short; and none at all where they fill more than half of the recording.
std::vector<FrameRange> findKnocks(const FeatureTrack& track, const NoiseFloor& floor,
                                   const std::vector<FrameRange>& runs);

} // namespace layakari
