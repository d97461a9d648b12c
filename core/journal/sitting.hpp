// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// The figures of a reading as a sitting of a person, not kept yet. Completion becomes a
/// percentage.
Sitting sittingFrom(const Reading& reading, Id person, Id planVersion, std::int64_t startedAt,
                    Day day);

/// Fills in the figures of `sitting` that its reading gives.
void takeFigures(Sitting& sitting, const Reading& reading);

} // namespace layakari
