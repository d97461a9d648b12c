// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/alignment.hpp"

#include "core/align/explainer.hpp"
#include "core/align/namer.hpp"
#include "core/align/natural_sides.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double saidProbability = 0.99; // that a person who names a breath is right
// What is less likely is not told.
constexpr double leastTold = 0.01;
constexpr std::size_t mostAlignments = 5;

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

// What the chosen cycles take each span for, as the classes' kind A or B.
std::vector<std::optional<bool>> namedByPlan(const Heard& heard, const Told& told,
                                             const std::vector<HeardItem>& items,
                                             const std::vector<PlannedStep>& steps)
{
    std::vector<std::optional<bool>> namedA(heard.spans.size());
    for (const Chosen& c : told.path.cycles) {
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k) {
            if (isHold(phases[k].kind)) continue;
            for (const std::size_t item : c.match.phases[k])
                namedA[items[item].span] = (phases[k].kind == PhaseKind::Inhale) == told.aIsInhale;
        }
    }
    return namedA;
}

// Without a plan which kind is the inhale is all that is asked.
std::vector<LikelyAlignment> alignFreely(const Heard& heard, const BreathClasses& classes,
                                         const std::vector<PlannedStep>& steps,
                                         std::optional<bool> said)
{
    const double logOdds = classes.logOddsAIsInhale +
                           logOddsByNaturalBreath(heard, classes, [](std::size_t) { return true; });
    const double probabilityA =
        said ? (*said ? saidProbability : 1 - saidProbability) : 1 / (1 + std::exp(-logOdds));
    std::vector<LikelyAlignment> alignments;
    const bool likelier = probabilityA >= 0.5;
    for (const bool aIsInhale : {likelier, !likelier}) {
        const double probability = aIsInhale ? probabilityA : 1 - probabilityA;
        Namer namer(heard, classes, aIsInhale, probability);
        if (steps.empty()) namer.pairBreaths();
        namer.finish(steps);
        namer.result.aIsInhale = aIsInhale;
        alignments.push_back({probability, std::move(namer.result)});
        if (said || !heard.anyBreath()) break;
    }
    return alignments;
}

} // namespace

std::vector<LikelyAlignment> allAlignments(const Heard& heard, const BreathClasses& heardClasses,
                                           const Plan* plan, std::optional<bool> said,
                                           const std::optional<PlanFit>& fit)
{
    BreathClasses classes = heardClasses;
    classes.logOddsAIsInhale += saidLogOddsAIsInhale(heard, classes);
    const std::vector<PlannedStep> steps = plan ? unfold(*plan) : std::vector<PlannedStep>{};
    const Planned planned(steps,
                          HumAims(steps, plan ? plan->saHz : std::nullopt, pitchesOf(heard.hums)));
    if (!plan || planned.steps.empty() || !heard.anyBreath())
        return alignFreely(heard, classes, steps, said);
    const Explainer explainer(heard, classes, planned, steps, *plan, said);
    const std::vector<Told> told = explainer.explain(fit ? fit->keeps : std::vector<Keep>{});
    PlanFit found;
    double probabilityA = 0;
    for (const Told& way : told) {
        if (way.aIsInhale) probabilityA += way.probability;
        if (std::find(found.keeps.begin(), found.keeps.end(), way.keep) == found.keeps.end())
            found.keeps.push_back(way.keep);
    }
    std::vector<LikelyAlignment> alignments;
    for (const Told& way : told) {
        const bool isFirst = alignments.empty();
        if (!isFirst && (way.probability < leastTold || alignments.size() >= mostAlignments)) break;
        const std::vector<HeardItem>& items = explainer.items(way.aIsInhale);
        const double probability = said            ? saidProbability
                                   : way.aIsInhale ? probabilityA
                                                   : 1 - probabilityA;
        Namer namer(heard, sortBreaths(heard, namedByPlan(heard, way, items, steps)), way.aIsInhale,
                    probability);
        namer.takeCycles(way.path.cycles, items, steps, way.keep.countS);
        namer.finish(steps);
        namer.result.countLengthS = way.keep.countS;
        namer.result.aIsInhale = way.aIsInhale;
        if (isFirst) found.probability = probability;
        namer.result.fit = found;
        alignments.push_back({way.probability, std::move(namer.result)});
    }
    return alignments;
}

} // namespace layakari
