// SPDX-License-Identifier: GPL-3.0-or-later
//
// Numbers that programs read, and names that anybody may have chosen.
#include "core/base/text.hpp"
#include "core/journal/figures.hpp"
#include "core/plan/shorthand.hpp"
#include "core/report/csv_tables.hpp"
#include "core/report/tables.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <clocale>
#include <nlohmann/json.hpp>

using namespace layakari;

namespace {

// The program's locale is German for as long as this lives: decimal commas.
class German {
public:
    German()
    {
        const std::string made = folder / "de_DE.UTF-8";
        // localedef has warnings for every locale, and a status for them.
        const int ignored =
            std::system(("localedef -i de_DE -f UTF-8 '" + made + "' 2>/dev/null").c_str());
        (void)ignored;
        ::setenv("LOCPATH", folder.path().c_str(), 1);
        REQUIRE(std::setlocale(LC_ALL, "de_DE.UTF-8") != nullptr);
        char text[8];
        std::snprintf(text, sizeof text, "%.2f", 1.36);
        REQUIRE(std::string(text) == "1,36");
    }
    ~German()
    {
        std::setlocale(LC_ALL, "C");
        ::unsetenv("LOCPATH");
    }

private:
    TemporaryFolder folder;
};

} // namespace

TEST_CASE("On a German desktop files have decimal points, and counts are read with them", "[slow]")
{
    const German german;
    NamedSitting named;
    setFigure(named.sitting, figure::accuracy, 97.25);
    setFigure(named.sitting, figure::countLength, 1.36);
    CHECK_THAT(csvLine(sittingsTable().row(named)),
               Catch::Contains(",97.25,") && Catch::Contains(",1.36,"));
    const auto plan = parseShorthand("4.5-7-8 @1.2s");
    REQUIRE(plan.has_value());
    Plan written;
    written.name = "Ragged";
    written.countLengthS = 1.25;
    Cycles cycles{2, {Phase{}}};
    cycles.phases.front().counts = TargetCounts::exactly(4.5);
    written.parts = {Part{cycles}};
    CHECK_THAT(planToJson(written), Catch::Contains("1.25") && Catch::Contains("4.5"));
    REQUIRE(parsePlan(planToJson(written), "plan").has_value());
    CHECK(*parsePlan(planToJson(written), "plan") == written);
}

TEST_CASE(
    "A name keeps its letters and loses what would break a line, a page or the order of letters")
{
    const struct {
        std::string name;
        std::string clean;
    } cases[]{{"Runa Vestlid", "Runa Vestlid"},
              {"  Runa \t\n  Vestlid ", "Runa Vestlid"},
              {std::string("Runa\0Vestlid\x1b[31m", 17), "RunaVestlid[31m"},
              {"\xe2\x80\xae"
               "anuR"
               "\xe2\x80\xac",
               "anuR"},
              {"\xd7\xa8\xd7\x95\xd7\xa0\xd7\x94", "\xd7\xa8\xd7\x95\xd7\xa0\xd7\x94"},
              {"Runa \xff\xc3", "Runa \xef\xbf\xbd\xef\xbf\xbd"},
              {"\n\x07\xe2\x80\xae", ""},
              {std::string(300, 'a') + "b", std::string(100, 'a')},
              {std::string(99, 'a') + " b", std::string(99, 'a')}};
    for (const auto& c : cases) {
        INFO(c.name);
        CHECK(cleanName(c.name) == c.clean);
        CHECK(cleanName(cleanName(c.name)) == cleanName(c.name));
    }
}

TEST_CASE("Any name is a part of a path, and one part only")
{
    for (const std::string& name :
         {std::string("Runa/../../etc"), std::string(".."), std::string("."), std::string(),
          std::string("a\0b", 3), std::string("/"), std::string(10'000, 'x'),
          std::string(".hidden"), std::string("\xff\xfe"),
          std::string("\xe0\xa4\xaa") + std::string(3000, 'n')}) {
        INFO(name.substr(0, 50));
        const std::string file = fileNameFrom(name);
        CHECK_FALSE(file.empty());
        CHECK(file.size() <= 100);
        CHECK(file.find('/') == std::string::npos);
        CHECK(file.front() != '.');
        const TemporaryFolder folder;
        writeText(folder / file, "there");
        CHECK(readText(folder / file) == "there");
    }
    CHECK(fileNameFrom("Runa Vestlid") == "Runa Vestlid");
}

TEST_CASE("JSON is written of bytes that are no text, and stays JSON")
{
    const std::string text = jsonText({{"file", "caf\xe9.wav"}});
    CHECK(nlohmann::json::parse(text)["file"] == "caf\xef\xbf\xbd.wav");
}

TEST_CASE("A cell that a spreadsheet would take for a formula is words to it")
{
    for (const char* words : {"=1+1", "+cmd", "-2", "@SUM(A1)", "\t=1"}) {
        const std::string cell = csvCell(words);
        INFO(cell);
        CHECK((cell.front() == '\'' || cell.starts_with("\"'")));
    }
    CHECK(csvCell("calm, after") == "\"calm, after\"");
    CHECK(csvCell("2 - 3") == "2 - 3");
    // A number is one: it can be less than nothing.
    NamedSitting named;
    setFigure(named.sitting, figure::humSteadiness, -3.5);
    CHECK_THAT(csvLine(sittingsTable().row(named)), Catch::Contains(",-3.5,"));
}
