// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures over weeks: trends that say how sure they are, and changes told from chance.
#include "core/journal/figures.hpp"
#include "core/progress/series.hpp"

#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

const Day monday = *dayFromText("2026-09-07");

Sitting sittingOn(int day, double accuracy)
{
    Sitting s;
    s.id = day + 1;
    s.day = monday + std::chrono::days(day);
    setFigure(s, figure::accuracy, accuracy);
    s.practiceS = 600;
    return s;
}

// The latest first, as a journal gives them.
std::vector<Sitting> weeks(int days, double perDay, double spread, unsigned seed)
{
    std::mt19937 engine(seed);
    std::normal_distribution<double> chance(0, spread);
    std::vector<Sitting> sittings;
    for (int day = days - 1; day >= 0; day -= 2)
        sittings.push_back(sittingOn(day, 80 + perDay * day + chance(engine)));
    return sittings;
}

} // namespace

TEST_CASE("A trend is what was put in, within what it says of its own doubt")
{
    int within = 0;
    constexpr int journeys = 200;
    for (unsigned seed = 0; seed < journeys; ++seed) {
        const auto trend = trendOf(weeks(56, 0.1, 3, seed), figure::accuracy);
        REQUIRE(trend);
        within += trend->low <= 3 && 3 <= trend->high;
        CHECK(trend->sittings == 28);
    }
    CHECK(within >= 0.9 * journeys);
    CHECK(within <= 0.995 * journeys);
}

TEST_CASE("What is uncertain is in no trend, is no best, and changes nothing")
{
    auto sittings = weeks(56, 0.1, 0.5, 5);
    const auto trend = trendOf(sittings, figure::accuracy);
    const auto changes = changesOf(sittings.front(), sittings);
    Sitting uncertain = sittingOn(100, 100);
    uncertain.sure = false;
    sittings.insert(sittings.begin(), uncertain);
    CHECK(trendOf(sittings, figure::accuracy)->perMonth == trend->perMonth);
    CHECK(bestOf(sittings, figure::accuracy)->sitting != uncertain.id);
    CHECK(changesOf(uncertain, sittings).empty());
    const auto after = changesOf(sittings[1], sittings);
    REQUIRE(after.size() == changes.size());
    for (std::size_t i = 0; i < after.size(); ++i) CHECK(after[i].before == changes[i].before);
}

TEST_CASE("A single bad day does not bend a trend")
{
    auto sittings = weeks(56, 0.1, 0.5, 5);
    const double before = trendOf(sittings, figure::accuracy)->perMonth;
    setFigure(sittings[1], figure::accuracy, 5);
    CHECK(trendOf(sittings, figure::accuracy)->perMonth == Approx(before).margin(0.4));
}

TEST_CASE("Few sittings, few days and sittings that were left out make no trend")
{
    CHECK_FALSE(trendOf({}, figure::accuracy));
    CHECK_FALSE(trendOf(weeks(8, 1, 1, 1), figure::accuracy));
    auto sittings = weeks(40, 0.5, 0.1, 2);
    CHECK_FALSE(trendOf(sittings, figure::humLength));
    for (std::size_t i = 4; i < sittings.size(); ++i) sittings[i].words.leftOut = "a visitor spoke";
    CHECK_FALSE(trendOf(sittings, figure::accuracy));
    CHECK(trendInWords(std::nullopt, figure::accuracy) ==
          "Accuracy: too few sittings yet for a trend.");
}

TEST_CASE("A trend's words say how much, which way, and whether it could be none")
{
    CHECK(trendInWords(Trend{2.2, -0.4, 4.8, 20}, figure::accuracy) ==
          "Accuracy is rising by about 2 points a month, which may be chance.");
    CHECK(trendInWords(Trend{1.1, 1, 1.2, 20}, figure::accuracy) ==
          "Accuracy is rising by about 1 point a month.");
    CHECK(trendInWords(Trend{-3, -4, -2, 20}, figure::accuracy) ==
          "Accuracy is falling by about 3 points a month.");
    CHECK(trendInWords(Trend{0.05, 0.02, 0.08, 20}, figure::countLength) ==
          "Length of a count is rising by about 0.05 s a month.");
    CHECK(trendInWords(Trend{1, 0.5, 1.5, 20}, figure::strokePace) ==
          "Stroke rate is rising by about 1 per minute a month.");
    CHECK(trendInWords(Trend{0.1, -1, 1, 20}, figure::accuracy) ==
          "Accuracy: no trend, it stays the same.");
}

TEST_CASE("A change is called more than chance once in twenty when nothing changed")
{
    std::mt19937 engine(9);
    std::normal_distribution<double> chance(85, 4);
    int called = 0;
    constexpr int persons = 1000;
    for (int i = 0; i < persons; ++i) {
        std::vector<Sitting> earlier;
        for (int day = 5; day > 0; --day) earlier.push_back(sittingOn(day, chance(engine)));
        const auto changes = changesOf(sittingOn(9, chance(engine)), earlier);
        REQUIRE_FALSE(changes.empty());
        called += changes.front().isMoreThanChance();
    }
    CHECK(called < 0.08 * persons);
    CHECK(called > 0.01 * persons);
}

TEST_CASE("A sitting is held against the last five of the ones that count, and may be the best")
{
    std::vector<Sitting> earlier;
    for (int day = 20; day > 0; day -= 2) earlier.push_back(sittingOn(day, day > 10 ? 88 : 40));
    earlier[0].words.leftOut = "the kettle";
    setFigure(earlier[0], figure::accuracy, 99);
    const auto changes = changesOf(sittingOn(22, 97), earlier);
    const auto accuracy = std::find_if(changes.begin(), changes.end(), [](const Change& c) {
        return c.figure == figure::accuracy;
    });
    REQUIRE(accuracy != changes.end());
    CHECK(accuracy->comparedWith == 5);
    CHECK(accuracy->before == Approx((4 * 88 + 40) / 5.0));
    CHECK(accuracy->isBest);
    // Student's t for four degrees of freedom, the spread with the figure's grain, one new value.
    const double spread = std::sqrt((4 * 9.6 * 9.6 + 38.4 * 38.4) / 4 + 1);
    CHECK(accuracy->chance == Approx(2.776 * spread * std::sqrt(1 + 1 / 5.0)));
    CHECK(changeInWords(Change{figure::accuracy, 97, 88, 5, 3, true}) ==
          "Accuracy: 97 %, usually 88 %. Higher than chance would explain, and the best so far.");
    CHECK(changeInWords(Change{figure::countLength, 1.21, 1.2, 5, 0.05, false}) ==
          "Length of a count: 1.21 s, usually 1.20 s ± 0.05 s. As usual.");
    CHECK(changesOf(sittingOn(22, 97), {earlier[1], earlier[2]}).empty());
}

TEST_CASE("Beside sittings that were stopped and sittings that were not, no change is told by half")
{
    CHECK(changeInWords(Change{figure::completion, 20, 84, 3, 109, false}) ==
          "Completed: 20 %, usually 84 %. It varied too much before to tell a change.");
    CHECK(changeInWords(Change{figure::completion, 20, 84, 5, 40, false}) ==
          "Completed: 20 %, usually 84 %. Lower than chance would explain.");
    CHECK(changeInWords(Change{figure::exhaleRatio, 9, 2, 3, 5, false}) ==
          "Exhale to inhale: 9.00 : 1, usually 2.00 : 1. Higher than chance would explain.");
    const auto stopped = [](int day, double completion) {
        Sitting sitting = sittingOn(day, 90);
        setFigure(sitting, figure::completion, completion);
        return sitting;
    };
    for (const Change& change :
         changesOf(stopped(9, 20), {stopped(8, 20), stopped(7, 100), stopped(6, 100)})) {
        const std::string words = changeInWords(change);
        INFO(words);
        if (change.figure == figure::completion)
            CHECK_THAT(words, Catch::Contains("varied too much"));
        if (change.figure == figure::accuracy) CHECK_THAT(words, Catch::Contains("As usual"));
    }
}

TEST_CASE("The best sitting is one that counts: less wandering of a hum is better")
{
    auto sittings = weeks(30, 0.5, 0, 1);
    CHECK(bestOf(sittings, figure::accuracy)->sitting == sittings.front().id);
    sittings.front().words.leftOut = "somebody else";
    CHECK(bestOf(sittings, figure::accuracy)->sitting == sittings[1].id);
    for (std::size_t i = 0; i < sittings.size(); ++i)
        setFigure(sittings[i], figure::humSteadiness, 10 + static_cast<double>(i));
    CHECK(bestOf(sittings, figure::humSteadiness)->sitting == sittings[1].id);
    CHECK_FALSE(bestOf(sittings, figure::strokes));
    CHECK(figuresIn(sittings) ==
          std::vector<FigureKey>{figure::accuracy, figure::minutes, figure::humSteadiness});
}
