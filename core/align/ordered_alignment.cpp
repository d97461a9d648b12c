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
    MatchTable table(planned.shapes.size());
    for (std::size_t s = 0; s < planned.shapes.size(); ++s) {
        const CycleMatcher matcher(*planned.shapes[s], keep, planned.aims);
        for (std::size_t i = 0; i < items.size(); ++i) {
            auto ways = matcher.matches(items, i, false);
            // Never chosen: to leave the cycle out and its items unexplained is as good.
            std::erase_if(ways, [&](const CycleMatch& way) {
                return way.score <=
                       strayCostBefore[i] - strayCostBefore[way.end] - missingCycleCost;
            });
            table[s].push_back(std::move(ways));
        }
    }
    return table;
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
    for (std::size_t i = items.size(); i-- > 0;) fillRow(i);
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
        for (const CycleMatch& match : m_table[shape][i]) {
            const auto score = static_cast<float>(match.score);
            const float* after = &cell(match.end, 0);
            for (std::size_t c = first; c < last; ++c)
                row[c] = std::max(row[c], score + after[c + 1]);
            // Once more than planned: known only when the plan goes on with another cycle or ends.
            row[last] =
                std::max(row[last], score - static_cast<float>(extraCycleCost) + after[last]);
        }
        first = last;
    }
    for (std::size_t c = m_columns - 1; c-- > 0;)
        row[c] = std::max(row[c], row[c + 1] - static_cast<float>(missingCycleCost));
}

std::vector<Chosen> OrderedAlignment::trace() const
{
    std::vector<Chosen> chosen;
    std::size_t i = 0;
    std::size_t c = 0;
    while (i < m_items.size()) {
        const Move move = bestFrom(i, c);
        if (move.match) {
            const bool extra = c == m_columns - 1 || move.isExtra;
            const std::size_t like = extra ? (c == 0 ? 0 : c - 1) : c;
            auto ways =
                CycleMatcher(*m_planned.shapes[m_planned.shape[like]], m_keep, m_planned.aims)
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

OrderedAlignment::Move OrderedAlignment::bestFrom(std::size_t i, std::size_t c) const
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
    const bool mayRepeat = c > 0 && (allDone || m_planned.shape[c] != m_planned.shape[c - 1]);
    if (mayRepeat)
        for (const CycleMatch& match : m_table[m_planned.shape[c - 1]][i])
            if (const double score = match.score - extraCycleCost + best(match.end, c);
                score > high) {
                high = score;
                taken = {match.end, c, &match, true};
            }
    return taken;
}

} // namespace layakari
