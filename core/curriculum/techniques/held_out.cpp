// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique heldOut()
{
    return {
        .key = "held-out",
        .english = "Held out",
        .sanskrit = "Bahya kumbhaka",
        .purpose = Purpose::Hold,
        .presets = {},
        .figures = {"longest_hold_s"},
    };
}

} // namespace layakari::catalogue
