// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures as tables (CSV as in RFC 4180: a header, commas, quotes where needed, UTF-8) and phases
// as captions (WebVTT, W3C 2019), for other programs.
#pragma once

#include "core/journal/records.hpp"
#include "core/reading/reading.hpp"

#include <string>
#include <vector>

namespace layakari {

/// Words as a cell of a line: quoted where they have a comma, a quote or a line break; behind an
/// apostrophe where a spreadsheet would take them for a formula (they begin with = + - @).
std::string csvCell(const std::string& words);

/// A sitting with the names that belong to it.
struct NamedSitting {
    Sitting sitting;
    std::string person;
    std::string plan;
};
/// One line a sitting. Units are in the header; what a sitting does not have is an empty cell.
std::string sittingsCsv(const std::vector<NamedSitting>& sittings);

/// The same headers stand over the tables of several sittings, so that they can be joined: each
/// line begins with `sitting`.
std::string phasesCsvHeader();
std::string strokesCsvHeader();
std::string humsCsvHeader();
/// One line for each phase of each cycle: planned and kept counts.
std::string phasesCsv(const Reading& reading, Id sitting);
/// One line a stroke.
std::string strokesCsv(const Reading& reading, Id sitting);
/// One line a hum.
std::string humsCsv(const Reading& reading, Id sitting);

/// The phases as captions that a player shows over the recording.
std::string captionsVtt(const Reading& reading);

} // namespace layakari
