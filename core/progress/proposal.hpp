// SPDX-License-Identifier: GPL-3.0-or-later
//
// What to practise today, and why.
#pragma once

#include "core/journal/journal.hpp"
#include "core/progress/judgement.hpp"

namespace layakari {

/// A ladder as a person sees it: its key for `LadderPlace`, built in or one's own.
struct NamedLadder {
    std::string key;
    Ladder ladder;
};

/// The built-in ladders in this person's school, then those made here.
Result<std::vector<NamedLadder>> laddersFor(const Journal& journal, const Person& person);

struct Proposal {
    Plan plan;
    std::string why; ///< one or two sentences
    Judgement judgement;
    LadderRule rule; ///< by which it was judged
    /// Where the plan is a rung: on which ladder, and what is above and below.
    std::optional<LadderPlace> place;
    std::optional<Plan> next;   ///< the rung above, when there is one
    std::string nextAdds;       ///< what it adds
    std::optional<Plan> easier; ///< the rung below
};

/// What is on the course today and not done yet; else the rung of the ladder practised last; else
/// the plan practised last; else where most people begin. A ladder is judged by its own rule.
Result<Proposal> proposeFor(const Journal& journal, const Person& person, const DayState& state,
                            Day today);

} // namespace layakari
