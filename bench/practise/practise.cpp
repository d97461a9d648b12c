// SPDX-License-Identifier: GPL-3.0-or-later
//
// A long practice by the simulated microphone in fast time: whether it stays as quick and as small
// as it begins, whether the cue keeps its time, and whether what is heard live is what is read
// afterwards, and what was done.
//
//     bench-practise [MINUTES=90] [PLAN=square-4] [TEMPERAMENT=held-attic] [clock|follow] [gain]
//                    [known] [seed NUMBER]
//
// With "gain" the recorder has an automatic gain. With "known" the person has practised before, for
// eight minutes by the clock, and the profile of that is given.
#include "core/base/quantile.hpp"
#include "core/curriculum/presets.hpp"
#include "core/practise/session.hpp"
#include "core/simulate/cued_practitioner.hpp"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <unistd.h>

using namespace layakari;

namespace {

constexpr int rateHz = 16000;
constexpr double blockS = 0.01;
constexpr double partS = 600;          // figures are printed for each ten minutes
constexpr double sameBeginningS = 0.3; // by so much a look may move a beginning

double residentMb()
{
    std::ifstream statm("/proc/self/statm");
    long pages = 0;
    long resident = 0;
    statm >> pages >> resident;
    return static_cast<double>(resident) * static_cast<double>(sysconf(_SC_PAGESIZE)) / 1e6;
}

struct Told {
    double sinceS = 0;
    double atS = 0; ///< when it was first told
    std::optional<PhaseKind> last;
};

struct Named {
    double startS = 0;
    std::optional<PhaseKind> kind;
};

struct Differing {
    double otherPercent = 0;
    double missedPercent = 0;
};

std::optional<PhaseKind> kindOf(const std::string& word)
{
    for (const PhaseKind kind :
         {PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale, PhaseKind::HoldEmpty})
        if (word == toWord(kind)) return kind;
    return std::nullopt;
}

const Named* nearest(const std::vector<Named>& phases, double startS)
{
    const auto found =
        std::min_element(phases.begin(), phases.end(), [&](const Named& a, const Named& b) {
            return std::fabs(a.startS - startS) < std::fabs(b.startS - startS);
        });
    return found == phases.end() ? nullptr : &*found;
}

// How many of `phases` have another kind, or no beginning near theirs, among `others`. A beginning
// is that of one phase, the nearest: a short pause right before it has none.
Differing differing(const std::vector<Named>& phases, const std::vector<Named>& others)
{
    constexpr double nearS = 0.5;
    Differing differing;
    for (const Named& phase : phases) {
        const Named* other = nearest(others, phase.startS);
        const double share = 100.0 / static_cast<double>(phases.size());
        if (!other || std::fabs(other->startS - phase.startS) > nearS ||
            nearest(phases, other->startS) != &phase)
            differing.missedPercent += share;
        else if (other->kind != phase.kind)
            differing.otherPercent += share;
    }
    return differing;
}

// The plan, repeated until it lasts so long.
Plan longPlan(const std::string& preset, double minutes, double countS)
{
    const Preset* found = findPreset(preset);
    if (!found) {
        std::fprintf(stderr, "bench-practise: there is no preset %s\n", preset.c_str());
        std::exit(2);
    }
    Plan plan = found->plan;
    const std::vector<PlannedStep> once = unfold(plan);
    double counts = 0;
    for (const PlannedStep& step : once)
        if (step.cycle())
            for (const Phase& phase : step.cycle()->phases) counts += phase.counts.middle();
    const int times = std::max(1, static_cast<int>(60 * minutes / (counts * countS)));
    Group group{times, plan.parts, ""};
    plan.parts = {Part{group}};
    return plan;
}

class Run {
public:
    Run(Plan plan, const Temperament& who, Lead lead, double countS, std::uint64_t seed,
        const Known& known)
        : m_plan(std::move(plan))
    {
        m_file = std::filesystem::temp_directory_path() /
                 ("layakari-bench-practise-" + std::to_string(getpid()) + ".flac");
        PracticeSetup setup;
        setup.plan = m_plan;
        setup.known = known;
        setup.how = {lead, countS, 0};
        setup.settleS = 20;
        setup.stayS = 10;
        setup.recording = m_file;
        setup.sampleRateHz = rateHz;
        setup.inStep = true;
        m_session = *PracticeSession::begin(std::move(setup));
        m_person = std::make_unique<CuedPractitioner>(m_plan, m_session->steps(), lead, who, seed);
    }
    ~Run() { std::filesystem::remove(m_file); }

    void go(bool printParts)
    {
        if (printParts)
            std::printf("  until   block ms: median    99 %%     most    heard late s: median    "
                        "95 %%   MB\n");
        std::vector<float> block(static_cast<std::size_t>(blockS * rateHz));
        std::vector<float> tones(block.size());
        double nextPart = partS;
        for (;;) {
            const PracticeNow now = m_session->now();
            remember(now);
            if (now.cue.over) break;
            m_person->read(block, now.cue);
            const auto begun = std::chrono::steady_clock::now();
            m_session->push(block, tones);
            m_blockMs.push_back(
                std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begun)
                    .count());
            if (now.untilS < nextPart) continue;
            if (printParts) printPart(now.untilS);
            nextPart += partS;
        }
        if (printParts) printPart(m_session->now().untilS);
    }

    PracticeSession::Ended finish()
    {
        auto ended = m_session->finish();
        if (!ended) {
            std::fprintf(stderr, "bench-practise: %s\n", ended.error().message().c_str());
            std::exit(1);
        }
        return *ended;
    }

    void compare(const Reading& reading) const
    {
        std::vector<Named> told;
        for (const Told& t : m_told) told.push_back({t.sinceS, t.last});
        std::vector<Named> read;
        for (const ReadPhase& phase : reading.phases)
            if (phase.role == Role::Practice && toPhaseKind(phase.kind))
                read.push_back({phase.startS, toPhaseKind(phase.kind)});
        std::vector<Named> done;
        for (const Truth::Phase& phase : m_person->truth().phases)
            if (const auto kind = kindOf(phase.kind); kind && phase.role == Role::Practice)
                done.push_back({phase.startS, kind});
        const Differing live = differing(read, told);
        std::printf(
            "%zu practised phases afterwards: %.1f %% had another kind live, %.1f %% had no "
            "beginning within half a second live\n",
            read.size(), live.otherPercent, live.missedPercent);
        const Differing toldWrongly = differing(done, told);
        const Differing readWrongly = differing(done, read);
        std::printf("%zu phases done: live %.1f %% were told as another kind and %.1f %% not at "
                    "all, afterwards %.1f and %.1f %%\n",
                    done.size(), toldWrongly.otherPercent, toldWrongly.missedPercent,
                    readWrongly.otherPercent, readWrongly.missedPercent);
        std::printf("read: %d of %d cycles, accuracy %.1f\n", reading.summary.cyclesHeard,
                    reading.summary.cyclesPlanned, reading.summary.accuracy.value_or(0));
    }

    // Of phases by the clock: where each begins against where all before it put it.
    void printCueError() const
    {
        double most = 0;
        for (std::size_t i = 1; i < m_begins.size(); ++i) {
            const CueStep& before = m_session->steps()[m_begins[i - 1].step];
            if (before.kind != CueStep::Kind::Phase || before.endsByBreath) continue;
            const double due = m_begins[i - 1].beganS + before.counts * m_begins[i - 1].countS;
            most = std::max(most, std::fabs(m_begins[i].beganS - due));
        }
        std::printf("cue: %zu steps, none more than %.3f ms from its time\n", m_begins.size(),
                    1000 * most);
    }

private:
    Plan m_plan;
    std::filesystem::path m_file;
    std::unique_ptr<PracticeSession> m_session;
    std::unique_ptr<CuedPractitioner> m_person;
    std::vector<Told> m_told;
    std::vector<CueMoment> m_begins;
    std::vector<double> m_blockMs;
    std::size_t m_truthAt = 0;
    std::size_t m_toldAt = 0;

    void remember(const PracticeNow& now)
    {
        if (m_begins.empty() || m_begins.back().step != now.cue.step) m_begins.push_back(now.cue);
        if (!now.heard.now) return;
        const LiveReading::Now& heard = *now.heard.now;
        // What a look takes back is not told.
        while (!m_told.empty() && heard.sinceS < m_told.back().sinceS - sameBeginningS)
            m_told.pop_back();
        m_toldAt = std::min(m_toldAt, m_told.size());
        if (m_told.empty() || heard.sinceS > m_told.back().sinceS + sameBeginningS)
            m_told.push_back({heard.sinceS, now.untilS, heard.phase});
        m_told.back().last = heard.phase;
    }

    // How late the beginnings of what was really done were told, since the last line.
    std::vector<double> lateness()
    {
        std::vector<double> late;
        const auto& truth = m_person->truth().phases;
        for (; m_truthAt < truth.size(); ++m_truthAt) {
            while (m_toldAt < m_told.size() &&
                   m_told[m_toldAt].sinceS < truth[m_truthAt].startS - 0.4)
                ++m_toldAt;
            if (m_toldAt < m_told.size() && m_told[m_toldAt].sinceS < truth[m_truthAt].startS + 0.4)
                late.push_back(m_told[m_toldAt].atS - truth[m_truthAt].startS);
        }
        return late;
    }

    void printPart(double untilS)
    {
        const std::vector<double> late = lateness();
        std::printf("%5.0f min           %7.3f %7.2f %8.1f                   %7.2f %7.2f %6.0f\n",
                    untilS / 60, quantileOf(m_blockMs, 0.5), quantileOf(m_blockMs, 0.99),
                    quantileOf(m_blockMs, 1), quantileOf(late, 0.5), quantileOf(late, 0.95),
                    residentMb());
        std::fflush(stdout);
        m_blockMs.clear();
    }
};

} // namespace

int main(int argc, char** argv)
{
    const std::vector<std::string> words(argv + 1, argv + argc);
    const auto word = [&](std::size_t i, const char* otherwise) {
        return i < words.size() ? words[i] : std::string(otherwise);
    };
    const auto has = [&](const char* option) {
        return std::find(words.begin(), words.end(), option) != words.end();
    };
    const double minutes = std::stod(word(0, "90"));
    const std::string preset = word(1, "square-4");
    const auto who = temperamentByName(word(2, "held-attic"));
    if (!who) {
        std::fprintf(stderr, "bench-practise: %s\n", who.error().message().c_str());
        return 2;
    }
    const bool follows = has("follow");
    Temperament person = *who;
    person.sampleRateHz = rateHz;
    person.automaticGain = person.automaticGain || has("gain");
    const auto seedWord = std::find(words.begin(), words.end(), "seed");
    const std::uint64_t seed = words.end() - seedWord > 1 ? std::stoull(*std::next(seedWord)) : 77;
    constexpr double countS = 1.137;
    Known known;
    if (has("known")) {
        Run before(longPlan(preset, 8, countS), person, Lead::ByClock, countS, seed + 1, {});
        before.go(false);
        known.profile = before.finish().profile;
    }
    std::printf("%s, %s%s, led by %s, %.0f minutes%s\n", preset.c_str(), person.name.c_str(),
                person.automaticGain ? " beside a gain" : "", follows ? "the breath" : "the clock",
                minutes, known.profile ? ", with a profile" : "");
    Run run(longPlan(preset, minutes, countS), person, follows ? Lead::Following : Lead::ByClock,
            countS, seed, known);
    run.go(true);
    run.printCueError();
    run.compare(*run.finish().reading);
    return 0;
}
