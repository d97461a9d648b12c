// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique heldOut()
{
    return {
        .key = "held-out",
        .purpose = Purpose::Hold,
        .presets = {},
        .figures = {"longest_hold_s"},
    };
}

} // namespace layakari::catalogue
