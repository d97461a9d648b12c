// SPDX-License-Identifier: GPL-3.0-or-later
//
// A labelled example: a recording with its truth beside it, as somebody gives it away to be
// measured with.
#pragma once

#include "core/evaluate/truth.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// What a reading that a person has put right says a recording contains. Cycles are counted as the
/// plan has them; extra ones have no number.
Truth truthOf(const Reading& reading);

/// Copies the sound into `folder`, as "example-" and the beginning of its SHA-256 with its own
/// ending, and writes its truth beside it. Nobody's name is in either file, nor in their names; who
/// can be heard in the sound can be heard in the copy. Returns the copy's path. Errors: CannotRead,
/// CannotWrite; then nothing is left in the folder.
Result<std::filesystem::path> exportExample(const Reading& reading,
                                            const std::filesystem::path& sound,
                                            const std::filesystem::path& folder);

} // namespace layakari
