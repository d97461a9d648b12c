// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

namespace layakari::catalogue {

Technique longExhale()
{
    return {
        .key = "long-exhale",
        .purpose = Purpose::Settle,
        .presets = {"long-exhale-4-6", "long-exhale-1-2", "ladder-long-exhale"},
        .ladders = {{"long-exhale",
                     "Long exhale",
                     "long-exhale-4-6",
                     {"2-4", "3-6", "4-8", "5-10", "6-12"},
                     {"4-4", "4-5", "4-6", "4-7", "4-8"}}},
        .figures = {"exhale_to_inhale"},
    };
}

} // namespace layakari::catalogue
