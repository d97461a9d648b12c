// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/slow_bellows.hpp"
#include "core/align/stroke_match.hpp"
#include "core/curriculum/presets.hpp"
#include "core/hear/listener.hpp"
#include "core/reading/beyond_phases.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

TEST_CASE("A bellows stroke is one inhale and one exhale")
{
    const double perMin = GENERATE(30, 45, 70);
    INFO(perMin << " a minute");
    StrokeSound sound(static_cast<unsigned>(perMin));
    sound.quiet(1).naturalBreaths(2).bellows(20, perMin).quiet(1).naturalBreaths(2).quiet(1);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 20);
    CHECK(heard.strokeRuns[0].twoSided);
}

TEST_CASE("Slow bellows are breaths to the ear, and strokes to a plan of bellows")
{
    StrokeSound sound(3);
    sound.quiet(1).naturalBreaths(2).bellows(10, 17).quiet(1).naturalBreaths(2).quiet(1);
    const Heard heard = listenTo(sound.track());
    CHECK(heard.strokeRuns.empty());
    const Plan plan = findPreset("bhastrika-3x10")->plan;
    const Heard planned = withSlowBellows(heard, unfold(plan));
    REQUIRE(planned.strokeRuns.size() == 1);
    CHECK(planned.strokeRuns[0].strokes.size() == 10);
    const Heard other = withSlowBellows(heard, unfold(findPreset("even-4-4")->plan));
    CHECK(other.strokeRuns.empty());
}

TEST_CASE("A pause of two seconds does not end slow bellows, and natural breath is no run of them")
{
    StrokeSound sound(21);
    sound.quiet(1).naturalBreaths(7).quiet(3).bellows(8, 18).quiet(2).bellows(8, 18).quiet(3);
    sound.naturalBreaths(7).quiet(1);
    Strokes run;
    run.style = StrokeStyle::Bhastrika;
    run.strokes = 16;
    Plan plan;
    plan.parts.push_back({run});
    const Heard heard = withSlowBellows(listenTo(sound.track()), unfold(plan));
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 16);
}

TEST_CASE(
    "Of slow bellows all are counted where the first inhale was not heard, and none more where "
    "a breath comes in their rhythm: a whole run tells which is which")
{
    Strokes run;
    run.style = StrokeStyle::Bhastrika;
    run.strokes = 12;
    Plan plan;
    plan.parts = {{run}, {run}};
    StrokeSound sound(27);
    const auto exhale = [&] {
        sound.timesS.push_back(sound.now() + 0.02);
        sound.sound(1.6, -19, 0.04, 900).quiet(0.14);
    };
    const auto bellows = [&](int count) {
        for (int i = 0; i < count; ++i) {
            sound.sound(1.6, -25, 0.04, 2400).quiet(0.14);
            exhale();
        }
    };
    sound.quiet(1);
    bellows(10);
    sound.quiet(3).naturalBreaths(2).quiet(2);
    SECTION("first inhale lost")
    {
        exhale();
        bellows(9);
    }
    SECTION("inhale after them")
    {
        bellows(10);
        sound.sound(2.7, -29, 0.04, 2400);
    }
    sound.quiet(2).naturalBreaths(2).quiet(1);
    const Heard heard = withSlowBellows(listenTo(sound.track()), unfold(plan));
    REQUIRE(heard.strokeRuns.size() == 2);
    REQUIRE(heard.strokeRuns[1].strokes.size() == 10);
    // Where one end lacks a half the count is less sure, where one was left out it is not.
    const bool isLess = heard.strokeRuns[1].countConfidence < heard.strokeRuns[0].countConfidence;
    CHECK(isLess == !heard.strokeRuns[1].strokes[0].inhaleTimeS.has_value());
    for (std::size_t k = 0; k < 10; ++k) // timed by the exhales
        CHECK(heard.strokeRuns[1].strokes[k].timeS == Approx(sound.timesS[10 + k]).margin(0.3));
}

TEST_CASE(
    "Natural breath that goes over into slow bellows without a pause, as loud, is no part of them")
{
    StrokeSound sound(31);
    const auto breath = [&](double inhaleS, double exhaleS) {
        sound.sound(inhaleS, -25, 0.04, 2400).quiet(0.05);
        sound.sound(exhaleS, -20, 0.04, 900).quiet(0.15);
    };
    Strokes run;
    run.style = StrokeStyle::Bhastrika;
    run.strokes = 10;
    Plan plan;
    plan.parts.push_back({run});
    sound.quiet(1);
    for (int i = 0; i < 2; ++i) breath(2.6, 3);
    const double startS = sound.now();
    for (int i = 0; i < 9; ++i) breath(1.4, 1.4);
    double endS = 0;
    SECTION("nor what follows them")
    {
        breath(1.4, 1.4);
        endS = sound.now();
        for (int i = 0; i < 2; ++i) breath(2.6, 3);
    }
    SECTION("while a long last exhale is")
    {
        breath(1.4, 2.6);
        endS = sound.now();
    }
    sound.quiet(1);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.empty()); // only the plan can tell
    const Heard planned = withSlowBellows(heard, unfold(plan));
    REQUIRE(planned.strokeRuns.size() == 1);
    CHECK(planned.strokeRuns[0].startS == Approx(startS).margin(0.3));
    CHECK(planned.strokeRuns[0].endS == Approx(endS).margin(0.3));
    CHECK(planned.strokeRuns[0].strokes.size() == 10);
}

TEST_CASE("Slow bellows are found beside strokes of another kind that were heard")
{
    StrokeSound sound(26);
    sound.quiet(1).strokes(27, 60, -60).quiet(1).naturalBreaths(3).quiet(2);
    sound.strokes(27, 60, -60).quiet(1).naturalBreaths(3).quiet(3).bellows(12, 18).quiet(2);
    Strokes quick;
    quick.strokes = 27;
    Strokes slow;
    slow.style = StrokeStyle::Bhastrika;
    slow.strokes = 12;
    Plan plan;
    plan.parts = {{quick}, {quick}, {slow}};
    const Heard heard = withSlowBellows(listenTo(sound.track()), unfold(plan));
    REQUIRE(heard.strokeRuns.size() == 3);
    CHECK(heard.strokeRuns[1].strokes.size() == 27);
    CHECK(heard.strokeRuns[2].strokes.size() == 12);
}

TEST_CASE("Bellows that pause in their midst are one run, though a stroke waits for its inhale")
{
    StrokeSound sound(22);
    sound.quiet(1).bellows(8, 32).quiet(2.6).bellows(7, 32).quiet(2);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 15);
}

TEST_CASE("Bellows that are strong and weak by turns are all strokes, and not each other's inhales")
{
    StrokeSound sound(25);
    sound.quiet(1).naturalBreaths(2);
    for (int stroke = 0; stroke < 16; ++stroke) {
        sound.sound(0.56, -23, 0.04, 2400).quiet(0.05);
        sound.sound(0.46, stroke % 2 == 0 ? -18 : -23, 0.04, 900);
        sound.quiet(0.15);
    }
    sound.quiet(1).naturalBreaths(2).quiet(1);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 16);
}

TEST_CASE("In and out of one spectrum that differ in level only are one stroke")
{
    StrokeSound sound(15);
    sound.quiet(1).naturalBreaths(2);
    for (int i = 0; i < 20; ++i) {
        sound.sound(0.6, -27, 0.04, 1500).quiet(0.06);
        sound.timesS.push_back(sound.now() + 0.02);
        sound.sound(0.6, -20, 0.04, 1500).quiet(0.06);
    }
    sound.quiet(1).naturalBreaths(2).quiet(1);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 20);
}

namespace {

// Halves of bellows, an inhale first, each 0.75 s after the one before; exhales are louder.
std::vector<HeardStroke> halvesInTurn(std::size_t count, double exhaleLouderDb)
{
    std::vector<HeardStroke> halves;
    for (std::size_t k = 0; k < count; ++k)
        halves.push_back({1 + 0.75 * static_cast<double>(k),
                          24 + (k % 2 ? exhaleLouderDb : 0),
                          true,
                          0.4,
                          {},
                          0});
    return halves;
}

} // namespace

TEST_CASE("The louder half is the one that runs of whole strokes say")
{
    CHECK(louderHalfOf({halvesInTurn(20, 4), halvesInTurn(19, 4)}) == LouderHalf::Exhale);
    CHECK(louderHalfOf({halvesInTurn(20, -4)}) == LouderHalf::Inhale);
    CHECK(louderHalfOf({halvesInTurn(20, 0.5)}) == LouderHalf::Unknown);
    CHECK(louderHalfOf({halvesInTurn(19, -4)}) == LouderHalf::Exhale); // none is whole
}

TEST_CASE("Of an odd number of halves a stroke without its inhale is the first, or the last has no "
          "exhale")
{
    auto firstLost = halvesInTurn(20, 4);
    firstLost.erase(firstLost.begin());
    const auto lastLost = halvesInTurn(19, 4);
    const auto exhaleTimes = [](const std::vector<HeardStroke>& strokes) {
        return static_cast<double>(std::count_if(
            strokes.begin(), strokes.end(), [](const HeardStroke& s) { return s.levelDb == 28; }));
    };
    for (const auto& halves : {firstLost, lastLost}) {
        const auto strokes =
            strokesOfHalves(evenHalves(halves, LouderHalf::Exhale), LouderHalf::Exhale);
        CHECK(strokes.size() == 10);
        CHECK(exhaleTimes(strokes) == (halves.size() == 19 && halves[0].levelDb == 28 ? 10 : 9));
    }
    CHECK_FALSE(strokesOfHalves(firstLost, LouderHalf::Exhale).front().inhaleTimeS.has_value());
    CHECK(strokesOfHalves(halvesInTurn(20, 4), LouderHalf::Exhale).size() == 10);
    CHECK(strokesOfHalves({}, LouderHalf::Exhale).empty());
}

TEST_CASE("An end that belongs to bellows is left out less easily than one that does not")
{
    auto halves = halvesInTurn(21, 4);
    halves.front().levelDb += 15;
    halves.back().levelDb -= 9.5;
    CHECK(evenHalves(halves, LouderHalf::Exhale).front().timeS == halves.front().timeS);
    CHECK(evenHalves(halves).front().timeS > halves.front().timeS);
    halves.front().levelDb -= 5.5;
    CHECK(evenHalves(halves, LouderHalf::Inhale).back().timeS == halves.back().timeS);
    CHECK(evenHalves(halves).back().timeS < halves.back().timeS);
}

TEST_CASE("In a reading the whole runs of a recording tell which half another one has lost")
{
    Strokes bellows;
    bellows.style = StrokeStyle::Bhastrika;
    bellows.strokes = 10;
    Plan plan;
    plan.parts = {{bellows}, {bellows}};
    Heard heard;
    heard.strokeRuns.resize(2);
    heard.strokeRuns[0].strokes =
        halvesInTurn(20, -4); // somebody whose inhales are the louder ones
    heard.strokeRuns[1].strokes = halvesInTurn(20, -4);
    heard.strokeRuns[1].strokes.erase(heard.strokeRuns[1].strokes.begin());
    const auto runs = readStrokeRuns(heard, plan);
    REQUIRE(runs.size() == 2);
    CHECK(runs[0].count == 10);
    CHECK(runs[1].count == 10);
    CHECK(runs[1].strokeTimesS == runs[0].strokeTimesS); // by the exhales
}

TEST_CASE("Where both halves of a stroke sound alike, a plan of bellows counts two bursts as one")
{
    HeardStrokeRun halves;
    for (int i = 0; i < 40; ++i) halves.strokes.push_back({i * 0.7, 20, true, {}, 0});
    halves.countConfidence = 1;
    const Strokes bellows{StrokeStyle::Bhastrika, 20, 43.0, Pace::Steady};
    const HeardStrokeRun counted = countedAs(halves, bellows);
    CHECK(counted.strokes.size() == 20);
    CHECK(counted.countConfidence < 1);
    CHECK(countedAs(halves, {StrokeStyle::Kapalabhati, 20, 43.0, Pace::Steady}).strokes.size() ==
          40);
    CHECK(countedAs(halves, {StrokeStyle::Bhastrika, 40, 86.0, Pace::Steady}).strokes.size() == 40);
}
