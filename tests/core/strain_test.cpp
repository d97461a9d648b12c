// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/listen/guide_count.hpp"
#include "core/measure/comparison.hpp"
#include "core/measure/natural_breaths.hpp"
#include "core/measure/robust.hpp"
#include "core/measure/strain_signs.hpp"
#include "core/plan/shorthand.hpp"
#include "core/report/notes.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/speaking.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <cstring>
#include <random>

using namespace layakari;

namespace {

// A sitting written down phase by phase, as it would be read.
struct Sitting {
    std::vector<ReadPhase> phases;
    std::vector<ReadCycle> cycles;
    std::vector<double> levelsDb;
    double now = 0;

    void phase(ReadKind kind, double seconds, bool inCycle, double levelDb = 20)
    {
        ReadPhase p;
        p.kind = kind;
        p.startS = now;
        p.endS = now += seconds;
        p.startSdS = p.endSdS = 0.01;
        p.confidence = 1;
        p.role = inCycle ? Role::Practice : Role::Rest;
        if (inCycle) p.cycle = static_cast<int>(cycles.size()) - 1;
        phases.push_back(p);
        levelsDb.push_back(levelDb);
    }
    // Natural breaths, each of so many seconds.
    void rest(int breaths, double seconds)
    {
        for (int i = 0; i < breaths; ++i) {
            phase(ReadKind::Inhale, 0.4 * seconds, false);
            phase(ReadKind::Exhale, 0.6 * seconds, false);
        }
    }
    // One cycle of `planned`, with its lengths in seconds.
    void cycle(const std::vector<Phase>& planned, const std::vector<double>& seconds,
               double inhaleDb = 20)
    {
        ReadCycle c;
        c.part = "/parts/0";
        cycles.push_back(c);
        for (std::size_t k = 0; k < planned.size(); ++k) {
            cycles.back().phases.push_back(
                {planned[k].kind, planned[k].counts, {phases.size()}, 0, {}, {}});
            phase(toReadKind(planned[k].kind), seconds[k], true,
                  planned[k].kind == PhaseKind::Inhale ? inhaleDb : 20);
        }
    }
    std::vector<StrainSign> signs(const Plan& plan)
    {
        measure(phases, cycles, &plan);
        return strainSigns(phases, cycles, levelsDb);
    }
};

std::vector<Phase> phasesOf(const std::string& line)
{
    return std::get<std::vector<Phase>>(parseShorthand(line)->content);
}

Plan planOf(const std::vector<Phase>& phases, int repeat)
{
    Plan plan;
    plan.name = "A plan of a test";
    plan.technique = "square";
    plan.countLengthS = 1.0;
    plan.parts = {{Cycles{repeat, phases}}};
    return plan;
}

std::vector<std::string> kindsOf(const std::vector<StrainSign>& signs)
{
    std::vector<std::string> kinds;
    for (const StrainSign& sign : signs) kinds.push_back(sign.kind);
    return kinds;
}

std::vector<HeardVoice> wordsEvery(double seconds, double jitter, int count, unsigned seed)
{
    std::mt19937 random(seed);
    std::normal_distribution<double> off(0, jitter);
    std::vector<HeardVoice> words;
    for (int i = 0; i < count; ++i) {
        const double at = 5 + seconds * i + off(random);
        words.push_back({at, at + 0.4});
    }
    return words;
}

const std::vector<Phase> square = phasesOf("in 4 hold 4 out 4 hold 4");

} // namespace

TEST_CASE("A calm practice shows no sign of strain")
{
    Sitting sitting;
    sitting.rest(4, 5);
    for (int i = 0; i < 8; ++i) sitting.cycle(square, {4, 4.1, 3.9, 4});
    sitting.rest(4, 5);
    CHECK(sitting.signs(planOf(square, 8)).empty());
}

TEST_CASE("A short loud inhale after a hold is a gasp: a short quiet or a long loud one is none")
{
    for (const auto& [seconds, db, isGasp] :
         {std::tuple{1.8, 30.0, true}, {1.8, 21.0, false}, {4.2, 30.0, false}}) {
        Sitting sitting;
        for (int i = 0; i < 6; ++i)
            sitting.cycle(square, {i == 3 ? seconds : 4.0, 4, 4, 4}, i == 3 ? db : 20.0);
        const auto signs = sitting.signs(planOf(square, 6));
        CHECK((kindsOf(signs) == std::vector<std::string>{"gasp"}) == isGasp);
        if (isGasp) CHECK(signs.front().atS == Approx(sitting.phases[12].startS));
    }
}

TEST_CASE("A breath within a hold is said with its place and cycle: a cough or a word is none")
{
    const ReadKind within = GENERATE(ReadKind::Inhale, ReadKind::Unknown, ReadKind::Voice);
    Sitting sitting;
    for (int i = 0; i < 5; ++i) sitting.cycle(square, {4, 4, 4, 4});
    // The hold of the last cycle in two, with a sip of air between.
    ReadPhase sip = sitting.phases[17];
    ReadPhase second = sip;
    sip.kind = within;
    sip.startS = sitting.phases[17].endS = sitting.phases[17].startS + 1.5;
    sip.endS = second.startS = sip.startS + 0.4;
    sitting.phases.insert(sitting.phases.begin() + 18, {sip, second});
    sitting.levelsDb.insert(sitting.levelsDb.begin() + 18, {5, 0});
    auto& phases = sitting.cycles.back().phases;
    phases[1].heard = {17, 19};
    phases[2].heard = {20};
    phases[3].heard = {21};
    const auto signs = sitting.signs(planOf(square, 5));
    if (within != ReadKind::Inhale) {
        CHECK(signs.empty());
        return;
    }
    REQUIRE(kindsOf(signs) == std::vector<std::string>{"stolen_breath"});
    CHECK(signs[0].cycle == 4);
    CHECK(signs[0].atS == Approx(sip.startS));
}

TEST_CASE("A hold that shrinks cycle by cycle is told from one that merely varies")
{
    Sitting shrinking;
    Sitting varying;
    for (int i = 0; i < 8; ++i) {
        shrinking.cycle(square, {4, 4, 4, 4 - 0.2 * i});
        varying.cycle(square, {4, 4, 4, i % 2 ? 3.4 : 4.2});
    }
    const auto signs = shrinking.signs(planOf(square, 8));
    REQUIRE(kindsOf(signs) == std::vector<std::string>{"shrinking"});
    CHECK_THAT(say(signs[0].explanation), Catch::Contains("Empty holds became shorter"));
    CHECK(varying.signs(planOf(square, 8)).empty());
}

TEST_CASE("An exhale let go early is said where the others were kept")
{
    Sitting sitting;
    for (int i = 0; i < 6; ++i) sitting.cycle(square, {4, 4, i == 4 ? 1.9 : 4.0, 4});
    const auto signs = sitting.signs(planOf(square, 6));
    REQUIRE(kindsOf(signs) == std::vector<std::string>{"dropped_exhale"});
    CHECK(signs[0].cycle == 4);
}

TEST_CASE("Natural breathing that stays fast afterwards is said beside what it was before")
{
    for (const auto& [before, after, isFast] :
         {std::tuple{5.0, 2.5, true}, {2.6, 2.5, false}, {5.0, 4.5, false}}) {
        Sitting sitting;
        sitting.rest(4, before);
        for (int i = 0; i < 4; ++i) sitting.cycle(square, {4, 4, 4, 4});
        sitting.rest(5, after);
        CHECK((kindsOf(sitting.signs(planOf(square, 4))) ==
               std::vector<std::string>{"fast_rest"}) == isFast);
    }
}

TEST_CASE("Left against right and early against late come with what chance alone would do")
{
    auto alternate = phasesOf("in 4 out 4 in 4 out 4");
    alternate[0].nostril = alternate[3].nostril = Nostril::Left;
    alternate[1].nostril = alternate[2].nostril = Nostril::Right;
    const Plan plan = planOf(alternate, 10);
    Sitting sitting;
    std::mt19937 random(4);
    std::normal_distribution<double> off(0, 0.1);
    for (int i = 0; i < 10; ++i)
        sitting.cycle(alternate,
                      {3 + off(random), 4 + off(random), 4 + off(random), 3 + off(random)});
    measure(sitting.phases, sitting.cycles, &plan);
    const auto found = compare(sitting.cycles, plan);
    REQUIRE(found.size() == 2);
    CHECK(found[0].by == "side");
    CHECK(found[0].groups[0].name == "left");
    CHECK(*found[0].difference == Approx(25).margin(4));
    CHECK(*found[0].difference > 2 * *found[0].differenceSd);
    CHECK(found[1].by == "half");
    CHECK(std::fabs(*found[1].difference) < 3 * *found[1].differenceSd + 1);
}

TEST_CASE("The trend of the count length is found through an odd cycle, with its uncertainty")
{
    const Plan plan = [] {
        Plan own = planOf(phasesOf("4-4"), 12);
        own.countLengthS.reset();
        return own;
    }();
    Sitting sitting;
    for (int i = 0; i < 12; ++i) {
        const double count = i == 5 ? 2.0 : 1.0 + 0.02 * i;
        sitting.cycle(phasesOf("4-4"), {4 * count, 4 * count});
    }
    measure(sitting.phases, sitting.cycles, &plan);
    const auto trend = countTrend(sitting.cycles);
    REQUIRE(trend.has_value());
    CHECK(trend->percentPerMin == Approx(13).margin(3)); // 2 % a cycle of some 9 s
    CHECK(trend->sd < 3);
    sitting.cycles.resize(3);
    CHECK_FALSE(countTrend(sitting.cycles).has_value());
}

TEST_CASE("Counting aloud is found by its rhythm, whatever the pace: talk has none")
{
    for (const double pace : {0.8, 1.0, 1.4, 2.1})
        for (unsigned seed = 1; seed <= 5; ++seed) {
            const auto found = findGuideCount(wordsEvery(pace, 0.04 * pace, 30, seed));
            REQUIRE(found.has_value());
            CHECK(found->countS == Approx(pace).epsilon(0.03));
            CHECK(std::fabs(found->countS - pace) < 4 * found->countSdS + 0.01);
        }
    std::mt19937 random(9);
    std::uniform_real_distribution<double> pause(0.5, 4);
    for (int talk = 0; talk < 20; ++talk) {
        std::vector<HeardVoice> words{{1, 1.4}};
        while (words.size() < 40) {
            const double at = words.back().startS + pause(random);
            words.push_back({at, at + 0.5});
        }
        CHECK_FALSE(findGuideCount(words).has_value());
    }
    CHECK_FALSE(findGuideCount({}).has_value());
    CHECK_FALSE(findGuideCount(wordsEvery(1, 0.01, 8, 1)).has_value());
}

TEST_CASE("Robust figures are those of the many, not of the one")
{
    CHECK(median({3, 1, 100}) == 3);
    CHECK(theilSen({0, 1, 2, 3, 4}, {0, 2, 4, 6, 80}).slope == Approx(2));
    CHECK(theilSen({1, 1}, {0, 5}).slope == 0);
    CHECK(kendallTau({1, 2, 3}, {5, 6, 7}) == 1);
    CHECK(kendallTau({1, 2, 3}, {7, 6, 5}) == -1);
}

TEST_CASE("Signs, comparisons and the guide's count go through the file of a reading")
{
    const TemporaryFolder folder;
    const Truth truth = simulateTo(folder / "p.flac", "alternate-nostril-left-first",
                                   *temperamentByName("steady"), 12);
    Reading reading = readAgainst(*listenToFile(folder / "p.flac"), truth.plan);
    REQUIRE_FALSE(reading.comparisons.empty());
    reading.strainSigns = {
        {"gasp", 12.5, 1, {"strain.gasp", {{"seconds", 1.2}, {"usual", 4}, {"louder", 9}}}},
        {"another", 20, {}, asWritten("What another version says.")}};
    reading.guide = GuideCount{1.2, 0.01, 40, 0.9};
    const std::string json = readingToJson(reading);
    const auto again = parseReading(json, "r");
    REQUIRE(again.has_value());
    CHECK(readingToJson(*again) == json);
    const auto notes = notesOn(*again);
    REQUIRE(notes.size() >= 4);
    CHECK(notes[0].atS == 12.5);
    CHECK_THAT(notes[0].text, Catch::StartsWith("An inhale after a hold took 1.2 s"));
    CHECK(notes[1].text == "What another version says.");
    CHECK_THAT(notes[2].text, Catch::Contains("every 1.20 s"));
    CHECK_THAT(notes[3].text, Catch::Contains("left 99 %"));
}

TEST_CASE("What a file says of strain can be said in another language, and is written in English")
{
    const TemporaryFolder folder;
    const Truth truth = simulateTo(folder / "p.flac", "even-4-4", *temperamentByName("steady"), 12);
    Reading reading = readAgainst(*listenToFile(folder / "p.flac"), truth.plan);
    reading.strainSigns = {
        {"gasp", 12.5, {}, {"strain.gasp", {{"seconds", 1.25}, {"usual", 4}, {"louder", 9}}}}};
    const Speaking german({"de", "de_DE"});
    const std::string json = readingToJson(reading);
    CHECK_THAT(json, Catch::Contains("An inhale after a hold took 1.2 s"));
    const auto again = parseReading(json, "r");
    REQUIRE(again.has_value());
    CHECK_THAT(say(again->strainSigns.at(0).explanation),
               Catch::StartsWith("Eine Einatmung nach dem Halten dauerte 1,2 s"));

    // A message that is not known, lacks an argument or has a word for a number is no message.
    for (const auto& [from, to] : {std::pair{"strain.gasp", "strain.of-another-version"},
                                   {"\"louder\"", "\"softer\""},
                                   {"\"usual\": 4.0", "\"usual\": \"four\""}}) {
        std::string changed = json;
        const auto at = changed.find(from);
        INFO(from);
        REQUIRE(at != std::string::npos);
        changed.replace(at, std::strlen(from), to);
        const auto read = parseReading(changed, "r");
        REQUIRE(read.has_value());
        CHECK_THAT(say(read->strainSigns.at(0).explanation), Catch::StartsWith("An inhale after"));
    }
}

TEST_CASE("Natural breathing is what belongs to no cycle and no run of strokes")
{
    std::vector<ReadPhase> phases;
    double t = 0;
    const auto add = [&](ReadKind kind, double seconds, std::optional<int> cycle = {}) {
        ReadPhase p;
        p.kind = kind;
        p.startS = t;
        p.endS = t += seconds;
        p.cycle = cycle;
        phases.push_back(p);
    };
    const auto natural = [&](int breaths) {
        for (int b = 0; b < breaths; ++b) {
            add(ReadKind::Inhale, 2);
            add(ReadKind::Exhale, 3);
        }
    };
    natural(2);
    add(ReadKind::Strokes, 30);
    natural(4);
    add(ReadKind::Strokes, 30);
    add(ReadKind::Inhale, 3, 0);
    natural(3);
    const auto stretches = naturalStretches(phases);
    REQUIRE(stretches.size() == 3);
    CHECK_FALSE(stretches[0].after);
    CHECK(stretches[1].inhalesS.size() == 4);
    CHECK(stretches[1].breathsPerMin() == Approx(12));
    CHECK(phases[*stretches[2].after].cycle == 0);
    const auto rests = restBreathing(phases, std::vector<ReadCycle>(1));
    REQUIRE(rests.size() == 2);
    CHECK(rests[0].afterRound == 0); // the first run
    CHECK(naturalStretches({}).empty());
}
