// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well recordings are read: corpus, the command line's reading of it, and a table by condition.
// Usage: bench-listening [--held] [--verbose] [--seeds N] [--only NAME] [--keep FOLDER]
// Without --held only what serves tuning; with it only what is kept back.
#include "bench/common/shell.hpp"
#include "bench/listening/corpus.hpp"
#include "bench/listening/general_tools.hpp"
#include "core/align/alignment.hpp"
#include "core/base/files.hpp"
#include "core/evaluate/scoring.hpp"

#include <CLI/CLI.hpp>
#include <cmath>
#include <cstdio>
#include <map>

namespace {

using namespace layakari;
namespace fs = std::filesystem;

struct Outcome {
    bench::Case what;
    scoring::Score score;
    scoring::Score silence;  // of general tools, at the threshold that suited them best
    double movedS = 0;       // by the same plan with other counts
    double speechS = 0;      // of the voices that were laid over it, while nobody breathes
    double speechTakenS = 0; // of these, what was read as breath
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

double overlap(double startS, double endS, const Truth::Stretch& other)
{
    return std::max(0.0, std::min(endS, other.endS) - std::max(startS, other.startS));
}

bool isBreath(const std::string& kind) { return kind == "inhale" || kind == "exhale"; }

void measureSpeech(Outcome& outcome, const Reading& reading, const Truth& truth)
{
    for (const Truth::Stretch& word : truth.voice) {
        double breathed = 0;
        for (const Truth::Phase& phase : truth.phases)
            if (isBreath(phase.kind)) breathed += overlap(phase.startS, phase.endS, word);
        double read = 0;
        for (const ReadPhase& phase : reading.phases)
            if (phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale)
                read += overlap(phase.startS, phase.endS, word);
        outcome.speechS += word.endS - word.startS - breathed;
        outcome.speechTakenS += std::max(0.0, read - breathed);
    }
}

// As anybody would read it: by the command, into a file.
Reading readByCommand(const std::string& cli, const fs::path& sound, const fs::path& plan,
                      const fs::path& out)
{
    const std::string command = cli + " analyse '" + sound.string() + "' --plan '" + plan.string() +
                                "' --out '" + out.string() + "' 2>/dev/null";
    constexpr int noBreathing = 5 << 8; // wait status; the reading is still written
    const int status = std::system(command.c_str());
    if (status != 0 && status != noBreathing) bench::giveUp("failed: " + command);
    auto reading = openReadingFile(out);
    if (!reading) bench::giveUp(reading.error().message());
    return *std::move(reading);
}

Outcome runCase(const bench::Case& what, const std::string& cli, const fs::path& folder, bool keep)
{
    fs::create_directories(folder);
    Outcome outcome;
    outcome.what = what;
    const bench::Recorded recorded = bench::record(what, folder);
    const Plan& plan = recorded.truth.plan;
    const fs::path asPlanned = folder / "plan.json";
    const fs::path otherwise = folder / "other-counts.json";
    if (!writeFile(asPlanned, planToJson(plan)) ||
        !writeFile(otherwise, planToJson(withOtherCounts(plan))))
        bench::giveUp("cannot write into " + folder.string());
    const Reading reading = readByCommand(cli, recorded.sound, asPlanned, folder / "a.json");
    outcome.score = scoring::scoreReading(reading, recorded.truth);
    outcome.movedS =
        largestMove(reading, readByCommand(cli, recorded.sound, otherwise, folder / "b.json"));
    measureSpeech(outcome, reading, recorded.truth);
    for (const Reading& other : bench::readBySilence(recorded.sound, plan))
        if (const scoring::Score score = scoring::scoreReading(other, recorded.truth);
            score.f1() > outcome.silence.f1())
            outcome.silence = score;
    if (keep) {
        if (!writeFile(folder / "truth.json", truthToJson(recorded.truth)))
            bench::giveUp("cannot write into " + folder.string());
    } else {
        fs::remove_all(folder);
    }
    return outcome;
}

void printRow(const std::string& name, const std::vector<const Outcome*>& outcomes)
{
    scoring::Score sum;
    scoring::Score silence;
    std::vector<double> accuracy;
    std::vector<double> countLength;
    double moved = 0;
    double speech = 0;
    double speechTaken = 0;
    for (const Outcome* o : outcomes) {
        sum.add(o->score);
        silence.add(o->silence);
        accuracy.push_back(o->score.accuracyError);
        countLength.push_back(o->score.countLengthErrorPercent);
        moved = std::max(moved, o->movedS);
        speech += o->speechS;
        speechTaken += o->speechTakenS;
    }
    std::size_t within = 0;
    for (std::size_t i = 0; i < sum.boundaryErrorsS.size(); ++i)
        within += std::fabs(sum.boundaryErrorsS[i]) <= 2 * sum.boundarySdsS[i];
    const double boundaries =
        static_cast<double>(std::max<std::size_t>(1, sum.boundaryErrorsS.size()));
    std::printf("| %s | %zu | %.3f | %.1f | %.1f | %.0f | %.0f | %.0f | %.1f | %.1f | %.1f | "
                "%d/%d | %.0f | ",
                name.c_str(), outcomes.size(), sum.f1(), 100 * sum.practiceShareFound(),
                100.0 * sum.swappedBreaths / std::max(1, sum.trueBreaths),
                1000 * scoring::absoluteQuantile(sum.boundaryErrorsS, 0.5),
                1000 * scoring::absoluteQuantile(sum.boundaryErrorsS, 0.95),
                100 * static_cast<double>(within) / boundaries,
                scoring::absoluteQuantile(accuracy, 0.5), scoring::absoluteQuantile(accuracy, 0.95),
                scoring::absoluteQuantile(countLength, 0.95), sum.cyclesFound, sum.cyclesTrue,
                1000 * moved);
    if (speech > 0)
        std::printf("%.1f | ", 100 * speechTaken / speech);
    else
        std::printf("| ");
    std::printf("%.3f |\n", silence.f1());
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
    std::printf(
        "| condition | recordings | F1 | practice phases found, %% | inhale/exhale swapped, "
        "%% | boundary error, median ms | 95 %% | within 2 sd, %% | accuracy error, median "
        "points | 95 %% | count length error, 95 %%, %% | cycles found | moved by another "
        "plan, ms | speech taken for breath, %% | silence detector: F1 |\n"
        "|---|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|\n");
    std::map<std::string, std::vector<const Outcome*>> groups;
    for (const Outcome& o : outcomes) {
        for (const std::string& condition : o.what.conditions()) groups[condition].push_back(&o);
        groups["9all"].push_back(&o);
    }
    for (const auto& [name, list] : groups) printRow(name.substr(1), list);
    printBias(outcomes);
}

void printBadlyRead(const std::vector<Outcome>& outcomes)
{
    for (const Outcome& o : outcomes)
        if (o.score.f1() < 0.97 || std::fabs(o.score.accuracyError) > 3)
            std::printf("%-60s F1 %.3f swap %d accuracy %+.1f count %+.1f %%, cycles %d/%d\n",
                        o.what.name().c_str(), o.score.f1(), o.score.swappedBreaths,
                        o.score.accuracyError, o.score.countLengthErrorPercent, o.score.cyclesFound,
                        o.score.cyclesTrue);
}

} // namespace

int main(int argc, char** argv)
{
    CLI::App app{"Reads simulated recordings and holds them against the truth."};
    bool held = false;
    bool verbose = false;
    int seeds = 1;
    std::string only;
    std::string keep;
    std::string cli = (fs::path(argv[0]).parent_path() / "layakari-cli").string();
    app.add_flag("--held", held, "What is kept back");
    app.add_flag("--verbose", verbose, "A line for each recording that was read badly");
    app.add_option("--only", only, "Only recordings whose name contains this");
    app.add_option("--seeds", seeds, "Recordings of each temperament and plan");
    app.add_option("--keep", keep, "Leave recordings, truths and readings in this folder");
    app.add_option("--cli", cli, "The command that reads")->capture_default_str();
    CLI11_PARSE(app, argc, argv);

    std::vector<bench::Case> cases = bench::corpus(held, seeds);
    std::erase_if(cases,
                  [&](const bench::Case& c) { return c.name().find(only) == std::string::npos; });
    std::vector<Outcome> outcomes(cases.size());
    {
        const bench::Scratch scratch;
        bench::onAllCores(cases.size(), [&](std::size_t i) {
            std::string name = cases[i].name();
            std::replace(name.begin(), name.end(), ' ', '-');
            const fs::path folder = (keep.empty() ? scratch.folder() : fs::path(keep)) / name;
            outcomes[i] = runCase(cases[i], cli, folder, !keep.empty());
        });
    }
    if (verbose) printBadlyRead(outcomes);
    printTable(outcomes);
    return 0;
}
