// SPDX-License-Identifier: GPL-3.0-or-later
//
// What things are called: English, Sanskrit or both, as a person prefers.
#pragma once

#include "core/plan/plan.hpp"

#include <string>

namespace layakari {

enum class Terms { English, Sanskrit, Both };

/// "inhale", "puraka", or "inhale / puraka".
std::string termFor(PhaseKind kind, Terms terms);

/// The same for the head of a narrow column: "in", "held in"; or "puraka", "antara", the usual
/// short form of antara kumbhaka. For both it is the English one.
std::string shortTermFor(PhaseKind kind, Terms terms);

/// The name of a plan's `technique` key, e.g. "Four-seven-eight". A technique that is not known is
/// shown as it is written; one without a Sanskrit name keeps its English one.
std::string techniqueName(const std::string& technique, Terms terms);

/// Both names of a technique and its key, lower case: what a search looks through.
std::string techniqueWords(const std::string& technique);

} // namespace layakari
