// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/text.hpp"

#include <cstdio>
#include <memory>
#include <nlohmann/json.hpp>

namespace layakari::cli {

namespace {

int listPresets(bool asJson)
{
    for (const Preset& preset : presets()) {
        if (asJson)
            std::printf("%s\n",
                        jsonText(nlohmann::ordered_json{{"id", preset.id},
                                                        {"name", preset.plan.name},
                                                        {"technique", preset.plan.technique}})
                            .c_str());
        else
            std::printf("%s\t%s\n", preset.id.c_str(), preset.plan.name.c_str());
    }
    return Done;
}

int printPlan(const std::string& id)
{
    const Preset* preset = findPreset(id);
    if (!preset) {
        complain(id + ": there is no preset of this name; 'layakari-cli presets' lists them");
        return BadPlan;
    }
    std::fputs(preset->json.c_str(), stdout);
    return Done;
}

} // namespace

void addPresets(CLI::App& app, std::function<int()>& run)
{
    auto asJson = std::make_shared<bool>(false);
    CLI::App* list =
        app.add_subcommand("presets", "List the plans that are built in: id, tab, name");
    list->add_flag("--json", *asJson, "Print one line of JSON for each");
    list->callback([asJson, &run] { run = [asJson] { return listPresets(*asJson); }; });
    auto id = std::make_shared<std::string>();
    CLI::App* plan = app.add_subcommand("plan", "Print a built-in plan's file");
    plan->add_option("PRESET", *id, "Its id, as 'layakari-cli presets' lists it")->required();
    plan->footer("Example:\n  layakari-cli plan square-4 > mine.plan.json");
    plan->callback([id, &run] { run = [id] { return printPlan(*id); }; });
}

} // namespace layakari::cli
