// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/measure/measures.hpp"

namespace layakari {

/// Phases in a row that belong to no cycle and to no run of strokes: natural breathing.
struct NaturalStretch {
    std::size_t begin = 0; ///< the phases [begin, end)
    std::size_t end = 0;
    std::vector<double> inhalesS; ///< where its inhales begin
    std::optional<std::size_t>
        after; ///< the practised phase before it; nothing before the practice

    /// Of two inhales and more; by their beginnings, so that a last breath that is cut says
    /// nothing.
    double breathsPerMin() const;
};

/// All of them in time order, those without a breath too.
std::vector<NaturalStretch> naturalStretches(const std::vector<ReadPhase>& phases);

} // namespace layakari
