// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings, plans and ladders as somebody may have changed them: each is refused with its place, or
// is one that can be measured, told and written again.
#include "bench/mangle/manglers.hpp"
#include "core/report/sentence.hpp"
#include "core/report/summary_page.hpp"
#include "core/report/tables.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <chrono>
#include <nlohmann/json.hpp>

using namespace layakari;
using Json = nlohmann::json;

namespace {

std::string readingOf(const char* preset)
{
    const SimulatedSound practice = practise(preset, *temperamentByName("steady"), 4);
    RecordingInfo info;
    info.file = "practice.flac";
    info.sampleRateHz = analysisRateHz;
    info.channels = 1;
    const Listened listened = listenToSound(info, trackOf(practice.sound), {});
    return readingToJson(readAgainst(listened, practice.truth.plan));
}

// All that a reading is used for, where it is one.
void use(const Result<Reading>& reading)
{
    if (!reading) {
        CHECK(reading.error().code == ErrorCode::BadReading);
        CHECK_FALSE(reading.error().place.empty());
        return;
    }
    CHECK_FALSE(inOneSentence(*reading).empty());
    CHECK_FALSE(readableSummary(*reading).empty());
    const auto writer = (*findTableFormat("csv"))->make();
    SittingTables(*writer).add(1, *reading);
    CHECK_FALSE(captionsVtt(*reading).empty());
    CHECK(parseReading(readingToJson(*reading), "again").has_value());
}

std::vector<Json*> valuesIn(Json& json)
{
    std::vector<Json*> all{&json};
    if (json.is_structured())
        for (auto& member : json) {
            const auto inner = valuesIn(member);
            all.insert(all.end(), inner.begin(), inner.end());
        }
    return all;
}

} // namespace

TEST_CASE("A reading with any value in any place is refused, or one like others", "[slow]")
{
    const std::vector<Json> values{
        nullptr, true,   -1,  0,        1,  2147483647,    -2147483648,    1e9,
        1e308,   -1e308, 0.5, "inhale", "", Json::array(), Json::object(), Json::array({0, 0})};
    std::mt19937 random(5);
    for (const char* preset : {"square-4", "composite-round", "humming-3"}) {
        const Json whole = Json::parse(readingOf(preset));
        const auto asItIs = parseReading(whole.dump(), "whole");
        if (!asItIs) FAIL(asItIs.error().message());
        for (int i = 0; i < 200; ++i) {
            Json changed = whole;
            for (unsigned n = 0; n <= random() % 3; ++n) {
                const auto places = valuesIn(changed);
                *places[random() % places.size()] = values[random() % values.size()];
            }
            INFO(preset << " " << i);
            use(parseReading(changed.dump(), "changed"));
        }
    }
}

TEST_CASE("Mangled texts of readings, plans and ladders are refused, or like others")
{
    std::mt19937 random(6);
    const std::string reading = readingOf("kapalabhati-4x27");
    const std::string plan = findPreset("composite-round")->json;
    const std::string ladder = ladderToJson(builtInLadders({}).front());
    for (const bench::Mangler& way : bench::manglers())
        for (int i = 0; i < 25; ++i) {
            INFO(way.name << " " << i);
            use(parseReading(way.mangle(reading, random), "reading"));
            if (const auto parsed = parsePlan(way.mangle(plan, random), "plan"))
                CHECK(parsePlan(planToJson(*parsed), "again").has_value());
            if (const auto parsed = parseLadder(way.mangle(ladder, random), "ladder"))
                CHECK(parseLadder(ladderToJson(*parsed), "again").has_value());
        }
}

TEST_CASE("A document is refused that has more in it than any reading needs")
{
    const std::string head = R"({"format":"layakari.reading","version":1,"more":)";
    for (const std::string& more : {std::string(1000, '[') + std::string(1000, ']'), "[" + [] {
                                        std::string many;
                                        for (int i = 0; i < 2'000'010; ++i) many += "0,";
                                        return many;
                                    }() + "0]"}) {
        const auto refused = parseReading(head + more + "}", "large");
        REQUIRE_FALSE(refused.has_value());
        CHECK(refused.error().message().size() < 300);
    }
}
