// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique even()
{
    return {
        .key = "even",
        .purpose = Purpose::Steady,
        .presets = {"even-4-4", "ladder-even"},
        .ladders = {{"even",
                     "Even breath",
                     "even-4-4",
                     {"4-4", "5-5", "6-6", "8-8", "9-9"},
                     {"4-4", "4-5", "4-6", "4-7", "4-8"}}},
        .figures = {"exhale_to_inhale"},
    };
}

} // namespace layakari::catalogue
