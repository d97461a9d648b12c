// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/alignment.hpp"

#include "core/align/cycle_match.hpp"

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
constexpr double missingCycleCost = 0.5; // left out between others
constexpr double undoneCycleCost = 0.4;  // at the end: the likelier way to do fewer
constexpr double strayBreathCost = 0.1;
// An extra cycle must be as good as a planned one to be told from natural breathing.
constexpr double extraCycleCost = 5;
// How people keep to counts, as the spread of the log of a phase: from a third off down to one in
// ten.
constexpr double loosestSpread = 0.25;
constexpr double tightestSpread = 0.10;
// Above this many cells the order of different cycles is not used to find the tempo.
constexpr std::size_t exactCells = 60000;
// Scores overstate: neighbouring phases share a tempo and a listener's faults.
constexpr double temper = 0.5;
constexpr double holdNameLoss = 0.99;

struct Chosen {
    std::size_t item = 0;
    std::size_t step = 0;
    bool extra = false;
    CycleMatch match;
};

double inhaleProbability(double probabilityA, bool aIsInhale)
{
    return aIsInhale ? probabilityA : 1 - probabilityA;
}

std::vector<HeardItem> itemsOf(const Heard& heard, const BreathClasses& classes, bool aIsInhale)
{
    std::vector<HeardItem> items;
    std::size_t breath = 0;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        const HeardSpan& span = heard.spans[i];
        HeardItem item{span.kind == HeardSpan::Kind::Breath, false, span.seconds(), 0, 0, i};
        if (item.breath)
            item.setInhaleProbability(inhaleProbability(classes.probabilityA[breath++], aIsInhale));
        else if (span.kind == HeardSpan::Kind::Silence)
            item.lastSilence = i + 1 == heard.spans.size();
        else
            continue;
        if (span.kind == HeardSpan::Kind::Silence && i == 0) continue;
        items.push_back(item);
    }
    return items;
}

// The planned cycles in order, with equal shapes recognised.
struct Planned {
    std::vector<std::size_t> steps; // index into the unfolded plan
    std::vector<std::size_t> shape; // for each, index into shapes
    std::vector<const std::vector<Phase>*> shapes;

    explicit Planned(const std::vector<PlannedStep>& unfolded)
    {
        for (std::size_t s = 0; s < unfolded.size(); ++s) {
            const Cycles* cycle = unfolded[s].cycle();
            if (!cycle) continue;
            steps.push_back(s);
            std::size_t found = 0;
            while (found < shapes.size() && *shapes[found] != cycle->phases) ++found;
            if (found == shapes.size()) shapes.push_back(&cycle->phases);
            shape.push_back(found);
        }
    }
};

using MatchTable = std::vector<std::vector<std::vector<CycleMatch>>>; // [shape][item]

MatchTable matchTable(const Planned& planned, const std::vector<HeardItem>& items, const Keep& keep)
{
    MatchTable table(planned.shapes.size());
    for (std::size_t s = 0; s < planned.shapes.size(); ++s) {
        const CycleMatcher matcher(*planned.shapes[s], keep);
        for (std::size_t i = 0; i < items.size(); ++i)
            table[s].push_back(matcher.matches(items, i, false));
    }
    return table;
}

double strayCost(const HeardItem& item, double countS)
{
    return item.breath        ? strayBreathCost
           : item.lastSilence ? 0
                              : std::min(1.0, 0.2 * item.seconds / countS);
}

// Best score when any number of cycles of any shape may follow each other.
double unorderedScore(const MatchTable& table, const std::vector<HeardItem>& items,
                      const Keep& keep)
{
    std::vector<double> best(items.size() + 1, 0.0);
    for (std::size_t i = items.size(); i-- > 0;) {
        best[i] = best[i + 1] - strayCost(items[i], keep.countS);
        for (const auto& shape : table)
            for (const CycleMatch& match : shape[i])
                best[i] = std::max(best[i], match.score + best[match.end]);
    }
    return best[0];
}

// The cycles in their planned order: [item][cycle] holds the best score of what is still to come.
class OrderedAlignment {
public:
    OrderedAlignment(const Planned& planned, const MatchTable& table,
                     const std::vector<HeardItem>& items, const Keep& keep)
        : m_planned(planned),
          m_table(table),
          m_items(items),
          m_keep(keep),
          m_columns(planned.steps.size() + 1),
          m_best((items.size() + 1) * m_columns)
    {
        for (std::size_t c = 0; c < m_columns; ++c)
            cell(items.size(), c) =
                static_cast<float>(-undoneCycleCost * static_cast<double>(m_columns - 1 - c));
        for (std::size_t i = items.size(); i-- > 0;)
            for (std::size_t c = m_columns; c-- > 0;)
                cell(i, c) = static_cast<float>(bestFrom(i, c, nullptr));
    }

    double score() const { return m_best[0]; }

    std::vector<Chosen> trace() const
    {
        std::vector<Chosen> chosen;
        std::size_t i = 0;
        std::size_t c = 0;
        while (i < m_items.size()) {
            Move move;
            bestFrom(i, c, &move);
            if (move.match) {
                const bool extra = c == m_columns - 1 || move.isExtra;
                const std::size_t like = extra ? (c == 0 ? 0 : c - 1) : c;
                auto ways = CycleMatcher(*m_planned.shapes[m_planned.shape[like]], m_keep)
                                .matches(m_items, i, true);
                const auto way = std::find_if(ways.begin(), ways.end(), [&](const CycleMatch& w) {
                    return w.end == move.match->end;
                });
                chosen.push_back({i, m_planned.steps[like], extra, std::move(*way)});
            }
            i = move.item;
            c = move.cycle;
        }
        return chosen;
    }

private:
    struct Move {
        std::size_t item = 0;
        std::size_t cycle = 0;
        const CycleMatch* match = nullptr;
        bool isExtra = false;
    };

    const Planned& m_planned;
    const MatchTable& m_table;
    const std::vector<HeardItem>& m_items;
    Keep m_keep;
    std::size_t m_columns;
    std::vector<float> m_best;

    float& cell(std::size_t item, std::size_t cycle) { return m_best[item * m_columns + cycle]; }
    double best(std::size_t item, std::size_t cycle) const
    {
        return m_best[item * m_columns + cycle];
    }

    double bestFrom(std::size_t i, std::size_t c, Move* move) const
    {
        double high = best(i + 1, c) - strayCost(m_items[i], m_keep.countS);
        Move taken{i + 1, c, nullptr, false};
        const bool allDone = c == m_columns - 1;
        if (!allDone) {
            if (const double skipped = best(i, c + 1) - missingCycleCost; skipped > high) {
                high = skipped;
                taken = {i, c + 1, nullptr, false};
            }
            for (const CycleMatch& match : m_table[m_planned.shape[c]][i])
                if (const double score = match.score + best(match.end, c + 1); score > high) {
                    high = score;
                    taken = {match.end, c + 1, &match, false};
                }
        }
        // Once more than planned: known only when the plan goes on with another cycle or ends here.
        const bool mayRepeat = c > 0 && (allDone || m_planned.shape[c] != m_planned.shape[c - 1]);
        if (mayRepeat)
            for (const CycleMatch& match : m_table[m_planned.shape[c - 1]][i])
                if (const double score = match.score - extraCycleCost + best(match.end, c);
                    score > high) {
                    high = score;
                    taken = {match.end, c, &match, true};
                }
        if (move) *move = taken;
        return high;
    }
};

struct Candidate {
    Keep keep;
    bool aIsInhale = true;
    double score = -1e18;
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

Orientations findTempoAndOrientation(const Heard& heard, const BreathClasses& classes,
                                     const Planned& planned, const Plan& plan, double spread)
{
    std::array<Candidate, 2> best;
    for (const bool aIsInhale : {true, false}) {
        const std::vector<HeardItem> items = itemsOf(heard, classes, aIsInhale);
        Candidate& candidate = best[aIsInhale ? 0 : 1];
        const bool exact = items.size() * planned.steps.size() <= exactCells;
        for (const double countS : temposToTry(planned.shapes.size())) {
            const Keep keep{countS, spread};
            const MatchTable table = matchTable(planned, items, keep);
            const double fit = exact ? OrderedAlignment(planned, table, items, keep).score()
                                     : unorderedScore(table, items, keep);
            const double score = fit + tempoLogPrior(countS, plan) +
                                 (aIsInhale ? 0.5 : -0.5) * classes.logOddsAIsInhale / temper;
            if (score > candidate.score) candidate = {keep, aIsInhale, score};
        }
    }
    const Candidate& winner = best[0].score >= best[1].score ? best[0] : best[1];
    const double margin = temper * std::fabs(best[0].score - best[1].score);
    return {winner, 1 / (1 + std::exp(-margin))};
}

// How well this person keeps to the counts: the spread of the log of heard against planned lengths,
// robustly, with room for a phase or two that is off. Natural breaths are then told from practised
// ones by it.
double spreadOf(const std::vector<Chosen>& chosen, const std::vector<HeardItem>& items,
                const std::vector<PlannedStep>& steps, double countS)
{
    std::vector<double> logs;
    for (const Chosen& c : chosen) {
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k) {
            double seconds = 0;
            for (const std::size_t item : c.match.phases[k]) seconds += items[item].seconds;
            const TargetCounts& target = phases[k].counts;
            if (seconds <= 0 || target.open || target.isRange()) continue;
            logs.push_back(std::log(seconds / countS / target.min));
        }
    }
    if (logs.size() < 4) return loosestSpread;
    const auto median = [](std::vector<double>& v) {
        const auto middle = v.begin() + static_cast<std::ptrdiff_t>(v.size() / 2);
        std::nth_element(v.begin(), middle, v.end());
        return *middle;
    };
    const double centre = median(logs);
    for (double& l : logs) l = std::fabs(l - centre);
    constexpr double deviationOfMedian = 1.4826; // of a normal distribution
    return std::clamp(1.5 * deviationOfMedian * median(logs), tightestSpread, loosestSpread);
}

class Namer {
public:
    Namer(const Heard& heard, const BreathClasses& classes, bool aIsInhale,
          double orientationProbability)
        : m_heard(heard), m_orientation(orientationProbability)
    {
        std::size_t breath = 0;
        for (std::size_t i = 0; i < heard.spans.size(); ++i) {
            NamedSpan named;
            named.span = i;
            if (heard.spans[i].kind == HeardSpan::Kind::Breath) {
                const double p = inhaleProbability(classes.probabilityA[breath++], aIsInhale);
                nameBreath(named, p >= 0.5 ? PhaseKind::Inhale : PhaseKind::Exhale, p);
                m_inhaleProbability[i] = p;
            }
            result.spans.push_back(named);
        }
    }

    Alignment result;

    void takeCycles(const std::vector<Chosen>& chosen, const std::vector<HeardItem>& items,
                    const std::vector<PlannedStep>& steps)
    {
        for (const Chosen& c : chosen) {
            const int index = static_cast<int>(result.cycles.size());
            AlignedCycle cycle{c.step, c.extra, true, {}};
            const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
            for (std::size_t k = 0; k < phases.size(); ++k) {
                cycle.phases.emplace_back();
                for (const std::size_t item : c.match.phases[k]) {
                    NamedSpan& named = result.spans[items[item].span];
                    named.cycle = index;
                    named.role = Role::Practice;
                    if (isHold(phases[k].kind))
                        named.kind = phases[k].kind;
                    else
                        nameBreath(named, phases[k].kind, m_inhaleProbability[named.span]);
                    cycle.phases.back().push_back(named.span);
                }
            }
            claimWhatLiesWithin(cycle, index);
            result.cycles.push_back(std::move(cycle));
        }
    }

    // Without a plan: an inhale, what is held, the exhale after it.
    void pairBreaths()
    {
        std::vector<NamedSpan>& spans = result.spans;
        for (std::size_t i = 0; i < spans.size(); ++i) {
            if (spans[i].kind != PhaseKind::Inhale) continue;
            AlignedCycle cycle{0, false, false, {{i}, {}, {}, {}}};
            std::size_t next = i + 1;
            if (next < spans.size() && isSilence(next)) cycle.phases[1].push_back(next++);
            if (next >= spans.size() || spans[next].kind != PhaseKind::Exhale) continue;
            cycle.phases[2].push_back(next++);
            if (next + 1 < spans.size() && isSilence(next)) cycle.phases[3].push_back(next);
            cycle.complete = true;
            for (const auto& phase : cycle.phases)
                for (const std::size_t s : phase) {
                    spans[s].cycle = static_cast<int>(result.cycles.size());
                    spans[s].role = Role::Practice;
                }
            result.cycles.push_back(std::move(cycle));
        }
    }

    void finish()
    {
        nameSilences();
        setRoles();
        // Silence before the first sound and after the last is nobody's hold, unless the plan says
        // so.
        auto& spans = result.spans;
        if (!spans.empty() && isSilence(spans.back().span) && !spans.back().cycle) spans.pop_back();
        if (spans.empty() || !isSilence(spans.front().span) || spans.front().cycle) return;
        spans.erase(spans.begin());
        for (AlignedCycle& cycle : result.cycles)
            for (auto& phase : cycle.phases)
                for (std::size_t& s : phase) --s;
    }

private:
    const Heard& m_heard;
    double m_orientation;
    std::map<std::size_t, double> m_inhaleProbability;

    bool isSilence(std::size_t i) const
    {
        return m_heard.spans[i].kind == HeardSpan::Kind::Silence;
    }

    void nameBreath(NamedSpan& named, PhaseKind kind, double inhale) const
    {
        const double p = kind == PhaseKind::Inhale ? inhale : 1 - inhale;
        named.kind = kind;
        named.confidence = m_orientation * p + (1 - m_orientation) * (1 - p);
    }

    // Pauses and sips between the phases of a cycle are part of it.
    void claimWhatLiesWithin(const AlignedCycle& cycle, int index)
    {
        std::size_t first = result.spans.size();
        std::size_t last = 0;
        for (const auto& phase : cycle.phases)
            for (const std::size_t s : phase) {
                first = std::min(first, s);
                last = std::max(last, s);
            }
        for (std::size_t s = first; s < last; ++s) {
            result.spans[s].cycle = index;
            result.spans[s].role = Role::Practice;
        }
    }

    const NamedSpan* breathNear(std::size_t i, int direction) const
    {
        for (auto k = static_cast<std::ptrdiff_t>(i) + direction;
             k >= 0 && k < static_cast<std::ptrdiff_t>(result.spans.size()); k += direction)
            if (m_heard.spans[static_cast<std::size_t>(k)].kind == HeardSpan::Kind::Breath)
                return &result.spans[static_cast<std::size_t>(k)];
        return nullptr;
    }

    void nameSilences()
    {
        for (std::size_t i = 0; i < result.spans.size(); ++i) {
            if (!isSilence(i)) continue;
            NamedSpan& named = result.spans[i];
            const NamedSpan* before = breathNear(i, -1);
            const NamedSpan* after = breathNear(i, +1);
            // What the lungs hold follows from the breath before, or else from the one after.
            if (!named.kind && before)
                named.kind =
                    before->kind == PhaseKind::Inhale ? PhaseKind::HoldFull : PhaseKind::HoldEmpty;
            double confidence = 1;
            for (const NamedSpan* neighbour : {before, after})
                if (neighbour) confidence = std::min(confidence, neighbour->confidence);
            named.confidence = holdNameLoss * confidence;
        }
    }

    void setRoles()
    {
        std::size_t first = result.spans.size();
        std::size_t last = 0;
        for (std::size_t i = 0; i < result.spans.size(); ++i)
            if (result.spans[i].cycle) {
                first = std::min(first, i);
                last = i;
            }
        for (std::size_t i = first; i < last; ++i)
            if (!result.spans[i].cycle) result.spans[i].role = Role::Rest;
    }
};

// Free breathing has no order to go by, but its pauses follow the exhale (Benchetrit, Respir.
// Physiol. 122, 2000).
double pauseLogOddsAIsInhale(const Heard& heard, const BreathClasses& classes)
{
    double balance = 0;
    std::size_t breath = 0;
    for (std::size_t i = 0; i + 1 < heard.spans.size(); ++i) {
        if (heard.spans[i].kind != HeardSpan::Kind::Breath) continue;
        const double isA = 2 * classes.probabilityA[breath++] - 1;
        if (heard.spans[i + 1].kind == HeardSpan::Kind::Silence) balance -= isA;
    }
    return breath == 0 ? 0 : std::clamp(4 * balance / static_cast<double>(breath), -1.5, 1.5);
}

// What the chosen cycles take each breath for, as the classes' kind A or B.
std::vector<std::optional<bool>> namedByPlan(const Heard& heard, const std::vector<Chosen>& chosen,
                                             const std::vector<HeardItem>& items,
                                             const std::vector<PlannedStep>& steps, bool aIsInhale)
{
    std::map<std::size_t, bool> inhaleBySpan;
    for (const Chosen& c : chosen) {
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k)
            for (const std::size_t item : c.match.phases[k])
                inhaleBySpan[items[item].span] = phases[k].kind == PhaseKind::Inhale;
    }
    std::vector<std::optional<bool>> namedA;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        if (heard.spans[i].kind != HeardSpan::Kind::Breath) continue;
        const auto named = inhaleBySpan.find(i);
        namedA.push_back(named == inhaleBySpan.end() ? std::nullopt
                                                     : std::optional(named->second == aIsInhale));
    }
    return namedA;
}

} // namespace

Alignment align(const Heard& heard, const BreathClasses& classes, const Plan* plan)
{
    const std::vector<PlannedStep> steps = plan ? unfold(*plan) : std::vector<PlannedStep>{};
    const Planned planned(steps);
    if (!plan || planned.steps.empty() || !heard.anyBreath()) {
        const double logOdds = classes.logOddsAIsInhale + pauseLogOddsAIsInhale(heard, classes);
        Namer namer(heard, classes, logOdds >= 0, 1 / (1 + std::exp(-std::fabs(logOdds))));
        if (!plan) namer.pairBreaths();
        namer.finish();
        return std::move(namer.result);
    }
    double spread = loosestSpread;
    Orientations found;
    std::vector<HeardItem> items;
    std::vector<Chosen> chosen;
    for (int look = 0; look < 3; ++look) {
        found = findTempoAndOrientation(heard, classes, planned, *plan, spread);
        items = itemsOf(heard, classes, found.best.aIsInhale);
        const MatchTable table = matchTable(planned, items, found.best.keep);
        chosen = OrderedAlignment(planned, table, items, found.best.keep).trace();
        const double tighter = spreadOf(chosen, items, steps, found.best.keep.countS);
        if (tighter > 0.9 * spread) break;
        spread = tighter;
    }
    const BreathClasses informed =
        sortBreaths(heard, namedByPlan(heard, chosen, items, steps, found.best.aIsInhale));
    Namer namer(heard, informed, found.best.aIsInhale, found.probability);
    namer.takeCycles(chosen, items, steps);
    namer.finish();
    namer.result.countLengthS = found.best.keep.countS;
    return std::move(namer.result);
}

} // namespace layakari
