// SPDX-License-Identifier: GPL-3.0-or-later
//
// Tables for other programs, and what writes them. A column is one entry in tables.cpp; a format is
// one file (as csv_tables.cpp) and its line in table.cpp.
#pragma once

#include "core/base/new_file.hpp"

#include <cstdint>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace layakari {

/// Nothing where there is nothing to say.
using Cell = std::variant<std::monostate, double, std::int64_t, std::string>;
using Row = std::vector<Cell>;

/// A cell of what may be missing; numbers that no file can have (NaN, infinity) are missing too.
Cell cellOf(const std::optional<double>& value);
Cell cellOf(const std::optional<int>& value);

struct TableHead {
    std::string name; ///< of the file or sheet: "sittings"
    std::vector<std::string> columns;
};

/// A table whose rows are made of `Thing`s, a function for each column.
template <class Thing>
struct TableOf {
    struct Column {
        std::string name;
        std::function<Cell(const Thing&)> cell;
    };
    std::string name;
    std::vector<Column> columns;

    TableHead head() const
    {
        TableHead head{name, {}};
        for (const Column& column : columns) head.columns.push_back(column.name);
        return head;
    }
    Row row(const Thing& thing) const
    {
        Row row;
        for (const Column& column : columns) row.push_back(column.cell(thing));
        return row;
    }
};

/// Takes the rows of several tables as they come and writes them in one format.
class TableWriter {
public:
    virtual ~TableWriter() = default;
    /// Every table is begun, with rows or without. Its number is what `add` names it by.
    virtual std::size_t begin(const TableHead& head) = 0;
    /// As many cells as the table has columns.
    virtual void add(std::size_t table, const Row& row) = 0;
    virtual Result<void> finish(OutFolder& folder) = 0;
};

struct TableFormat {
    const char* key;  ///< "csv"
    const char* what; ///< "comma-separated values, a file a table"
    std::unique_ptr<TableWriter> (*make)();
};
const std::vector<TableFormat>& tableFormats();
/// BadArgument, with the formats that there are, for any other key.
Result<const TableFormat*> findTableFormat(const std::string& key);

/// Numbers as exported files have them: six digits, a decimal point whatever the locale.
std::string exportedNumber(double value);

} // namespace layakari
