// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/features/noise_floor.hpp"
#include "core/listen/sound.hpp"
#include "core/segments/boundary_fit.hpp"
#include "core/segments/segmenter.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// One moment stands for the end of a breath and the beginning of the next where nobody holds
/// between them. They lie up to 0.18 s apart (bench/corpus, scene.py); each is known no better than
/// this.
inline constexpr double halfTurnSeconds = 0.05;

/// The breaths of a segmentation with their boundaries, each a moment and its standard deviation.
struct Boundaries {
    std::vector<Sound> sounds; ///< in time order; neighbours that touch share a turn
    RoomEcho echo;             ///< as the ends of the breaths tell it
};

/// Places them by the power over the room in the bands in which the breath's own kind stands out.
/// How the room echoes is learned first, from how up to thirty breaths end: the decay and the
/// direct sound's share under which all of them together are most likely. Where something else
/// sounds over a boundary (`over`, a value a frame), it lies anywhere in that. Breath that is
/// mostly under something known is none of its own. Pauses that are too short to be holds become
/// turns. `echo`: as it is known already.
Boundaries placeBoundaries(const Segmentation& found, const FeatureTrack& track,
                           const NoiseFloor& floor, const std::vector<float>& over,
                           const KnownSounds& known, const Progress& progress = {},
                           const std::optional<RoomEcho>& echo = {});

} // namespace layakari
