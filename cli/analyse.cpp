// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/files.hpp"
#include "core/intake/keeping.hpp"
#include "core/intake/matching.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"

#include <algorithm>
#include <atomic>
#include <cstdio>
#include <memory>
#include <set>
#include <thread>

namespace layakari::cli {

namespace fs = std::filesystem;

namespace {

struct AnalyseOptions {
    std::vector<std::string> recordings;
    std::string plan;
    std::string out;
    bool tempered = false;
    std::string person; // whose sittings the readings are; empty where they are not kept
    std::string data;
};

struct Outcome {
    std::string text;      // for standard output
    std::string complaint; // for standard error
    int exit = Done;
    std::optional<Reading> reading; // to be kept
    std::optional<BreathProfile> heard;
};

void writeOrPrint(Outcome& outcome, const Reading& reading, const fs::path& target,
                  const AnalyseOptions& options)
{
    if (options.out.empty())
        outcome.text = readableSummary(reading);
    else if (options.out == "-")
        outcome.text = readingToJson(reading);
    else if (auto written = writeFile(target, readingToJson(reading)); !written) {
        outcome.complaint = written.error().message();
        outcome.exit = exitFor(written.error());
    }
}

Outcome analyseOne(const std::string& recording, const fs::path& target,
                   const std::optional<Plan>& plan, const AnalyseOptions& options,
                   const Progress& progress)
{
    Outcome outcome;
    auto listened = listenToFile(recording, progress);
    if (!listened) return {"", listened.error().message(), exitFor(listened.error()), {}, {}};
    const Reading reading =
        readAgainst(*listened, plan, {{}, {}, options.tempered ? Tuning::Tempered : Tuning::Just});
    if (!options.person.empty() && reading.heardBreathing()) {
        outcome.heard = profileIn(*listened, reading);
        outcome.reading = reading;
    }
    writeOrPrint(outcome, reading, target, options);
    if (outcome.exit == Done && !reading.heardBreathing()) {
        outcome.complaint = recording + ": no breathing was heard in it; place the microphone "
                                        "nearer, to one side of nose and mouth";
        outcome.exit = NoBreathing;
    }
    return outcome;
}

// Each recording gets its own file in the folder; two of one name are told apart by a number.
std::vector<fs::path> targetsFor(const AnalyseOptions& options)
{
    if (options.recordings.size() == 1) return {options.out};
    std::vector<fs::path> targets;
    std::set<std::string> taken;
    for (const std::string& recording : options.recordings) {
        const std::string stem = fs::path(recording).stem().string();
        std::string name = stem + ".json";
        for (int n = 2; !taken.insert(name).second; ++n)
            name = stem + "-" + std::to_string(n) + ".json";
        targets.push_back(fs::path(options.out) / name);
    }
    return targets;
}

int prepareFolder(const AnalyseOptions& options)
{
    if (options.recordings.size() == 1 || options.out.empty()) return Done;
    if (options.out == "-") {
        complain("--out - takes one recording; name a folder for several");
        return Usage;
    }
    if (makeFolder(options.out)) return Done;
    complain(options.out + ": with several recordings --out names a folder, and this cannot be "
                           "one; choose another name");
    return Usage;
}

// As sittings of one person.
int keepAll(const AnalyseOptions& options, const std::optional<Plan>& plan,
            const std::vector<Outcome>& outcomes)
{
    const auto refuse = [](const Error& error) {
        complain(error.message());
        return exitFor(error);
    };
    auto journal = Journal::open(options.data, Journal::Missing::Refuse);
    if (!journal) return refuse(journal.error());
    const auto person = personNamed(*journal, options.person);
    if (!person) return refuse(person.error());
    for (std::size_t i = 0; i < outcomes.size(); ++i) {
        if (!outcomes[i].reading) continue;
        const auto kept = keep(*journal, {options.recordings[i], person->id, plan},
                               *outcomes[i].reading, outcomes[i].heard);
        if (!kept) return refuse(kept.error());
        std::fprintf(stderr, "%s: kept as a sitting of %s on %s\n", options.recordings[i].c_str(),
                     person->name.c_str(), dayToText(kept->day).c_str());
    }
    return Done;
}

// As many at a time as there are cores; results are printed in the order in which they were asked
// for.
int analyseAll(const AnalyseOptions& options, const std::optional<Plan>& plan)
{
    const std::vector<fs::path> targets = targetsFor(options);
    std::vector<Outcome> outcomes(options.recordings.size());
    {
        const std::stop_token stop = stopOnInterrupt();
        ProgressLine line(outcomes.size());
        std::atomic<std::size_t> next = 0;
        const auto work = [&] {
            for (std::size_t i = next++; i < outcomes.size(); i = next++) {
                const Progress progress{[&, i](double f) { line.tell(i, f); }, stop};
                outcomes[i] =
                    analyseOne(options.recordings[i], targets[i], plan, options, progress);
            }
        };
        std::vector<std::jthread> workers;
        const std::size_t cores = std::max(1u, std::thread::hardware_concurrency());
        for (std::size_t w = 0; w < std::min(cores, outcomes.size()); ++w)
            workers.emplace_back(work);
    }
    int status = Done;
    for (std::size_t i = 0; i < outcomes.size(); ++i) {
        if (i > 0 && !outcomes[i].text.empty()) std::fputs("\n", stdout);
        std::fputs(outcomes[i].text.c_str(), stdout);
        if (!outcomes[i].complaint.empty()) complain(outcomes[i].complaint);
        // Of several faults the gravest tells: what could not be read before what held no breath.
        if (outcomes[i].exit != Done && (status == Done || outcomes[i].exit < status))
            status = outcomes[i].exit;
    }
    if (options.person.empty()) return status;
    const int kept = keepAll(options, plan, outcomes);
    return kept == Done ? status : kept;
}

int analyse(const AnalyseOptions& options)
{
    const auto plan = planOption(options.plan);
    if (!plan) {
        complain(plan.error().message());
        return exitFor(plan.error());
    }
    if (const int status = prepareFolder(options); status != Done) return status;
    return analyseAll(options, *plan);
}

} // namespace

void addAnalyse(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<AnalyseOptions>();
    CLI::App* command =
        app.add_subcommand("analyse", "Read recordings, against a plan or as free breathing");
    command->set_version_flag("--version", "layakari-cli " LAYAKARI_VERSION);
    command->add_option("RECORDING", options->recordings, "Any sound file; several may be given")
        ->required();
    command->add_option("--plan", options->plan, "A plan file, or a preset's id");
    command->add_flag("--tempered", options->tempered,
                      "Hold hums against equal-tempered swaras, not against just ones");
    command->add_option(
        "--out", options->out,
        "Where to write the reading: a file, '-', or for several recordings a folder");
    CLI::Option* data =
        command->add_option("--data", options->data, "The journal's folder, for --save");
    command
        ->add_option("--save", options->person,
                     "Keep each reading as a sitting of the person in whose name this is")
        ->needs(data);
    command->footer("Without --out a summary is printed.\n"
                    "Exit status: 0 done, 2 wrong usage, 3 a recording cannot be read, 4 the plan "
                    "is not valid,\n"
                    "5 no breathing was heard (the reading is still written).");
    command->callback([options, &run] { run = [options] { return analyse(*options); }; });
}

} // namespace layakari::cli
