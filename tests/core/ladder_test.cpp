// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/ladder.hpp"
#include "core/curriculum/library.hpp"
#include "core/curriculum/presets.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/plan/shorthand.hpp"

#include <catch2/catch.hpp>
#include <set>

using namespace layakari;

namespace {

Plan preset(const char* id) { return findPreset(id)->plan; }

const std::vector<Phase>& firstPhases(const Plan& plan)
{
    const Plan* p = &plan;
    return std::get<Cycles>(p->parts[0].content).phases;
}

std::string rungsOf(const Ladder& ladder)
{
    std::string text;
    for (const Plan& rung : ladder.rungs)
        text += (text.empty() ? "" : ", ") + countsInShort(firstPhases(rung));
    return text;
}

std::vector<School> allSchools()
{
    std::vector<School> schools{School{}};
    for (const SchoolChoice& choice : schoolChoices())
        for (std::size_t a = 0; a < choice.answers.size(); ++a)
            schools.push_back(withAnswer(School{}, choice.key, a));
    return schools;
}

} // namespace

TEST_CASE("Built-in ladders are valid in every school, and each rung asks something new")
{
    for (const School& school : allSchools()) {
        const auto ladders = builtInLadders(school);
        std::set<std::string> ids;
        for (const Ladder& ladder : ladders) {
            INFO(ladder.name);
            CHECK(ids.insert(ladder.id).second);
            CHECK(ladder.rungs.size() >= 3);
            for (std::size_t i = 0; i < ladder.rungs.size(); ++i) {
                INFO(ladder.rungs[i].name);
                CHECK(parsePlan(planToJson(ladder.rungs[i]), "rung").has_value());
                CHECK(ladder.rungs[i].technique == ladder.technique);
                if (i == 0) continue;
                const std::string adds = whatRungAdds(ladder.rungs[i - 1], ladder.rungs[i]);
                INFO(adds);
                CHECK_FALSE(adds.empty());
                CHECK(adds != "the same");
                CHECK(adds != "another step");
            }
        }
    }
}

TEST_CASE("Every technique of the presets has a ladder")
{
    std::set<std::string> climbed;
    for (const Ladder& ladder : builtInLadders({})) climbed.insert(ladder.technique);
    for (const Preset& p : presets()) {
        INFO(p.plan.technique);
        CHECK(climbed.count(p.plan.technique) == 1);
    }
}

TEST_CASE("The schools climb differently: the count first, or the ratio")
{
    School byRatio;
    byRatio.lengthen = Lengthen::Ratio;
    const auto find = [](const std::vector<Ladder>& all, const std::string& id) {
        return *std::find_if(all.begin(), all.end(), [&](const Ladder& l) { return l.id == id; });
    };
    CHECK(rungsOf(find(builtInLadders({}), "even")) == "4-4, 5-5, 6-6, 8-8, 9-9");
    CHECK(rungsOf(find(builtInLadders(byRatio), "even-by-ratio")) == "4-4, 4-5, 4-6, 4-7, 4-8");
}

TEST_CASE("A ladder is generated from a line")
{
    CHECK(rungsOf(*ladderFromLine("from 4:4 to 8:8 by one", preset("even-4-4"))) ==
          "4-4, 5-5, 6-6, 7-7, 8-8");
    CHECK(rungsOf(*ladderFromLine("1:1 to 1:2 in steps of a quarter", preset("even-4-4"))) ==
          "4-4, 4-5, 4-6, 4-7, 4-8");
    CHECK(rungsOf(*ladderFromLine("4-7-8 to 4-8-8", preset("four-seven-eight"))) == "4-7-8, 4-8-8");

    const auto strokes = ladderFromLine("10 to 40 strokes by 5", preset("bhastrika-3x10"));
    REQUIRE(strokes.has_value());
    CHECK(strokes->rungs.size() == 7);
    CHECK(planFigures(strokes->rungs.back()).strokes == 3 * 40);

    const auto hums = ladderFromLine("3 to 9 hums by 2", preset("humming-3"));
    REQUIRE(hums.has_value());
    CHECK(planFigures(hums->rungs.back()).cycles == 9);
    CHECK(firstPhases(hums->rungs.back())[1].sound == PhaseSound::Hum);
}

TEST_CASE("A line that makes no ladder is refused with what to write")
{
    for (const char* line : {"", "up", "4:4 to", "4:4 to 4:4", "4:4 to 4:4:4",
                             "1 to 100000 strokes by 1", "10 to 5 strokes", "4:4 to 8:8 by -1",
                             "4:4 to 8:8 by zero", "1:1 to 1:9 by 0.001", "3 to 9 strokes by 2"}) {
        INFO(line);
        const auto ladder = ladderFromLine(line, preset("even-4-4"));
        REQUIRE_FALSE(ladder.has_value());
        CHECK_THAT(ladder.error().tryThis, Catch::Contains("from 4:4 to 8:8"));
    }
}

TEST_CASE("A ladder can be climbed within one sitting")
{
    const Ladder ladder = *ladderFromLine("1:1 to 7:7 by one", preset("even-4-4"));
    const Plan plan = ladderInOneSitting(ladder);
    CHECK(parsePlan(planToJson(plan), "sitting").has_value());
    CHECK(plan.parts == preset("ladder-even").parts);
}

TEST_CASE("What a rung adds is said in words")
{
    const auto adds = [](const char* before, const char* after) {
        Plan a = preset("even-4-4");
        Plan b = a;
        std::get<Cycles>(a.parts[0].content).phases =
            std::get<std::vector<Phase>>(parseShorthand(before)->content);
        std::get<Cycles>(b.parts[0].content).phases =
            std::get<std::vector<Phase>>(parseShorthand(after)->content);
        return whatRungAdds(a, b);
    };
    CHECK(adds("4-4", "5-5") == "1 more count on every phase");
    CHECK(adds("4-4", "4-6") == "2 more counts on the exhale");
    CHECK(adds("4-4", "4-2-4") == "a full hold of 2 counts");
    CHECK(adds("4-2-4", "4-*-4") == "the full hold as long as is comfortable");
    CHECK(adds("4-4", "4-4") == "the same");
}

TEST_CASE("A ladder's file is read back unchanged, and a faulty rung is pointed at")
{
    Ladder ladder = *ladderFromLine("from 4:4 to 8:8 by one", preset("even-4-4"));
    ladder.rule.keptAccuracy = 80;
    CHECK(*parseLadder(ladderToJson(ladder), "a.json") == ladder);

    std::string broken = ladderToJson(ladder);
    broken.replace(broken.find("\"repeat\": 10"), 12, "\"repeat\": -1");
    const auto refused = parseLadder(broken, "a.json");
    REQUIRE_FALSE(refused.has_value());
    CHECK(refused.error().code == ErrorCode::BadPlan);
    CHECK(refused.error().place == "/rungs/0/parts/0/repeat");
    CHECK_THAT(parseLadder("{}", "b.json").error().message(), Catch::StartsWith("b.json"));
}

TEST_CASE("A school gives a preset its form, and leaves alone what it says nothing about")
{
    School school;
    school.firstSide = FirstSide::Right;
    school.squareStart = SquareStart::Exhale;
    school.counting = Counting::Clocked;
    Plan nostril = inSchool(preset("alternate-nostril-left-first"), school);
    CHECK(nostril.parts == preset("alternate-nostril-right-first").parts);
    CHECK(nostril.countLengthS == 1.0);
    CHECK(inSchool(preset("square-4"), school).parts == preset("square-4-exhale-first").parts);
    CHECK(inSchool(preset("four-seven-eight"), school) == preset("four-seven-eight-clocked"));
    for (const Preset& p : presets()) {
        INFO(p.id);
        const Plan changed = inSchool(p.plan, school);
        CHECK(parsePlan(planToJson(changed), p.id).has_value());
        CHECK(inSchool(changed, school) == changed);
    }
}

TEST_CASE("Every choice of a school can be made, and each answer is explained")
{
    for (const SchoolChoice& choice : schoolChoices()) {
        INFO(choice.question());
        for (std::size_t a = 0; a < choice.answers.size(); ++a) {
            CHECK(answerOf(withAnswer(School{}, choice.key, a), choice.key) == a);
            CHECK_FALSE(choice.meaning(choice.answers[a]).empty());
        }
    }
}

TEST_CASE("Tempered swaras lie on the twelve steps, just ones beside them")
{
    CHECK(*swaraRatio("Pa") == Approx(1.5));
    CHECK(*swaraRatio("Pa", Tuning::Tempered) == Approx(std::pow(2.0, 7.0 / 12)));
    CHECK(*swaraRatio("Ga'", Tuning::Tempered) == Approx(2 * std::pow(2.0, 4.0 / 12)));
    CHECK(*swaraRatio("Sa", Tuning::Tempered) == 1.0);
}

TEST_CASE("The library is searched by name, technique in either tongue, purpose and counts")
{
    const auto found = [](const std::string& search) {
        int n = 0;
        for (const Preset& p : presets()) n += answersTo(p.plan, search);
        return n;
    };
    CHECK(found("") == static_cast<int>(presets().size()));
    CHECK(found("bhramari") == 4);
    CHECK(found("NADI left") >= 1);
    CHECK(found("4-7-8") == 2);
    CHECK(found("4:7:8") == 2);
    CHECK(found("heat") >= 5);
    CHECK(found("no such thing") == 0);
}

TEST_CASE("A plan's figures say how long it takes and what it asks at most")
{
    const PlanFigures f = planFigures(preset("four-seven-eight"), 1.5);
    CHECK(f.cycles == 6);
    CHECK(f.seconds == Approx(6 * 19 * 1.5));
    CHECK(*f.breathsPerMin == Approx(60 / (19 * 1.5)));
    CHECK(f.longestHoldS == Approx(7 * 1.5));
    CHECK_FALSE(f.isAtLeast);
    CHECK(planFigures(preset("four-seven-eight-clocked"), 1.5).countS == 1.0);
    CHECK(planFigures(preset("kapalabhati-4x27")).strokes == 108);
    CHECK(planFigures(preset("open-hold")).isAtLeast);
    CHECK(planFigures(preset("open-hold")).hasOpenHold);
}
