// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// Where somebody speaks: stretches of voiced sound, short or of moving pitch, with what lies close
/// around them. A hum is voiced too, but long and steady; a fan and a drone are voiced all the time
/// at one pitch and are taken for the room, and so is talk that never stops.
std::vector<FrameRange> findVoices(const FeatureTrack& track);

} // namespace layakari
