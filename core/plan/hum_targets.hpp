// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/pitch/pitch.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// The frequency that a hum is meant to have: Hz as it stands, a note (`noteHz`), or a swara over
/// `saHz`; nothing for a swara without a Sa.
std::optional<double> targetHz(const TargetPitch& pitch, std::optional<double> saHz, Tuning tuning);

/// The pitches that a plan asks for, each once, in the order in which they come.
struct HumTarget {
    std::string name; ///< "Sa", "G3"; empty where the plan says Hz
    double hz = 0;
};
std::vector<HumTarget> humTargets(const Plan& plan, Tuning tuning);

/// "Sa 196.0 Hz, Pa 294.0 Hz"; empty for a plan without pitches that are known.
std::string humTargetsInWords(const Plan& plan, Tuning tuning);

} // namespace layakari
