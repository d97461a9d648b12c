// SPDX-License-Identifier: GPL-3.0-or-later
//
// Changing the parts of a plan, as the plan editor does it.
#include "core/curriculum/presets.hpp"
#include "core/plan/plan_edit.hpp"
#include "core/simulate/random.hpp"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace layakari;

namespace {

Part rest(int breaths)
{
    Rest of;
    of.breaths = breaths;
    return {of};
}

// What stands where, rounds written out: "rest, 1 breath; (rest, 2 breaths; rest, 3 breaths)".
std::string wordsOf(const std::vector<Part>& parts)
{
    std::string words;
    for (const Part& part : parts) {
        words += words.empty() ? "" : "; ";
        const auto* group = std::get_if<Group>(&part.content);
        words += group ? "(" + wordsOf(group->parts) + ")" : partInWords(part);
    }
    return words;
}

// One, a round of two and three, four.
Plan threeAndARound()
{
    Plan plan;
    plan.name = "Rests";
    plan.parts = {rest(1), {Group{2, {rest(2), rest(3)}, "Round"}}, rest(4)};
    return plan;
}

int breathsAt(const Plan& plan, const PartPath& path)
{
    const Part* part = partAt(plan, path);
    REQUIRE(part);
    return std::get<Rest>(part->content).breaths.value_or(0);
}

// Every path that leads to a part.
std::vector<PartPath> pathsIn(const std::vector<Part>& parts, const PartPath& to = {})
{
    std::vector<PartPath> paths;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        PartPath path = to;
        path.push_back(i);
        paths.push_back(path);
        if (const auto* group = std::get_if<Group>(&parts[i].content))
            for (PartPath& inner : pathsIn(group->parts, path)) paths.push_back(std::move(inner));
    }
    return paths;
}

} // namespace

TEST_CASE("A path leads to a part, also within a round: any other leads nowhere")
{
    const Plan plan = threeAndARound();
    CHECK(breathsAt(plan, {0}) == 1);
    CHECK(breathsAt(plan, {1, 1}) == 3);
    for (const PartPath& nowhere : {PartPath{}, {3}, {0, 0}, {1, 2}, {1, 0, 0}, {7, 0}})
        CHECK(partAt(plan, nowhere) == nullptr);
}

TEST_CASE("A part is put behind another, in the same list: where that is not, at the end")
{
    Plan plan = threeAndARound();
    CHECK(insertAfter(plan, {1, 0}, rest(9)) == PartPath{1, 1});
    CHECK(wordsOf(plan.parts) == "rest, 1 breath; (rest, 2 breaths; rest, 9 breaths; rest, 3 "
                                 "breaths); rest, 4 breaths");
    CHECK(insertAfter(plan, {}, rest(8)) == PartPath{3});
    CHECK(insertAfter(plan, {6, 6}, rest(7)) == PartPath{4});
    CHECK(breathsAt(plan, {4}) == 7);
}

TEST_CASE("What is taken away leaves its nearest neighbour, no empty round, and never no plan")
{
    Plan plan = threeAndARound();
    CHECK(removePart(plan, {1, 1}) == PartPath{1, 0});
    CHECK(removePart(plan, {1, 0}) == PartPath{1});
    CHECK(wordsOf(plan.parts) == "rest, 1 breath; rest, 4 breaths");
    CHECK(removePart(plan, {1}) == PartPath{0});
    CHECK(removePart(plan, {0}) == PartPath{0});
    CHECK(wordsOf(plan.parts) == "rest, 1 breath");
    CHECK(removePart(plan, {5}) == PartPath{5});
    CHECK(wordsOf(plan.parts) == "rest, 1 breath");
}

TEST_CASE("A part moves within its list, and stays at the ends of it")
{
    Plan plan = threeAndARound();
    CHECK(movePart(plan, {1, 0}, +1) == PartPath{1, 1});
    CHECK(breathsAt(plan, {1, 0}) == 3);
    CHECK(movePart(plan, {1, 1}, +1) == PartPath{1, 1});
    CHECK(movePart(plan, {0}, -1) == PartPath{0});
    CHECK(movePart(plan, {2}, -1) == PartPath{1});
    CHECK(wordsOf(plan.parts) ==
          "rest, 1 breath; rest, 4 breaths; (rest, 3 breaths; rest, 2 breaths)");
}

TEST_CASE("A round that is made and unmade is what was there before")
{
    Plan plan = threeAndARound();
    const Plan before = plan;
    const PartPath inside = wrapInRound(plan, {2}, 4);
    CHECK(inside == PartPath{2, 0});
    CHECK(breathsAt(plan, inside) == 4);
    CHECK(partInWords(*partAt(plan, {2})) == "Round, 4 times");
    unwrapRound(plan, {2});
    CHECK(plan == before);
    CHECK(unwrapRound(plan, {0}) == PartPath{0}); // no round
    CHECK(plan == before);
    CHECK(unwrapRound(plan, {1}) == PartPath{1});
    CHECK(wordsOf(plan.parts) ==
          "rest, 1 breath; rest, 2 breaths; rest, 3 breaths; rest, 4 breaths");
}

TEST_CASE("Whatever is changed, in whatever order, the plan can be kept and read again")
{
    const auto seed = GENERATE(range(1u, 21u));
    INFO(seed);
    Random random(seed, 77);
    Plan plan = threeAndARound();
    for (int step = 0; step < 40; ++step) {
        const std::vector<PartPath> paths = pathsIn(plan.parts);
        const PartPath path =
            paths[static_cast<std::size_t>(random.below(static_cast<int>(paths.size())))];
        const auto deepest =
            std::max_element(paths.begin(), paths.end(), [](const PartPath& a, const PartPath& b) {
                return a.size() < b.size();
            });
        PartPath now;
        switch (random.below(5)) {
        case 0: now = insertAfter(plan, path, rest(1 + random.below(9))); break;
        case 1: now = removePart(plan, path); break;
        case 2: now = movePart(plan, path, random.chance(0.5) ? 1 : -1); break;
        case 3: // as deep as a file may be
            now = deepest->size() < planLimits::depth ? wrapInRound(plan, path, 2) : path;
            break;
        default: now = unwrapRound(plan, path); break;
        }
        INFO(wordsOf(plan.parts));
        REQUIRE(partAt(plan, now)); // what is chosen afterwards is there
        const auto again = parsePlan(planToJson(plan), "again");
        REQUIRE(again.has_value());
        REQUIRE(*again == plan);
    }
}

TEST_CASE("A part is said in a few words")
{
    const auto first = [](const char* preset) {
        return partInWords(findPreset(preset)->plan.parts.front());
    };
    CHECK_THAT(first("four-seven-eight"), Catch::Contains("times") && Catch::Contains("4"));
    CHECK(partInWords(rest(1)) == "rest, 1 breath");
    CHECK(partInWords({Rest{std::nullopt, 45.0}}) == "rest, 45 s");
    CHECK(partInWords({Rest{}}) == "rest");
    CHECK(partInWords({Group{1, {rest(1)}, ""}}) == "Round, once");
    Strokes strokes;
    strokes.strokes = 36;
    CHECK_THAT(partInWords({strokes}), Catch::StartsWith("36"));
}
