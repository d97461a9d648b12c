// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// What a simulated recording really contains (`layakari.truth`).
struct Truth {
    struct Phase {
        std::string kind; ///< a phase's word, or "strokes"
        PhaseSound sound = PhaseSound::Plain;
        double startS = 0;
        double endS = 0;
        Role role = Role::Practice;
        std::optional<int> cycle;
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

    Plan plan;
    std::vector<Phase> phases;
    std::vector<Stroke> strokes;
    std::vector<Hum> hums;
    std::vector<Stretch> voice;
};

std::string truthToJson(const Truth& truth);

} // namespace layakari
