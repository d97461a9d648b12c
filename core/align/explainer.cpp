// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/explainer.hpp"

#include "core/align/namer.hpp"
#include "core/align/natural_sides.hpp"
#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <map>

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
constexpr std::array spreads{tightestSpread, 0.16, loosestSpread};
// Above this many cells the order of different cycles is asked of the likeliest fits alone.
constexpr std::size_t exactCells = 60000;
constexpr std::size_t mostLargeSums = 6;
// What the lengths say of the way round counts a fifth: either way round has the same breaths, and
// what one of them explains better is mostly half a cycle at the beginning and at the end, where
// people begin and end as they like. On the tuning corpus F1 is the same from 0.2 to 0.33.
constexpr double wayWitness = 0.2;
constexpr double humIsInhale = 0.002; // nobody hums while breathing in for long

// Whether each hum that was heard can be a planned one; of more than that some are beyond the plan,
// and may be left over.
bool areHumsPlanned(const Heard& heard, const Planned& planned)
{
    std::ptrdiff_t hums = 0;
    for (const std::size_t shape : planned.shape)
        hums += std::ranges::count(*planned.shapes[shape], PhaseSound::Hum, &Phase::sound);
    return std::ranges::count(heard.spans, HeardSpan::Kind::Hum, &HeardSpan::kind) <= hums;
}

std::vector<HeardItem> itemsOf(const Heard& heard, const BreathClasses& classes, bool aIsInhale,
                               bool humsArePlanned)
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
        item.isPlannedHum = item.hum && humsArePlanned;
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
            item.breath = item.isPlannedHum = false;
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

// What tells one explanation from another: the way round, and which breaths are of which cycle.
std::vector<std::size_t> breathsOf(const Path& path, const std::vector<HeardItem>& items,
                                   bool aIsInhale)
{
    std::vector<std::size_t> breaths{aIsInhale};
    for (std::size_t c = 0; c < path.cycles.size(); ++c)
        for (std::size_t i = path.cycles[c].item; i < path.cycles[c].match.end; ++i)
            if (items[i].breath) breaths.insert(breaths.end(), {c, i});
    return breaths;
}

} // namespace

Explainer::Explainer(const Heard& heard, const BreathClasses& classes, const Planned& planned,
                     const std::vector<PlannedStep>& steps, const Plan& plan,
                     std::optional<bool> said)
    : m_heard(heard),
      m_classes(classes),
      m_planned(planned),
      m_steps(steps),
      m_plan(plan),
      m_items{itemsOf(heard, classes, true, areHumsPlanned(heard, planned)),
              itemsOf(heard, classes, false, areHumsPlanned(heard, planned))}
{
    for (const bool aIsInhale : {true, false})
        if (said.value_or(aIsInhale) == aIsInhale) m_ways.push_back(aIsInhale);
}

std::vector<Told> Explainer::explain(const std::vector<Keep>& keeps) const
{
    std::vector<Told> told = drawPaths(fitsOf(keeps));
    askWayRound(told);
    double sum = 0;
    for (const Told& way : told) sum += way.probability;
    for (Told& way : told) way.probability /= sum;
    std::stable_sort(told.begin(), told.end(),
                     [](const Told& a, const Told& b) { return a.probability > b.probability; });
    return told;
}

void Explainer::setMass(Fit& fit, bool exact) const
{
    const std::vector<HeardItem>& heard = items(fit.aIsInhale);
    const MatchTable table = matchTable(m_planned, heard, fit.keep);
    fit.logMass = tempoLogPrior(fit.keep.countS, m_plan) +
                  (exact ? PathSum(m_planned, table, heard, fit.keep).logMass()
                         : unorderedLogMass(table, heard, fit.keep));
}

std::vector<Explainer::Fit> Explainer::fitsOf(const std::vector<Keep>& keeps) const
{
    std::vector<Keep> tried = keeps;
    if (keeps.empty())
        for (const double spread : spreads)
            for (const double countS : temposToTry(m_planned.shapes.size()))
                tried.push_back({countS, spread});
    const bool exact = !keeps.empty() || m_items[0].size() * m_planned.steps.size() <= exactCells;
    std::vector<Fit> fits;
    for (const bool aIsInhale : m_ways)
        for (const Keep& keep : tried) {
            fits.push_back({keep, aIsInhale, 0});
            setMass(fits.back(), exact);
        }
    std::stable_sort(fits.begin(), fits.end(),
                     [](const Fit& a, const Fit& b) { return a.logMass > b.logMass; });
    if (exact) return fits;
    fits.resize(std::min(fits.size(), mostLargeSums));
    for (Fit& fit : fits) setMass(fit, true);
    return fits;
}

// As many paths of each fit as its share of its way round asks for. Probabilities are masses here.
std::vector<Told> Explainer::drawPaths(const std::vector<Fit>& fits) const
{
    constexpr double paths = 300; // what has one in a hundred is drawn thrice
    std::vector<Told> told;
    std::map<std::vector<std::size_t>, std::size_t> known;
    std::mt19937_64 engine(1);
    double most = -1e300;
    for (const Fit& fit : fits) most = std::max(most, fit.logMass);
    for (const bool aIsInhale : m_ways) {
        double all = 0;
        for (const Fit& fit : fits)
            if (fit.aIsInhale == aIsInhale) all += std::exp(fit.logMass - most);
        double share = 0;
        int drawn = 0;
        for (const Fit& fit : fits) {
            if (fit.aIsInhale != aIsInhale || all <= 0) continue;
            share += std::exp(fit.logMass - most) / all;
            const int until = static_cast<int>(std::lround(share * paths));
            if (until == drawn) continue;
            const std::vector<HeardItem>& heard = items(aIsInhale);
            const MatchTable table = matchTable(m_planned, heard, fit.keep);
            const PathSum sum(m_planned, table, heard, fit.keep);
            for (; drawn < until; ++drawn) {
                Path path = sum.draw(engine);
                path.logProbability += fit.logMass;
                const auto [at, isNew] =
                    known.try_emplace(breathsOf(path, heard, aIsInhale), told.size());
                if (isNew) told.push_back({aIsInhale, fit.keep, path, 0});
                Told& way = told[at->second];
                way.probability += all / paths;
                if (path.logProbability > way.path.logProbability) {
                    way.path = std::move(path);
                    way.keep = fit.keep;
                }
            }
        }
    }
    for (Told& way : told) way.probability *= std::exp(evenness(way));
    return told;
}

// Phases may be kept loosely, but whole cycles of one sitting are in counts that are much alike.
double Explainer::evenness(const Told& told) const
{
    constexpr double usualDrift = 0.12; // of the log of a count, from cycle to cycle
    constexpr double mostAgainst = 1.5; // for a cycle: one breath in it may be held out
    std::vector<double> all;
    std::vector<std::vector<double>> cycles;
    for (const Chosen& c : told.path.cycles) {
        cycles.push_back(keptLogs(told, c));
        all.insert(all.end(), cycles.back().begin(), cycles.back().end());
    }
    if (all.empty()) return 0;
    const double centre = median(std::move(all));
    double log = 0;
    for (const std::vector<double>& cycle : cycles) {
        double mean = 0;
        for (const double kept : cycle) mean += (kept - centre) / static_cast<double>(cycle.size());
        log -= std::min(mostAgainst, 0.5 * std::pow(mean / usualDrift, 2));
    }
    return log;
}

// The logs of heard against planned lengths, of a cycle's phases with one target.
std::vector<double> Explainer::keptLogs(const Told& told, const Chosen& chosen) const
{
    const std::vector<Phase>& phases = m_steps[chosen.step].cycle()->phases;
    std::vector<double> logs;
    for (std::size_t k = 0; k < phases.size(); ++k) {
        double seconds = 0;
        for (const std::size_t item : chosen.match.phases[k])
            seconds += items(told.aIsInhale)[item].seconds;
        const TargetCounts& target = phases[k].counts;
        if (seconds > 0 && !target.open && !target.isRange())
            logs.push_back(std::log(seconds / told.keep.countS / target.min));
    }
    return logs;
}

// The lengths' word on the way round is tempered, and the breaths' own goes in.
void Explainer::askWayRound(std::vector<Told>& told) const
{
    std::array<double, 2> mass{};
    for (const Told& way : told) mass[way.aIsInhale ? 0 : 1] += way.probability;
    const double logOdds = m_classes.logOddsAIsInhale + naturalLogOdds(told);
    for (Told& way : told)
        way.probability *= std::pow(mass[way.aIsInhale ? 0 : 1], wayWitness - 1) *
                           std::exp((way.aIsInhale ? 0.5 : -0.5) * logOdds);
}

// Of the breaths that are outside of all likely cycles: where a practised breath is left over, it
// is no natural one.
double Explainer::naturalLogOdds(const std::vector<Told>& told) const
{
    std::vector<bool> practised(m_heard.spans.size(), false);
    for (const Told& way : told)
        for (const Chosen& c : way.path.cycles) {
            const std::vector<HeardItem>& heard = items(way.aIsInhale);
            for (const std::size_t item : c.match.unturned) practised[heard[item].span] = true;
            for (const auto& phase : c.match.phases)
                for (const std::size_t item : phase) practised[heard[item].span] = true;
        }
    return logOddsByNaturalBreath(m_heard, m_classes,
                                  [&](std::size_t span) { return !practised[span]; });
}

} // namespace layakari
