// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// The track with each range painted over by what sounds before and after it: a word or a knock in
/// a hold leaves the hold whole, and one over a breath does not cut it in two. What is painted is
/// unvoiced, everything else keeps its voicing. `ranges` in time order, apart from each other.
FeatureTrack paintedOver(const FeatureTrack& track, const std::vector<FrameRange>& ranges);

/// Mean level of each band over the frames [begin, end), dB.
Bands meanLevels(const FeatureTrack& track, std::size_t begin, std::size_t end);

} // namespace layakari
