// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ladders: plans in order, from the easiest, with the rule for going on. The format is described in
// docs/formats.md.
#pragma once

#include "core/curriculum/school.hpp"

#include <string>
#include <vector>

namespace layakari {

/// When a person goes on, stays or eases off. The defaults are the usual judgement: lengthen only
/// after three kept sittings; ease off after two poor ones of three, or a break of two weeks.
struct LadderRule {
    int keptSittings = 3;       ///< the last so many must all have been kept
    double keptAccuracy = 85;   ///< percent, at least
    double keptCompletion = 90; ///< percent, at least
    double poorAccuracy = 60;   ///< percent; under it a sitting was poor
    int poorSittings = 2;       ///< so many of the last `keptSittings`
    int breakDays = 14;
    bool operator==(const LadderRule&) const = default;
};

struct Ladder {
    std::string id; ///< of a built-in ladder; empty for one's own
    std::string name;
    std::string technique;
    std::vector<Plan> rungs;
    LadderRule rule;
    bool operator==(const Ladder&) const = default;
};

namespace ladderLimits {
inline constexpr std::size_t rungs = 100;
inline constexpr int fileBytes = 8 << 20;
} // namespace ladderLimits

/// The built-in ladders in the form of a school: for each technique one, built by lengthening the
/// count or the ratio first as the school prefers. All plans are valid.
std::vector<Ladder> builtInLadders(const School& school);

/// A ladder from a line, on the technique and traits of `base`:
///
///     from 4:4 to 8:8 by 1          every number grows by one
///     1:1 to 1:2 by 0.25            the exhale grows by a quarter of the inhale; "a quarter" too
///     10 to 40 strokes by 5         strokes, in the runs of `base`
///     3 to 9 cycles by 2            repeats
///
/// BadArgument with what to write when the line is not understood or asks for more than
/// `ladderLimits::rungs`.
Result<Ladder> ladderFromLine(const std::string& line, const Plan& base);

/// The ladder's rungs written out as one sitting: one cycle of each, or one run and a rest.
Plan ladderInOneSitting(const Ladder& ladder);

/// What a rung adds to the one before it, in words: "one count more on every phase", "a hold of 2
/// counts". "the same" for equal plans.
std::string whatRungAdds(const Plan& before, const Plan& after);

/// `layakari.ladder` version 1. Errors: BadPlan with the JSON pointer.
std::string ladderToJson(const Ladder& ladder);
Result<Ladder> parseLadder(const std::string& json, const std::string& file);

} // namespace layakari
