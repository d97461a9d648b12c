// SPDX-License-Identifier: GPL-3.0-or-later
//
// A table as `layakari.table` 1: its columns, and an object for each row (docs/formats.md).
#include "core/base/text.hpp"
#include "core/report/table.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

Json jsonOf(const Cell& cell)
{
    if (const auto* number = std::get_if<double>(&cell)) return *number;
    if (const auto* whole = std::get_if<std::int64_t>(&cell)) return *whole;
    if (const auto* text = std::get_if<std::string>(&cell)) return *text;
    return nullptr;
}

class JsonWriter : public TableWriter {
public:
    std::size_t begin(const TableHead& head) override
    {
        m_tables.push_back({head, {}});
        return m_tables.size() - 1;
    }
    void add(std::size_t table, const Row& row) override
    {
        auto& [head, text] = m_tables[table];
        Json object;
        for (std::size_t i = 0; i < row.size(); ++i) object[head.columns[i]] = jsonOf(row[i]);
        text += (text.empty() ? "\n" : ",\n") + jsonText(object);
    }
    Result<void> finish(OutFolder& folder) override
    {
        for (const auto& [head, text] : m_tables) {
            const std::string file =
                R"({"format": "layakari.table", "version": 1, "name": )" + jsonText(head.name) +
                ",\n\"columns\": " + jsonText(head.columns) + ",\n\"rows\": [" + text + "\n]}\n";
            if (auto written = folder.write(head.name + ".json", file); !written) return written;
        }
        return {};
    }

private:
    struct Table {
        TableHead head;
        std::string text;
    };
    std::vector<Table> m_tables;
};

} // namespace

std::unique_ptr<TableWriter> makeJsonWriter() { return std::make_unique<JsonWriter>(); }

} // namespace layakari
