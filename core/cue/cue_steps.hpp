// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// One thing after another that a practice consists of, as it is cued.
struct CueStep {
    enum class Kind { Settle, Phase, Strokes, Rest, Stay };
    Kind kind = Kind::Phase;
    Phase phase;             ///< of a Phase
    Strokes strokes;         ///< of Strokes
    double counts = 0;       ///< of a Phase; of a range its middle, 0 when it is open
    double seconds = 0;      ///< of Settle and Stay, of Strokes at their pace, of a Rest by time
    int breaths = 0;         ///< of a Rest by breaths
    bool isOpen = false;     ///< of a Rest: until a key says that it is over
    bool earsClosed = false; ///< a hum, and what follows it until the hums are over
    /// It ends with the person's own breath, however one is led: it is open, or no cue is heard.
    bool endsByBreath = false;
    bool beginsCycle = false;
    int cycle = -1; ///< of a Phase: 0-based over the whole plan
    int cycles = 0; ///< how many there are in the plan
    int round = 0;  ///< 0-based, of the innermost group with more than one
    int rounds = 1; ///< of that group
};

/// The steps of a plan in their order, between settling and the silence at the end; either is left
/// out at 0 s.
std::vector<CueStep> cueSteps(const Plan& plan, double settleS, double stayS);

/// How long to settle and to stay where nobody has said: a few natural breaths, and after humming
/// half a minute with the ears still closed (docs/formats.md).
double usualSettleS();
double usualStayS(const Plan& plan);

} // namespace layakari
