// SPDX-License-Identifier: GPL-3.0-or-later
//
// Who handed in lately, those first whom a teacher should look at first.
#pragma once

#include "core/journal/journal.hpp"

namespace layakari {

struct HandedIn {
    Person person;
    Sitting sitting; ///< the latest one
    int urgency = 0; ///< more is more
    std::string why; ///< "said: dizzy", "2 signs of strain", "kept 61 %, lately 88"
};

/// The latest sitting of everybody who practised in the last `days` days, by urgency, then the
/// latest first. What a person complains of comes before signs of strain, those before an accuracy
/// that fell by more than chance and a reading that needs an answer.
Result<std::vector<HandedIn>> handedInLately(const Journal& journal, Day today, int days = 7);

} // namespace layakari
