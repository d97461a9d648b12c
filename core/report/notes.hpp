// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// Something worth saying of a reading beside its figures, with the place to listen to.
struct Note {
    std::string text; ///< a sentence
    std::optional<double> atS;
};

/// Signs of strain first, then the guide's count against the breath, how the count drifted, what
/// the comparisons show, and the natural breathing after the rounds. Differences smaller than twice
/// their standard deviation are said to be none.
std::vector<Note> notesOn(const Reading& reading);

} // namespace layakari
