// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique fullBreath()
{
    return {
        .key = "full-breath",
        .purpose = Purpose::Settle,
        .presets = {"full-breath"},
        .ladders = {{"full-breath",
                     "Full breath",
                     "full-breath",
                     {"5-5 x10", "6-6 x10", "6-6 x20", "6-6 x30"}}},
        .figures = {"exhale_to_inhale"},
    };
}

} // namespace layakari::catalogue
