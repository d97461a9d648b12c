// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique composite()
{
    return {
        .key = "composite",
        .purpose = Purpose::Heat,
        .presets = {"composite-round"},
        .ladders = {{"composite",
                     "Composite rounds",
                     "composite-round",
                     {"18 strokes @60", "24 strokes @60", "36 strokes @60"}}},
        .figures = {"strokes", "strokes_per_min", "longest_hold_s"},
    };
}

} // namespace layakari::catalogue
