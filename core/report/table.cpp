// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/table.hpp"

#include "core/report/csv_tables.hpp"

#include <cmath>
#include <fmt/format.h>

namespace layakari {

std::unique_ptr<TableWriter> makeJsonWriter();
std::unique_ptr<TableWriter> makeOdsWriter();

const std::vector<TableFormat>& tableFormats()
{
    static const std::vector<TableFormat> formats{
        {"csv", "comma-separated values (RFC 4180), a file for each table", &makeCsvWriter},
        {"json", "JSON, a file for each table", &makeJsonWriter},
        {"ods", "an OpenDocument spreadsheet, a sheet for each table", &makeOdsWriter},
    };
    return formats;
}

Result<const TableFormat*> findTableFormat(const std::string& key)
{
    std::string all;
    for (const TableFormat& format : tableFormats()) {
        if (key == format.key) return &format;
        all += (all.empty() ? "" : ", ") + std::string(format.key);
    }
    return fail({ErrorCode::BadArgument, "", "", "\"" + key + "\" is no format of tables",
                 "there are " + all});
}

Cell cellOf(const std::optional<double>& value)
{
    return value && std::isfinite(*value) ? Cell(*value) : Cell();
}

Cell cellOf(const std::optional<int>& value)
{
    return value ? Cell(static_cast<std::int64_t>(*value)) : Cell();
}

std::string exportedNumber(double value) { return fmt::format("{:.6g}", value); }

} // namespace layakari
