// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/checked_json.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// Adds `stroke_runs`, `hums` and `ujjayi` to a reading's document.
void addBeyondPhases(nlohmann::ordered_json& document, const Reading& reading);

/// Reads them back; faults as `CheckedJson` does. Null or missing: an older reading, in which
/// nothing is said of them. `reading` has its plan and cycles.
void readBeyondPhases(const CheckedJson& document, Reading& reading);

} // namespace layakari
