// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/report/table.hpp"

namespace layakari {

/// Words as a cell of a line: quoted where they have a comma, a quote or a line break; behind an
/// apostrophe where a spreadsheet would take them for a formula (they begin with = + - @).
std::string csvCell(const std::string& words);

/// A row, with its line break.
std::string csvLine(const Row& row);

std::unique_ptr<TableWriter> makeCsvWriter();

} // namespace layakari
