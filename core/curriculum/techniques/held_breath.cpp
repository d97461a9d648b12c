// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique heldBreath()
{
    return {
        .key = "held-breath",
        .purpose = Purpose::Hold,
        .presets = {"held-5-6-5"},
        .ladders = {{"held-breath",
                     "Held breath",
                     "held-5-6-5",
                     {"4-4-4", "5-6-5", "6-6-6", "6-8-6", "8-8-8"},
                     {"4-4-4", "4-4-8", "4-8-8", "4-12-8", "4-16-8"}}},
        .figures = {"longest_hold_s", "exhale_to_inhale", "hold_to_inhale"},
    };
}

} // namespace layakari::catalogue
