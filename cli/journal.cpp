// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/simulate/demo_club.hpp"

#include <ctime>

namespace layakari::cli {

namespace {

// The local calendar day.
Day localToday()
{
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return std::chrono::year(local.tm_year + 1900) / (local.tm_mon + 1) / local.tm_mday;
}

int fillDemo(const std::string& folder)
{
    const std::filesystem::path data(folder);
    auto journal = Journal::open(data);
    if (!journal) {
        complain(journal.error().message());
        return exitFor(journal.error());
    }
    ProgressLine line(1);
    const Progress progress{[&](double f) { line.tell(0, f); }, stopOnInterrupt()};
    if (auto filled = fillDemoClub(*journal, data / "recordings", localToday(), progress);
        !filled) {
        complain(filled.error().message());
        return exitFor(filled.error());
    }
    return Done;
}

} // namespace

void addJournal(CLI::App& app, std::function<int()>& run)
{
    CLI::App* journal = app.add_subcommand("journal", "Work on a journal");
    journal->set_version_flag("--version", "layakari-cli " LAYAKARI_VERSION);
    journal->require_subcommand(1);
    auto folder = std::make_shared<std::string>();
    CLI::App* demo = journal->add_subcommand(
        "fill-demo", "Fill a journal with an invented rowing club and its simulated recordings");
    demo->add_option("--data", *folder, "The journal's folder")->required();
    demo->callback([folder, &run] { run = [folder] { return fillDemo(*folder); }; });
}

} // namespace layakari::cli
