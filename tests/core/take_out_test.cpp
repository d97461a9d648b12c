// SPDX-License-Identifier: GPL-3.0-or-later
//
// What leaves in open formats: tables, captions, and a whole journal as a folder.
#include "core/curriculum/presets.hpp"
#include "core/journal/sitting.hpp"
#include "core/report/csv_tables.hpp"
#include "core/report/tables.hpp"
#include "core/report/take_out.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <sstream>

using namespace layakari;

namespace {

// A reader of RFC 4180 that knows nothing of the writer.
std::vector<std::vector<std::string>> parseCsv(const std::string& text)
{
    std::vector<std::vector<std::string>> rows{{""}};
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        std::string& cell = rows.back().back();
        if (quoted && c == '"' && i + 1 < text.size() && text[i + 1] == '"')
            cell += text[++i];
        else if (c == '"')
            quoted = !quoted;
        else if (!quoted && c == ',')
            rows.back().emplace_back();
        else if (!quoted && c == '\n')
            rows.push_back({""});
        else if (quoted || c != '\r')
            cell += c;
    }
    rows.pop_back(); // after the last line break
    return rows;
}

std::string valueOf(const std::vector<std::vector<std::string>>& rows, std::size_t row,
                    const std::string& column)
{
    for (std::size_t c = 0; c < rows.front().size(); ++c)
        if (rows.front()[c] == column) return rows[row][c];
    FAIL("no column " << column);
    return {};
}

std::vector<const TableFormat*> csv() { return {*findTableFormat("csv")}; }

class Kept {
public:
    TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");
    Reading reading;
    Id id = 0;

    explicit Kept(const char* preset, std::uint64_t seed = 51)
    {
        simulateTo(folder / "a.flac", preset, Temperament{}, seed);
        reading = readAgainst(*listenToFile(folder / "a.flac"), findPreset(preset)->plan);
        Person person;
        person.name = "Ingrid \"Inga\" Solvang, cox";
        const Id who = *journal.addPerson(person);
        Sitting sitting = sittingFrom(reading, who, *journal.versionFor(findPreset(preset)->plan),
                                      1'764'000'000, *dayFromText("2025-11-24"));
        sitting.words.note = "the window was open,\nand a bus went by";
        id = *journal.saveSitting(sitting, readingToJson(reading));
    }
    std::string taken(const std::string& name) { return readText(folder / ("out/" + name)); }
};

} // namespace

TEST_CASE("Any text comes back out of a cell as it went in")
{
    for (const std::string text :
         {"", "plain", "a,b", "say \"ah\"", "two\nlines", "\"", ",,", "äöü"})
        CHECK(parseCsv("x," + csvCell(text) + ",y\r\n") ==
              std::vector<std::vector<std::string>>{{"x", text, "y"}});
}

TEST_CASE("A journal taken out says of each sitting what the journal says")
{
    Kept kept("four-seven-eight");
    REQUIRE(takeOut(kept.journal, kept.folder / "out", csv()) == 1);
    const auto sittings = parseCsv(kept.taken("sittings.csv"));
    REQUIRE(sittings.size() == 2);
    CHECK(valueOf(sittings, 1, "person") == "Ingrid \"Inga\" Solvang, cox");
    CHECK(valueOf(sittings, 1, "note") == "the window was open,\nand a bus went by");
    CHECK(valueOf(sittings, 1, "started_utc") == "2025-11-24T16:00:00Z");
    CHECK(std::stod(valueOf(sittings, 1, "accuracy")) ==
          Approx(*kept.reading.summary.accuracy).epsilon(1e-4));
    CHECK(valueOf(sittings, 1, "hum_s").empty());

    const auto phases = parseCsv(kept.taken("phases.csv"));
    CHECK(phases.size() == 1 + 3 * kept.reading.cycles.size());
    CHECK(valueOf(phases, 2, "phase") == "hold_full");
    CHECK(valueOf(phases, 2, "planned_counts_min") == "7");
    CHECK(std::stod(valueOf(phases, 2, "kept_counts")) == Approx(7).margin(1));

    const auto json =
        nlohmann::json::parse(kept.taken("readings/" + std::to_string(kept.id) + ".json"));
    CHECK(json["format"] == "layakari.reading");
    std::size_t plans = 0;
    for (const auto& file : std::filesystem::directory_iterator(kept.folder / "out/plans")) {
        CHECK(readPlanFile(file.path()) == findPreset("four-seven-eight")->plan);
        ++plans;
    }
    CHECK(plans == 1);
    // Again over it: the same.
    const std::string before = kept.taken("sittings.csv");
    REQUIRE(takeOut(kept.journal, kept.folder / "out", csv()) == 1);
    CHECK(kept.taken("sittings.csv") == before);
}

namespace {

// The sheets of a spreadsheet as CSV, by a reader that knows nothing of the writer.
constexpr const char* sheetsToCsv = R"py(
import csv, sys, xml.etree.ElementTree as xml, zipfile
office = '{urn:oasis:names:tc:opendocument:xmlns:office:1.0}'
table = '{urn:oasis:names:tc:opendocument:xmlns:table:1.0}'
text = '{urn:oasis:names:tc:opendocument:xmlns:text:1.0}'
ods = zipfile.ZipFile(sys.argv[1])
assert ods.testzip() is None
first = ods.infolist()[0]
assert first.filename == 'mimetype' and first.compress_type == zipfile.ZIP_STORED
assert ods.read('mimetype') == b'application/vnd.oasis.opendocument.spreadsheet'
xml.fromstring(ods.read('META-INF/manifest.xml'))
for sheet in xml.fromstring(ods.read('content.xml')).iter(table + 'table'):
    with open(sys.argv[2] + '/' + sheet.get(table + 'name') + '.csv', 'w', newline='') as out:
        for row in sheet.iter(table + 'table-row'):
            cells = []
            for cell in row:
                kind = cell.get(office + 'value-type')
                words = '\n'.join(''.join(p.itertext()) for p in cell.iter(text + 'p'))
                cells.append(cell.get(office + 'value') if kind == 'float' else words)
            csv.writer(out).writerow(cells)
)py";

std::vector<const TableFormat*> allFormats()
{
    std::vector<const TableFormat*> all;
    for (const TableFormat& format : tableFormats()) all.push_back(&format);
    return all;
}

// What a sheet of the spreadsheet that was taken out says.
std::vector<std::vector<std::string>> sheetOf(const Kept& kept, const std::string& name)
{
    const TemporaryFolder sheets;
    writeText(sheets / "read.py", sheetsToCsv);
    const std::string command = "python3 '" + (sheets / "read.py").string() + "' '" +
                                (kept.folder / "out/tables.ods").string() + "' '" +
                                sheets.path().string() + "'";
    REQUIRE(std::system(command.c_str()) == 0);
    return parseCsv(readText(sheets / (name + ".csv")));
}

} // namespace

TEST_CASE("Tables say the same as CSV, as JSON and as a spreadsheet")
{
    Kept kept("humming-3", 56);
    REQUIRE(takeOut(kept.journal, kept.folder / "out", allFormats()) == 1);
    for (const std::string name : {"sittings", "phases", "strokes", "hums"}) {
        INFO(name);
        const auto rows = parseCsv(kept.taken(name + ".csv"));
        CHECK(sheetOf(kept, name) == rows);
        const auto json = nlohmann::json::parse(kept.taken(name + ".json"));
        CHECK(json["format"] == "layakari.table");
        CHECK(json["columns"] == rows.front());
        REQUIRE(json["rows"].size() == rows.size() - 1);
        for (std::size_t r = 1; r < rows.size(); ++r)
            for (std::size_t c = 0; c < rows[r].size(); ++c) {
                const auto& cell = json["rows"][r - 1][rows.front()[c]];
                if (cell.is_null())
                    CHECK(rows[r][c].empty());
                else if (cell.is_string())
                    CHECK(cell == rows[r][c]);
                else
                    CHECK(std::stod(rows[r][c]) == Approx(cell.get<double>()).epsilon(1e-5));
            }
    }
}

TEST_CASE("Words that look like formulas, and control characters, do no harm in any format")
{
    Kept kept("square-4", 57);
    Sitting sitting = *kept.journal.sitting(kept.id).value();
    sitting.words.note = "=cmd|'/c calc'!A1";
    sitting.words.feel = "calm\x01 <b>&\"";
    REQUIRE(kept.journal.saveSittingWords(kept.id, sitting.words).has_value());
    REQUIRE(takeOut(kept.journal, kept.folder / "out", allFormats()) == 1);
    CHECK(valueOf(parseCsv(kept.taken("sittings.csv")), 1, "note") == "'=cmd|'/c calc'!A1");
    CHECK(nlohmann::json::parse(kept.taken("sittings.json"))["rows"][0]["note"] ==
          "=cmd|'/c calc'!A1");
    const auto rows = sheetOf(kept, "sittings");
    CHECK(valueOf(rows, 1, "note") == "=cmd|'/c calc'!A1"); // text, so no formula
    CHECK(valueOf(rows, 1, "feel") == "calm <b>&\"");
}

TEST_CASE("A format of tables that there is none of is told with those that there are")
{
    const auto refused = findTableFormat("xls");
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("csv, json, ods"));
}

TEST_CASE("Strokes and hums have tables of their own")
{
    Kept strokes("kapalabhati-3x36", 52);
    REQUIRE(takeOut(strokes.journal, strokes.folder / "out", csv()) == 1);
    std::size_t count = 0;
    for (const ReadStrokeRun& run : strokes.reading.strokeRuns) count += run.strokeTimesS.size();
    CHECK(parseCsv(strokes.taken("strokes.csv")).size() == 1 + count);
    Kept hums("humming-3", 53);
    REQUIRE(takeOut(hums.journal, hums.folder / "out", csv()) == 1);
    const auto rows = parseCsv(hums.taken("hums.csv"));
    REQUIRE(rows.size() == 4);
    CHECK(std::stod(valueOf(rows, 1, "pitch_hz")) == Approx(*hums.reading.hums[0].pitchHz));
}

TEST_CASE("Captions cover the phases in their order, in the form that players read")
{
    Kept kept("square-4", 54);
    const std::string vtt = captionsVtt(kept.reading);
    std::istringstream lines(vtt);
    std::string line;
    REQUIRE((std::getline(lines, line) && line == "WEBVTT"));
    double last = 0;
    std::size_t cues = 0;
    while (std::getline(lines, line)) {
        int h0, m0, h1, m1;
        double s0, s1;
        if (std::sscanf(line.c_str(), "%d:%d:%lf --> %d:%d:%lf", &h0, &m0, &s0, &h1, &m1, &s1) != 6)
            continue;
        const double start = 3600 * h0 + 60 * m0 + s0;
        const double end = 3600 * h1 + 60 * m1 + s1;
        CHECK(start >= last - 1e-9);
        CHECK(end > start);
        last = end;
        ++cues;
    }
    CHECK(cues == kept.reading.phases.size());
    CHECK_THAT(vtt, Catch::Contains("hold in, cycle 1"));
}

TEST_CASE("A folder that cannot be written to is told")
{
    Kept kept("square-4", 55);
    writeText(kept.folder / "file", "no folder");
    const auto refused = takeOut(kept.journal, kept.folder / "file", csv());
    REQUIRE_FALSE(refused.has_value());
    CHECK(refused.error().code == ErrorCode::CannotWrite);
    CHECK_FALSE(refused.error().tryThis.empty());
}
