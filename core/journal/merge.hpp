// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/journal/journal.hpp"

namespace layakari {

/// What was new in a journal that was taken in.
struct Merged {
    int people = 0;
    int plans = 0;
    int ladders = 0;
    int sittings = 0;
    std::string changes; ///< all of it, for `Journal::applyChanges`
};

/// Takes all of `from` into `into`, as one change: what is there already stays as it is, nothing is
/// doubled, and doing it again changes nothing. People are the same by their mark, and where that
/// is not known here by name if only one here and one there has it; plans and ladders by all that
/// they say, places by ladder (the later one holds), courses by all that they say, days and what
/// was read by day, sittings by person and content, what was handed in by file; what waits to be
/// read there is not taken. Figures that no sitting can have are left out. Of a plan's versions
/// those come along that a sitting or a course used, and the newest. Cancelled, and nothing is
/// taken, where it is stopped.
Result<Merged> mergeJournal(Journal& into, const Journal& from, const Progress& progress = {});

} // namespace layakari
