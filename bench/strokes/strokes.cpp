// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well strokes are counted, beside a general-purpose onset detector in the same run.
// Usage: bench-strokes [--held] [--seeds N] [--verbose] [--strangers]
#include "bench/common/cases.hpp"
#include "bench/common/shell.hpp"
#include "bench/strokes/clapping.hpp"
#include "bench/strokes/forceful.hpp"
#include "core/base/quantile.hpp"
#include "core/simulate/temperament.hpp"

#include <algorithm>
#include <array>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>
#include <mutex>
#include <set>
#include <sstream>

namespace {

using namespace layakari;

struct Row {
    int runs = 0;
    int exact = 0;
    int withinOne = 0;
    int invented = 0;
    int otherExact = 0; // of the onset detector, within the true run
    std::vector<double> timeErrorsS;
    std::vector<double> paceErrors;
    double readingS = 0;
    double otherS = 0;
};

// A recording with its truth and its reading.
struct Outcome {
    std::string what;
    std::vector<std::string> rows;
    Truth truth;
    Reading reading;
    std::filesystem::path plain; // for the onset detector
    double readingS = 0;
};

struct TrueRun {
    double startS = 0;
    double endS = 0;
    std::vector<double> times;
};

std::vector<TrueRun> trueRuns(const Truth& truth)
{
    std::vector<TrueRun> runs;
    for (const Truth::Phase& p : truth.phases)
        if (p.kind == "strokes") runs.push_back({p.startS, p.endS, {}});
    for (const Truth::Stroke& s : truth.strokes)
        runs[static_cast<std::size_t>(s.run)].times.push_back(s.timeS);
    return runs;
}

double pace(const std::vector<double>& times)
{
    std::vector<double> gaps;
    for (std::size_t i = 1; i < times.size(); ++i) gaps.push_back(times[i] - times[i - 1]);
    return gaps.empty() ? 0 : 60 / median(gaps);
}

// The onset detector of aubio with its default method and a threshold that suits bursts of noise;
// the silence level keeps the room out. It does not know of runs, so only what lies within the true
// ones counts.
std::vector<double> aubioOnsets(const std::string& wav, double& seconds)
{
    const auto begin = std::chrono::steady_clock::now();
    std::istringstream lines(
        bench::outputOf("aubioonset -O hfc -t 0.5 -M 0.2 -s -60 -i " + wav + " 2>/dev/null"));
    seconds += std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    std::vector<double> onsets;
    for (double t = 0; lines >> t;) onsets.push_back(t);
    return onsets;
}

std::vector<const ReadStrokeRun*> runsOver(const TrueRun& run, const Reading& reading)
{
    std::vector<const ReadStrokeRun*> over;
    for (const ReadStrokeRun& heard : reading.strokeRuns)
        if (std::min(heard.endS, run.endS) > std::max(heard.startS, run.startS))
            over.push_back(&heard);
    return over;
}

// The times of `some` that have none of `others` within a tenth of a second.
void tellLoneTimes(const char* name, const std::vector<double>& some,
                   const std::vector<double>& others)
{
    constexpr double sameS = 0.1;
    std::printf("%s", name);
    for (const double t : some)
        if (std::none_of(others.begin(), others.end(),
                         [&](double other) { return std::fabs(other - t) < sameS; }))
            std::printf(" %.2f", t);
}

// A line for each run that was counted wrongly.
void tell(const std::string& what, const Truth& truth, const Reading& reading)
{
    for (const TrueRun& run : trueRuns(truth)) {
        const auto over = runsOver(run, reading);
        if (over.size() == 1 && over[0]->count == static_cast<int>(run.times.size())) continue;
        std::printf("%s: from %.1f s %zu strokes, heard", what.c_str(), run.startS,
                    run.times.size());
        std::vector<double> heardTimes;
        for (const ReadStrokeRun* heard : over) {
            std::printf(" %d", heard->count);
            heardTimes.insert(heardTimes.end(), heard->strokeTimesS.begin(),
                              heard->strokeTimesS.end());
        }
        tellLoneTimes("; lost", run.times, heardTimes);
        tellLoneTimes("; added", heardTimes, run.times);
        std::printf("\n");
    }
}

void score(Row& row, const Outcome& outcome, const std::vector<double>& onsets)
{
    const std::vector<TrueRun> truth = trueRuns(outcome.truth);
    row.readingS += outcome.readingS;
    std::set<const ReadStrokeRun*> used;
    for (const TrueRun& run : truth) {
        ++row.runs;
        const auto over = runsOver(run, outcome.reading);
        used.insert(over.begin(), over.end());
        const auto wanted = static_cast<long>(run.times.size());
        const auto inside = std::count_if(onsets.begin(), onsets.end(), [&](double t) {
            return t > run.startS - 0.1 && t < run.endS + 0.1;
        });
        row.otherExact += inside == wanted;
        const bool one = over.size() == 1;
        const ReadStrokeRun* heard = one ? over[0] : nullptr;
        const long count = heard ? heard->count : 0;
        row.exact += one && count == wanted;
        row.withinOne += one && std::labs(count - wanted) <= 1;
        if (!heard) continue;
        row.paceErrors.push_back(std::fabs(heard->ratePerMin.value_or(0) / pace(run.times) - 1));
        for (const double t : heard->strokeTimesS) {
            double nearest = 1e9;
            for (const double other : run.times) nearest = std::min(nearest, std::fabs(other - t));
            row.timeErrorsS.push_back(nearest);
        }
    }
    row.invented += static_cast<int>(outcome.reading.strokeRuns.size() - used.size());
}

struct StrangerCase {
    bench::Forceful who;
    std::string codec;
};

// Kapalabhati and bhastrika alike in all textures, rooms from 12 to 25 dB, every second with a
// recorder's gain, every fourth with claps.
std::vector<StrangerCase> strangerCases(bool held, int seeds)
{
    static const std::array<std::string, 4> codecs{"", "m4a", "opus", "telephone"};
    std::vector<StrangerCase> cases;
    std::uint64_t seed = held ? 8000 : 400; // seeds below 1,000 are for tuning
    for (int i = 0; i < 72 * seeds; ++i) {
        bench::Forceful who;
        who.style = i % 2 == 0 ? StrokeStyle::Kapalabhati : StrokeStyle::Bhastrika;
        who.texture = std::array{bench::Texture::Fricatives, bench::Texture::Resonances,
                                 bench::Texture::Gusts}[static_cast<std::size_t>(i / 2 % 3)];
        who.held = held;
        who.seed = ++seed;
        who.strokeToNoiseDb = std::array{25.0, 18.0, 12.0}[static_cast<std::size_t>(i / 6 % 3)];
        who.gain = i / 18 % 2 == 1;
        who.claps = i / 36 % 2 == 1;
        cases.push_back({who, codecs[static_cast<std::size_t>(i / 2 % 5 % 4)]});
    }
    return cases;
}

std::string numbered(const char* before, double number, const char* after)
{
    return before + std::to_string(std::lround(number)) + after;
}

std::vector<std::string> rowsOf(const bench::Forceful& who)
{
    const bool bellows = who.style == StrokeStyle::Bhastrika;
    std::vector<std::string> rows{bellows ? "6 strangers: bhastrika" : "6 strangers: kapalabhati",
                                  "6 strangers: " + bench::nameOf(who.texture),
                                  numbered("6 strangers: ", who.strokeToNoiseDb, " dB"),
                                  "7 all strangers"};
    if (who.gain) rows.emplace_back("6 strangers: automatic gain");
    if (who.claps) rows.emplace_back("6 strangers: claps");
    return rows;
}

Outcome strangerOutcome(const StrangerCase& what, const std::filesystem::path& folder)
{
    const bench::Forceful& who = what.who;
    Outcome outcome;
    outcome.what = rowsOf(who)[0].substr(2) + ", " + bench::nameOf(who.texture) +
                   numbered(", ", who.strokeToNoiseDb, " dB") + (who.gain ? ", gain" : "") +
                   (who.claps ? ", claps" : "") + " " + what.codec + " seed " +
                   std::to_string(who.seed);
    outcome.rows = rowsOf(who);
    std::filesystem::create_directories(folder);
    std::filesystem::path sound = folder / (std::to_string(who.seed) + ".flac");
    outcome.truth = bench::recordForceful(who, folder, sound);
    sound = bench::encoded(sound, what.codec);
    outcome.plain = folder / "plain.wav";
    bench::run("ffmpeg -v error -y -i " + sound.string() + " -ac 1 -ar 44100 -c:a pcm_s16le " +
               outcome.plain.string());
    const auto begin = std::chrono::steady_clock::now();
    const auto listened = listenToFile(sound);
    if (!listened) bench::giveUp(listened.error().message());
    outcome.reading = readAgainst(*listened, outcome.truth.plan);
    outcome.readingS =
        std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    return outcome;
}

using Rows = std::map<std::string, Row>;

void use(Rows& rows, const Outcome& outcome, bool verbose)
{
    double seconds = 0;
    const std::vector<double> onsets = aubioOnsets(outcome.plain.string(), seconds);
    if (verbose) tell(outcome.what, outcome.truth, outcome.reading);
    for (const std::string& name : outcome.rows) {
        rows[name].otherS += seconds;
        score(rows[name], outcome, onsets);
    }
}

void scoreSimulated(Rows& rows, const bench::Arguments& arguments)
{
    const std::vector<std::string> presets{
        "kapalabhati-3x36",    "kapalabhati-4x27", "bhastrika-3x10", "bhastrika-3x20",
        "bhastrika-rise-fall", "composite-round",  "even-4-4",       "humming-3"};
    bench::runCases(
        bench::soundCases(presets, arguments.held, arguments.seeds),
        [&](const bench::SoundOutcome& o) {
            const std::string what = o.what.preset + " " + o.what.temperament +
                                     numbered(" ", o.what.breathToNoiseDb, " dB ") + o.what.codec +
                                     " seed " + std::to_string(o.what.seed);
            use(rows, {what, bench::conditionsOf(o.what), o.truth, o.reading, o.plain, o.readingS},
                arguments.verbose);
        });
}

void scoreStrangers(Rows& rows, const bench::Arguments& arguments)
{
    const bench::Scratch scratch;
    std::mutex mutex;
    const std::vector<StrangerCase> cases = strangerCases(arguments.held, arguments.seeds);
    bench::onAllCores(cases.size(), [&](std::size_t i) {
        const std::filesystem::path folder = scratch.folder() / std::to_string(i);
        const Outcome outcome = strangerOutcome(cases[i], folder);
        const std::lock_guard lock(mutex);
        use(rows, outcome, arguments.verbose);
        std::filesystem::remove_all(folder);
    });
}

// Breath beside claps and ticks, 72 recordings: whatever run is found there is invented.
void scoreClapping(Rows& rows, const bench::Arguments& arguments)
{
    constexpr std::size_t each = 36;
    std::vector<std::string> people;
    for (const Temperament& who : temperaments())
        if (who.name.starts_with("held-") == arguments.held) people.push_back(who.name);
    const bench::Scratch scratch;
    std::mutex mutex;
    const std::size_t count = 2 * each * static_cast<std::size_t>(arguments.seeds);
    bench::onAllCores(count, [&](std::size_t i) {
        bench::Clapping what;
        what.what = i % 2 == 0 ? bench::Impact::Claps : bench::Impact::Ticks;
        what.temperament = people[i / 2 % people.size()];
        what.seed = (arguments.held ? 8500 : 700) + i;
        const std::filesystem::path sound = scratch.folder() / (std::to_string(i) + ".flac");
        Outcome outcome;
        outcome.what = what.temperament + ", " + bench::nameOf(what.what) + " seed " +
                       std::to_string(what.seed);
        outcome.rows = {"8 no strokes, beside " + bench::nameOf(what.what)};
        const Plan plan = bench::recordClapping(what, sound);
        outcome.plain = sound;
        const auto begin = std::chrono::steady_clock::now();
        const auto listened = listenToFile(sound);
        if (!listened) bench::giveUp(listened.error().message());
        outcome.reading = readAgainst(*listened, plan);
        outcome.readingS =
            std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        const std::lock_guard lock(mutex);
        use(rows, outcome, arguments.verbose);
        if (arguments.verbose && !outcome.reading.strokeRuns.empty())
            std::printf("%s: %zu runs invented\n", outcome.what.c_str(),
                        outcome.reading.strokeRuns.size());
        std::filesystem::remove(sound);
    });
}

} // namespace

int main(int argc, char** argv)
{
    const bench::Arguments arguments = bench::argumentsOf(argc, argv);
    Rows rows;
    if (!arguments.strangersOnly) scoreSimulated(rows, arguments);
    scoreStrangers(rows, arguments);
    scoreClapping(rows, arguments);
    std::printf("| condition | runs | exact, %% | within one, %% | pace error, median %% | time "
                "error, median ms | runs "
                "invented | onset detector: exact, %% | reading, s | onset detector, s "
                "|\n|---|--:|--:|--:|--:|--:|--:|--:|--:|--:|\n");
    for (const auto& [name, row] : rows) {
        const double runs = std::max(1, row.runs);
        std::printf("| %s | %d | %.1f | %.1f | %.2f | %.0f | %d | %.1f | %.1f | %.1f |\n",
                    name.substr(2).c_str(), row.runs, 100 * row.exact / runs,
                    100 * row.withinOne / runs, 100 * median(row.paceErrors),
                    1000 * median(row.timeErrorsS), row.invented, 100 * row.otherExact / runs,
                    row.readingS, row.otherS);
    }
    return 0;
}
