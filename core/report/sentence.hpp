// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <string>
#include <vector>

namespace layakari {

/// What was done and how it went, the main thing first: "6 cycles of 4 : 7 : 8, with a count of
/// 1.38 s. Holds were on target. Exhales were short from cycle 4 on."
std::string inOneSentence(const Reading& reading);

/// The targets of a cycle, "4 : 7 : 8"; a range as "5-8", an open-ended phase as "open".
std::string targetsInWords(const std::vector<Phase>& phases);

} // namespace layakari
