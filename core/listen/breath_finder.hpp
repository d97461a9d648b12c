// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/listener.hpp"

#include <vector>

namespace layakari {

/// Finds breaths, silences and short sounds in a recording from which words, hums, strokes and a
/// gain have been taken out, and the room that they sound in.
///
/// They are looked for in `track`, where knocks are painted over, and placed by `knocking`, where
/// they are not (the same track where there are none): a boundary's fit bears a knock better than a
/// patch. `floor`: the first guess of the room. `voices`: where words were painted over; a turn may
/// be hidden there. `roomIsKnown`: `floor` is the room's own level, also where minutes of breath
/// leave nothing of it to hear. Neither track may be empty.
Heard findBreaths(const FeatureTrack& track, const FeatureTrack& knocking, NoiseFloor floor,
                  const std::vector<FrameRange>& voices, const Progress& progress,
                  bool roomIsKnown);

} // namespace layakari
