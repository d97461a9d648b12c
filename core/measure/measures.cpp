// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/measures.hpp"

#include "core/measure/keeping.hpp"
#include "core/measure/robust.hpp"
#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <random>
#include <set>

namespace layakari {

namespace {

constexpr int redraws = 200;      // the range's ends are then known to about a tenth of its width
constexpr double normal95 = 1.96; // half-width of a 95 % range in standard deviations

struct Edges {
    double startS = 0;
    double endS = 0;
};

std::vector<Edges> heardEdges(const std::vector<ReadPhase>& phases)
{
    std::vector<Edges> edges;
    for (const ReadPhase& p : phases) edges.push_back({p.startS, p.endS});
    return edges;
}

// Where two phases meet they share one boundary, and so one draw.
std::vector<Edges> drawnEdges(const std::vector<ReadPhase>& phases, std::mt19937_64& engine)
{
    std::normal_distribution<double> normal;
    std::vector<Edges> edges;
    double lastDraw = 0;
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const ReadPhase& p = phases[i];
        const bool shared = i > 0 && std::fabs(phases[i - 1].endS - p.startS) < 1e-6;
        const double start = shared ? lastDraw : p.startS + p.startSdS * normal(engine);
        lastDraw = p.endS + p.endSdS * normal(engine);
        edges.push_back({start, std::max(start, lastDraw)});
    }
    return edges;
}

double secondsOf(const ReadCycle::Kept& kept, const std::vector<Edges>& edges)
{
    double seconds = 0;
    for (const std::size_t i : kept.heard) seconds += edges[i].endS - edges[i].startS;
    return seconds;
}

bool isScored(const ReadCycle::Kept& kept) { return kept.target && !kept.target->open; }

struct CycleSums {
    double seconds = 0;
    double target = 0;
};

CycleSums scoredSums(const ReadCycle& cycle, const std::vector<Edges>& edges)
{
    CycleSums sums;
    for (const ReadCycle::Kept& kept : cycle.phases) {
        if (!isScored(kept)) continue;
        sums.seconds += secondsOf(kept, edges);
        sums.target += kept.target->middle();
    }
    return sums;
}

bool countsForScore(const ReadCycle& cycle, const CycleSums& sums)
{
    return cycle.complete && !cycle.extra && sums.target > 0;
}

double accuracyOf(const ReadCycle& cycle, const std::vector<Edges>& edges, double countS,
                  double targetSum)
{
    double error = 0;
    for (const ReadCycle::Kept& kept : cycle.phases)
        if (isScored(kept)) error += kept.target->distance(secondsOf(kept, edges) / countS);
    return 100 * std::max(0.0, 1 - error / targetSum);
}

double meanOf(const std::vector<double>& values)
{
    return std::accumulate(values.begin(), values.end(), 0.0) / static_cast<double>(values.size());
}

double sdOf(const std::vector<double>& values)
{
    const double mean = meanOf(values);
    double squares = 0;
    for (const double v : values) squares += (v - mean) * (v - mean);
    return values.size() < 2 ? 0 : std::sqrt(squares / static_cast<double>(values.size() - 1));
}

std::optional<double> countLength(const std::vector<ReadCycle>& cycles,
                                  const std::vector<Edges>& edges, const Plan& plan)
{
    if (plan.countLengthS) return plan.countLengthS;
    std::vector<double> lengths;
    for (const ReadCycle& cycle : cycles) {
        const CycleSums sums = scoredSums(cycle, edges);
        if (countsForScore(cycle, sums) && sums.seconds > 0)
            lengths.push_back(sums.seconds / sums.target);
    }
    if (lengths.empty()) return std::nullopt;
    return median(std::move(lengths));
}

struct SessionScore {
    std::optional<double> accuracy;
    std::optional<double> shape;
};

SessionScore sessionScore(const std::vector<ReadCycle>& cycles, const std::vector<Edges>& edges,
                          double countS)
{
    double weight = 0;
    double accuracy = 0;
    double shape = 0;
    for (const ReadCycle& cycle : cycles) {
        const CycleSums sums = scoredSums(cycle, edges);
        if (!countsForScore(cycle, sums) || sums.seconds <= 0) continue;
        weight += sums.target;
        accuracy += sums.target * accuracyOf(cycle, edges, countS, sums.target);
        shape += sums.target * accuracyOf(cycle, edges, sums.seconds / sums.target, sums.target);
    }
    if (weight == 0) return {};
    return {accuracy / weight, shape / weight};
}

// Of a cycle that is one sound, no turn within it heard.
void takeEndsFromPhases(ReadCycle& cycle, int index, const std::vector<ReadPhase>& phases)
{
    for (const ReadPhase& phase : phases)
        if (phase.cycle == index) {
            cycle.startS = std::min(cycle.startS, phase.startS);
            cycle.endS = std::max(cycle.endS, phase.endS);
        }
    if (cycle.startS > cycle.endS) cycle.startS = cycle.endS;
}

void fillCycles(std::vector<ReadCycle>& cycles, const std::vector<ReadPhase>& phases,
                std::optional<double> countS)
{
    const std::vector<Edges> edges = heardEdges(phases);
    for (std::size_t c = 0; c < cycles.size(); ++c) {
        ReadCycle& cycle = cycles[c];
        cycle.startS = 1e18;
        cycle.endS = 0;
        for (ReadCycle::Kept& kept : cycle.phases) {
            kept.seconds = secondsOf(kept, edges);
            double variance = 0;
            for (const std::size_t i : kept.heard) {
                cycle.startS = std::min(cycle.startS, phases[i].startS);
                cycle.endS = std::max(cycle.endS, phases[i].endS);
                variance += std::pow(phases[i].startSdS, 2) + std::pow(phases[i].endSdS, 2);
            }
            const bool isKnown = countS && !isUnheard(kept);
            kept.counts = isKnown ? std::optional(kept.seconds / *countS) : std::nullopt;
            kept.countsSd = isKnown ? std::optional(std::sqrt(variance) / *countS) : std::nullopt;
        }
        if (cycle.startS > cycle.endS) takeEndsFromPhases(cycle, static_cast<int>(c), phases);
        const CycleSums sums = scoredSums(cycle, edges);
        cycle.countLengthS = cycle.accuracy = cycle.shapeAccuracy = std::nullopt;
        if (!cycle.complete || sums.target <= 0 || sums.seconds <= 0) continue;
        cycle.countLengthS = sums.seconds / sums.target;
        if (countS) cycle.accuracy = accuracyOf(cycle, edges, *countS, sums.target);
        cycle.shapeAccuracy = accuracyOf(cycle, edges, *cycle.countLengthS, sums.target);
    }
}

void addUncertainty(Summary& summary, const std::vector<ReadPhase>& phases,
                    const std::vector<ReadCycle>& cycles, const Plan& plan)
{
    // Of many cycles a spread is known as well from fewer draws.
    constexpr int fewestRedraws = 50;
    const auto count = static_cast<int>(cycles.size());
    const int draws = std::clamp(redraws * 100 / std::max(1, count), fewestRedraws, redraws);
    std::mt19937_64 engine(1);
    std::vector<double> accuracies;
    std::vector<double> lengths;
    for (int i = 0; i < draws; ++i) {
        const std::vector<Edges> edges = drawnEdges(phases, engine);
        const auto countS = countLength(cycles, edges, plan);
        if (!countS) continue;
        lengths.push_back(*countS);
        if (const auto score = sessionScore(cycles, edges, *countS); score.accuracy)
            accuracies.push_back(*score.accuracy);
    }
    if (accuracies.empty()) return;
    // The spread only: redrawing adds error to error, so the mean of the draws is too low.
    const double half = normal95 * sdOf(accuracies);
    summary.accuracyLow = std::max(0.0, *summary.accuracy - half);
    summary.accuracyHigh = std::min(100.0, *summary.accuracy + half);
    summary.countLengthSdS = plan.countLengthS ? 0 : sdOf(lengths);
}

void addRatio(Summary& summary, const std::vector<ReadCycle>& cycles)
{
    std::array<double, 4> seconds{};
    std::array<int, 4> times{};
    for (const ReadCycle& cycle : cycles) {
        if (!cycle.complete || cycle.extra) continue;
        for (const ReadCycle::Kept& kept : cycle.phases) {
            // Without a plan a pause that was not made is no part of the cycle; with one it is a
            // hold of 0.
            if (!kept.target && kept.heard.empty()) continue;
            seconds[static_cast<std::size_t>(kept.phase)] += kept.seconds;
            ++times[static_cast<std::size_t>(kept.phase)];
        }
    }
    if (times[0] == 0 || seconds[0] <= 0) return;
    const double inhale = seconds[0] / times[0];
    for (std::size_t k = 0; k < seconds.size(); ++k)
        if (times[k] > 0)
            summary.ratio.push_back({static_cast<PhaseKind>(k), seconds[k] / times[k] / inhale});
}

// The heard phases of a cycle that only interrupt a breath or go on with it.
void addStepsOf(const ReadCycle& cycle, std::set<std::size_t>& indices)
{
    std::vector<Phase> planned;
    for (const ReadCycle::Kept& kept : cycle.phases) {
        Phase phase;
        phase.kind = kept.phase;
        phase.counts = kept.target.value_or(TargetCounts::comfortable());
        planned.push_back(phase);
    }
    const std::vector<bool> pauses = pausesIn(planned);
    const std::vector<bool> stepsOn = stepsOnIn(planned);
    for (std::size_t i = 0; i < planned.size(); ++i)
        if (pauses[i] || stepsOn[i])
            indices.insert(cycle.phases[i].heard.begin(), cycle.phases[i].heard.end());
}

void addBreathing(Summary& summary, const std::vector<ReadPhase>& phases,
                  const std::vector<ReadCycle>& cycles)
{
    double practice = 0;
    int inhales = 0;
    std::set<std::size_t> ofOneBreath; // pauses, and what goes on after them
    for (const ReadCycle& cycle : cycles) {
        practice += cycle.endS - cycle.startS;
        addStepsOf(cycle, ofOneBreath);
    }
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const ReadPhase& p = phases[i];
        if (p.role != Role::Practice || ofOneBreath.count(i)) continue;
        inhales += p.kind == ReadKind::Inhale;
        if (p.kind == ReadKind::HoldFull || p.kind == ReadKind::HoldEmpty)
            summary.longestHoldS = std::max(summary.longestHoldS.value_or(0), p.seconds());
    }
    if (practice <= 0) return;
    summary.practiceS = practice;
    summary.breathsPerMin = 60 * inhales / practice;
}

} // namespace

ReadKind toReadKind(PhaseKind kind) { return static_cast<ReadKind>(kind); }

std::optional<PhaseKind> toPhaseKind(ReadKind kind)
{
    if (kind > ReadKind::HoldEmpty) return std::nullopt;
    return static_cast<PhaseKind>(kind);
}

Summary measure(const std::vector<ReadPhase>& phases, std::vector<ReadCycle>& cycles,
                const Plan* plan)
{
    Summary summary;
    summary.cyclesHeard = static_cast<int>(cycles.size());
    const auto countS = plan ? countLength(cycles, heardEdges(phases), *plan) : std::nullopt;
    fillCycles(cycles, phases, countS);
    addRatio(summary, cycles);
    addBreathing(summary, phases, cycles);
    if (!plan) return summary;

    summary.cyclesPlanned = plannedCycleCount(*plan);
    const auto done = std::count_if(cycles.begin(), cycles.end(),
                                    [](const ReadCycle& c) { return c.complete && !c.extra; });
    if (summary.cyclesPlanned > 0)
        summary.completion = static_cast<double>(done) / summary.cyclesPlanned;
    if (!countS) return summary;
    summary.countLengthS = countS;
    const SessionScore score = sessionScore(cycles, heardEdges(phases), *countS);
    summary.accuracy = score.accuracy;
    summary.shapeAccuracy = score.shape;
    std::vector<double> lengths;
    for (const ReadCycle& cycle : cycles)
        if (cycle.countLengthS && !cycle.extra) lengths.push_back(*cycle.countLengthS);
    if (lengths.size() >= 2)
        summary.tempoSteadiness = 100 * std::max(0.0, 1 - sdOf(lengths) / meanOf(lengths));
    if (summary.accuracy) addUncertainty(summary, phases, cycles, *plan);
    return summary;
}

} // namespace layakari
