// SPDX-License-Identifier: GPL-3.0-or-later
//
// The presets by what they are for.
#pragma once

#include "core/plan/presets.hpp"

#include <string>
#include <vector>

namespace layakari {

enum class Purpose { Settle, Balance, Steady, Hum, Heat, Hold };
inline constexpr int purposeCount = 6;

/// "Settle", and what it means in a clause.
const char* purposeName(Purpose purpose);
const char* purposeClause(Purpose purpose);

/// What a plan of this technique is for.
Purpose purposeOf(const std::string& technique);

/// Whether a plan answers to what somebody typed: every word of `search` is part of its name, its
/// technique in English or Sanskrit, its purpose, or its counts ("4-7-8", "4:7:8"). An empty search
/// finds everything; case does not matter.
bool answersTo(const Plan& plan, const std::string& search);

/// Whether every word of `search` is part of `text`; case does not matter (ASCII).
bool hasAllWords(const std::string& text, const std::string& search);

} // namespace layakari
