// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/voices.hpp"

#include <vector>

namespace layakari {

/// Stretches of 0.2 s and more in which nothing was recorded: digital silence, as between the words
/// of an announcement that was put before a practice, or after a recorder's hiccup. They say
/// nothing of the room, and taken for it they hide faint breath. None where they lie all over the
/// recording, in more than half of its stretches of ten seconds: there a gate has made them of the
/// room, and they are its quiet.
std::vector<FrameRange> lostStretches(const FeatureTrack& track);

/// The lost stretches with the words that begin or end at them, and with what is left between two
/// of these, or to either end of the `frames`, for less than half a second: an announcement has
/// a room of its own, or none.
std::vector<FrameRange> withVoicesBeside(const std::vector<FrameRange>& lost,
                                         const std::vector<FrameRange>& voices, std::size_t frames);

} // namespace layakari
