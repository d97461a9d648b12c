// SPDX-License-Identifier: GPL-3.0-or-later
//
// How well hums are found and their pitch is measured, beside a general-purpose pitch detector in
// the same run. Usage: bench-hums [--held] [--seeds N] [--verbose]
#include "bench/common/cases.hpp"
#include "bench/common/shell.hpp"
#include "core/base/quantile.hpp"
#include "core/evaluate/scoring.hpp"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>
#include <sstream>

namespace {

using namespace layakari;
using scoring::absoluteQuantile;

struct Row {
    int hums = 0;
    int found = 0;
    int heard = 0;
    int breaksRight = 0;
    double frames = 0;
    double gross = 0;
    double otherFrames = 0;
    double otherGross = 0;
    std::vector<double> pitchCents;
    std::vector<double> otherCents;
    std::vector<double> edgesS;
    double readingS = 0;
    double otherS = 0;
};

double cents(double hz, double of) { return 1200 * std::log2(hz / of); }

struct Moment {
    double seconds = 0;
    double hz = 0;
};

// aubio's pitch detector with its default method; 0 where it hears none.
std::vector<Moment> aubioPitch(const std::string& wav, double& seconds)
{
    const auto begin = std::chrono::steady_clock::now();
    std::istringstream lines(
        bench::outputOf("aubiopitch -H 441 -B 4096 -s -60 -i " + wav + " 2>/dev/null"));
    seconds += std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    std::vector<Moment> moments;
    for (Moment m; lines >> m.seconds >> m.hz;) moments.push_back(m);
    return moments;
}

void score(Row& row, const bench::SoundOutcome& outcome, const std::vector<Moment>& other,
           double otherS, bool verbose)
{
    constexpr double grossCents = 50;
    constexpr double insideS = 0.3; // of a true hum's ends: the pitch has settled there
    row.readingS += outcome.readingS;
    row.otherS += otherS;
    row.heard += static_cast<int>(outcome.reading.hums.size());
    for (const Truth::Hum& truth : outcome.truth.hums) {
        ++row.hums;
        std::vector<double> there;
        for (const Moment& m : other)
            if (m.hz > 0 && m.seconds > truth.startS + insideS &&
                m.seconds < truth.endS - insideS) {
                there.push_back(cents(m.hz, truth.pitchHz));
                row.otherGross += std::fabs(there.back()) > grossCents;
                ++row.otherFrames;
            }
        if (!there.empty()) row.otherCents.push_back(median(there));
        const ReadHum* best = nullptr;
        for (const ReadHum& hum : outcome.reading.hums) {
            const double both = std::min(hum.endS, truth.endS) - std::max(hum.startS, truth.startS);
            const double either =
                std::max(hum.endS, truth.endS) - std::min(hum.startS, truth.startS);
            if (both > 0.5 * either) best = &hum;
        }
        if (verbose && (!best || static_cast<int>(best->breaks.size()) != truth.breaks))
            std::printf("%s %s %.0f dB %s seed %lu: hum at %.1f s %s, %d break(s)\n",
                        outcome.what.preset.c_str(), outcome.what.temperament.c_str(),
                        outcome.what.breathToNoiseDb, outcome.what.codec.c_str(), outcome.what.seed,
                        truth.startS, best ? "has other breaks" : "missed", truth.breaks);
        if (!best) continue;
        ++row.found;
        row.breaksRight += static_cast<int>(best->breaks.size()) == truth.breaks;
        row.edgesS.insert(row.edgesS.end(), {best->startS - truth.startS, best->endS - truth.endS});
        if (best->pitchHz) row.pitchCents.push_back(cents(*best->pitchHz, truth.pitchHz));
        for (std::size_t i = 0; i < best->course.size(); ++i) {
            const double t = best->startS + static_cast<double>(i) * ReadHum::courseStepS;
            if (best->course[i].hz <= 0 || t < truth.startS + insideS || t > truth.endS - insideS)
                continue;
            ++row.frames;
            row.gross += std::fabs(cents(best->course[i].hz, truth.pitchHz)) > grossCents;
        }
    }
}

} // namespace

int main(int argc, char** argv)
{
    const bench::Arguments arguments = bench::argumentsOf(argc, argv);
    std::map<std::string, Row> rows;
    const std::vector<std::string> presets{"humming-3", "humming-6", "kapalabhati-3x36",
                                           "even-4-4"};
    bench::runCases(bench::soundCases(presets, arguments.held, arguments.seeds),
                    [&](const bench::SoundOutcome& o) {
                        double seconds = 0;
                        const std::vector<Moment> other = aubioPitch(o.plain.string(), seconds);
                        for (const std::string& name : bench::conditionsOf(o.what))
                            score(rows[name], o, other, seconds,
                                  arguments.verbose && name == "5 all");
                    });
    std::printf("| condition | hums | F1 | pitch error, median cents | 95 %% | gross errors, %% | "
                "breaks right, %% | ends, median "
                "ms | 95 %% | reading, s | pitch detector: median cents | gross errors, %% | s |\n"
                "|---|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|--:|\n");
    for (const auto& [name, row] : rows) {
        const int either = row.hums + row.heard;
        std::printf("| %s | %d | %.3f | %.1f | %.1f | %.2f | %.1f | %.0f | %.0f | %.1f | %.1f | "
                    "%.2f | %.1f |\n",
                    name.substr(2).c_str(), row.hums, either ? 2.0 * row.found / either : 1,
                    absoluteQuantile(row.pitchCents, 0.5), absoluteQuantile(row.pitchCents, 0.95),
                    100 * row.gross / std::max(1.0, row.frames),
                    100.0 * row.breaksRight / std::max(1, row.found),
                    1000 * absoluteQuantile(row.edgesS, 0.5),
                    1000 * absoluteQuantile(row.edgesS, 0.95), row.readingS,
                    absoluteQuantile(row.otherCents, 0.5),
                    100 * row.otherGross / std::max(1.0, row.otherFrames), row.otherS);
    }
    return 0;
}
