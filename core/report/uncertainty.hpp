// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <string>

namespace layakari {

/// A chance in words: "71 %", or "under 10 %".
std::string percentInWords(double probability);

/// What makes a reading uncertain most of all, in a sentence; empty of one that is sure.
std::string whyUncertain(const Reading& reading);

/// That a reading is uncertain, how likely it is and why; empty of one that is sure.
std::string uncertaintyInWords(const Reading& reading);

/// What a reading that is not sure does not know, in lines for a terminal: how likely it is, what
/// else it may have been, and what to answer. Empty of a reading that is sure.
std::string doubtInWords(const Reading& reading);

} // namespace layakari
