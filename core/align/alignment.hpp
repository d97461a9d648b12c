// SPDX-License-Identifier: GPL-3.0-or-later
//
// Which planned phase each heard span is. The spans stay as they are: a plan names, it never moves.
#pragma once

#include "core/align/cycle_match.hpp"
#include "core/listen/breath_classes.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// A heard span with its name. `kind` has no value where it is neither breath nor hold.
struct NamedSpan {
    std::size_t span = 0; ///< index into Heard::spans
    std::optional<PhaseKind> kind;
    double confidence = 0; ///< probability that the kind is right
    Role role = Role::Outside;
    std::optional<int> cycle; ///< index into Alignment::cycles
};

/// One cycle that was done: for each planned phase the spans that are it; none when it was left
/// out, several when something interrupted it.
struct AlignedCycle {
    std::size_t step = 0; ///< index into the unfolded plan
    bool extra = false;   ///< like that step, but beyond what was planned
    bool complete = true; ///< every breath was heard, and its last not cut short by the end
    std::vector<std::vector<std::size_t>> phases; ///< indices into Alignment::spans
};

/// Under what a plan fits a recording.
struct PlanFit {
    std::vector<Keep> keeps; ///< tempos and spreads that are likely, the likeliest first
    /// That inhale and exhale are the right way round.
    double probability = 0.5;
};

struct Alignment {
    std::vector<NamedSpan> spans;     ///< in time order; leading and trailing silence are left out
    std::vector<AlignedCycle> cycles; ///< in time order
    double countLengthS = 0;    ///< the tempo under which the plan fits best; 0 without cycles
    bool aIsInhale = true;      ///< which kind of the classes was taken for the inhale
    std::optional<PlanFit> fit; ///< of a plan
};

/// One way to name what was heard.
struct LikelyAlignment {
    double probability = 0; ///< those of all are 1, or less where others are left out
    Alignment alignment;
};

/// Lays the planned cycles over the heard spans in every way and tells the likeliest, the best
/// first; at least one. What is free: which cycles were done, where, whether kind A of `classes` is
/// the inhale, the tempo, and how closely counts are kept. Breaths that fit no cycle are rest
/// between the first and the last cycle, else outside. Without a plan every pair of inhale and
/// exhale is a cycle of its own. `aIsInhale`: as a person has said; then it is not free. `fit`: as
/// it was found for the same plan and all but the same spans; then others are not tried, which is
/// ten times faster.
std::vector<LikelyAlignment> allAlignments(const Heard& heard, const BreathClasses& classes,
                                           const Plan* plan,
                                           std::optional<bool> aIsInhale = std::nullopt,
                                           const std::optional<PlanFit>& fit = std::nullopt);

} // namespace layakari
