// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/strokes.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// One run of strokes with its figures; docs/formats.md defines them.
struct ReadStrokeRun {
    std::string part;                 ///< JSON pointer into the plan; empty for a run beyond it
    std::optional<StrokeStyle> style; ///< as planned
    std::optional<Pace> plannedPace;
    int round = 0;
    int roundsInAll = 1;
    double startS = 0;
    double endS = 0;
    int count = 0;
    std::optional<int> targetCount;
    std::optional<double> targetRatePerMin;
    double countConfidence = 0;
    bool corrected = false; ///< strokes were added or removed by a person; not in the file
    std::vector<double> strokeTimesS;
    std::vector<double> strengthsDb; ///< over the room, one per stroke

    // What follows is computed from the above by `measureRun`.
    std::optional<double> ratePerMin;
    std::optional<double> rateTrendPerMin2;
    std::optional<double> intervalCv;
    std::optional<double> strengthCvDb;
    std::string pace; ///< steady, rising, falling, rise-fall; empty under eight strokes
    struct Pause {
        double startS = 0;
        double endS = 0;
    };
    std::vector<Pause> pauses;
    std::optional<std::size_t>
        sagsFrom; ///< the stroke from which pace or strength stays low to the end
    /// Of bellows: the inhale's share of a stroke's time (0.5 is equal), and its level over the
    /// exhale's, dB.
    std::optional<double> inhaleShare;
    std::optional<double> inhaleOverExhaleDb;
};

/// The run as read, without its place in a plan.
ReadStrokeRun readRun(const HeardStrokeRun& run);

/// Fills in the figures that follow from times and strengths.
void measureRun(ReadStrokeRun& run);

} // namespace layakari
