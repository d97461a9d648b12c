// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hums and runs of strokes are found in their own ways. They are taken out of the sound before
// breaths are looked for, and put back among the spans afterwards.
#pragma once

#include "core/listen/heard.hpp"

#include <vector>

namespace layakari {

/// The track with each range filled with moments of the room from near it: nothing sounds there any
/// more.
FeatureTrack asRoom(const FeatureTrack& track, const std::vector<FrameRange>& ranges);

/// Those of `ranges` that lie outside `others` for the most part.
std::vector<FrameRange> outside(std::vector<FrameRange> ranges,
                                const std::vector<FrameRange>& others);

/// Puts the hums and the runs of `heard` among its spans. What was found in their place gives way;
/// where a breath comes within a turn of one, they meet.
void setIn(Heard& heard);

} // namespace layakari
