// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well strokes are counted, beside a general-purpose onset detector in the same run.
// Usage: bench-strokes [--held] [--seeds N] [--verbose]
#include "bench/common/cases.hpp"
#include "bench/common/shell.hpp"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>
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

double median(std::vector<double> values)
{
    if (values.empty()) return 0;
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
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

// A line for each run that was counted wrongly.
void tell(const bench::SoundOutcome& o)
{
    for (const TrueRun& run : trueRuns(o.truth)) {
        const auto over = runsOver(run, o.reading);
        if (over.size() == 1 && over[0]->count == static_cast<int>(run.times.size())) continue;
        std::printf("%s %s %.0f dB %s seed %lu: from %.1f s %zu strokes, heard",
                    o.what.preset.c_str(), o.what.temperament.c_str(), o.what.breathToNoiseDb,
                    o.what.codec.c_str(), o.what.seed, run.startS, run.times.size());
        for (const ReadStrokeRun* heard : over) std::printf(" %d", heard->count);
        std::printf("\n");
    }
}

void score(Row& row, const bench::SoundOutcome& outcome, const std::vector<double>& onsets)
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

} // namespace

int main(int argc, char** argv)
{
    const bench::Arguments arguments = bench::argumentsOf(argc, argv);
    std::map<std::string, Row> rows;
    const std::vector<std::string> presets{
        "kapalabhati-3x36",    "kapalabhati-4x27", "bhastrika-3x10", "bhastrika-3x20",
        "bhastrika-rise-fall", "composite-round",  "even-4-4",       "humming-3"};
    bench::runCases(bench::soundCases(presets, arguments.held, arguments.seeds),
                    [&](const bench::SoundOutcome& o) {
                        double seconds = 0;
                        const std::vector<double> onsets = aubioOnsets(o.plain.string(), seconds);
                        if (arguments.verbose) tell(o);
                        for (const std::string& name : bench::conditionsOf(o.what)) {
                            rows[name].otherS += seconds;
                            score(rows[name], o, onsets);
                        }
                    });
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
