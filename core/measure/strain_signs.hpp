// SPDX-License-Identifier: GPL-3.0-or-later
//
// What can be heard of strain: observations with a place to listen to, never a diagnosis.
#pragma once

#include "core/language/message.hpp"
#include "core/measure/measures.hpp"

#include <string>
#include <vector>

namespace layakari {

struct StrainSign {
    /// gasp, stolen_breath, shrinking, dropped_exhale or fast_rest.
    std::string kind;
    double atS = 0;
    std::optional<int> cycle;
    Message explanation; ///< one sentence with its figures
};

/// Finds them in time order. `levelsDb` has the loudness of each phase over the room in dB, or is
/// empty where it is not known (a saved reading): then no gasp is found. `cycles` are those that
/// `measure` has filled.
std::vector<StrainSign> strainSigns(const std::vector<ReadPhase>& phases,
                                    const std::vector<ReadCycle>& cycles,
                                    const std::vector<double>& levelsDb);

} // namespace layakari
