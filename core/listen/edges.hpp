// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/sound.hpp"

#include <vector>

namespace layakari {

/// Gives the edges of `sounds`, which are known to a frame, their moments, by the power over the
/// room `powerDb` (of all frames, dB): each with its standard deviation, wide where one of `voices`
/// hides it. Pauses that are too short to be holds become turns. Tells its progress from 0.4 to
/// 0.9; takes two threads.
void placeEdges(std::vector<Sound>& sounds, const std::vector<float>& powerDb,
                const std::vector<FrameRange>& voices, const Progress& progress);

} // namespace layakari
