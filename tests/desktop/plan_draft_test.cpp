// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/plan/shorthand.hpp"
#include "desktop/plans/plan_draft.hpp"

#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

// One of the things that the editor does, at random.
void editAtRandom(PlanDraft& draft, std::mt19937& random)
{
    const auto upTo = [&](unsigned n) { return static_cast<unsigned>(random() % n); };
    draft.change(
        "edit",
        [&](Plan& plan, PartPath& at) {
            switch (upTo(9)) {
            case 0: plan.name += static_cast<char>('a' + upTo(26)); break;
            case 1: plan.countLengthS = 0.5 + 0.25 * upTo(8); break;
            case 2: at = insertAfter(plan, at, {Rest{2, std::nullopt}}); break;
            case 3:
                at = insertAfter(
                    plan, at,
                    {Cycles{2, std::get<std::vector<Phase>>(parseShorthand("4-7-8")->content)}});
                break;
            case 4: at = removePart(plan, at); break;
            case 5: at = movePart(plan, at, upTo(2) ? 1 : -1); break;
            case 6: at = at.size() < 4 ? wrapInRound(plan, at, 3) : at; break;
            case 7: at = unwrapRound(plan, at); break;
            default:
                if (Part* part = partAt(plan, at))
                    if (auto* cycles = std::get_if<Cycles>(&part->content))
                        cycles->phases[0].counts = TargetCounts::exactly(1 + upTo(12));
            }
        },
        static_cast<int>(upTo(3)));
}

} // namespace

TEST_CASE(
    "Any sequence of edits leaves a valid plan, and can be undone and done again to the same bytes")
{
    for (unsigned seed = 1; seed <= 40; ++seed) {
        std::mt19937 random(seed);
        PlanDraft draft;
        const Plan start = presets()[seed % presets().size()].plan;
        draft.begin(start);
        for (int i = 0; i < 60; ++i) {
            editAtRandom(draft, random);
            REQUIRE(draft.chosenPart() != nullptr);
        }
        INFO("seed " << seed);
        CHECK_FALSE(draft.fault().has_value());
        const std::string end = planToJson(draft.plan());
        while (draft.undoStack()->canUndo()) draft.undoStack()->undo();
        CHECK(planToJson(draft.plan()) == planToJson(start));
        CHECK_FALSE(draft.isChanged());
        while (draft.undoStack()->canRedo()) draft.undoStack()->redo();
        CHECK(planToJson(draft.plan()) == end);
    }
}

TEST_CASE("What is typed letter by letter is one step")
{
    PlanDraft draft;
    draft.begin(findPreset("even-4-4")->plan);
    for (const char c : std::string("evening"))
        draft.change(
            "type", [&](Plan& plan, PartPath&) { plan.name += c; }, 1);
    CHECK(draft.undoStack()->count() == 1);
    draft.undoStack()->undo();
    CHECK(draft.plan() == findPreset("even-4-4")->plan);
}

TEST_CASE("The last part of a plan stays, and an emptied round goes with its part")
{
    Plan plan = findPreset("even-4-4")->plan;
    CHECK(removePart(plan, {0}) == PartPath{0});
    CHECK(plan.parts.size() == 1);
    const PartPath inside = wrapInRound(plan, {0}, 3);
    CHECK(inside == PartPath{0, 0});
    insertAfter(plan, {0}, {Rest{3, std::nullopt}});
    CHECK(removePart(plan, inside) == PartPath{0});
    CHECK(std::holds_alternative<Rest>(plan.parts[0].content));
}

TEST_CASE("A path that leads nowhere changes nothing")
{
    const Plan plan = findPreset("composite-round")->plan;
    for (const PartPath& path : {PartPath{}, PartPath{9}, PartPath{0, 9}, PartPath{0, 0, 0}}) {
        Plan copy = plan;
        CHECK(partAt(copy, path) == nullptr);
        removePart(copy, path);
        movePart(copy, path, 1);
        wrapInRound(copy, path, 2);
        unwrapRound(copy, path);
        CHECK(copy == plan);
    }
}
