// SPDX-License-Identifier: GPL-3.0-or-later
//
// Short sounds that are not breath: what a room, a phone or a pair of hands adds to a practice.
#pragma once

#include "bench/common/textures.hpp"

#include <string>

namespace layakari::bench {

enum class Impact {
    Ticks,   ///< of a metronome: one pitch, evenly, 40 to 200 a minute
    Claps,   ///< of hands: noise, not quite evenly, 40 to 200 a minute
    Clatter, ///< of cups, keys and shelves: several pitches, now and then
    Thumps,  ///< of the phone or what it lies on: low noise, now and then
};

std::string nameOf(Impact what);

/// Adds such sounds to a recording from its beginning to its end, 3 to 24 dB over its mean level,
/// in a room of their own, and brings the sum to a peak of 0.7. 16 kHz, mono.
void addImpacts(Sound& recording, Impact what, Random& random);

} // namespace layakari::bench
