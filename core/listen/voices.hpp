// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// Where somebody speaks: stretches of voiced sound, short or of moving pitch, with what lies close
/// around them. A hum is voiced too, but long and steady; a fan and a drone are voiced all the time
/// at one pitch and are taken for the room, and so is talk that never stops.
std::vector<FrameRange> findVoices(const FeatureTrack& track);

/// The track with each voice painted over by what sounds before and after it: a word in a hold
/// leaves the hold whole, and a word over a breath does not cut it in two.
FeatureTrack withoutVoices(const FeatureTrack& track, const std::vector<FrameRange>& voices);

} // namespace layakari
