// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whether an ocean breath is found by its sound alone, without a plan, and other breath of the same
// lengths is left alone; and whether the rough places are told.
// Usage: bench-ocean [--held] [--seeds N] [--verbose]
#include "bench/common/cases.hpp"
#include "bench/common/shell.hpp"
#include "bench/listening/strangers.hpp"
#include "core/curriculum/presets.hpp"
#include "core/evaluate/scoring.hpp"
#include "core/simulate/practitioner.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <map>
#include <mutex>
#include <optional>

namespace {

using namespace layakari;
namespace fs = std::filesystem;

struct Case {
    Plan plan;
    bool isOcean = false;
    std::string temperament;
    std::uint64_t seed = 1;
    std::optional<bench::Stranger> stranger;
    std::string codec;
};

// Two to four minutes of breath without holds, in and out of a length of its own.
Plan unbroken(bool isOcean, Random& random)
{
    Plan plan = findPreset("ocean-breath")->plan;
    plan.countLengthS = 1;
    auto& cycles = std::get<Cycles>(plan.parts[0].content);
    const double inhaleS = random.uniform(3.2, 7);
    const double exhaleS = inhaleS * random.uniform(0.9, 1.8);
    cycles.repeat = static_cast<int>(random.uniform(120, 240) / (inhaleS + exhaleS));
    cycles.phases[0].counts = TargetCounts::exactly(inhaleS);
    cycles.phases[1].counts = TargetCounts::exactly(exhaleS);
    if (!isOcean)
        for (Phase& phase : cycles.phases) phase.sound = PhaseSound::Plain;
    return plan;
}

// Some breaths of an ocean practice are rough in their middle third.
void roughen(bench::Stranger& who, const Truth& truth, Random& random)
{
    for (const Truth::Phase& phase : truth.phases) {
        if (phase.sound != PhaseSound::Ujjayi || !random.chance(0.12)) continue;
        const double third = (phase.endS - phase.startS) / 3;
        who.snores.push_back({phase.startS + third, phase.endS - third, random.uniform(24, 100)});
    }
}

std::vector<Case> casesOf(bool held, int seeds)
{
    static const std::array<std::string, 4> ways{"", "m4a", "opus", "telephone"};
    std::vector<Case> cases;
    std::uint64_t seed = held ? 8000 : 600;
    Random random(seed, 41);
    for (int s = 0; s < seeds; ++s) {
        for (std::size_t i = 0; i < 24; ++i)
            for (const bool isOcean : {true, false}) {
                Case one{
                    unbroken(isOcean, random), isOcean, held ? "held-attic" : "steady", ++seed, {},
                    ways[i / 3 % ways.size()]};
                one.stranger = bench::Stranger{std::array{bench::Texture::Fricatives,
                                                          bench::Texture::Resonances,
                                                          bench::Texture::Gusts}[i % 3],
                                               held, seed, std::array{25.0, 18.0, 12.0}[i / 2 % 3]};
                cases.push_back(one);
            }
        for (const Temperament& who : temperaments())
            if (who.name.starts_with("held-") == held)
                for (const char* preset : {"ocean-breath", "even-4-4", "long-exhale-4-6"})
                    cases.push_back({findPreset(preset)->plan,
                                     std::string(preset) == "ocean-breath",
                                     who.name,
                                     ++seed,
                                     {},
                                     ""});
    }
    return cases;
}

struct Row {
    int practices = 0;
    int found = 0; // or invented
    double trueS = 0;
    double foundS = 0; // within the truth
    std::vector<double> lengthErrorsS;
    int rough = 0;
    int roughFound = 0;
    int roughTold = 0;
};

double overlapS(double aStart, double aEnd, double bStart, double bEnd)
{
    return std::max(0.0, std::min(aEnd, bEnd) - std::max(aStart, bStart));
}

void score(Row& row, const Case& what, const Truth& truth, const Reading& reading)
{
    ++row.practices;
    row.found += !reading.ocean.empty();
    for (const Truth::Phase& phase : truth.phases) {
        if (phase.sound != PhaseSound::Ujjayi) continue;
        row.trueS += phase.endS - phase.startS;
        for (const ReadOcean& breath : reading.ocean) {
            const double both = overlapS(breath.startS, breath.endS, phase.startS, phase.endS);
            row.foundS += both;
            if (both > 0.5 * (phase.endS - phase.startS) && both > 0.5 * breath.seconds())
                row.lengthErrorsS.push_back(breath.seconds() - (phase.endS - phase.startS));
        }
    }
    if (!what.stranger) return;
    const auto isTold = [&](const bench::Stranger::Snore& snore) {
        constexpr double windowS = 0.8;
        return std::any_of(reading.ocean.begin(), reading.ocean.end(), [&](const ReadOcean& b) {
            return b.friction.roughestAtS && *b.friction.roughestAtS > snore.startS - windowS &&
                   *b.friction.roughestAtS < snore.endS;
        });
    };
    for (const auto& snore : what.stranger->snores) {
        ++row.rough;
        row.roughFound += isTold(snore);
    }
    for (const ReadOcean& breath : reading.ocean)
        row.roughTold += breath.friction.roughestAtS.has_value();
}

std::vector<std::string> rowsOf(const Case& what)
{
    const std::string kind = what.isOcean ? "1 ocean breath" : "2 other breath";
    if (!what.stranger) return {kind + ", simulated"};
    std::vector<std::string> names{kind + ", strangers"};
    char level[16];
    std::snprintf(level, sizeof level, "%02.0f dB", what.stranger->breathToNoiseDb);
    names.push_back(kind + ", strangers, " + level);
    if (!what.isOcean) names.push_back(kind + ", strangers, " + nameOf(what.stranger->texture));
    return names;
}

} // namespace

int main(int argc, char** argv)
{
    const bench::Arguments arguments = bench::argumentsOf(argc, argv);
    const std::vector<Case> cases = casesOf(arguments.held, arguments.seeds);
    const bench::Scratch scratch;
    std::map<std::string, Row> rows;
    std::mutex mutex;
    bench::onAllCores(cases.size(), [&](std::size_t i) {
        Case what = cases[i];
        const fs::path folder = scratch.folder() / std::to_string(i);
        fs::create_directories(folder);
        fs::path sound = folder / "practice.flac";
        const Temperament who = *temperamentByName(what.temperament);
        const Truth truth = Practitioner(what.plan, who, what.seed).truth();
        if (what.stranger) {
            Random random(what.seed, 42);
            roughen(*what.stranger, truth, random);
            recordStranger(truth, *what.stranger, folder, sound);
        } else if (auto done = writeSimulation(what.plan, who, what.seed, sound, ""); !done) {
            bench::giveUp(done.error().message());
        }
        const auto listened = listenToFile(bench::encoded(sound, what.codec));
        if (!listened) bench::giveUp(listened.error().message());
        const Reading reading = readAgainst(*listened, std::nullopt);
        fs::remove_all(folder);
        const std::lock_guard lock(mutex);
        for (const std::string& name : rowsOf(what)) score(rows[name], what, truth, reading);
        if (arguments.verbose && reading.ocean.empty() == what.isOcean)
            std::printf("%s %s, seed %lu %s: %s\n", what.temperament.c_str(),
                        what.stranger ? nameOf(what.stranger->texture).c_str() : "", what.seed,
                        what.codec.c_str(), what.isOcean ? "missed" : "invented");
    });
    std::printf("| recordings | practices | taken for ocean breath, %% | its time found, %% | "
                "breath length off by, median s | rough places found | told in all |\n"
                "|---|--:|--:|--:|--:|--:|--:|\n");
    for (const auto& [name, row] : rows)
        std::printf("| %s | %d | %.0f | %.0f | %.2f | %d of %d | %d |\n", name.substr(2).c_str(),
                    row.practices, 100.0 * row.found / row.practices,
                    row.trueS > 0 ? 100 * row.foundS / row.trueS : 0,
                    scoring::absoluteQuantile(row.lengthErrorsS, 0.5), row.roughFound, row.rough,
                    row.roughTold);
    return 0;
}
