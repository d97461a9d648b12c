// SPDX-License-Identifier: GPL-3.0-or-later
//
// An OpenDocument spreadsheet (OASIS OpenDocument 1.3, parts 2 and 3): a zip with the sheets in
// content.xml. Numbers are numbers in it, whatever decimal sign the reader's locale has.
#include "core/report/table.hpp"

#include <pugixml.hpp>
#include <sstream>
#include <zip.h>

namespace layakari {

namespace {

constexpr const char* mediaType = "application/vnd.oasis.opendocument.spreadsheet";
// What the usual programs open; what is beyond goes into another sheet.
constexpr std::size_t mostRows = 1'000'000;

constexpr const char* manifest =
    R"(<?xml version="1.0" encoding="UTF-8"?>
<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">
<manifest:file-entry manifest:full-path="/" manifest:version="1.3" manifest:media-type="application/vnd.oasis.opendocument.spreadsheet"/>
<manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/>
</manifest:manifest>
)";

constexpr const char* contentHead =
    R"(<?xml version="1.0" encoding="UTF-8"?>
<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0" office:version="1.3">
<office:automatic-styles><style:style style:name="head" style:family="table-cell"><style:text-properties fo:font-weight="bold"/></style:style></office:automatic-styles>
<office:body><office:spreadsheet>
)";
constexpr const char* contentEnd =
    "</office:spreadsheet></office:body></office:document-content>\n";

// XML 1.0 has no other control characters.
std::string withoutControls(std::string text)
{
    std::erase_if(text,
                  [](unsigned char c) { return c < 0x20 && c != '\t' && c != '\n' && c != '\r'; });
    return text;
}

std::string xmlOf(const Row& row, const char* style = nullptr)
{
    pugi::xml_document document;
    pugi::xml_node line = document.append_child("table:table-row");
    for (const Cell& cell : row) {
        pugi::xml_node node = line.append_child("table:table-cell");
        if (style) node.append_attribute("table:style-name") = style;
        std::string shown;
        if (const auto* text = std::get_if<std::string>(&cell)) {
            shown = withoutControls(*text);
            node.append_attribute("office:value-type") = "string";
        } else if (!std::holds_alternative<std::monostate>(cell)) {
            const auto* whole = std::get_if<std::int64_t>(&cell);
            shown = whole ? std::to_string(*whole) : exportedNumber(std::get<double>(cell));
            node.append_attribute("office:value-type") = "float";
            node.append_attribute("office:value") = shown.c_str();
        } else {
            continue;
        }
        node.append_child("text:p").text() = shown.c_str();
    }
    std::ostringstream out;
    line.print(out, "", pugi::format_raw);
    return out.str() + "\n";
}

std::string quotedName(const std::string& name)
{
    pugi::xml_document document;
    pugi::xml_node node = document.append_child("t");
    node.append_attribute("table:name") = name.c_str();
    std::ostringstream out;
    node.print(out, "", pugi::format_raw);
    const std::string text = out.str(); // <t table:name="…"/>
    return text.substr(3, text.rfind('"') - 2);
}

struct Part {
    const char* name;
    const std::string* text;
    bool isStored; // readers tell the kind of file by it, where it lies uncompressed at the front
};

// The bytes of a zip file; nothing where libzip has no memory.
std::optional<std::string> zipped(const std::vector<Part>& parts)
{
    zip_error_t error;
    zip_source_t* bytes = zip_source_buffer_create(nullptr, 0, 0, &error);
    zip_t* zip = bytes ? zip_open_from_source(bytes, ZIP_TRUNCATE, &error) : nullptr;
    if (!zip) return std::nullopt;
    zip_source_keep(bytes);
    const std::unique_ptr<zip_source_t, void (*)(zip_source_t*)> kept(bytes, &zip_source_free);
    for (const Part& part : parts) {
        zip_source_t* source = zip_source_buffer(zip, part.text->data(), part.text->size(), 0);
        const auto at = zip_file_add(zip, part.name, source, ZIP_FL_ENC_UTF_8);
        if (at < 0) {
            zip_source_free(source);
            zip_discard(zip);
            return std::nullopt;
        }
        zip_set_file_compression(zip, static_cast<zip_uint64_t>(at),
                                 part.isStored ? ZIP_CM_STORE : ZIP_CM_DEFLATE, 0);
    }
    if (zip_close(zip) != 0) {
        zip_discard(zip);
        return std::nullopt;
    }
    zip_stat_t stat;
    if (zip_source_stat(bytes, &stat) != 0 || zip_source_open(bytes) != 0) return std::nullopt;
    std::string file(static_cast<std::size_t>(stat.size), '\0');
    const auto got = zip_source_read(bytes, file.data(), file.size());
    zip_source_close(bytes);
    if (got != static_cast<zip_int64_t>(file.size())) return std::nullopt;
    return file;
}

class OdsWriter : public TableWriter {
public:
    std::size_t begin(const TableHead& head) override
    {
        m_sheets.push_back({head, {}, 0});
        startSheet(m_sheets.back(), head.name);
        return m_sheets.size() - 1;
    }
    void add(std::size_t table, const Row& row) override
    {
        Sheet& sheet = m_sheets[table];
        if (sheet.rows > 0 && sheet.rows % mostRows == 0) {
            sheet.xml += "</table:table>\n";
            startSheet(sheet, sheet.head.name + " " + std::to_string(1 + sheet.rows / mostRows));
        }
        sheet.xml += xmlOf(row);
        ++sheet.rows;
    }
    Result<void> finish(OutFolder& folder) override
    {
        std::string content = contentHead;
        for (const Sheet& sheet : m_sheets) content += sheet.xml + "</table:table>\n";
        content += contentEnd;
        const std::string type = mediaType;
        const std::string list = manifest;
        const auto file = zipped({{"mimetype", &type, true},
                                  {"content.xml", &content, false},
                                  {"META-INF/manifest.xml", &list, false}});
        if (!file)
            return fail({ErrorCode::CannotWrite, "tables.ods", "",
                         "the spreadsheet could not be made", "free some memory, or write CSV"});
        return folder.write("tables.ods", *file);
    }

private:
    struct Sheet {
        TableHead head;
        std::string xml;
        std::size_t rows = 0;
    };
    std::vector<Sheet> m_sheets;

    static void startSheet(Sheet& sheet, const std::string& name)
    {
        sheet.xml += "<table:table " + quotedName(name) + ">\n";
        sheet.xml += "<table:table-column table:number-columns-repeated=\"" +
                     std::to_string(sheet.head.columns.size()) + "\"/>\n";
        sheet.xml += xmlOf(Row(sheet.head.columns.begin(), sheet.head.columns.end()), "head");
    }
};

} // namespace

std::unique_ptr<TableWriter> makeOdsWriter() { return std::make_unique<OdsWriter>(); }

} // namespace layakari
