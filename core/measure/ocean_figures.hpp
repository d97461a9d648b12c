// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/friction.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// One breath of friction.
struct ReadOcean {
    int cycle = 0;
    PhaseKind phase = PhaseKind::Inhale;
    double startS = 0;
    double endS = 0;
    Friction friction;

    double seconds() const { return endS - startS; }
};

/// What the ocean breaths of a sitting have together.
struct OceanFigures {
    int breaths = 0;    ///< inhales and exhales
    double seconds = 0; ///< of all of them, one after the other
    /// Of the time from breath to breath in which the sound is there; what parts two breaths by
    /// more than ten seconds is a pause in the practice and does not count.
    double soundShare = 0;
    std::optional<double> inhaleS; ///< median lengths
    std::optional<double> exhaleS;
    double evenness = 0; ///< within a breath: mean of theirs
    double spectralEvenness = 0;
    /// From breath to breath, 0 to 1, of the same direction: one less the standard deviation of
    /// their levels in parts of 6 dB, and of their brightness in octaves. Nothing under three.
    std::optional<double> evennessBetween;
    std::optional<double> spectralEvennessBetween;
    double roughness = 0;            ///< mean
    std::vector<double> roughAtS;    ///< the places to listen to, in time order
    std::optional<double> balanceDb; ///< inhales over exhales, medians
};

/// Nothing without a breath. `breaths` in time order.
std::optional<OceanFigures> oceanFigures(const std::vector<ReadOcean>& breaths);

} // namespace layakari
