// SPDX-License-Identifier: GPL-3.0-or-later
//
// The planned cycles, in their order or in any, laid over what was heard.
#pragma once

#include "core/align/cycle_match.hpp"

#include <map>
#include <vector>

namespace layakari {

/// A cycle that was found: which step of the unfolded plan it is like, and where.
struct Chosen {
    std::size_t item = 0; ///< the first heard item of it
    std::size_t step = 0; ///< index into the unfolded plan
    bool extra = false;   ///< beyond what was planned
    CycleMatch match;
};

/// The planned cycles in order, with equal shapes recognised.
struct Planned {
    std::vector<std::size_t> steps; // index into the unfolded plan
    std::vector<std::size_t> shape; // for each, index into shapes
    std::vector<const std::vector<Phase>*> shapes;
    HumAims aims;

    /// `unfolded` must outlive this.
    Planned(const std::vector<PlannedStep>& unfolded, HumAims aims);
};

/// The ways in which each shape can be heard from each item on.
struct MatchTable {
    using Ways = std::vector<std::vector<std::vector<CycleMatch>>>; // [shape][item]
    Ways ways;
    Ways ofBegun;                ///< where the first breath is over by then; else empty
    std::vector<bool> isRunInto; ///< [item]: some way before runs on into a cycle here
};

MatchTable matchTable(const Planned& planned, const std::vector<HeardItem>& items,
                      const Keep& keep);

/// Best score when any number of cycles of any shape may follow each other: a cheap stand-in for
/// `OrderedAlignment` where its table would be large.
double unorderedScore(const MatchTable& table, const std::vector<HeardItem>& items,
                      const Keep& keep);

/// The cycles in their planned order: [item][cycle] holds the best score of what is still to come.
class OrderedAlignment {
public:
    /// All must outlive the alignment; `table` is `matchTable` of the same arguments.
    OrderedAlignment(const Planned& planned, const MatchTable& table,
                     const std::vector<HeardItem>& items, const Keep& keep);

    double score() const { return m_best[0]; }
    /// The best way to place the planned cycles, in time order.
    std::vector<Chosen> trace() const;

private:
    struct Place {
        std::size_t item = 0;
        std::size_t cycle = 0;
        bool hasBegun = false; // with the item before
    };
    struct Move {
        Place to;
        const CycleMatch* match = nullptr;
        bool isExtra = false;
    };

    const Planned& m_planned;
    const MatchTable& m_table;
    const std::vector<HeardItem>& m_items;
    Keep m_keep;
    std::size_t m_columns;
    std::vector<float> m_best;
    std::map<std::size_t, std::vector<float>> m_bestOfBegun; // by item

    float& cell(std::size_t item, std::size_t cycle) { return m_best[item * m_columns + cycle]; }
    double best(std::size_t item, std::size_t cycle) const
    {
        return m_best[item * m_columns + cycle];
    }
    const float* rowAfter(const CycleMatch& match) const;
    void fillRow(std::size_t item);
    void fillRowOfBegun(std::size_t item);
    Move bestFrom(const Place& place) const;
    Move bestOfBegun(const Place& place) const;
};

} // namespace layakari
