// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique fourSevenEight()
{
    return {
        .key = "four-seven-eight",
        .purpose = Purpose::Settle,
        .presets = {"four-seven-eight", "four-seven-eight-clocked"},
        .ladders = {{"four-seven-eight",
                     "Four-seven-eight",
                     "four-seven-eight",
                     {"4-7-8 x4", "4-7-8 x5", "4-7-8 x6"}}},
        .figures = {"longest_hold_s", "exhale_to_inhale", "hold_to_inhale"},
    };
}

} // namespace layakari::catalogue
