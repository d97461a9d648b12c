// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/hums.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// A hum with its figures; docs/formats.md defines them.
struct ReadHum {
    std::optional<int> cycle;
    double startS = 0;
    double endS = 0;
    std::optional<double> pitchHz;
    std::string note; ///< the nearest of equal temperament, "G3"
    std::optional<double> targetHz;
    std::string targetName; ///< a swara's or a note's; empty where the plan says Hz or nothing
    std::optional<double> centsFromTarget;
    std::optional<double> steadinessCents; ///< about a straight line; what is vibrato is in it
    std::optional<double> driftCentsPerS;
    std::optional<double> onPitchFraction;        ///< within 50 cents of the target
    std::optional<double> closelyOnPitchFraction; ///< within 20
    std::optional<double> vibratoRateHz; ///< nothing where the pitch does not swing regularly
    std::optional<double> vibratoCents;  ///< from the middle to either side
    std::optional<double> scoopCents;    ///< how far below (negative) or above its pitch it began
    std::optional<double> loudnessSlopeDbPerS;
    std::vector<HeardHum::Break> breaks;
    /// Pitch and loudness every 50 ms from the start, for the eye: 0 Hz where nothing is voiced.
    struct Point {
        double hz = 0;
        double levelDb = 0;
    };
    std::vector<Point> course;
    static constexpr double courseStepS = 0.05;

    double seconds() const { return endS - startS; }
};

/// The figures of a hum that need no target.
ReadHum readHum(const HeardHum& hum);

/// The figures against a target, from the hum's course of pitch.
void holdAgainst(ReadHum& hum, double targetHz, const std::string& name);

/// Sa, when the plan names swaras but no pitch for it: the one under which hums and swaras agree
/// best, the median of each hum's pitch over its swara's ratio. Nothing without such hums.
std::optional<double> saFromHums(const std::vector<std::pair<double, double>>& pitchAndRatio);

/// The name of the nearest note, A4 = 440 Hz.
std::string noteName(double hz);

/// By how many seconds each hum is longer than the one before, as a robust line says; nothing under
/// four.
std::optional<double> humGrowthS(const std::vector<ReadHum>& hums);

} // namespace layakari
