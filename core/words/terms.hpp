// SPDX-License-Identifier: GPL-3.0-or-later
//
// What things are called: English, Sanskrit or both, as a person prefers.
#pragma once

#include "core/language/message.hpp"
#include "core/plan/plan.hpp"

#include <string>

namespace layakari {

/// "inhale", "puraka", or "inhale (puraka)".
std::string termFor(PhaseKind kind, Terms terms = speech().terms);

/// The same for the head of a narrow column: "antara", the usual short form of antara kumbhaka. For
/// both it is the one in the program's language.
std::string shortTermFor(PhaseKind kind, Terms terms = speech().terms);

} // namespace layakari
