// SPDX-License-Identifier: GPL-3.0-or-later
//
// From named phases to figures. Every measure is defined in docs/formats.md.
#pragma once

#include "core/measure/ocean_figures.hpp"
#include "core/plan/plan.hpp"

#include <cstddef>
#include <optional>
#include <string>
#include <vector>

namespace layakari {

enum class ReadKind { Inhale, HoldFull, Exhale, HoldEmpty, Strokes, Voice, Unknown };

ReadKind toReadKind(PhaseKind kind);
/// The phase of a cycle that it is; nothing for strokes, voices and what is unknown.
std::optional<PhaseKind> toPhaseKind(ReadKind kind);

/// One stretch of a recording with its name. In time order, never overlapping.
struct ReadPhase {
    ReadKind kind = ReadKind::Unknown;
    PhaseSound sound = PhaseSound::Plain;
    double startS = 0;
    double endS = 0;
    double startSdS = 0; ///< one standard deviation
    double endSdS = 0;
    double confidence = 0; ///< probability that the kind is right
    Role role = Role::Outside;
    std::optional<int> cycle;
    bool corrected = false; ///< by a person; otherwise heard

    double seconds() const { return endS - startS; }
};

/// A cycle that was done. What lies above `startS` says which; the rest is filled by `measure`.
struct ReadCycle {
    struct Kept {
        PhaseKind phase = PhaseKind::Inhale;
        std::optional<TargetCounts> target; ///< nothing without a plan
        std::vector<std::size_t> heard;     ///< indices into the phases; none when it was left out
        double seconds = 0;
        std::optional<double> counts;
        std::optional<double> countsSd;
    };
    std::string part; ///< JSON pointer into the plan; empty without a plan
    int repetition = 0;
    int round = 0;
    int roundsInAll = 1;
    bool extra = false; ///< done beyond what was planned; not in accuracy or completion
    bool complete = true;
    std::vector<Kept> phases;

    double startS = 0;
    double endS = 0;
    std::optional<double> countLengthS;  ///< this cycle's own
    std::optional<double> accuracy;      ///< percent
    std::optional<double> shapeAccuracy; ///< percent
};

struct Summary {
    int cyclesPlanned = 0;
    int cyclesHeard = 0;
    std::optional<double> completion; ///< 0 to 1
    std::optional<double> accuracy;   ///< percent, with its 95 % range
    std::optional<double> accuracyLow;
    std::optional<double> accuracyHigh;
    std::optional<double> shapeAccuracy;
    std::optional<double> tempoSteadiness;
    std::optional<double> countLengthS;
    std::optional<double> countLengthSdS;
    struct Ratio {
        PhaseKind phase = PhaseKind::Inhale;
        double toInhale = 1;
    };
    std::vector<Ratio> ratio; ///< kinds that were heard; empty without an inhale
    std::optional<double> breathsPerMin;
    std::optional<double> practiceS;
    std::optional<double> longestHoldS;
    // Of strokes and hums, filled in by `measureReading`.
    int runsPlanned = 0;
    int strokesPlanned = 0;
    int strokesHeard = 0;                   ///< in all runs
    std::optional<double> strokeRatePerMin; ///< median of the runs'
    int humsPlanned = 0;
    std::optional<double> pitchHz;    ///< median of the hums'
    std::optional<double> humSeconds; ///< median length
    std::optional<double> humGrowthS; ///< from hum to hum
    std::optional<double>
        pitchOffCents; ///< median distance of the hums' pitches from their targets
    std::optional<double> pitchSteadinessCents; ///< median of the hums'
    std::optional<double> stayS; ///< silence after the last hum, until somebody speaks or it ends
    std::optional<OceanFigures> ocean;
};

/// Fills in `cycles` and returns the summary. `plan` may be null. Uncertainty comes from redrawing
/// all boundaries within their standard deviations, with a fixed seed: the same input gives the
/// same output.
Summary measure(const std::vector<ReadPhase>& phases, std::vector<ReadCycle>& cycles,
                const Plan* plan);

} // namespace layakari
