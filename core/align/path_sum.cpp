// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/path_sum.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace layakari {

namespace {

constexpr double missingCycleCost = 0.5; // left out between others
constexpr double undoneCycleCost = 0.4;  // at the end: the likelier way to do fewer
// All are undone at first: a cycle that is done, or left out before others, is one less.
constexpr double doneCycleGain = undoneCycleCost;
constexpr double skippedCycleCost = missingCycleCost - undoneCycleCost;
constexpr double strayBreathCost = 0.1;
// As much as for a breath in the place of a planned hum.
constexpr double strayHumCost = 5;
// An extra cycle must be as good as a planned one to be told from natural breathing.
constexpr double extraCycleCost = 5;

// More than it costs to take a breath for one that it is hardly like.
constexpr double practisedStrayCost = 8;

double strayCost(const HeardItem& item, double countS)
{
    return item.practised                     ? practisedStrayCost
           : item.isPlannedHum                ? strayHumCost
           : item.breath                      ? strayBreathCost
           : item.lastSilence || item.barrier ? 0
                                              : std::min(1.0, 0.2 * item.seconds / countS);
}

} // namespace

Planned::Planned(const std::vector<PlannedStep>& unfolded, HumAims humAims)
    : aims(std::move(humAims))
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

MatchTable matchTable(const Planned& planned, const std::vector<HeardItem>& items, const Keep& keep)
{
    std::vector<double> strayCostBefore{0};
    for (const HeardItem& item : items)
        strayCostBefore.push_back(strayCostBefore.back() + strayCost(item, keep.countS));
    MatchTable table;
    table.isRunInto.assign(items.size(), false);
    const auto noteWhatRunsOn = [&](std::vector<CycleMatch>& ways) {
        std::erase_if(ways,
                      [&](const CycleMatch& way) { return way.runsOn && way.end == items.size(); });
        for (const CycleMatch& way : ways)
            if (way.runsOn) table.isRunInto[way.end] = true;
    };
    for (const std::vector<Phase>* shape : planned.shapes) {
        const CycleMatcher matcher(*shape, keep, planned.aims);
        table.ways.emplace_back();
        for (std::size_t i = 0; i < items.size(); ++i) {
            auto ways = matcher.matches(items, i, false);
            // Never chosen: to leave the cycle out and its items unexplained is as good.
            std::erase_if(ways, [&](const CycleMatch& way) {
                return !way.runsOn && way.score <= strayCostBefore[i] - strayCostBefore[way.end] -
                                                       missingCycleCost;
            });
            noteWhatRunsOn(ways);
            table.ways.back().push_back(std::move(ways));
        }
    }
    // In order, since a cycle that has begun may run on as well.
    table.ofBegun.assign(planned.shapes.size(), std::vector<std::vector<CycleMatch>>(items.size()));
    for (std::size_t i = 0; i < items.size(); ++i) {
        if (!table.isRunInto[i]) continue;
        for (std::size_t s = 0; s < planned.shapes.size(); ++s) {
            auto& ways = table.ofBegun[s][i];
            ways =
                CycleMatcher(*planned.shapes[s], keep, planned.aims).matches(items, i, false, true);
            noteWhatRunsOn(ways);
        }
    }
    return table;
}

double unorderedLogMass(const MatchTable& table, const std::vector<HeardItem>& items,
                        const Keep& keep)
{
    constexpr double nothing = -1e18;
    const auto plus = [](double a, double b) {
        return std::max(a, b) + std::log1p(std::exp(-std::fabs(a - b)));
    };
    std::vector<double> mass(items.size() + 1, 0.0);
    std::vector<double> begun(items.size() + 1, nothing);
    const auto follow = [&](const CycleMatch& match) {
        return match.score + (match.runsOn ? begun : mass)[match.end];
    };
    for (std::size_t i = items.size(); i-- > 0;) {
        mass[i] = mass[i + 1] - strayCost(items[i], keep.countS);
        for (const auto& shape : table.ways)
            for (const CycleMatch& match : shape[i]) mass[i] = plus(mass[i], follow(match));
        for (const auto& shape : table.ofBegun)
            for (const CycleMatch& match : shape[i]) begun[i] = plus(begun[i], follow(match));
    }
    return mass[0];
}

PathSum::PathSum(const Planned& planned, const MatchTable& table,
                 const std::vector<HeardItem>& items, const Keep& keep)
    : m_planned(planned),
      m_table(table),
      m_items(items),
      m_keep(keep),
      m_columns(planned.steps.size() + 1),
      m_nextShape(m_columns, m_columns - 1),
      m_rows(items.size() + 1)
{
    for (std::size_t c = m_columns - 1; c-- > 0;)
        m_nextShape[c] = c + 2 < m_columns && planned.shape[c] == planned.shape[c + 1]
                             ? m_nextShape[c + 1]
                             : c + 1;
    m_rows.back().weight.assign(m_columns, 1);
    for (std::size_t i = items.size(); i-- > 0;) {
        if (table.isRunInto[i]) fillRowOfBegun(i);
        fillRow(i);
    }
}

PathSum::Weight PathSum::weightOf(double score, double log)
{
    return std::exp(static_cast<Weight>(score + log));
}

double PathSum::logMass() const
{
    return static_cast<double>(std::log(m_rows[0].weight[0])) + m_rows[0].log;
}

const PathSum::Row& PathSum::rowAfter(const CycleMatch& match) const
{
    return match.runsOn ? m_begun.at(match.end) : m_rows[match.end];
}

// For every next cycle at once: 600 cycles are a million and a half cells, which a person who
// corrects waits for.
void PathSum::fillRow(std::size_t i)
{
    Row& row = m_rows[i];
    const Row& next = m_rows[i + 1];
    const double stray = strayCost(m_items[i], m_keep.countS);
    row.log = next.log - stray;
    for (const auto& shape : m_table.ways)
        for (const CycleMatch& match : shape[i])
            row.log = std::max(row.log, match.score + doneCycleGain + rowAfter(match).log);
    const Weight strayWeight = weightOf(-stray, next.log - row.log);
    const Weight leftOut = weightOf(-skippedCycleCost, 0);
    const Weight extraWeight = weightOf(-extraCycleCost - doneCycleGain, 0);
    row.weight.assign(m_columns, 0);
    std::vector<Weight> extra(m_columns, 0);
    for (std::size_t first = 0; first + 1 < m_columns; first = m_nextShape[first]) {
        const std::size_t last = m_nextShape[first];
        for (const CycleMatch& match : m_table.ways[m_planned.shape[first]][i]) {
            const Row& after = rowAfter(match);
            const Weight weight = weightOf(match.score + doneCycleGain, after.log - row.log);
            for (std::size_t c = first; c < last; ++c)
                row.weight[c] += weight * after.weight[c + 1];
            // Once more than planned: known only when the plan goes on with another cycle or ends.
            if (!match.runsOn) extra[last] += weight * extraWeight * after.weight[last];
        }
    }
    // The rest of like cycles is left out just before a cycle of another shape begins.
    for (std::size_t c = m_columns - 1; c-- > 0;) {
        const std::size_t other = m_nextShape[c];
        if (other + 1 >= m_columns) continue;
        row.weight[c] += std::pow(leftOut, static_cast<Weight>(other - c)) * row.weight[other];
    }
    for (std::size_t c = 0; c < m_columns; ++c)
        row.weight[c] += strayWeight * next.weight[c] + extra[c];
    const Weight most = *std::max_element(row.weight.begin(), row.weight.end());
    for (Weight& weight : row.weight) weight /= most;
    row.log += static_cast<double>(std::log(most));
}

// A cycle whose first breath is over has to be done.
void PathSum::fillRowOfBegun(std::size_t i)
{
    constexpr double nothing = -1e18;
    Row& row = m_begun[i];
    row.log = nothing;
    row.weight.assign(m_columns, 0);
    for (const auto& shape : m_table.ofBegun)
        for (const CycleMatch& match : shape[i])
            row.log = std::max(row.log, match.score + doneCycleGain + rowAfter(match).log);
    for (std::size_t c = 0; c + 1 < m_columns; ++c)
        for (const CycleMatch& match : m_table.ofBegun[m_planned.shape[c]][i])
            row.weight[c] += weightOf(match.score + doneCycleGain, rowAfter(match).log - row.log) *
                             rowAfter(match).weight[c + 1];
}

std::vector<PathSum::Move> PathSum::movesFrom(const Place& place) const
{
    const auto [i, c, hasBegun] = place;
    std::vector<Move> moves;
    const double log = (hasBegun ? m_begun.at(i) : m_rows[i]).log;
    const auto add = [&](std::size_t as, const CycleMatch& match, std::size_t next, double gain) {
        const Row& after = rowAfter(match);
        moves.push_back({{match.end, next, match.runsOn},
                         as,
                         &match,
                         false,
                         weightOf(match.score + gain, after.log - log) * after.weight[next]});
    };
    const auto& ways = hasBegun ? m_table.ofBegun : m_table.ways;
    if (c + 1 < m_columns)
        for (const CycleMatch& match : ways[m_planned.shape[c]][i])
            add(c, match, c + 1, doneCycleGain);
    if (hasBegun) return moves;
    moves.push_back({{i + 1, c, false},
                     c,
                     nullptr,
                     false,
                     weightOf(-strayCost(m_items[i], m_keep.countS), m_rows[i + 1].log - log) *
                         m_rows[i + 1].weight[c]});
    for (std::size_t other = m_nextShape[c]; other + 1 < m_columns; other = m_nextShape[other])
        for (const CycleMatch& match : ways[m_planned.shape[other]][i])
            add(other, match, other + 1,
                doneCycleGain - skippedCycleCost * static_cast<double>(other - c));
    if (c > 0 && m_nextShape[c - 1] == c)
        for (const CycleMatch& match : ways[m_planned.shape[c - 1]][i])
            if (!match.runsOn) {
                add(c - 1, match, c, -extraCycleCost);
                moves.back().isExtra = true;
            }
    return moves;
}

Path PathSum::draw(std::mt19937_64& engine) const
{
    Path path;
    Place place;
    while (place.item < m_items.size()) {
        const std::vector<Move> moves = movesFrom(place);
        Weight sum = 0;
        for (const Move& move : moves) sum += move.weight;
        Weight left = sum * static_cast<Weight>(engine() >> 11) * 0x1.0p-53L;
        auto taken = moves.begin();
        while (taken + 1 != moves.end() && left >= taken->weight) left -= taken++->weight;
        path.logProbability += static_cast<double>(std::log(taken->weight / sum));
        if (taken->match)
            path.cycles.push_back(
                {place.item, m_planned.steps[taken->as], taken->isExtra, traced(place, *taken)});
        place = taken->to;
    }
    return path;
}

const CycleMatch& PathSum::traced(const Place& place, const Move& move) const
{
    const std::size_t shape = m_planned.shape[move.as];
    std::vector<CycleMatch>& ways = m_traced[{shape, place.item, place.hasBegun}];
    if (ways.empty())
        ways = CycleMatcher(*m_planned.shapes[shape], m_keep, m_planned.aims)
                   .matches(m_items, place.item, true, place.hasBegun);
    return *std::find_if(ways.begin(), ways.end(), [&](const CycleMatch& way) {
        return way.end == move.match->end && way.runsOn == move.match->runsOn;
    });
}

} // namespace layakari
