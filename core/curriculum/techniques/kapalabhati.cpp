// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique kapalabhati()
{
    return {
        .key = "kapalabhati",
        .purpose = Purpose::Heat,
        .presets = {"kapalabhati-3x36", "kapalabhati-4x27"},
        .ladders = {{"kapalabhati",
                     "Skull-shining",
                     "kapalabhati-3x36",
                     {"12 strokes @60", "18 strokes @60", "24 strokes @60", "30 strokes @60",
                      "36 strokes @60", "36 strokes @75", "36 strokes @90"}}},
        .figures = {"strokes", "strokes_per_min"},
    };
}

} // namespace layakari::catalogue
