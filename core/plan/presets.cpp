// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/presets.hpp"

#include <cassert>
#include <string_view>
#include <utility>

namespace layakari {

/// Written by cmake/EmbedPresets.cmake from the files in core/plan/presets, in the order of its
/// list.
extern const std::vector<std::pair<std::string_view, std::string_view>> embeddedPresets;

const std::vector<Preset>& presets()
{
    static const std::vector<Preset> all = [] {
        std::vector<Preset> list;
        for (const auto& [id, json] : embeddedPresets) {
            auto plan = parsePlan(std::string(json), std::string(id));
            assert(plan && "a shipped preset must be valid");
            if (plan) list.push_back({std::string(id), std::string(json), *std::move(plan)});
        }
        return list;
    }();
    return all;
}

const Preset* findPreset(const std::string& id)
{
    for (const Preset& preset : presets())
        if (preset.id == id) return &preset;
    return nullptr;
}

Result<Plan> planByNameOrFile(const std::string& nameOrFile)
{
    if (const Preset* preset = findPreset(nameOrFile)) return preset->plan;
    const std::filesystem::path path(nameOrFile);
    if (!std::filesystem::exists(path))
        return fail({ErrorCode::BadPlan, nameOrFile, "",
                     "there is no preset and no plan file of this name",
                     "'layakari-cli presets' lists the presets"});
    return readPlanFile(path);
}

} // namespace layakari
