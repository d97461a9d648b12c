// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bursts.hpp"

#include <vector>

namespace layakari {

/// The shortest fifth of a run's expulsions lasts so long until they have fallen by 12 dB; claps
/// and ticks do not (core/listen/struck.hpp).
inline constexpr float strokeS = 0.07f;

/// How much each of the bursts, in time order, stands out as a stroke before any run is known: 1
/// for one as loud, as steep and as long as the strokes around it, 0 for what hardly does. Natural
/// breaths between two runs are weighed against the runs.
std::vector<float> strokeWeights(const std::vector<Burst>& bursts);

} // namespace layakari
