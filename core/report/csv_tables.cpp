// SPDX-License-Identifier: GPL-3.0-or-later
//
// CSV as in RFC 4180: a header, commas, quotes where needed, UTF-8.
#include "core/report/csv_tables.hpp"

#include <cstring>

namespace layakari {

std::string csvCell(const std::string& words)
{
    // A spreadsheet takes a cell that begins so for a formula, which may start programs.
    const bool isFormula = !words.empty() && std::strchr("=+-@\t\r", words.front()) != nullptr;
    std::string text = isFormula ? "'" + words : words;
    if (text.find_first_of(",\"\r\n") == std::string::npos) return text;
    std::string quoted = "\"";
    for (const char c : text) quoted += c == '"' ? "\"\"" : std::string(1, c);
    return quoted + "\"";
}

std::string csvLine(const Row& row)
{
    std::string line;
    bool isFirst = true;
    for (const Cell& cell : row) {
        if (!std::exchange(isFirst, false)) line += ',';
        if (const auto* number = std::get_if<double>(&cell)) line += exportedNumber(*number);
        if (const auto* whole = std::get_if<std::int64_t>(&cell)) line += std::to_string(*whole);
        if (const auto* text = std::get_if<std::string>(&cell)) line += csvCell(*text);
    }
    return line + "\r\n";
}

namespace {

class CsvWriter : public TableWriter {
public:
    std::size_t begin(const TableHead& head) override
    {
        m_tables.push_back({head.name, csvLine(Row(head.columns.begin(), head.columns.end()))});
        return m_tables.size() - 1;
    }
    void add(std::size_t table, const Row& row) override { m_tables[table].text += csvLine(row); }
    Result<void> finish(OutFolder& folder) override
    {
        for (const Table& table : m_tables)
            if (auto written = folder.write(table.name + ".csv", table.text); !written)
                return written;
        return {};
    }

private:
    struct Table {
        std::string name;
        std::string text;
    };
    std::vector<Table> m_tables;
};

} // namespace

std::unique_ptr<TableWriter> makeCsvWriter() { return std::make_unique<CsvWriter>(); }

} // namespace layakari
