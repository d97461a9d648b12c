// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"

#include <cstddef>
#include <vector>

namespace layakari {

/// One half of a stroke of slow bellows.
struct BeatOfBreath {
    double timeS = 0;   ///< when it begins
    double levelDb = 0; ///< over the room
    double seconds = 0;
    bool heard = true; ///< false: only the beat says that there was one, the rest is a guess
};

/// Breaths that come on a beat.
struct BreathsOnABeat {
    std::size_t firstSpan = 0;        ///< of `Heard::spans`: the run lasts from this one
    std::size_t lastSpan = 0;         ///< to the end of this one
    std::vector<BeatOfBreath> halves; ///< in time order
    bool areBoth = false;             ///< in and out take turns; else only one of them is heard
};

/// The stretches of time in which sounds as long as a half of slow bellows come on a beat of 0.9 to
/// 4.2 s, in time order: one half of each stroke, the other may be heard or not. A beat may be
/// missing, and a pause of three seconds does not end a stretch. With `fewest` beats at least.
std::vector<BreathsOnABeat> breathsOnABeat(const Heard& heard, std::size_t fewest);

} // namespace layakari
