// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"

#include "core/curriculum/technique.hpp"

#include <cassert>
#include <string_view>
#include <utility>

namespace layakari {

/// Written by cmake/EmbedPresets.cmake from the files in core/curriculum/presets, by their names.
extern const std::vector<std::pair<std::string_view, std::string_view>> embeddedPresets;

namespace {

std::string_view embedded(std::string_view id)
{
    for (const auto& [name, json] : embeddedPresets)
        if (name == id) return json;
    assert(false && "a technique names a preset that is not there");
    return {};
}

} // namespace

const std::vector<Preset>& presets()
{
    static const std::vector<Preset> all = [] {
        std::vector<Preset> list;
        for (const Technique& technique : techniques())
            for (const std::string id : technique.presets) {
                const std::string json(embedded(id));
                auto plan = parsePlan(json, id);
                assert(plan && "a shipped preset must be valid");
                if (plan) list.push_back({id, json, *std::move(plan)});
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
