// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/text.hpp"
#include "core/evaluate/evaluation.hpp"

#include <algorithm>
#include <cstdio>
#include <memory>
#include <nlohmann/json.hpp>

namespace layakari::cli {

namespace fs = std::filesystem;

namespace {

constexpr const char* truthEnding = ".truth.json";

struct EvaluateOptions {
    std::string folder;
    bool asJson = false;
};

struct Example {
    std::string name;
    fs::path sound;
    fs::path truth;
};

bool endsIn(const std::string& name, const std::string& ending) { return name.ends_with(ending); }

// NAME.truth.json with the one other file NAME.* that is no JSON.
Result<std::vector<Example>> examplesIn(const fs::path& folder)
{
    std::error_code failed;
    std::vector<fs::path> files;
    for (const auto& entry : fs::directory_iterator(folder, failed)) files.push_back(entry.path());
    if (failed)
        return fail({ErrorCode::CannotRead, folder.string(), "", failed.message(),
                     "name a folder of recordings, each with its NAME.truth.json"});
    std::sort(files.begin(), files.end());
    std::vector<Example> examples;
    for (const fs::path& file : files) {
        const std::string name = file.filename().string();
        if (!endsIn(name, truthEnding)) continue;
        const std::string stem = name.substr(0, name.size() - std::string(truthEnding).size());
        const auto sound = std::find_if(files.begin(), files.end(), [&](const fs::path& other) {
            return other.stem().string() == stem && other.extension() != ".json";
        });
        if (sound == files.end())
            return fail({ErrorCode::CannotRead, file.string(), "", "its recording is not beside it",
                         "put " + stem + " with its sound file's ending into the same folder"});
        examples.push_back({stem, *sound, file});
    }
    if (examples.empty())
        return fail({ErrorCode::CannotRead, folder.string(), "",
                     "there is no recording with a NAME.truth.json beside it",
                     "export labelled examples into it, or see docs/formats.md, truth"});
    return examples;
}

struct Evaluated {
    Evaluation reading;
    double probability = 0; ///< of its likeliest explanation, given what was heard
    Doubts doubts;
    std::vector<Evaluation> after; ///< after each answer to a question, by somebody who knows
};

Result<Evaluated> evaluateOne(const Example& example, const Progress& progress)
{
    constexpr std::size_t mostAnswers = 2;
    const auto truth = readTruthFile(example.truth);
    if (!truth) return fail(truth.error());
    const auto listened = listenToFile(example.sound, progress);
    if (!listened) return fail(listened.error());
    const auto plan = truth->hasPlan() ? std::optional(truth->plan) : std::nullopt;
    Known known;
    Reading reading = readAgainst(*listened, plan);
    Evaluated done{
        evaluate(reading, *truth), reading.explanations.front().probability, reading.doubts, {}};
    while (!reading.questions.empty() && done.after.size() < mostAnswers) {
        const ReadQuestion& question = reading.questions.front();
        const auto answer = trueAnswer(question, *truth);
        if (!answer) break;
        known.corrections.push_back(question.answers[*answer].correction);
        known.fit = reading.fit;
        reading = readAgainst(*listened, plan, known);
        done.after.push_back(evaluate(reading, *truth));
    }
    return done;
}

double share(double part, double whole) { return whole > 0 ? 100 * part / whole : 0; }

void printHead()
{
    std::printf("%-28s %6s %8s %8s %8s %8s %8s %8s %8s %9s\n", "recording", "F1", "swapped", "edge",
                "edge", "within", "within", "speech", "other", "accuracy");
    std::printf("%-28s %6s %8s %8s %8s %8s %8s %8s %8s %9s\n", "", "", "%", "50 % ms", "95 % ms",
                "1 sd, %", "2 sd, %", "taken, %", "taken, %", "off");
}

void printRow(const std::string& name, const Evaluation& e)
{
    std::printf("%-28s %6.3f %8.1f %8.0f %8.0f %8.0f %8.0f %8.1f %8.1f %9.1f\n", name.c_str(),
                e.f1(), 100 * e.swappedShare(), 1000 * e.edgeQuantileS(0.5),
                1000 * e.edgeQuantileS(0.95), 100 * e.heldWithin(nominalDeviations[0]),
                100 * e.heldWithin(nominalDeviations[1]), share(e.speechTakenS, e.speechS),
                share(e.otherTakenS, e.otherS),
                e.accuracyErrors.empty()
                    ? 0
                    : *std::max_element(e.accuracyErrors.begin(), e.accuracyErrors.end()));
}

void printJson(const std::string& name, const Evaluation& e, const Evaluated* one = nullptr)
{
    nlohmann::ordered_json line{{"recording", name},
                                {"recordings", e.recordings},
                                {"found", e.found},
                                {"missed", e.missed},
                                {"invented", e.invented},
                                {"f1", e.f1()},
                                {"breaths", e.breaths},
                                {"swapped", e.swapped},
                                {"breath_f1", e.breathF1()},
                                {"breaths_true", e.breathsTrue},
                                {"breaths_read", e.breathsRead},
                                {"breaths_found", e.breathsFound},
                                {"edge_median_s", e.edgeQuantileS(0.5)},
                                {"edge_95_s", e.edgeQuantileS(0.95)},
                                {"within_1_sd", e.heldWithin(nominalDeviations[0])},
                                {"within_2_sd", e.heldWithin(nominalDeviations[1])},
                                {"inhale_start_bias_s", e.biasS(0)},
                                {"inhale_end_bias_s", e.biasS(1)},
                                {"exhale_start_bias_s", e.biasS(2)},
                                {"exhale_end_bias_s", e.biasS(3)},
                                {"speech_s", e.speechS},
                                {"speech_taken_s", e.speechTakenS},
                                {"other_s", e.otherS},
                                {"other_taken_s", e.otherTakenS},
                                {"with_accuracy", e.withAccuracy},
                                {"accuracy_held", e.accuracyHeld},
                                {"accuracy_wrong", e.accuracyWrong},
                                {"cycles_off", e.cyclesOff},
                                {"right", e.right},
                                {"sure", e.sure},
                                {"sure_and_wrong", e.sureAndWrong}};
    if (one) {
        line["probability"] = one->probability;
        line["doubts"] = one->doubts.values;
        line["right_after"] = nlohmann::ordered_json::array();
        line["sure_after"] = nlohmann::ordered_json::array();
        for (const Evaluation& after : one->after) {
            line["right_after"].push_back(after.right);
            line["sure_after"].push_back(after.sure);
        }
    }
    std::printf("%s\n", jsonText(line).c_str());
}

int evaluateFolder(const EvaluateOptions& options)
{
    const auto examples = examplesIn(options.folder);
    if (!examples) return refuse(examples.error());
    ProgressLine line("evaluating", examples->size());
    const std::stop_token stop = stopOnInterrupt();
    Evaluation all;
    int status = Done;
    if (!options.asJson) printHead();
    for (std::size_t i = 0; i < examples->size(); ++i) {
        const Example& example = (*examples)[i];
        const auto done = evaluateOne(example, {[&](double f) { line.tell(i, f); }, stop});
        line.clear();
        if (!done) {
            status = graver(status, refuse(done.error()));
            if (stop.stop_requested()) return status;
            continue;
        }
        options.asJson ? printJson(example.name, done->reading, &*done)
                       : printRow(example.name, done->reading);
        std::fflush(stdout);
        all.add(done->reading);
    }
    options.asJson ? printJson("all", all) : printRow("all", all);
    if (!options.asJson)
        std::printf("Stated ranges of the accuracy held it in %d of %d recordings.\n",
                    all.accuracyHeld, all.withAccuracy);
    if (!options.asJson)
        std::printf(
            "Of %d readings, %d are right; %d call themselves sure, %d of these are wrong.\n",
            all.recordings, all.right, all.sure, all.sureAndWrong);
    return status;
}

} // namespace

void addEvaluate(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<EvaluateOptions>();
    CLI::App* command = app.add_subcommand(
        "evaluate", "Read recordings whose truth is known, and say how far the readings agree");
    command
        ->add_option("FOLDER", options->folder,
                     "Recordings, each NAME.flac or the like with its NAME.truth.json")
        ->required();
    command->add_flag("--json", options->asJson,
                      "Print one line of JSON for each recording, and one for all");
    command->footer(
        "What a truth file has in it is in docs/formats.md; the window exports a corrected\n"
        "reading as one. A phase counts as found when one of its kind overlaps half of it.\n\n"
        "Example:\n  layakari-cli evaluate labelled/");
    command->callback([options, &run] { run = [options] { return evaluateFolder(*options); }; });
}

} // namespace layakari::cli
