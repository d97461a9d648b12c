// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/live_reading.hpp"

#include <memory>

namespace layakari {

/// What is known of a practice at this moment, in the few figures that can be taken in while one
/// breathes.
struct LiveFigures {
    std::optional<LiveReading::Now> now;
    /// Those that are over, as the last look named them; none before there was one.
    std::shared_ptr<const std::vector<ReadPhase>> phases;
    struct Kept {
        PhaseKind phase = PhaseKind::Inhale;
        double counts = 0;
        std::optional<TargetCounts> target;
        double startS = 0;
        double endS = 0;
    };
    std::vector<Kept> lately;     ///< of the cycle that was finished last
    std::vector<Kept> since;      ///< of the one that goes on: those of its phases that are over
    int cycles = 0;               ///< that were kept
    std::optional<double> countS; ///< as it is kept
    int strokes = 0;              ///< of the last run
    std::optional<double> strokesPerMin;
    std::optional<double> humHz;    ///< while somebody hums
    std::optional<double> humCents; ///< from the target that is nearest, where there is one
};

/// Reads them off. `targets`: of the hums that the plan asks for, Hz. What began before `fromS` was
/// settling, whatever it looks like.
LiveFigures liveFigures(const LiveReading& live, const std::vector<double>& targets, double fromS);

} // namespace layakari
