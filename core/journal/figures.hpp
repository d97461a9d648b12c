// SPDX-License-Identifier: GPL-3.0-or-later
//
// The figures that a sitting can have, described once: the journal, Journey, Reflect, reports and
// exports follow from this table. A new figure is one entry in figures.cpp.
#pragma once

#include "core/journal/records.hpp"
#include "core/reading/reading.hpp"

#include <vector>

namespace layakari {

/// A figure's key, as the journal and exported files have it.
using FigureKey = std::string_view;

/// Those that the program speaks of by name.
namespace figure {
inline constexpr FigureKey accuracy = "accuracy";
inline constexpr FigureKey completion = "completion_percent";
inline constexpr FigureKey countLength = "count_s";
inline constexpr FigureKey longestHold = "longest_hold_s";
inline constexpr FigureKey exhaleRatio = "exhale_to_inhale";
inline constexpr FigureKey holdRatio = "hold_to_inhale";
inline constexpr FigureKey rung = "rung";
inline constexpr FigureKey minutes = "minutes";
inline constexpr FigureKey strokes = "strokes";
inline constexpr FigureKey strokePace = "strokes_per_min";
inline constexpr FigureKey humLength = "hum_s";
inline constexpr FigureKey humPitch = "hum_hz";
inline constexpr FigureKey humSteadiness = "hum_wander_cents";
inline constexpr FigureKey restBreathing = "rest_breaths_per_min";
inline constexpr FigureKey feelAfter = "feel_after";
} // namespace figure

struct FigureKind {
    FigureKey key;
    const char* page; ///< of the help, that says more
    int decimals = 0;
    /// +1 where more, -1 where less is better, 0 where neither is: only those have a best.
    int better = 0;
    /// The least half-width of a change that is worth a word, in the unit: what a figure of one
    /// sitting is known to.
    double grain = 1;
    /// From 0 to this is possible; anything else, from somebody else's journal, is not believed.
    double most = 0;
    /// Every practice has it; others only where the technique names it (`Technique::figures`).
    bool isOfAll = false;
    /// Its place among the charts of a printed report; 0: it has none there.
    int chart = 0;
    /// Whether it has a column in a printed list of sittings, with the message
    /// "figure-column.<key>" as its head.
    bool isListed = false;
    /// Its low and high are kept, shown and exported, too.
    bool hasRange = false;
    /// Came after exported tables were first used: its column stands behind all that were there.
    bool cameLater = false;
    /// From a reading: kept with the sitting. Or from what a sitting has besides. One of both.
    std::optional<FigureValue> (*ofReading)(const Reading& reading) = nullptr;
    std::optional<double> (*ofSitting)(const Sitting& sitting) = nullptr;
};

/// All of them, in the order in which they are offered.
const std::vector<FigureKind>& figureKinds();
/// The kind of a key that is among them.
const FigureKind& kindOf(FigureKey figure);

/// A figure of one sitting, in the kind's unit; nothing where it has none.
std::optional<double> valueOf(const Sitting& sitting, FigureKey figure);

void setFigure(Sitting& sitting, FigureKey figure, std::optional<double> value);

/// Those that at least one of the sittings has, in the order of `figureKinds`.
std::vector<FigureKey> figuresIn(const std::vector<Sitting>& sittings);
/// Of them, those that are looked at in a technique, its own first; all where it is not known.
std::vector<FigureKey> figuresIn(const std::vector<Sitting>& sittings,
                                 const std::string& technique);

/// Takes the figures of a reading over into a sitting, and leaves what a person said of it alone.
void takeFigures(Sitting& sitting, const Reading& reading);

/// "Longest hold"; "s", empty for a number of things; how it is measured, in a sentence or two.
std::string figureName(FigureKey figure);
std::string figureUnit(FigureKey figure);
std::string figureExplained(FigureKey figure);
/// "97 %", "1.25 s": a value with its unit.
std::string valueInWords(double value, FigureKey figure);

} // namespace layakari
