// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique oceanBreath()
{
    return {
        .key = "ocean-breath",
        .purpose = Purpose::Steady,
        .presets = {"ocean-breath"},
        .ladders =
            {{"ocean-breath", "Ocean breath", "ocean-breath", {"5-5 x30", "5-5 x45", "5-5 x60"}}},
        .inhaleSound = PhaseSound::Ujjayi,
        .exhaleSound = PhaseSound::Ujjayi,
        .figures = {"exhale_to_inhale"},
    };
}

} // namespace layakari::catalogue
