// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "desktop/paper/paper.hpp"

#include <QString>
#include <map>

namespace layakari {

/// What a report of some weeks says.
struct WeeksReport {
    Person person;
    Day from; ///< both days are in it
    Day to;
    std::vector<Sitting> sittings;  ///< of these weeks, the latest first
    std::map<Id, QString> practice; ///< names by version of a plan; free practice is not in it
};

/// Some weeks of a person's practice as two pages of A4: what was practised how often and how it
/// went, with charts of the figures as far as they find room, and every sitting in a line as far as
/// those do. BadArgument: there is no sitting in these weeks.
Result<Sheet> sheetOf(const WeeksReport& report);

} // namespace layakari
