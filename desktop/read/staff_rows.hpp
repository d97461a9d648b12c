// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"
#include "core/words/terms.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <QString>
#include <vector>

namespace layakari {

/// Left and right of the staff's shapes, in pixels; the strip's sound lies under them.
/// Names of rows and the buttons beside the sound have room in the left one.
double staffLeftMargin();
constexpr double staffRightMargin = 34;

/// One row of the breath staff, with all that is needed to paint it.
struct StaffRow {
    enum class Kind {
        Cycle,   ///< a cycle that was done
        Missing, ///< a planned one that was not
        Natural, ///< natural breaths: before, between or after
        Strokes, ///< a run of strokes
    };
    Kind kind = Kind::Cycle;
    int cycle = -1;             ///< index into the reading's cycles, of a cycle
    std::size_t firstPhase = 0; ///< the phases of the reading that it shows
    std::size_t lastPhase = 0;
    bool hasPhases = false;
    QString name;                  ///< left of the row: "4", "rest"
    QString round;                 ///< "round 2", where there are several
    QString note;                  ///< "3 breaths, 17 s", "not done"
    std::vector<LungPhase> shapes; ///< in the staff's unit
    std::vector<ReadCycle::Kept> kept;
    std::vector<Phase> planned;
    std::optional<double> accuracy;
    std::vector<ReadHum> hums;        ///< in this row
    std::vector<double> roughAtS;     ///< where the friction of an ocean breath was rough
    std::optional<ReadStrokeRun> run; ///< of a row of strokes
    std::vector<double> correctedAtS; ///< the middles of phases that a person has corrected
    double startS = 0;                ///< of the first phase, in the recording
    QString spoken;                   ///< the whole row in words, for screen readers
};

/// All rows of a reading and their common axis.
struct StaffSheet {
    std::vector<StaffRow> rows;
    bool inCounts = true;      ///< otherwise in seconds
    double unitS = 1;          ///< seconds in one unit of the axis
    double span = 1;           ///< longest row, in units
    double longestRunS = 0;    ///< rows of strokes share a scale of their own
    std::vector<double> marks; ///< ends of the planned phases, where all cycles share them
    std::vector<PhaseKind>
        columns; ///< phases that get a column of kept counts; empty when they differ

    static StaffSheet of(const Reading& reading);
};

} // namespace layakari
