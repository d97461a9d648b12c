// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <string>

namespace layakari {

/// A page of plain text for a terminal: the sentence, what is uncertain, the figures with their
/// units, a line a cycle, a run and a hum, notes, advice on the recording.
std::string readableSummary(const Reading& reading);

} // namespace layakari
