// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bursts.hpp"

#include <vector>

namespace layakari {

// A clap or a tick has fallen by 12 dB within 50 ms, windows included; an expulsion lasts a tenth
// of a second and more.
inline constexpr float clapS = 0.055f;
inline constexpr float strokeS = 0.07f;

/// How much each of the bursts, in time order, stands out as a stroke before any run is known: 1
/// for one as loud, as steep and as long as the strokes around it, 0 for what hardly does. Natural
/// breaths between two runs are weighed against the runs.
std::vector<float> strokeWeights(const std::vector<Burst>& bursts);

} // namespace layakari
