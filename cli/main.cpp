// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/barrier.hpp"
#include "core/curriculum/presets.hpp"

#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstring>
#include <sys/stat.h>

namespace layakari::cli {

namespace {

constexpr const char* version = "layakari-cli " LAYAKARI_VERSION;

int listPresets()
{
    for (const Preset& preset : presets())
        std::printf("%s\t%s\n", preset.id.c_str(), preset.plan.name.c_str());
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

int run(int argc, char** argv)
{
    CLI::App app{"Measures recorded breath practice: what was kept of inhale, holds and exhale."};
    app.set_version_flag("--version", version);
    app.require_subcommand(1);
    std::function<int()> command;

    addAnalyse(app, command);
    addFollow(app, command);
    CLI::App* list =
        app.add_subcommand("presets", "List the plans that are built in: id, tab, name");
    list->set_version_flag("--version", version);
    list->callback([&] { command = listPresets; });
    std::string id;
    CLI::App* plan = app.add_subcommand("plan", "Print a built-in plan's file");
    plan->set_version_flag("--version", version);
    plan->add_option("PRESET", id, "Its id, as 'layakari-cli presets' lists it")->required();
    plan->callback([&] { command = [&] { return printPlan(id); }; });
    addSimulate(app, command);
    addJournal(app, command);

    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& e) {
        return app.exit(e);
    } catch (const CLI::CallForVersion& e) {
        return app.exit(e);
    } catch (const CLI::CallForAllHelp& e) {
        return app.exit(e);
    } catch (const CLI::ParseError& e) {
        complain(std::string(e.what()) + "; try 'layakari-cli --help'");
        return Usage;
    }
    const int status = command();
    // What did not fit on the disk, or went to nobody, was not printed.
    if (std::fflush(stdout) != 0 || std::ferror(stdout) != 0) {
        const Error error{ErrorCode::CannotWrite, "standard output", "",
                          std::string("cannot be written: ") + std::strerror(errno),
                          "make room, or write elsewhere with --out"};
        complain(error.message());
        return exitFor(error);
    }
    return status;
}

} // namespace

} // namespace layakari::cli

int main(int argc, char** argv)
{
    // What is written is its owner's alone; a reader that has gone is an error and no signal.
    ::umask(S_IRWXG | S_IRWXO);
    std::signal(SIGPIPE, SIG_IGN);
    const auto status = layakari::withoutThrowing(
        layakari::ErrorCode::CannotRead, "",
        [&]() -> layakari::Result<int> { return layakari::cli::run(argc, argv); });
    if (status) return *status;
    layakari::cli::complain(status.error().message());
    return layakari::cli::exitFor(status.error());
}
