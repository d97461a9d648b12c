// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whose a recording is and what was practised, from where it lies and what it is called.
#pragma once

#include "core/journal/journal.hpp"

#include <filesystem>

namespace layakari {

struct Match {
    std::optional<Id> person;
    std::optional<Plan> plan;
    std::string why; ///< "Runa, from the folder; plan from the file beside it"
};

/// The person: whose whole name, else whose first name if only one has it, is in the file's name or
/// in that of a folder above it, the nearest first; somebody who alone is in the journal. The plan:
/// NAME.plan.json beside the recording; else one that this person practised lately and whose name
/// is in the file's, else a preset with its name in it; else what is proposed for that person.
/// Names are compared as `folded` has them, in any script, and "_", "-" and "." count as spaces.
Result<Match> matchRecording(const Journal& journal, const std::filesystem::path& file, Day today);

/// The one person in whose name `text` is, without regard to case. BadArgument, with who there is,
/// where it is in nobody's or in several.
Result<Person> personNamed(const Journal& journal, const std::string& text);

} // namespace layakari
