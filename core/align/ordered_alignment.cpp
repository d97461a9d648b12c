// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/ordered_alignment.hpp"

#include <algorithm>
#include <utility>

namespace layakari {

namespace {

constexpr double missingCycleCost = 0.5; // left out between others
constexpr double undoneCycleCost = 0.4;  // at the end: the likelier way to do fewer
constexpr double strayBreathCost = 0.1;
// An extra cycle must be as good as a planned one to be told from natural breathing.
constexpr double extraCycleCost = 5;

constexpr double impossible = -1e18;

// More than it costs to take a breath for one that it is hardly like.
constexpr double practisedStrayCost = 8;

double strayCost(const HeardItem& item, double countS)
{
    return item.practised                     ? practisedStrayCost
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

// Best score when any number of cycles of any shape may follow each other.
double unorderedScore(const MatchTable& table, const std::vector<HeardItem>& items,
                      const Keep& keep)
{
    std::vector<double> best(items.size() + 1, 0.0);
    std::vector<double> bestOfBegun(items.size() + 1, impossible);
    const auto follow = [&](const CycleMatch& match) {
        return match.score + (match.runsOn ? bestOfBegun : best)[match.end];
    };
    for (std::size_t i = items.size(); i-- > 0;) {
        best[i] = best[i + 1] - strayCost(items[i], keep.countS);
        for (const auto& shape : table.ways)
            for (const CycleMatch& match : shape[i]) best[i] = std::max(best[i], follow(match));
        for (const auto& shape : table.ofBegun)
            for (const CycleMatch& match : shape[i])
                bestOfBegun[i] = std::max(bestOfBegun[i], follow(match));
    }
    return best[0];
}

OrderedAlignment::OrderedAlignment(const Planned& planned, const MatchTable& table,
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
    for (std::size_t i = items.size(); i-- > 0;) {
        if (table.isRunInto[i]) fillRowOfBegun(i);
        fillRow(i);
    }
}

const float* OrderedAlignment::rowAfter(const CycleMatch& match) const
{
    return match.runsOn ? m_bestOfBegun.at(match.end).data() : &m_best[match.end * m_columns];
}

// The score of the move that `bestFrom` takes, for every cycle, a row at a time: 600 cycles are a
// million and a half cells, which a person who corrects waits for.
void OrderedAlignment::fillRow(std::size_t i)
{
    float* row = &cell(i, 0);
    const float* next = &cell(i + 1, 0);
    const auto stray = static_cast<float>(strayCost(m_items[i], m_keep.countS));
    for (std::size_t c = 0; c < m_columns; ++c) row[c] = next[c] - stray;
    for (std::size_t first = 0; first + 1 < m_columns;) {
        const std::size_t shape = m_planned.shape[first];
        std::size_t last = first;
        while (last + 1 < m_columns && m_planned.shape[last] == shape) ++last;
        for (const CycleMatch& match : m_table.ways[shape][i]) {
            const auto score = static_cast<float>(match.score);
            const float* after = rowAfter(match);
            for (std::size_t c = first; c < last; ++c)
                row[c] = std::max(row[c], score + after[c + 1]);
            if (match.runsOn) continue;
            // Once more than planned: known only when the plan goes on with another cycle or ends.
            row[last] =
                std::max(row[last], score - static_cast<float>(extraCycleCost) + after[last]);
        }
        first = last;
    }
    for (std::size_t c = m_columns - 1; c-- > 0;)
        row[c] = std::max(row[c], row[c + 1] - static_cast<float>(missingCycleCost));
}

// A cycle whose first breath is over has to be done.
void OrderedAlignment::fillRowOfBegun(std::size_t i)
{
    std::vector<float>& row = m_bestOfBegun[i];
    row.assign(m_columns, static_cast<float>(impossible));
    for (std::size_t c = 0; c + 1 < m_columns; ++c)
        for (const CycleMatch& match : m_table.ofBegun[m_planned.shape[c]][i])
            row[c] = std::max(row[c], static_cast<float>(match.score) + rowAfter(match)[c + 1]);
}

std::vector<Chosen> OrderedAlignment::trace() const
{
    std::vector<Chosen> chosen;
    Place place;
    while (place.item < m_items.size()) {
        const Move move = place.hasBegun ? bestOfBegun(place) : bestFrom(place);
        if (move.match) {
            const std::size_t c = place.cycle;
            const bool extra = c == m_columns - 1 || move.isExtra;
            const std::size_t like = extra ? (c == 0 ? 0 : c - 1) : c;
            auto ways =
                CycleMatcher(*m_planned.shapes[m_planned.shape[like]], m_keep, m_planned.aims)
                    .matches(m_items, place.item, true, place.hasBegun);
            const auto way = std::find_if(ways.begin(), ways.end(), [&](const CycleMatch& w) {
                return w.end == move.match->end && w.runsOn == move.match->runsOn;
            });
            chosen.push_back({place.item, m_planned.steps[like], extra, std::move(*way)});
        }
        place = move.to;
    }
    return chosen;
}

OrderedAlignment::Move OrderedAlignment::bestFrom(const Place& place) const
{
    const auto [i, c, hasBegun] = place;
    double high = best(i + 1, c) - strayCost(m_items[i], m_keep.countS);
    Move taken{{i + 1, c}};
    const bool allDone = c == m_columns - 1;
    if (!allDone) {
        if (const double skipped = best(i, c + 1) - missingCycleCost; skipped > high) {
            high = skipped;
            taken = {{i, c + 1}};
        }
        for (const CycleMatch& match : m_table.ways[m_planned.shape[c]][i])
            if (const double score = match.score + rowAfter(match)[c + 1]; score > high) {
                high = score;
                taken = {{match.end, c + 1, match.runsOn}, &match};
            }
    }
    const bool mayRepeat = c > 0 && (allDone || m_planned.shape[c] != m_planned.shape[c - 1]);
    if (mayRepeat)
        for (const CycleMatch& match : m_table.ways[m_planned.shape[c - 1]][i])
            if (const double score = match.score - extraCycleCost + best(match.end, c);
                !match.runsOn && score > high) {
                high = score;
                taken = {{match.end, c}, &match, true};
            }
    return taken;
}

OrderedAlignment::Move OrderedAlignment::bestOfBegun(const Place& place) const
{
    const auto& ways = m_table.ofBegun[m_planned.shape[place.cycle]][place.item];
    const auto valueOf = [&](const CycleMatch& match) {
        return match.score + rowAfter(match)[place.cycle + 1];
    };
    const auto& match =
        *std::max_element(ways.begin(), ways.end(), [&](const CycleMatch& a, const CycleMatch& b) {
            return valueOf(a) < valueOf(b);
        });
    return {{match.end, place.cycle + 1, match.runsOn}, &match};
}

} // namespace layakari
