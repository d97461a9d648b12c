// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bursts.hpp"

#include <vector>

namespace layakari {

// A clap or a tick has fallen by 12 dB within 50 ms, windows included; an expulsion lasts a tenth
// of a second and more.
inline constexpr float clapS = 0.055f;
inline constexpr float strokeS = 0.07f;
// Whatever the room makes of it afterwards. Measured on 216 recordings of claps and ticks: the
// fullest fifth of them stays within 6 dB of its peak for 20 to 40 ms, that of expulsions for 50
// and more, beside a recorder's gain too.
inline constexpr float leastFullS = 0.045f;

/// Whether a burst begins as suddenly as a clap and is over as soon. Of strokes one in seventy is,
/// of claps those six of seven that rise clearly over what else sounds.
bool isLikeAClap(const Burst& burst);

/// How much each of the bursts, in time order, stands out as a stroke before any run is known: 1
/// for one as loud, as steep and as long as the strokes around it, 0 for what hardly does. Natural
/// breaths between two runs are weighed against the runs.
std::vector<float> strokeWeights(const std::vector<Burst>& bursts);

} // namespace layakari
