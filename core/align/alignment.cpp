// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/alignment.hpp"

#include "core/align/namer.hpp"
#include "core/align/natural_sides.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

namespace layakari {

namespace {

// Tempos that are tried: every 7 %, from a hurried to a very slow count.
constexpr double fastestCountS = 0.4;
constexpr double slowestCountS = 4.0;
constexpr double tempoStep = 1.07;
// Own counts run from 0.9 to 1.6 s in most people (docs/formats.md); a clock is kept better than
// that.
constexpr double usualCountS = 1.15;
constexpr double usualSpread = 0.4;
constexpr double clockedSpread = 0.25;
// How people keep to counts, as the spread of the log of a phase: from a third off down to one in
// ten.
constexpr double loosestSpread = 0.25;
constexpr double tightestSpread = 0.10;
constexpr double closeSpread = 0.16; // of somebody who keeps closely, and is off now and then
// Above this many cells the order of different cycles is not used to find the tempo.
constexpr std::size_t exactCells = 60000;
// Scores overstate: neighbouring phases share a tempo and a listener's faults.
constexpr double temper = 0.5;
constexpr double humIsInhale = 0.002;    // nobody hums while breathing in for long
constexpr double saidProbability = 0.99; // that a person who names a breath is right

double middleOf(std::vector<double>& values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

// 0 for a hum without a voiced frame.
double pitchHz(const HeardHum& hum)
{
    std::vector<double> voiced;
    for (const PitchFrame& frame : hum.frames)
        if (frame.hz > 0) voiced.push_back(frame.hz);
    return voiced.empty() ? 0 : middleOf(voiced);
}

std::vector<double> pitchesOf(const std::vector<HeardHum>& hums)
{
    std::vector<double> pitches;
    for (const HeardHum& hum : hums)
        if (const double hz = pitchHz(hum); hz > 0) pitches.push_back(hz);
    return pitches;
}

std::vector<HeardItem> itemsOf(const Heard& heard, const BreathClasses& classes, bool aIsInhale)
{
    std::vector<HeardItem> items;
    std::size_t breath = 0;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        const HeardSpan& span = heard.spans[i];
        HeardItem item;
        item.seconds = span.seconds();
        item.span = i;
        item.breath = span.kind == HeardSpan::Kind::Breath || span.kind == HeardSpan::Kind::Hum;
        item.hum = span.kind == HeardSpan::Kind::Hum;
        item.barrier = span.kind == HeardSpan::Kind::Strokes;
        if (span.kind == HeardSpan::Kind::Unknown) continue;
        if (item.hum) {
            item.setInhaleProbability(humIsInhale);
            item.pitchHz = pitchHz(heard.hums[span.index]);
        } else if (item.breath)
            item.setInhaleProbability(inhaleProbability(classes.probabilityA[breath++], aIsInhale));
        if (item.breath && span.said != HeardSpan::Said::Nothing)
            item.setSaid(span.said == HeardSpan::Said::Inhale);
        item.practised = item.breath && span.saidPart == HeardSpan::Part::Practice;
        if (span.saidPart == HeardSpan::Part::Rest) {
            item.breath = false;
            item.barrier = true;
        }
        item.cutByEnd = item.breath && i + 1 == heard.spans.size();
        item.lastSilence = span.kind == HeardSpan::Kind::Silence && i + 1 == heard.spans.size();
        if (span.kind == HeardSpan::Kind::Silence && i == 0) continue;
        items.push_back(item);
    }
    if (!items.empty()) items.back().isLatest = heard.goesOn;
    return items;
}

struct Candidate {
    Keep keep;
    bool aIsInhale = true;
    double score = -1e18;
    std::vector<HeardItem> items;
    std::vector<Chosen> chosen; // indices into `items`
};

std::vector<double> temposToTry(std::size_t shapes)
{
    // A plan of very many different cycles is a ladder with large steps: a coarser grid finds it.
    const double step = shapes > 40 ? tempoStep * tempoStep * tempoStep : tempoStep;
    std::vector<double> tempos;
    for (double u = fastestCountS; u < slowestCountS; u *= step) tempos.push_back(u);
    return tempos;
}

double tempoLogPrior(double countS, const Plan& plan)
{
    const double centre = plan.countLengthS.value_or(usualCountS);
    const double z = std::log(countS / centre) / (plan.countLengthS ? clockedSpread : usualSpread);
    return -0.5 * z * z;
}

// The same span under the other name: needed for confidence.
struct Orientations {
    Candidate best;
    double probability = 0.5; // that `best` has inhale and exhale the right way round
};

// What the breaths say that are outside of both candidates' cycles: where a practised breath is
// left over, it is no natural one.
void askBreathsOutside(const Heard& heard, const BreathClasses& classes,
                       std::array<Candidate, 2>& candidates)
{
    std::vector<bool> practised(heard.spans.size(), false);
    for (const Candidate& candidate : candidates)
        for (const Chosen& c : candidate.chosen) {
            for (const std::size_t item : c.match.unturned)
                practised[candidate.items[item].span] = true;
            for (const auto& phase : c.match.phases)
                for (const std::size_t item : phase) practised[candidate.items[item].span] = true;
        }
    const double logOdds =
        logOddsByNaturalBreath(heard, classes, [&](std::size_t span) { return !practised[span]; });
    for (Candidate& candidate : candidates)
        candidate.score += (candidate.aIsInhale ? 0.5 : -0.5) * logOdds / temper;
}

// Log odds that kind A is the inhale, by the breaths that a person has named one by one.
double saidLogOddsAIsInhale(const Heard& heard, const BreathClasses& classes)
{
    constexpr double each = 3; // less than certainty: this one breath may be unlike its kind
    double logOdds = 0;
    std::size_t breath = 0;
    for (const HeardSpan& span : heard.spans) {
        if (span.kind != HeardSpan::Kind::Breath) continue;
        const double isA = 2 * classes.probabilityA[breath++] - 1;
        if (span.said == HeardSpan::Said::Inhale) logOdds += each * isA;
        if (span.said == HeardSpan::Said::Exhale) logOdds -= each * isA;
    }
    return logOdds;
}

Orientations findTempoAndOrientation(const Heard& heard, const BreathClasses& classes,
                                     const Planned& planned, const Plan& plan, double spread,
                                     std::optional<bool> said)
{
    std::array<Candidate, 2> best;
    best[1].aIsInhale = false;
    for (const bool aIsInhale : {true, false}) {
        if (said && *said != aIsInhale) continue;
        Candidate& candidate = best[aIsInhale ? 0 : 1];
        candidate.items = itemsOf(heard, classes, aIsInhale);
        const std::vector<HeardItem>& items = candidate.items;
        const bool exact = items.size() * planned.steps.size() <= exactCells;
        for (const double countS : temposToTry(planned.shapes.size())) {
            const Keep keep{countS, spread};
            const MatchTable table = matchTable(planned, items, keep);
            const double fit = exact ? OrderedAlignment(planned, table, items, keep).score()
                                     : unorderedScore(table, items, keep);
            const double score = fit + tempoLogPrior(countS, plan) +
                                 (aIsInhale ? 0.5 : -0.5) * classes.logOddsAIsInhale / temper;
            if (score <= candidate.score) continue;
            candidate.score = score;
            candidate.keep = keep;
        }
        const MatchTable table = matchTable(planned, items, candidate.keep);
        candidate.chosen = OrderedAlignment(planned, table, items, candidate.keep).trace();
    }
    askBreathsOutside(heard, classes, best);
    const Candidate& winner = best[0].score >= best[1].score ? best[0] : best[1];
    if (said) return {winner, saidProbability};
    const double margin = temper * std::fabs(best[0].score - best[1].score);
    return {winner, 1 / (1 + std::exp(-margin))};
}

// The logs of heard against planned lengths, of all phases with one target; by cycle.
std::vector<std::vector<double>> keptLogs(const Candidate& fit,
                                          const std::vector<PlannedStep>& steps)
{
    std::vector<std::vector<double>> logs;
    for (const Chosen& c : fit.chosen) {
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        logs.emplace_back();
        for (std::size_t k = 0; k < phases.size(); ++k) {
            double seconds = 0;
            for (const std::size_t item : c.match.phases[k]) seconds += fit.items[item].seconds;
            const TargetCounts& target = phases[k].counts;
            if (seconds <= 0 || target.open || target.isRange()) continue;
            logs.back().push_back(std::log(seconds / fit.keep.countS / target.min));
        }
    }
    return logs;
}

// How well this person keeps to the counts: the spread of the log of heard against planned lengths,
// robustly, with room for a phase or two that is off. Natural breaths are then told from practised
// ones by it.
double spreadOf(const std::vector<std::vector<double>>& kept)
{
    std::vector<double> logs;
    for (const auto& cycle : kept) logs.insert(logs.end(), cycle.begin(), cycle.end());
    if (logs.size() < 4) return loosestSpread;
    const double centre = middleOf(logs);
    for (double& l : logs) l = std::fabs(l - centre);
    constexpr double deviationOfMedian = 1.4826; // of a normal distribution
    return std::clamp(1.5 * deviationOfMedian * middleOf(logs), tightestSpread, loosestSpread);
}

// What a fit's score leaves out, by which fits of different spreads differ. A phase that keeps
// closely to its counts is likelier under the closer spread; and phases may be kept loosely, but
// whole cycles of one sitting are in counts that are much alike.
double likelihoodBeside(const std::vector<std::vector<double>>& kept, double spread)
{
    constexpr double explained = 3;     // spreads off: farther, it is explained by no spread
    constexpr double usualDrift = 0.12; // of the log of a count, from cycle to cycle
    constexpr double mostAgainst = 4;   // for a cycle; about what a good one gains
    double likelihood = 0;
    std::vector<double> counts;
    for (const auto& cycle : kept) {
        for (const double l : cycle)
            if (std::fabs(l) < explained * spread) likelihood += std::log(loosestSpread / spread);
        if (!cycle.empty())
            counts.push_back(std::accumulate(cycle.begin(), cycle.end(), 0.0) /
                             static_cast<double>(cycle.size()));
    }
    if (counts.empty()) return 0;
    std::vector<double> sorted = counts;
    const double centre = middleOf(sorted);
    for (const double count : counts)
        likelihood -= std::min(mostAgainst, 0.5 * std::pow((count - centre) / usualDrift, 2));
    return likelihood;
}

// Tempo, way round and spread: each look with the spread that the last one found. Whoever seems to
// keep loosely may keep closely what is less (natural breaths were taken in with the practised
// ones, at a tempo between the two), so the looks begin from either end, and the likelier fit is
// taken.
Orientations fitPlan(const Heard& heard, const BreathClasses& classes, const Planned& planned,
                     const std::vector<PlannedStep>& steps, const Plan& plan,
                     std::optional<bool> said)
{
    constexpr int mostLooks = 3;
    Orientations best;
    double bestScore = -1e18;
    const auto lookFrom = [&](double spread, double loosest) {
        Orientations found;
        for (int look = 0; look < mostLooks; ++look) {
            found = findTempoAndOrientation(heard, classes, planned, plan, spread, said);
            const double next = std::min(spreadOf(keptLogs(found.best, steps)), loosest);
            if (std::fabs(std::log(next / spread)) < 0.1) break;
            spread = next;
        }
        const double score = found.best.score +
                             likelihoodBeside(keptLogs(found.best, steps), found.best.keep.spread);
        if (score > bestScore) {
            bestScore = score;
            best = std::move(found);
        }
    };
    lookFrom(loosestSpread, loosestSpread);
    lookFrom(tightestSpread, closeSpread);
    return best;
}

// By the kind of those that were inhales before.
bool wasAInhale(const Heard& heard, const BreathClasses& classes,
                const std::vector<double>& inhalesS)
{
    double saysA = 0;
    std::size_t breath = 0;
    auto inhaleS = inhalesS.begin();
    for (const HeardSpan& span : heard.spans) {
        if (span.kind != HeardSpan::Kind::Breath) continue;
        const double isA = 2 * classes.probabilityA[breath++] - 1;
        while (inhaleS != inhalesS.end() && *inhaleS < span.startS) ++inhaleS;
        if (inhaleS != inhalesS.end() && *inhaleS < span.endS) saysA += isA;
    }
    return inhalesS.empty() ? classes.logOddsAIsInhale >= 0 : saysA >= 0;
}

std::vector<double> inhalesOf(const Heard& heard, const std::vector<NamedSpan>& named)
{
    std::vector<double> inhalesS;
    for (const NamedSpan& name : named) {
        const HeardSpan& span = heard.spans[name.span];
        if (span.kind == HeardSpan::Kind::Breath && name.kind == PhaseKind::Inhale)
            inhalesS.push_back((span.startS + span.endS) / 2);
    }
    return inhalesS;
}

Orientations asBefore(const Heard& heard, const BreathClasses& classes, const Planned& planned,
                      const PlanFit& fit)
{
    Orientations found;
    found.probability = fit.probability;
    Candidate& best = found.best;
    best.keep = {fit.countLengthS, fit.spread};
    best.aIsInhale = wasAInhale(heard, classes, fit.inhalesS);
    best.items = itemsOf(heard, classes, best.aIsInhale);
    const MatchTable table = matchTable(planned, best.items, best.keep);
    best.chosen = OrderedAlignment(planned, table, best.items, best.keep).trace();
    return found;
}

// What the chosen cycles take each span for, as the classes' kind A or B.
std::vector<std::optional<bool>> namedByPlan(const Heard& heard, const Candidate& candidate,
                                             const std::vector<PlannedStep>& steps)
{
    std::vector<std::optional<bool>> namedA(heard.spans.size());
    for (const Chosen& c : candidate.chosen) {
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k) {
            if (isHold(phases[k].kind)) continue;
            for (const std::size_t item : c.match.phases[k])
                namedA[candidate.items[item].span] =
                    (phases[k].kind == PhaseKind::Inhale) == candidate.aIsInhale;
        }
    }
    return namedA;
}

} // namespace

Alignment align(const Heard& heard, const BreathClasses& heardClasses, const Plan* plan,
                std::optional<bool> said, const std::optional<PlanFit>& fit)
{
    BreathClasses classes = heardClasses;
    classes.logOddsAIsInhale += saidLogOddsAIsInhale(heard, classes);
    const std::vector<PlannedStep> steps = plan ? unfold(*plan) : std::vector<PlannedStep>{};
    const Planned planned(steps,
                          HumAims(steps, plan ? plan->saHz : std::nullopt, pitchesOf(heard.hums)));
    if (!plan || planned.steps.empty() || !heard.anyBreath()) {
        const double logOdds =
            classes.logOddsAIsInhale +
            logOddsByNaturalBreath(heard, classes, [](std::size_t) { return true; });
        const bool aIsInhale = said.value_or(logOdds >= 0);
        Namer namer(heard, classes, aIsInhale,
                    said ? saidProbability : 1 / (1 + std::exp(-std::fabs(logOdds))));
        if (!plan) namer.pairBreaths();
        namer.finish();
        namer.result.aIsInhale = aIsInhale;
        return std::move(namer.result);
    }
    const Orientations found = fit ? asBefore(heard, classes, planned, *fit)
                                   : fitPlan(heard, classes, planned, steps, *plan, said);
    const Candidate& best = found.best;
    const BreathClasses informed = sortBreaths(heard, namedByPlan(heard, best, steps));
    Namer namer(heard, informed, best.aIsInhale, found.probability);
    namer.takeCycles(best.chosen, best.items, steps, best.keep.countS);
    namer.finish();
    namer.result.countLengthS = best.keep.countS;
    namer.result.aIsInhale = best.aIsInhale;
    namer.result.fit = PlanFit{best.keep.countS, best.keep.spread,
                               inhalesOf(heard, namer.result.spans), found.probability};
    return std::move(namer.result);
}

} // namespace layakari
