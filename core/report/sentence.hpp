// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"
#include "core/words/phase_words.hpp"

#include <string>
#include <vector>

namespace layakari {

/// What was kept, in a sentence or two: "6 cycles of 4 : 7 : 8 in counts of 1.38 s. The hold was
/// kept; the exhale came up short from cycle 4 on."
std::string inOneSentence(const Reading& reading);

/// A page of plain text for a terminal: the sentence, the figures with their units, a line a cycle,
/// advice.
std::string readableSummary(const Reading& reading);

/// The targets of a cycle, "4 : 7 : 8"; a range as "5-8", an open-ended phase as "open".
std::string targetsInWords(const std::vector<Phase>& phases);

/// Minutes and seconds, "2:36", or with tenths, "2:36.5".
std::string clockTime(double seconds, bool withTenths = false);

} // namespace layakari
