// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique leftNostril()
{
    return {
        .key = "left-nostril",
        .purpose = Purpose::Settle,
        .presets = {"left-nostril"},
        .ladders = {{"left-nostril",
                     "Left nostril",
                     "left-nostril",
                     {"4-4", "4-6", "5-7", "6-9"},
                     {"4-4", "4-6", "4-8", "4-2-8", "4-4-8"}}},
        .figures = {"exhale_to_inhale", "longest_hold_s", "hold_to_inhale"},
    };
}

} // namespace layakari::catalogue
