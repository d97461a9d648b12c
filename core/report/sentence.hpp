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

/// A chance in words: "71 %", or "under 10 %".
std::string percentInWords(double probability);

/// What makes a reading uncertain most of all, in a sentence; empty of one that is sure.
std::string whyUncertain(const Reading& reading);

/// That a reading is uncertain, how likely it is and why; empty of one that is sure.
std::string uncertaintyInWords(const Reading& reading);

/// What a reading that is not sure does not know, in lines for a terminal: how likely it is, what
/// else it may have been, and what to answer. Empty of a reading that is sure.
std::string doubtInWords(const Reading& reading);

/// A page of plain text for a terminal: the sentence, the figures with their units, a line a cycle,
/// advice.
std::string readableSummary(const Reading& reading);

/// The targets of a cycle, "4 : 7 : 8"; a range as "5-8", an open-ended phase as "open".
std::string targetsInWords(const std::vector<Phase>& phases);

/// Minutes and seconds, "2:36", or with tenths, "2:36.5".
std::string clockTime(double seconds, bool withTenths = false);

} // namespace layakari
