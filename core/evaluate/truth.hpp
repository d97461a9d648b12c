// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// What a recording really contains (`layakari.truth`): of a simulated one, or of a real one whose
/// reading a person has put right.
struct Truth {
    struct Phase {
        std::string kind; ///< a phase's word, or "strokes"
        PhaseSound sound = PhaseSound::Plain;
        double startS = 0; ///< the first and the last moment at which it can be heard
        double endS = 0;
        Role role = Role::Practice;
        std::optional<int> cycle;
        /// Where the air itself begins and ends, heard or not; what lies between is nobody's fault.
        std::optional<double> flowStartS = {};
        std::optional<double> flowEndS = {};
    };
    struct Stroke {
        int run = 0;
        double timeS = 0; ///< the sharpest rise of the expulsion
    };
    struct Hum {
        double startS = 0;
        double endS = 0;
        double pitchHz = 0;
        int breaks = 0;
    };
    struct Stretch {
        double startS = 0;
        double endS = 0;
    };

    Plan plan; ///< without parts for free breathing
    std::vector<Phase> phases;
    std::vector<Stroke> strokes;
    std::vector<Hum> hums;
    std::vector<Stretch> voice;
    std::vector<Stretch> other;         ///< music, animals, a kitchen
    std::optional<int> cyclesDone = {}; ///< where it was not what the plan has

    bool hasPlan() const { return !plan.parts.empty(); }
};

std::string truthToJson(const Truth& truth);

/// Errors: BadReading with the JSON pointer, CannotRead.
Result<Truth> parseTruth(const std::string& json, const std::string& file);
Result<Truth> readTruthFile(const std::filesystem::path& path);

} // namespace layakari
