// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/evaluate/truth.hpp"
#include "core/reading/reading.hpp"

#include <map>
#include <string>
#include <vector>

namespace layakari::scoring {

/// A reading held against what the recording really contains. Pauses of natural breathing that are
/// too short to be holds count neither way.
struct Score {
    int truePhases = 0;
    int foundPhases = 0; ///< right kind, overlap over half of what both cover together
    int heardPhases = 0;
    int truePracticePhases = 0;
    int foundPracticePhases = 0;
    int swappedBreaths = 0; ///< inhale read as exhale or the other way round
    int trueBreaths = 0;
    std::vector<double> boundaryErrorsS; ///< heard minus true, of found practice phases
    std::vector<double> boundarySdsS;    ///< as the reading states them
    std::map<std::string, std::vector<double>> durationErrorsS; ///< heard minus true, by kind
    double accuracyError = 0;                                   ///< heard minus true, in points
    double countLengthErrorPercent = 0;
    int cyclesTrue = 0;
    int cyclesFound = 0;

    double f1() const;
    double practiceShareFound() const;
    void add(const Score& other);
};

Score scoreReading(const Reading& reading, const Truth& truth);

/// The figures that the truth itself has: what a perfect listener would report. `byFlow`: by where
/// the air itself begins and ends, where the truth says so.
Summary trueSummary(const Truth& truth, bool byFlow = false);

/// The least of the absolute values that `share` of them do not exceed (nearest rank: of few values
/// the 95th of 100 is the largest); 0 for none.
double absoluteQuantile(std::vector<double> values, double share);

} // namespace layakari::scoring
