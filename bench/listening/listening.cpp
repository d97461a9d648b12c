// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well recordings are read: simulated practitioners by plan, temperament, noise and codec.
// Usage: bench-listening [--held] [--verbose] [--seeds N]
// Without --held only the temperaments and seeds for tuning; with it only those that are kept back.
#include "bench/listening/laid_over.hpp"
#include "core/align/alignment.hpp"
#include "core/base/checked_json.hpp"
#include "core/plan/presets.hpp"
#include "core/simulate/practitioner.hpp"
#include "tests/support/scoring.hpp"

#include <CLI/CLI.hpp>
#include <atomic>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <map>
#include <mutex>
#include <optional>
#include <thread>
#include <unistd.h>

namespace {

using namespace layakari;
namespace fs = std::filesystem;

struct Case {
    std::string preset;
    std::string temperament;
    double breathToNoiseDb = 0; // 0: the temperament's own
    std::string codec;          // empty: FLAC as it is
    std::uint64_t seed = 1;
    std::optional<bench::LaidOver> over = {};
    bool automaticGain = false;

    std::string name() const
    {
        return preset + " " + temperament +
               (breathToNoiseDb != 0 ? " " + shortNumber(breathToNoiseDb) + " dB" : "") +
               (codec.empty() ? "" : " " + codec) +
               (over ? " " + over->name + " " + over->voice : "") + " seed " + std::to_string(seed);
    }
};

// Encoding as phones and recorders do it, by the ffmpeg command.
const std::map<std::string, std::pair<std::string, std::string>> codecs{
    {"m4a", {".m4a", "-c:a aac -b:a 48k"}},
    {"opus", {".opus", "-c:a libopus -b:a 16k"}},
    {"mp3", {".mp3", "-c:a libmp3lame -b:a 64k"}},
    {"telephone", {".wav", "-ar 8000 -c:a pcm_alaw"}},
};

struct Outcome {
    Case what;
    scoring::Score score;
    double movedS = 0; // by the same plan with other counts
};

// The plan with all counts changed in length and proportion.
Plan withOtherCounts(Plan plan)
{
    const auto change = [](auto&& self, std::vector<Part>& parts) -> void {
        for (Part& part : parts) {
            if (auto* group = std::get_if<Group>(&part.content)) self(self, group->parts);
            if (auto* cycles = std::get_if<Cycles>(&part.content))
                for (std::size_t k = 0; k < cycles->phases.size(); ++k) {
                    TargetCounts& counts = cycles->phases[k].counts;
                    if (!counts.open)
                        counts = TargetCounts::exactly(counts.middle() * (k % 2 ? 1.5 : 0.8));
                }
        }
    };
    change(change, plan.parts);
    return plan;
}

// The farthest that a boundary of `a` lies from the nearest of `b`. The end of the recording is no
// boundary.
double largestMove(const Reading& a, const Reading& b)
{
    std::vector<double> others;
    for (const ReadPhase& p : b.phases) others.insert(others.end(), {p.startS, p.endS});
    double most = 0;
    for (const ReadPhase& p : a.phases)
        for (const double moment : {p.startS, p.endS}) {
            if (moment > a.recording.durationSeconds - 0.1) continue;
            double nearest = 1e3;
            for (const double other : others)
                nearest = std::min(nearest, std::fabs(moment - other));
            most = std::max(most, nearest);
        }
    return most;
}

Outcome runCase(const Case& what, const fs::path& folder, std::size_t number)
{
    Outcome outcome{what, {}, 0};
    const Plan plan = findPreset(what.preset)->plan;
    Temperament who = *temperamentByName(what.temperament);
    if (what.breathToNoiseDb != 0) who.breathToNoiseDb = what.breathToNoiseDb;
    who.automaticGain = who.automaticGain || what.automaticGain;
    fs::path sound = folder / (std::to_string(number) + ".flac");
    if (auto done = writeSimulation(plan, who, what.seed, sound, ""); !done) {
        std::fprintf(stderr, "%s\n", done.error().message().c_str());
        std::exit(1);
    }
    if (what.over) {
        const fs::path mixed = folder / (std::to_string(number) + "-over.flac");
        bench::layOver(*what.over, sound, who.breathLevelDb, mixed);
        sound = mixed;
    }
    if (!what.codec.empty()) {
        const auto& [extension, options] = codecs.at(what.codec);
        const fs::path coded = folder / (std::to_string(number) + extension);
        const std::string command =
            "ffmpeg -v error -y -i " + sound.string() + " " + options + " " + coded.string();
        if (std::system(command.c_str()) != 0) std::exit(1);
        sound = coded;
    }
    auto listened = listenToFile(sound);
    if (!listened) {
        std::fprintf(stderr, "%s\n", listened.error().message().c_str());
        std::exit(1);
    }
    const Reading reading = readAgainst(*listened, plan);
    outcome.score = scoring::scoreReading(reading, Practitioner(plan, who, what.seed).truth());
    outcome.movedS = largestMove(reading, readAgainst(*listened, withOtherCounts(plan)));
    return outcome;
}

std::vector<Case> corpus(bool held, int seeds)
{
    const std::vector<std::string> plans{
        "even-4-4",        "square-4",   "square-4-exhale-first",        "four-seven-eight",
        "long-exhale-4-6", "held-5-6-5", "alternate-nostril-left-first", "ladder-even"};
    std::vector<Case> cases;
    std::size_t i = 0;
    for (int s = 0; s < seeds; ++s)
        for (const Temperament& who : temperaments()) {
            if (who.name.starts_with("held-") != held) continue;
            for (const std::string& plan : plans) {
                // Seeds below 1,000 are for tuning, those above are kept back.
                const auto seed =
                    static_cast<std::uint64_t>((held ? 1000 : 1) + s * 100 + static_cast<int>(i));
                static const std::vector<std::string> ways{"", "m4a", "", "opus",
                                                           "", "mp3", "", "telephone"};
                cases.push_back({plan, who.name, 0, ways[i % ways.size()], seed});
                ++i;
            }
        }
    for (const double db : {6.0, 9.0, 12.0, 20.0})
        for (const std::string plan : {"square-4", "four-seven-eight", "even-4-4"})
            cases.push_back(
                {plan, held ? "held-boathouse" : "steady", db, "",
                 static_cast<std::uint64_t>((held ? 2000 : 500) + static_cast<int>(db))});
    int laid = 0;
    for (const bench::LaidOver& over : bench::laidOver(held))
        for (const std::string plan :
             {"square-4", "four-seven-eight", "long-exhale-4-6", "even-4-4"}) {
            const char* who = held ? (laid % 2 ? "held-attic" : "held-boathouse")
                                   : (laid % 2 ? "mouth" : "steady");
            cases.push_back(
                {plan, who, 0, "", static_cast<std::uint64_t>((held ? 3000 : 700) + laid++), over});
        }
    for (const char* who : {"steady", "mouth", "alike"})
        for (const std::string plan : {"square-4", "four-seven-eight"})
            if (!held)
                cases.push_back(
                    {plan, who, 0, "", static_cast<std::uint64_t>(800 + laid++), {}, true});
    return cases;
}

void printRow(const std::string& name, const std::vector<const Outcome*>& outcomes)
{
    scoring::Score sum;
    std::vector<double> accuracy;
    std::vector<double> countLength;
    double moved = 0;
    for (const Outcome* o : outcomes) {
        sum.add(o->score);
        accuracy.push_back(o->score.accuracyError);
        countLength.push_back(o->score.countLengthErrorPercent);
        moved = std::max(moved, o->movedS);
    }
    std::size_t within = 0;
    for (std::size_t i = 0; i < sum.boundaryErrorsS.size(); ++i)
        within += std::fabs(sum.boundaryErrorsS[i]) <= 2 * sum.boundarySdsS[i];
    const double boundaries =
        static_cast<double>(std::max<std::size_t>(1, sum.boundaryErrorsS.size()));
    std::printf("| %-34s | %3zu | %.3f | %5.1f | %4.1f | %4.0f | %4.0f | %3.0f | %4.1f | %4.1f | "
                "%4.1f | %3d/%-3d | %2.0f |\n",
                name.c_str(), outcomes.size(), sum.f1(), 100 * sum.practiceShareFound(),
                100.0 * sum.swappedBreaths / std::max(1, sum.trueBreaths),
                1000 * scoring::absoluteQuantile(sum.boundaryErrorsS, 0.5),
                1000 * scoring::absoluteQuantile(sum.boundaryErrorsS, 0.95),
                100 * static_cast<double>(within) / boundaries,
                scoring::absoluteQuantile(accuracy, 0.5), scoring::absoluteQuantile(accuracy, 0.95),
                scoring::absoluteQuantile(countLength, 0.95), sum.cyclesFound, sum.cyclesTrue,
                1000 * moved);
}

void printBias(const std::vector<Outcome>& outcomes)
{
    scoring::Score sum;
    for (const Outcome& o : outcomes) sum.add(o.score);
    std::printf("\nMean duration error, heard minus true:");
    for (const auto& [kind, errors] : sum.durationErrorsS) {
        double mean = 0;
        for (const double e : errors) mean += e / static_cast<double>(errors.size());
        std::printf("  %s %+.0f ms", kind.c_str(), 1000 * mean);
    }
    std::printf("\n");
}

void printTable(const std::vector<Outcome>& outcomes)
{
    std::printf("| condition                          |   n |    F1 |found %%|swap %%|bnd ms|95 %% "
                " |2sd %%|acc   | 95 %% |cnt %% | cycles  |move|\n");
    std::printf("|------------------------------------|----:|------:|------:|-----:|-----:|-----:|-"
                "---:|-----:|-----:|-----:|--------:|---:|\n");
    std::map<std::string, std::vector<const Outcome*>> groups;
    std::vector<const Outcome*> all;
    for (const Outcome& o : outcomes) {
        all.push_back(&o);
        if (o.what.over) {
            groups["5 over it: " + o.what.over->name].push_back(&o);
        } else if (o.what.automaticGain) {
            groups["6 automatic gain"].push_back(&o);
        } else if (o.what.breathToNoiseDb == 0) {
            groups["1 plan: " + o.what.preset].push_back(&o);
            groups["2 who: " + o.what.temperament].push_back(&o);
            groups["3 codec: " + (o.what.codec.empty() ? std::string("flac") : o.what.codec)]
                .push_back(&o);
        } else {
            char name[40];
            std::snprintf(name, sizeof name, "4 breath to noise: %02.0f dB",
                          o.what.breathToNoiseDb);
            groups[name].push_back(&o);
        }
    }
    for (const auto& [name, list] : groups) printRow(name.substr(2), list);
    printRow("all", all);
    printBias(outcomes);
}

} // namespace

int main(int argc, char** argv)
{
    CLI::App app{"Reads simulated recordings and holds them against the truth."};
    bool held = false;
    bool verbose = false;
    int seeds = 1;
    std::string only;
    app.add_flag("--held", held, "The temperaments and seeds that are kept back");
    app.add_flag("--verbose", verbose, "A line for each recording that was read badly");
    app.add_option("--only", only, "Only temperaments whose name contains this");
    app.add_option("--seeds", seeds, "Recordings of each temperament and plan");
    CLI11_PARSE(app, argc, argv);

    const fs::path folder =
        fs::temp_directory_path() / ("layakari-bench-" + std::to_string(::getpid()));
    fs::create_directories(folder);
    std::vector<Case> cases = corpus(held, seeds);
    std::erase_if(cases,
                  [&](const Case& c) { return c.temperament.find(only) == std::string::npos; });
    std::vector<Outcome> outcomes(cases.size());
    std::atomic<std::size_t> next = 0;
    {
        std::vector<std::jthread> workers;
        for (unsigned w = 0; w < std::max(1u, std::thread::hardware_concurrency()); ++w)
            workers.emplace_back([&] {
                for (std::size_t i = next++; i < cases.size(); i = next++)
                    outcomes[i] = runCase(cases[i], folder, i);
            });
    }
    fs::remove_all(folder);
    if (verbose)
        for (const Outcome& o : outcomes)
            if (o.score.f1() < 0.97 || std::fabs(o.score.accuracyError) > 3)
                std::printf("%-60s F1 %.3f swap %d accuracy %+.1f count %+.1f %%, cycles %d/%d\n",
                            o.what.name().c_str(), o.score.f1(), o.score.swappedBreaths,
                            o.score.accuracyError, o.score.countLengthErrorPercent,
                            o.score.cyclesFound, o.score.cyclesTrue);
    printTable(outcomes);
    return 0;
}
