// SPDX-License-Identifier: GPL-3.0-or-later
//
// How a figure, a mark or a verdict came about: the rule, with the reading's own numbers put in.
#pragma once

#include "core/progress/judgement.hpp"
#include "core/progress/series.hpp"
#include "core/reading/reading.hpp"

#include <optional>
#include <string>

namespace layakari {

struct Explanation {
    std::string question; ///< "How was 97 % measured?"
    std::string rule;     ///< in two sentences
    std::string numbers;  ///< the rule with these numbers; empty where there are none
    std::string range;    ///< what lies within its range; empty where it has none
    std::string page;     ///< the page of the help that says more
};

/// What stands at the head of a reading.
enum class HeadFigure {
    Accuracy,
    Completion,
    CountLength,
    Strokes,
    StrokeRate,
    StrokeEvenness,
    Pitch,
    BreathRate,
    Breaths,
    BreathingTime,
    Sound, ///< good, usable or poor
};
/// Nothing where the reading has no such figure.
std::optional<Explanation> explain(const Reading& reading, HeadFigure figure);

/// Accuracy of one cycle of the reading.
std::optional<Explanation> explainCycle(const Reading& reading, std::size_t cycle);

/// What a phase is called and why, what its target was, whether it was on target, and how certain
/// its ends are.
Explanation explainPhase(const Reading& reading, std::size_t phase);

/// A run of strokes of the reading.
Explanation explainRun(const Reading& reading, std::size_t run);

/// A figure of a sitting over weeks.
Explanation explainFigure(const Sitting& sitting, FigureKey figure);
Explanation explainTrend(const std::optional<Trend>& trend, FigureKey figure);
Explanation explainChange(const Change& change);

/// Move on, stay or ease off.
Explanation explainAdvice(const Judgement& judgement, const LadderRule& rule);

Explanation explainSign(const StrainSign& sign);

} // namespace layakari
