// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/struck.hpp"

namespace layakari {

bool isLikeAClap(const Burst& burst)
{
    if (!burst.attackS) return burst.seconds < clapS;
    // With a clap upon a stroke the breath goes on; it did not sound before, as under a clap that
    // falls into a breath.
    constexpr float goesOnS = 0.1f;
    constexpr float fromQuietDb = 14; // of rise: more than the 12 dB over which its length is taken
    if (burst.seconds > goesOnS && burst.riseDb > fromQuietDb) return false;
    return *burst.attackS < softAttackS && burst.fullS < mostFullS;
}

} // namespace layakari
