// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/journal.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// The figures of a reading as a sitting of a person, not kept yet. Completion becomes a
/// percentage.
Sitting sittingFrom(const Reading& reading, Id person, Id planVersion, std::int64_t startedAt,
                    Day day);

/// Adds what one recording told to what is known of a person's breath. One that is kept but cannot
/// be read is as good as none.
Result<void> learnBreath(Journal& journal, Id person, const BreathProfile& heard);

/// What a person complained of, in words: the complaints that the program offers in its language,
/// others as they were written.
std::vector<std::string> complaintsInWords(const std::vector<std::string>& complaints);

} // namespace layakari
