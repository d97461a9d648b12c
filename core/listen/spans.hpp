// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"
#include "core/listen/sound.hpp"

#include <vector>

namespace layakari {

/// Makes spans of `sounds` and of the silences between them, in time order, into `heard`, whose
/// `durationS` is known; with what each sounds like, by the rise `riseDb` of all frames over the
/// room, and the levels of room and breath.
void makeSpans(Heard& heard, const std::vector<Sound>& sounds, const FeatureTrack& track,
               const NoiseFloor& floor, const std::vector<float>& riseDb);

} // namespace layakari
