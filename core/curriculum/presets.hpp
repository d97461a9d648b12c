// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <string>
#include <vector>

namespace layakari {

/// A plan that is shipped with the program. The files are core/curriculum/presets/ID.json, built
/// in.
struct Preset {
    std::string id;
    std::string json;
    Plan plan;
};

/// All presets, technique by technique, from the simplest to the most demanding.
const std::vector<Preset>& presets();

/// The preset called `id`, or null.
const Preset* findPreset(const std::string& id);

/// The plan that `nameOrFile` stands for: a preset's id, else a plan file. The error for a name
/// that is neither says how to list the presets.
Result<Plan> planByNameOrFile(const std::string& nameOrFile);

} // namespace layakari
