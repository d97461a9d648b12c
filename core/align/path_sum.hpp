// SPDX-License-Identifier: GPL-3.0-or-later
//
// All ways to lay the planned cycles over what was heard.
#pragma once

#include "core/align/cycle_match.hpp"

#include <array>
#include <map>
#include <random>
#include <vector>

namespace layakari {

/// A cycle that was found: which step of the unfolded plan it is like, and where.
struct Chosen {
    std::size_t item = 0; ///< the first heard item of it
    std::size_t step = 0; ///< index into the unfolded plan
    bool extra = false;   ///< beyond what was planned
    CycleMatch match;
};

/// One way to lay planned cycles over heard items.
struct Path {
    std::vector<Chosen> cycles; ///< in time order
    double logProbability = 0;  ///< among all paths of the same sum
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

/// The log mass of all paths when any number of cycles of any shape may follow each other: a cheap
/// stand-in for `PathSum` where its table would be large.
double unorderedLogMass(const MatchTable& table, const std::vector<HeardItem>& items,
                        const Keep& keep);

/// The planned cycles in their order, each done, left out or done once more, over the heard items,
/// each part of a cycle or not: the sum over all such paths (the forward algorithm, Rabiner, Proc.
/// IEEE 77(2), 1989, from the end). Every path is counted once: of like cycles in a row the first
/// are those that were done.
class PathSum {
public:
    /// All must outlive the sum; `table` is `matchTable` of the same arguments.
    PathSum(const Planned& planned, const MatchTable& table, const std::vector<HeardItem>& items,
            const Keep& keep);

    /// The log of the summed likelihoods, over leaving all items unexplained and all cycles undone.
    double logMass() const;
    /// One path, drawn with its probability.
    Path draw(std::mt19937_64& engine) const;

private:
    /// Its range holds some 1,600 cycles that one path has and another has not; a double's 100.
    using Weight = long double;
    /// Weights of what is still to come, by the next planned cycle: times e to `log`.
    struct Row {
        std::vector<Weight> weight;
        double log = 0;
    };
    struct Place {
        std::size_t item = 0;
        std::size_t cycle = 0;
        bool hasBegun = false; // with the item before
    };
    struct Move {
        Place to;
        std::size_t as = 0; // planned cycle that a match is like
        const CycleMatch* match = nullptr;
        bool isExtra = false;
        Weight weight = 0;
    };

    const Planned& m_planned;
    const MatchTable& m_table;
    const std::vector<HeardItem>& m_items;
    Keep m_keep;
    std::size_t m_columns;
    std::vector<std::size_t> m_nextShape; // [cycle]: the first after it of another shape
    std::vector<Row> m_rows;              // [item]
    std::map<std::size_t, Row> m_begun;   // [item]
    mutable std::map<std::array<std::size_t, 3>, std::vector<CycleMatch>> m_traced;

    static Weight weightOf(double score, double log);
    const Row& rowAfter(const CycleMatch& match) const;
    void fillRow(std::size_t item);
    void fillRowOfBegun(std::size_t item);
    std::vector<Move> movesFrom(const Place& place) const;
    const CycleMatch& traced(const Place& place, const Move& move) const;
};

} // namespace layakari
