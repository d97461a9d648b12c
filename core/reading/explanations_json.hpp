// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/checked_json.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// Adds `corrections`, `sure`, `explanations` and `question` to a reading's document.
void addExplanations(nlohmann::ordered_json& document, const Reading& reading);

/// Reads them back; faults as `CheckedJson` does. A reading of before there were any has none, and
/// is as sure as it was. `reading` has its figures, whose ranges become wider by the explanations.
void readExplanations(const CheckedJson& document, Reading& reading);

} // namespace layakari
