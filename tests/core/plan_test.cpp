// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/pitch/pitch.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <fstream>
#include <set>
#include <sys/stat.h>

using namespace layakari;

namespace {

std::string planWith(const std::string& parts)
{
    return R"({"format":"layakari.plan","version":1,"name":"T","count_length_s":null,"parts":)" +
           parts + "}";
}

std::string cyclesWith(const std::string& phase)
{
    return planWith(R"([{"kind":"cycles","repeat":2,"phases":[)" + phase + "]}]");
}

std::string nestedGroups(int depth)
{
    std::string parts = R"([{"kind":"rest"}])";
    for (int i = 0; i < depth; ++i)
        parts = R"([{"kind":"group","repeat":1,"parts":)" + parts + "}]";
    return planWith(parts);
}

} // namespace

TEST_CASE("Every preset parses, has its own id and name, and comes back unchanged from JSON")
{
    std::set<std::string> ids;
    std::set<std::string> names;
    REQUIRE(presets().size() >= 26);
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        CHECK(ids.insert(preset.id).second);
        CHECK(names.insert(preset.plan.name).second);
        CHECK_FALSE(preset.plan.technique.empty());
        const auto again = parsePlan(planToJson(preset.plan), "again");
        REQUIRE(again.has_value());
        CHECK(*again == preset.plan);
    }
}

TEST_CASE("A plan with every key of the format comes back unchanged")
{
    const std::string json =
        R"({"format":"layakari.plan","version":1,"name":"All","technique":"own","count_length_s":1.25,"sa_hz":196,
      "colour":"ignored","parts":[
        {"kind":"group","repeat":3,"name":"Round","parts":[
          {"kind":"strokes","style":"bhastrika","strokes":20,"rate_per_min":40,"pace":"rise-fall"},
          {"kind":"cycles","repeat":2,"phases":[
            {"phase":"inhale","counts":4,"route":"nose","nostril":"left","opening":"narrow"},
            {"phase":"hold_full","counts":{"min":5,"max":8},"locks":["chin","root","belly"]},
            {"phase":"exhale","counts":null,"sound":"hum","pitch":"Re","nostril":"both","opening":"open"},
            {"phase":"hold_empty","counts":0.5},
            {"phase":"inhale","counts":2,"sound":"ujjayi"},
            {"phase":"exhale","counts":2,"sound":"sigh","route":"mouth"}]},
          {"kind":"rest","breaths":3,"seconds":20}]}]})";
    const auto plan = parsePlan(json, "all.json");
    REQUIRE(plan.has_value());
    const auto again = parsePlan(planToJson(*plan), "again");
    REQUIRE(again.has_value());
    CHECK(*again == *plan);
    CHECK(plannedCycleCount(*plan) == 6);
}

TEST_CASE("A faulty plan is refused with the pointer of the fault and a reason")
{
    struct Row {
        std::string json;
        std::string place;
        std::string cause;
    };
    const Row rows[] = {
        {"", "/", "is not JSON"},
        {"[]", "/", "must be an object"},
        {"{\"format\":\"layakari.plan\",", "/", "is not JSON"},
        {R"({"version":1})", "/format", "is missing"},
        {R"({"format":"other","version":1})", "/format", "must be a \"layakari.plan\" file"},
        {R"({"format":"layakari.plan","version":2,"name":"x","parts":[]})", "/version",
         "newer than the 1"},
        {R"({"format":"layakari.plan","version":1,"parts":[]})", "/name", "is missing"},
        {planWith("[]"), "/parts", "at least 1"},
        {planWith("7"), "/parts", "must be a list"},
        {planWith(R"([{"kind":"dance"}])"), "/parts/0/kind", "cycles, strokes, rest, group"},
        {planWith(R"([{"kind":"cycles","repeat":0,"phases":[]}])"), "/parts/0/repeat", "from 1 to"},
        {planWith(R"([{"kind":"cycles","repeat":1.5,"phases":[]}])"), "/parts/0/repeat",
         "whole number"},
        {planWith(R"([{"kind":"cycles","repeat":1,"phases":[]}])"), "/parts/0/phases",
         "at least 1"},
        {cyclesWith(R"({"phase":"inhale"})"), "/parts/0/phases/0/counts", "is missing"},
        {cyclesWith(R"({"phase":"inhale","counts":"4"})"), "/parts/0/phases/0/counts",
         "must be a number"},
        {cyclesWith(R"({"phase":"inhale","counts":0})"), "/parts/0/phases/0/counts",
         "greater than 0"},
        {cyclesWith(R"({"phase":"inhale","counts":-4})"), "/parts/0/phases/0/counts", "from 0 to"},
        {cyclesWith(R"({"phase":"inhale","counts":1e300})"), "/parts/0/phases/0/counts",
         "from 0 to"},
        {cyclesWith(R"({"phase":"inhale","counts":{"min":8,"max":5}})"), "/parts/0/phases/0/counts",
         "above its max"},
        {cyclesWith(R"({"phase":"gulp","counts":4})"), "/parts/0/phases/0/phase",
         "must be one of inhale"},
        {cyclesWith(R"({"phase":"inhale","counts":4,"nostril":"middle"})"),
         "/parts/0/phases/0/nostril", "left, right, both"},
        {cyclesWith(R"({"phase":"hold_full","counts":4,"locks":["chin","door"]})"),
         "/parts/0/phases/0/locks/1", "chin, root, belly"},
        {cyclesWith(R"({"phase":"exhale","counts":4,"sound":"hum","pitch":"H9"})"),
         "/parts/0/phases/0/pitch", "must be a swara"},
        {cyclesWith(R"({"phase":"exhale","counts":4,"pitch":"Sa"})"), "/parts/0/phases/0/pitch",
         "belongs to a hum"},
        {planWith(R"([{"kind":"strokes","style":"kapalabhati","strokes":0}])"), "/parts/0/strokes",
         "from 1 to"},
        {planWith(R"([{"kind":"rest","seconds":0}])"), "/parts/0/seconds", "greater than 0"},
        {planWith(
             R"([{"kind":"group","repeat":2000,"parts":[{"kind":"cycles","repeat":2000,"phases":[{"phase":"inhale","counts":1}]}]}])"),
         "/parts", "more than 20000"},
        {nestedGroups(40), "/parts/0/parts/0/parts/0/parts/0/parts/0/parts/0/parts/0",
         "no more than 6"},
    };
    for (const Row& row : rows) {
        INFO(row.json.substr(0, 200));
        const auto plan = parsePlan(row.json, "p.json");
        REQUIRE_FALSE(plan.has_value());
        CHECK(plan.error().code == ErrorCode::BadPlan);
        CHECK(plan.error().place == row.place);
        CHECK_THAT(plan.error().cause, Catch::Contains(row.cause));
        CHECK_THAT(plan.error().message(), Catch::StartsWith("p.json: " + row.place));
    }
}

TEST_CASE("Deeply nested brackets are refused, not a crash")
{
    CHECK_FALSE(parsePlan(std::string(100000, '['), "deep.json").has_value());
    CHECK_FALSE(
        parsePlan(planWith(std::string(100000, '[') + std::string(100000, ']')), "deep.json")
            .has_value());
}

TEST_CASE("Unfolding writes rounds out in order, and counts repetitions over all rounds of a part")
{
    const Plan& plan = findPreset("alternate-nostril-left-first")->plan;
    const auto steps = unfold(plan);
    REQUIRE(steps.size() == 4 * (3 + 1));
    CHECK(steps[0].part == "/parts/0/parts/0");
    CHECK(steps[3].part == "/parts/0/parts/1");
    CHECK(steps[3].cycle() == nullptr);
    CHECK(steps[4].repetition == 3);
    CHECK(steps[4].round == 1);
    CHECK(steps[4].roundsInAll == 4);
    CHECK(steps.back().round == 3);
}

TEST_CASE("A plan is found by preset id or as a file, and a name that is neither says how to go on")
{
    const TemporaryFolder folder;
    writeText(folder / "mine.json", findPreset("square-4")->json);
    CHECK(planByNameOrFile("square-4")->name == findPreset("square-4")->plan.name);
    CHECK(planByNameOrFile((folder / "mine.json").string())->technique == "square");
    const auto unknown = planByNameOrFile("no-such-plan");
    REQUIRE_FALSE(unknown.has_value());
    CHECK(unknown.error().code == ErrorCode::BadPlan);
    CHECK_THAT(unknown.error().message(), Catch::Contains("layakari-cli presets"));
}

TEST_CASE("Distance from a target is zero within a range and from an open one")
{
    CHECK(TargetCounts::exactly(4).distance(5.5) == Approx(1.5));
    CHECK(TargetCounts::between(5, 8).distance(6) == 0);
    CHECK(TargetCounts::between(5, 8).distance(4) == Approx(1));
    CHECK(TargetCounts::between(5, 8).middle() == Approx(6.5));
    CHECK(TargetCounts::comfortable().distance(100) == 0);
}

TEST_CASE("Notes and swaras have their frequencies")
{
    CHECK(*noteHz("A4") == Approx(440));
    CHECK(*noteHz("G3") == Approx(195.998).epsilon(1e-5));
    CHECK(*noteHz("C4") == Approx(261.626).epsilon(1e-5));
    CHECK(*noteHz("Bb2") == Approx(*noteHz("A#2")));
    CHECK(*swaraRatio("Pa") == Approx(1.5));
    CHECK(*swaraRatio("Re'") == Approx(2.25));
    CHECK(*swaraRatio("Ni,") == Approx(15.0 / 16));
    for (const char* bad : {"", "A", "H4", "A9", "A44", " 4", "Sb", "SA", "Re''"}) {
        INFO(bad);
        CHECK_FALSE(noteHz(bad).has_value());
        CHECK_FALSE(isSwara(bad));
    }
}

TEST_CASE("What is typed for Sa is a note or a frequency that can be hummed")
{
    CHECK(*pitchFromText("A4") == Approx(440));
    CHECK(*pitchFromText("  196 ") == Approx(196));
    CHECK(*pitchFromText("20") == Approx(20));
    CHECK(*pitchFromText("2000") == Approx(2000));
    for (const char* bad :
         {"", "  ", "19.9", "2000.1", "-196", "196 Hz", "nan", "inf", "Pa", "A 4"}) {
        INFO(bad);
        CHECK_FALSE(pitchFromText(bad));
    }
}

TEST_CASE("A plan file that is none is refused with the file, the cause and what to try")
{
    const TemporaryFolder folder;
    std::ofstream(folder / "huge.plan.json") << std::string(20'000'000, ' ');
    REQUIRE(::mkfifo((folder / "pipe.plan.json").c_str(), 0600) == 0);
    struct Row {
        const char* name;
        const char* cause;
    };
    for (const Row& row :
         {Row{"huge.plan.json", "bytes, more than"}, Row{"pipe.plan.json", "not a regular file"},
          Row{"none.plan.json", "no such file"}, Row{"", "a folder"}}) {
        INFO(row.name);
        const auto path = *row.name ? folder / row.name : folder.path();
        const auto plan = readPlanFile(path);
        REQUIRE_FALSE(plan.has_value());
        CHECK_THAT(plan.error().message(), Catch::Contains(path.string()));
        CHECK_THAT(plan.error().cause, Catch::Contains(row.cause));
        CHECK_FALSE(plan.error().tryThis.empty());
    }
}
