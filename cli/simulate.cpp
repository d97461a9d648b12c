// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/curriculum/presets.hpp"
#include "core/simulate/practitioner.hpp"

#include <memory>
#include <optional>

namespace layakari::cli {

namespace {

struct SimulateOptions {
    std::string plan;
    std::string temperament = "steady";
    std::uint64_t seed = 1;
    std::string out;
    std::string truth;
    std::optional<double> countS;
    std::optional<double> breathToNoiseDb;
    std::optional<int> sampleRateHz;
    bool automaticGain = false;
};

int simulate(const SimulateOptions& options)
{
    auto plan = planByNameOrFile(options.plan);
    if (!plan) return refuse(plan.error());
    auto who = temperamentByName(options.temperament);
    if (!who) return refuse(who.error());
    who->ownCountS = options.countS.value_or(who->ownCountS);
    who->breathToNoiseDb = options.breathToNoiseDb.value_or(who->breathToNoiseDb);
    who->sampleRateHz = options.sampleRateHz.value_or(who->sampleRateHz);
    who->automaticGain = who->automaticGain || options.automaticGain;

    ProgressLine line("simulating");
    const auto written =
        writeSimulation(*plan, *who, options.seed, options.out, options.truth, line.progress());
    line.clear();
    return written ? Done : refuse(written.error());
}

} // namespace

void addSimulate(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<SimulateOptions>();
    std::string names;
    for (const Temperament& t : temperaments()) names += (names.empty() ? "" : ", ") + t.name;
    CLI::App* command =
        app.add_subcommand("simulate", "Record a simulated practitioner carrying out a plan");
    command->add_option("--plan", options->plan, "A plan file, or a preset's id")->required();
    command->add_option("--seed", options->seed, "The same seed gives the same sound")
        ->capture_default_str();
    command->add_option("--out", options->out, "The sound, .flac or .wav")->required();
    command->add_option("--truth", options->truth, "What the sound really contains, as JSON");
    command->add_option("--temperament", options->temperament, "One of " + names)
        ->capture_default_str();
    command
        ->add_option("--count-length", options->countS,
                     "Seconds a count, where the plan leaves it open")
        ->check(CLI::Range(0.2, 10.0));
    command
        ->add_option("--breath-to-noise", options->breathToNoiseDb,
                     "Breath over the room's noise, dB")
        ->check(CLI::Range(-20.0, 90.0));
    command->add_option("--rate", options->sampleRateHz, "Samples a second")
        ->check(CLI::Range(8000, 192000));
    command->add_flag("--automatic-gain", options->automaticGain,
                      "Record with a phone's automatic gain");
    command->footer("Example:\n"
                    "  layakari-cli simulate --plan square-4 --seed 7 --out breath.flac --truth "
                    "breath.truth.json");
    command->callback([options, &run] { run = [options] { return simulate(*options); }; });
}

} // namespace layakari::cli
