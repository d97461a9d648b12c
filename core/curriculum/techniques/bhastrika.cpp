// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique bhastrika()
{
    return {
        .key = "bhastrika",
        .purpose = Purpose::Heat,
        .presets = {"bhastrika-3x10", "bhastrika-3x20", "bhastrika-rise-fall"},
        .ladders = {{"bhastrika",
                     "Bellows",
                     "bhastrika-3x10",
                     {"10 bellows @30", "15 bellows @30", "20 bellows @30", "30 bellows @30",
                      "40 bellows @30", "40 bellows @40", "40 bellows @50"}}},
        .figures = {"strokes", "strokes_per_min"},
    };
}

} // namespace layakari::catalogue
