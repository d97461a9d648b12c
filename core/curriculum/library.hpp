// SPDX-License-Identifier: GPL-3.0-or-later
//
// The presets by what they are for.
#pragma once

#include "core/curriculum/presets.hpp"
#include "core/curriculum/technique.hpp"

#include <string>
#include <vector>

namespace layakari {

/// Whether a plan answers to what somebody typed: every word of `search` is part of its name, its
/// technique in English or Sanskrit, its purpose, or its counts ("4-7-8", "4:7:8"). An empty search
/// finds everything; case does not matter.
bool answersTo(const Plan& plan, const std::string& search);

/// Whether every word of `search` is part of `text`; both are compared as `folded` has them.
bool hasAllWords(const std::string& text, const std::string& search);

} // namespace layakari
