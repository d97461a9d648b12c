// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well and how soon recordings are heard while they come in, beside the second look with all of
// it known.
// Usage: bench-live [--held] [--minutes N] [--every N]
// --minutes N: one recording of that length instead, and what its pushes cost from tenth to tenth.
#include "bench/common/shell.hpp"
#include "bench/listening/corpus.hpp"
#include "core/curriculum/presets.hpp"
#include "core/evaluate/scoring.hpp"
#include "core/reading/live_reading.hpp"
#include "core/simulate/practitioner.hpp"

#include <CLI/CLI.hpp>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>
#include <mutex>
#include <sys/resource.h>

namespace {

using namespace layakari;
namespace fs = std::filesystem;
using scoring::absoluteQuantile;

constexpr std::size_t blockSamples = analysisRateHz / 100; // as a sound card hands it over

// A phase as it was said, when it was said, and what it was called when it ended.
struct Said {
    double atS = 0;
    double sinceS = 0;
    bool sounds = false;
    std::optional<PhaseKind> atFirst;
    std::optional<PhaseKind> atLast;
};

class Listening {
public:
    explicit Listening(const Plan& plan) : m_live(plan) {}

    void hear(std::span<const float> samples)
    {
        for (std::size_t at = 0; at < samples.size(); at += blockSamples) {
            const auto begin = std::chrono::steady_clock::now();
            m_live.push(samples.subspan(at, std::min(blockSamples, samples.size() - at)));
            note(m_live.now());
            const std::chrono::duration<double> took = std::chrono::steady_clock::now() - begin;
            pushS.push_back(took.count());
        }
    }

    LiveReading& live() { return m_live; }

    std::vector<Said> said;
    std::vector<double> pushS; // what each block cost

private:
    LiveReading m_live;
    std::optional<LiveReading::Now> m_last;

    void note(const std::optional<LiveReading::Now>& now)
    {
        if (!now) return;
        const bool sounds = now->sound != HeardSpan::Kind::Silence;
        if (!m_last || !now->goesOnFrom(*m_last))
            said.push_back({m_live.untilS(), now->sinceS, sounds, now->phase, {}});
        said.back().atLast = now->phase;
        m_last = now;
    }
};

struct Outcome {
    std::vector<double> lateS; // from a true beginning to its being said
    int phases = 0;            // true ones of practice
    int heard = 0;             // said within half a second
    int said = 0;              // beginnings of sounds, within the practice
    int invented = 0;          // where there is none
    int namedAtOnce = 0;       // rightly when first said
    int agreed = 0;            // of the second look's phases: called the same when they ended
    int compared = 0;
    std::vector<double> pushS;

    void add(const Outcome& other)
    {
        lateS.insert(lateS.end(), other.lateS.begin(), other.lateS.end());
        pushS.insert(pushS.end(), other.pushS.begin(), other.pushS.end());
        said += other.said;
        invented += other.invented;
        phases += other.phases;
        heard += other.heard;
        namedAtOnce += other.namedAtOnce;
        agreed += other.agreed;
        compared += other.compared;
    }
};

void holdAgainstTruth(Outcome& outcome, const std::vector<Said>& said, const Truth& truth)
{
    constexpr double reachS = 0.5;
    for (const Said& s : said) {
        if (!s.sounds || s.sinceS < truth.phases.front().startS ||
            s.sinceS > truth.phases.back().endS)
            continue;
        ++outcome.said;
        outcome.invented +=
            std::none_of(truth.phases.begin(), truth.phases.end(), [&](const Truth::Phase& p) {
                return !p.kind.starts_with("hold") && std::fabs(p.startS - s.sinceS) < reachS;
            });
    }
    for (const Truth::Phase& phase : truth.phases) {
        if (phase.role != Role::Practice) continue;
        ++outcome.phases;
        const bool sounds = !phase.kind.starts_with("hold");
        const auto first = std::find_if(said.begin(), said.end(), [&](const Said& s) {
            return s.sounds == sounds && std::fabs(s.sinceS - phase.startS) < reachS;
        });
        if (first == said.end()) continue;
        ++outcome.heard;
        outcome.lateS.push_back(first->atS - phase.startS);
        outcome.namedAtOnce += first->atFirst && phase.kind == toWord(*first->atFirst);
    }
}

// A phase may be said in pieces; the piece that covers its middle speaks for it.
void holdAgainstSecondLook(Outcome& outcome, const std::vector<Said>& said, const Reading& reading)
{
    constexpr double shortestS = 0.45;
    for (const ReadPhase& phase : reading.phases) {
        const auto kind = toPhaseKind(phase.kind);
        if (!kind || phase.seconds() < shortestS || phase.role != Role::Practice) continue;
        const double middle = (phase.startS + phase.endS) / 2;
        ++outcome.compared;
        std::optional<PhaseKind> last;
        for (std::size_t i = 0; i < said.size(); ++i)
            if (said[i].sinceS <= middle) last = said[i].atLast;
        outcome.agreed += last == kind;
    }
}

Outcome runCase(const bench::Case& what, const fs::path& folder)
{
    fs::create_directories(folder);
    const bench::Recorded recorded = bench::record(what, folder);
    const Plan& plan = recorded.truth.plan;
    Listening listening(plan);
    SoundDamage damage;
    auto info = decodeRecording(
        recorded.sound, [&](std::span<const float> block) { listening.hear(block); }, damage);
    if (!info) bench::giveUp(info.error().message());
    fs::remove_all(folder);
    Outcome outcome;
    outcome.pushS = listening.pushS;
    holdAgainstTruth(outcome, listening.said, recorded.truth);
    const Listened listened = listening.live().finish(*info, damage);
    holdAgainstSecondLook(outcome, listening.said, readAgainst(listened, plan));
    return outcome;
}

void printRow(const std::string& name, const Outcome& o)
{
    const auto share = [](int part, int whole) { return 100.0 * part / std::max(1, whole); };
    std::printf("| %s | %d | %.1f | %.0f | %.0f | %.1f | %.1f | %.1f | %.1f | %.0f |\n",
                name.c_str(), o.phases, share(o.heard, o.phases),
                1000 * absoluteQuantile(o.lateS, 0.5), 1000 * absoluteQuantile(o.lateS, 0.95),
                share(o.invented, o.said), share(o.namedAtOnce, o.heard),
                share(o.agreed, o.compared), 1000 * absoluteQuantile(o.pushS, 0.5),
                1000 * absoluteQuantile(o.pushS, 1));
}

void runCorpus(bool held, std::size_t every)
{
    std::vector<bench::Case> cases;
    const std::vector<bench::Case> all = bench::corpus(held, 1);
    for (std::size_t i = 0; i < all.size(); i += every) cases.push_back(all[i]);
    std::map<std::string, Outcome> rows;
    std::mutex mutex;
    const bench::Scratch scratch;
    bench::onAllCores(cases.size(), [&](std::size_t i) {
        const Outcome outcome = runCase(cases[i], scratch.folder() / std::to_string(i));
        const std::lock_guard lock(mutex);
        for (const std::string& condition : cases[i].conditions()) rows[condition].add(outcome);
        rows["9all"].add(outcome);
    });
    std::printf("| condition | phases | heard, %% | late, median ms | 95 %% | invented, %% | named "
                "right at once, "
                "%% | same name as in the second look, %% | a block of 10 ms costs, median ms | "
                "most |\n|---|--:|--:|--:|--:|--:|--:|--:|--:|--:|\n");
    for (const auto& [name, outcome] : rows) printRow(name.substr(1), outcome);
}

// Whether an hour and a half costs more at its end than at its beginning.
void runLong(double minutes)
{
    constexpr double cycleMinutes = 8 * 1.2 / 60;
    Plan plan = findPreset("even-4-4")->plan;
    std::get<Cycles>(plan.parts[0].content).repeat =
        std::max(1, static_cast<int>(minutes / cycleMinutes));
    Temperament who = *temperamentByName("steady");
    who.sampleRateHz = analysisRateHz;
    Practitioner practitioner(plan, who, 1);
    Listening listening(plan);
    std::vector<float> block(analysisRateHz);
    const auto tenth = static_cast<std::size_t>(practitioner.durationS() * 100 / 10);
    std::printf("| until, min | a block of 10 ms costs, median ms | most | memory, MB |\n"
                "|--:|--:|--:|--:|\n");
    while (const std::size_t n = practitioner.read(block)) {
        listening.hear(std::span<const float>(block).first(n));
        if (listening.pushS.size() < tenth) continue;
        rusage usage{};
        ::getrusage(RUSAGE_SELF, &usage);
        std::printf("| %.0f | %.2f | %.0f | %.0f |\n", listening.live().untilS() / 60,
                    1000 * absoluteQuantile(listening.pushS, 0.5),
                    1000 * absoluteQuantile(listening.pushS, 1),
                    static_cast<double>(usage.ru_maxrss) / 1024);
        listening.pushS.clear();
    }
}

} // namespace

int main(int argc, char** argv)
{
    CLI::App app{"Hears recordings as they come in."};
    bool held = false;
    double minutes = 0;
    std::size_t every = 6;
    app.add_flag("--held", held, "What is kept back");
    app.add_option("--minutes", minutes, "One recording of that length instead");
    app.add_option("--every", every, "Only every so many of bench-listening's recordings")
        ->check(CLI::PositiveNumber);
    CLI11_PARSE(app, argc, argv);
    if (minutes > 0)
        runLong(minutes);
    else
        runCorpus(held, every);
    return 0;
}
