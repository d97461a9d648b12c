// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/doubts.hpp"

#include "core/base/overlap.hpp"
#include "core/reading/reading.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// As bench/ear/trust.py prints them.
constexpr double certain = 4.21;
constexpr std::array<double, Doubts::size> weights{2.97, 13.0, 2.71, 3.47, 1.09, 0.1, 1.95};

struct Within {
    double startS = 1e18;
    double endS = 0;
};

Within practiceOf(const Reading& reading)
{
    Within practice;
    for (const ReadPhase& phase : reading.phases)
        if (phase.role == Role::Practice) {
            practice.startS = std::min(practice.startS, phase.startS);
            practice.endS = std::max(practice.endS, phase.endS);
        }
    return practice;
}

// Halves of natural breaths that the plan has in it.
double plannedRest(const std::optional<Plan>& plan)
{
    double halves = 0;
    if (!plan) return halves;
    for (const PlannedStep& step : unfold(*plan))
        if (const auto* rest = std::get_if<const Rest*>(&step.content))
            halves += 2 * (*rest)->breaths.value_or(0);
    return halves;
}

// By the breaths that the plan's cycles are made of; what a person has put right is beyond doubt.
void doubtBreaths(Doubts& doubts, const Heard& heard, const Alignment& alignment,
                  const std::optional<Plan>& plan)
{
    double within = 0;
    double strays = -plannedRest(plan);
    const auto isBreath = [&](const NamedSpan& named) {
        return heard.spans[named.span].kind == HeardSpan::Kind::Breath;
    };
    for (const NamedSpan& named : alignment.spans) {
        const HeardSpan& span = heard.spans[named.span];
        if (named.role == Role::Outside || !isBreath(named)) continue;
        within += 1;
        if (named.role == Role::Rest) strays += 1;
        if (named.role != Role::Practice) continue;
        if (span.corrected) continue;
        doubts.breath = std::min(doubts.breath, span.isBreath);
    }
    doubts.values[Doubts::Strays] = std::sqrt(std::max(0.0, strays) / std::max(1.0, within));
}

// What a person has put right is beyond doubt here, too.
void doubtSpans(Doubts& doubts, const Heard& heard, const Alignment& alignment)
{
    constexpr double least = 1e-3;
    double spans = 0;
    double blurred = 0;
    for (const NamedSpan& named : alignment.spans) {
        const HeardSpan& span = heard.spans[named.span];
        if (named.role != Role::Practice || span.corrected || span.seconds() <= 0) continue;
        spans += 1;
        doubts.values[Doubts::WorstSpan] =
            std::max(doubts.values[Doubts::WorstSpan], -std::log(std::max(least, span.isWhole)));
        const double off = std::hypot(span.startSdS, span.endSdS) / span.seconds();
        blurred += std::min(1.0, off * off);
    }
    doubts.values[Doubts::Blurred] = std::sqrt(blurred / std::max(1.0, spans));
}

void doubtCycles(Doubts& doubts, const Reading& reading)
{
    constexpr double usual = 0.1; // of people who keep their counts well
    double squares = 0;
    double kept = 0;
    for (const ReadCycle& cycle : reading.cycles) {
        for (const ReadCycle::Kept& phase : cycle.phases) {
            if (!phase.target || phase.target->open || !phase.counts || *phase.counts <= 0)
                continue;
            const double target = std::max(0.1, phase.target->middle());
            squares += std::pow(std::log(*phase.counts / target), 2);
            kept += 1;
        }
    }
    if (kept > 0)
        doubts.values[Doubts::LooselyKept] =
            std::clamp(std::sqrt(squares / kept) - usual, 0.0, 1.0);
    doubts.values[Doubts::LeftOut] =
        std::sqrt(std::max(0.0, 1 - reading.summary.completion.value_or(1)));
}

void doubtSound(Doubts& doubts, const Reading& reading, const Heard& heard)
{
    const Within practice = practiceOf(reading);
    double covered = 0;
    for (const HeardVoice& voice : heard.voices)
        covered += overlap(practice.startS, practice.endS, voice.startS, voice.endS);
    for (const HeardCover& cover : heard.covers)
        if (cover.what != HeardCover::What::Voice)
            covered += overlap(practice.startS, practice.endS, cover.startS, cover.endS);
    if (practice.endS > practice.startS)
        doubts.values[Doubts::Covered] =
            std::sqrt(std::min(1.0, covered / (practice.endS - practice.startS)));
    for (const ReadStrokeRun& run : reading.strokeRuns)
        doubts.strokes = std::min(doubts.strokes, 1 - std::pow(1 - run.countConfidence, 3));
}

} // namespace

Doubts doubtsIn(const Reading& reading, const Heard& heard, const Alignment& alignment,
                double share)
{
    Doubts doubts;
    doubts.values[Doubts::OtherExplanations] = -std::log(share);
    doubtBreaths(doubts, heard, alignment, reading.plan);
    doubtSpans(doubts, heard, alignment);
    doubtCycles(doubts, reading);
    doubtSound(doubts, reading, heard);
    return doubts;
}

double trustUnder(const Doubts& doubts)
{
    double logOdds = certain;
    for (std::size_t i = 0; i < weights.size(); ++i) logOdds -= weights[i] * doubts.values[i];
    return doubts.quick * doubts.strokes * std::min(doubts.breath, 1 / (1 + std::exp(-logOdds)));
}

Doubts::What heaviest(const Doubts& doubts)
{
    std::size_t most = 0;
    for (std::size_t i = 1; i < weights.size(); ++i)
        if (weights[i] * doubts.values[i] > weights[most] * doubts.values[most]) most = i;
    return static_cast<Doubts::What>(most);
}

} // namespace layakari
