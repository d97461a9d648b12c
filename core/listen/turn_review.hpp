// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/noise_floor.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/sound.hpp"

#include <vector>

namespace layakari {

/// Takes back the turns of `sounds` that divide one breath in two, and adds those that one of
/// `voices` hides, by how much neighbouring breaths of this recording differ in their spectra
/// (weighted by `weights`). Where they all sound alike it changes nothing.
void reviewTurns(std::vector<Sound>& sounds, const FeatureTrack& track, const NoiseFloor& floor,
                 const Bands& weights, const std::vector<FrameRange>& voices);

} // namespace layakari
