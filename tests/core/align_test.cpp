// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/alignment.hpp"
#include "core/curriculum/presets.hpp"
#include "core/plan/hum_targets.hpp"
#include "tests/support/heardings.hpp"

#include <catch2/catch.hpp>
#include <functional>
#include <random>
#include <set>

using namespace layakari;

TEST_CASE("A plan done as planned is found cycle by cycle, with its names and tempo")
{
    Heardings h;
    h.silence(1).natural(2);
    for (int c = 0; c < 6; ++c) h.i(4 * 1.3).silence(7 * 1.3).e(8 * 1.3);
    h.silence(0.6).natural(1);
    const Alignment alignment = alignTo(h, &preset("four-seven-eight"));
    CHECK(completeCycles(alignment) == 6);
    CHECK(alignment.countLengthS == Approx(1.3).epsilon(0.08));
    CHECK(kindsOf(alignment) == "ie-ie-i+ei+ei+ei+ei+ei+e-ie");
    CHECK(rolesOf(alignment) == "oooooopppppppppppppppppp"
                                "ooo");
}

TEST_CASE("Natural breaths between rounds are rest and are not scored")
{
    Heardings h;
    for (int round = 0; round < 4; ++round) {
        for (int c = 0; c < 3; ++c) h.i(4.6).e(4.6).i(4.6).e(4.6);
        h.silence(0.4).natural(3);
    }
    const Alignment alignment = alignTo(h, &preset("alternate-nostril-left-first"));
    CHECK(completeCycles(alignment) == 12);
    for (const NamedSpan& span : alignment.spans)
        if (h.heard.spans[span.span].seconds() < 3) CHECK(span.role != Role::Practice);
}

TEST_CASE("Natural breaths with which a plan ends are rest too, as many as it has")
{
    Plan plan = preset("square-4");
    Heardings h;
    for (int c = 0; c < 4; ++c) h.i(4).silence(4).e(4).silence(4);
    h.natural(5);
    const auto restsUnder = [&] {
        const Alignment alignment = alignTo(h, &plan);
        CHECK(completeCycles(alignment) == 4);
        return std::count_if(alignment.spans.begin(), alignment.spans.end(), [&](const auto& s) {
            return s.role == Role::Rest && h.heard.spans[s.span].kind == HeardSpan::Kind::Breath;
        });
    };
    std::get<Cycles>(plan.parts.front().content).repeat = 4;
    CHECK(restsUnder() == 0);
    plan.parts.push_back({Rest{2, std::nullopt}});
    CHECK(restsUnder() == 4);
    plan.parts.back() = {Rest{20, std::nullopt}};
    CHECK(restsUnder() == 10);
    plan.parts.back() = {Rest{std::nullopt, 6}};
    const auto inSixSeconds = restsUnder();
    CHECK(inSixSeconds > 2);
    CHECK(inSixSeconds < 8);
}

TEST_CASE("Holds tell inhale from exhale where both sound the same")
{
    Heardings h;
    for (int c = 0; c < 6; ++c) h.same(4).silence(7).same(8);
    const Alignment alignment = alignTo(h, &preset("four-seven-eight"));
    CHECK(kindsOf(alignment) == "i+ei+ei+ei+ei+ei+e");
    for (const NamedSpan& span : alignment.spans) CHECK(span.confidence > 0.8);
}

TEST_CASE("Where neither sound nor plan tells them apart, the confidence says so")
{
    Heardings h;
    h.same(4);
    for (int c = 0; c < 5; ++c) h.same(4).same(4);
    const Alignment alignment = alignTo(h, nullptr);
    REQUIRE_FALSE(alignment.spans.empty());
    for (const NamedSpan& span : alignment.spans) CHECK(span.confidence < 0.65);
}

TEST_CASE("An exhale-first square begins with its exhale")
{
    Heardings h;
    h.silence(1).i(2);
    for (int c = 0; c < 4; ++c) h.e(4.4).silence(4.4).i(4.4).silence(4.4);
    h.e(2.5);
    const Alignment alignment = alignTo(h, &preset("square-4-exhale-first"));
    CHECK(completeCycles(alignment) == 4);
    CHECK(kindsOf(alignment) == "ie-i+e-i+e-i+e-i+e");
}

TEST_CASE("Cycles that were not done leave the last ones of the plan open")
{
    Heardings h;
    for (int c = 0; c < 4; ++c) h.i(4).silence(7).e(8);
    const Alignment alignment = alignTo(h, &preset("four-seven-eight"));
    REQUIRE(alignment.cycles.size() == 4);
    for (std::size_t c = 0; c < 4; ++c) CHECK(alignment.cycles[c].step == c);
}

TEST_CASE("A cycle more than planned is extra, and does not push a planned one out")
{
    Heardings h;
    for (int c = 0; c < 7; ++c) h.i(4).silence(7).e(8);
    const Alignment alignment = alignTo(h, &preset("four-seven-eight"));
    CHECK(completeCycles(alignment) == 6);
    REQUIRE(alignment.cycles.size() == 7);
    CHECK(alignment.cycles.back().extra);
}

TEST_CASE("A sip of air within a hold leaves the hold one phase of the cycle")
{
    Heardings h;
    for (int c = 0; c < 6; ++c) {
        h.i(4);
        if (c == 2)
            h.silence(3).i(0.6).silence(3.4);
        else
            h.silence(7);
        h.e(8);
    }
    const Alignment alignment = alignTo(h, &preset("four-seven-eight"));
    CHECK(completeCycles(alignment) == 6);
    CHECK(alignment.cycles[2].phases[1].size() == 2);
}

TEST_CASE("Coughs within a hold leave it one phase, the last of a cycle too")
{
    const int coughs = GENERATE(1, 2);
    const double piece = (5 - 0.3 * coughs) / (coughs + 1);
    Heardings h;
    for (int c = 0; c < 5; ++c) {
        h.i(5).silence(5).e(5).silence(piece);
        for (int k = 0; k < coughs; ++k) h.cough(0.3).silence(piece);
    }
    h.natural(2);
    const Alignment alignment = alignTo(h, &preset("square-4"));
    CHECK(completeCycles(alignment) == 4);
    for (const AlignedCycle& cycle : alignment.cycles)
        CHECK(cycle.phases[3].size() == static_cast<std::size_t>(coughs) + 1);
}

TEST_CASE("A breath that was heard in two pieces is one phase, and does not turn the names around")
{
    // A gust within the fifth exhale, where in and out sound alike and the plan is the same both
    // ways: by their taking turns alone, all that follows would have the other name.
    Heardings h;
    for (int c = 0; c < 10; ++c) {
        h.same(4.4);
        if (c == 4)
            h.same(2.0).same(2.4);
        else
            h.same(4.4);
    }
    const Alignment alignment = alignTo(h, &preset("even-4-4"));
    CHECK(completeCycles(alignment) == 10);
    const std::string kinds = kindsOf(alignment);
    CHECK((kinds == "ieieieieieeieieieieie" || kinds == "eieieieieiieieieieiei"));
}

TEST_CASE("Where a turn was not heard, its two breaths are not measured, and the cycles around are")
{
    const auto evenBreath = [](const std::function<bool(int turn)>& isMissed, int breaths = 20) {
        Heardings h;
        for (int breath = 0; breath < breaths; ++breath) {
            const bool isMissedAfter = breath + 1 < breaths && isMissed(breath);
            if (isMissedAfter)
                h.same(9.6), ++breath;
            else
                breath % 2 ? h.e(4.8) : h.i(4.8);
        }
        return h;
    };
    const auto checkUnheard = [](const Alignment& alignment, const std::set<std::size_t>& breaths) {
        REQUIRE(alignment.cycles.size() == 10);
        for (std::size_t breath = 0; breath < 20; ++breath) {
            INFO(breath);
            const AlignedCycle& cycle = alignment.cycles[breath / 2];
            const bool isUnheard = breaths.contains(breath);
            CHECK(cycle.phases[breath % 2].size() == (isUnheard ? 0 : 1));
            CHECK(cycle.complete == !(isUnheard || breaths.contains(breath ^ 1)));
        }
    };
    SECTION("between two cycles, neither is complete")
    {
        const Alignment alignment =
            alignTo(evenBreath([](int turn) { return turn == 7; }), &preset("even-4-4"));
        checkUnheard(alignment, {7, 8});
        const NamedSpan& both = alignment.spans[7];
        CHECK(both.confidence <= 0.5);
        CHECK(both.role == Role::Practice);
    }
    SECTION("within a cycle, that one has nothing to show, and those after keep their place")
    {
        const Alignment alignment =
            alignTo(evenBreath([](int turn) { return turn == 6; }), &preset("even-4-4"));
        checkUnheard(alignment, {6, 7});
        CHECK(alignment.spans[6].role == Role::Practice);
        CHECK(alignment.spans[6].cycle == 3);
    }
    SECTION("wherever they were missed, they do not say which breath is the inhale")
    {
        // Ten cycles either way round, from the first breath or from the second.
        for (const int first : {2, 3, 4, 5, 8, 9}) {
            Heardings h =
                evenBreath([&](int turn) { return turn == first || turn == first + 8; }, 21);
            BreathClasses classes = sortBreaths(h.heard);
            classes.logOddsAIsInhale = 0;
            const Alignment alignment = aligned(h.heard, classes, &preset("even-4-4"));
            INFO(first);
            const std::vector<LikelyAlignment> all =
                allAlignments(h.heard, classes, &preset("even-4-4"));
            std::set<bool> ways;
            double sum = 0;
            for (const LikelyAlignment& one : all) {
                ways.insert(one.alignment.aIsInhale);
                CHECK(one.probability <= all.front().probability);
                sum += one.probability;
            }
            CHECK(ways.size() == 2);
            CHECK(sum <= 1 + 1e-9);
            // Where the sound that is both lies within a cycle, that cycle may also be left out.
            CHECK(alignment.fit->probability < 0.65);
        }
    }
    SECTION("but a breath that is held out longer is one breath")
    {
        Heardings h;
        for (int c = 0; c < 10; ++c) h.i(4.8).e(c == 4 ? 9.6 : 4.8);
        const Alignment alignment = alignTo(h, &preset("even-4-4"));
        REQUIRE(completeCycles(alignment) == 10);
        CHECK(alignment.cycles[4].complete);
        CHECK(alignment.cycles[4].phases[1].size() == 1);
    }
}

TEST_CASE("A breath that the room covers is what the plan has there, and no more than a guess")
{
    Heardings h;
    for (int c = 0; c < 8; ++c) h.same(6.6).silence(4.4);
    h.same(6.6);
    SECTION("silence of an inhale's length between two exhales")
    {
        const Alignment alignment = alignTo(h, &preset("long-exhale-4-6"));
        CHECK(completeCycles(alignment) == 8);
        CHECK(kindsOf(alignment) == "eieieieieieieieie");
        for (const NamedSpan& span : alignment.spans)
            if (span.kind == PhaseKind::Inhale) CHECK(span.confidence <= 0.5);
    }
    SECTION("but where holds are planned, silence is the hold")
    {
        for (const NamedSpan& span : alignTo(h, &preset("square-4")).spans)
            if (h.heard.spans[span.span].kind == HeardSpan::Kind::Silence)
                CHECK(isHold(*span.kind));
    }
}

TEST_CASE("A hold that was left out is a phase without spans, not a cycle without an exhale")
{
    Heardings h;
    for (int c = 0; c < 6; ++c) {
        h.i(4);
        if (c != 3) h.silence(4);
        h.e(4).silence(4);
    }
    Plan plan = preset("square-4");
    std::get<Cycles>(plan.parts[0].content).repeat = 6;
    const Alignment alignment = alignTo(h, &plan);
    REQUIRE(completeCycles(alignment) == 6);
    CHECK(alignment.cycles[3].phases[1].empty());
    CHECK(alignment.cycles[3].phases[2].size() == 1);
}

TEST_CASE("While it goes on, the cycle that has begun is one, and does not turn the names around")
{
    for (int breaths = 3; breaths <= 10; ++breaths) {
        INFO(breaths);
        Heardings h;
        h.rest(3);
        for (int b = 0; b < breaths; ++b) h.same(4.6);
        h.heard.goesOn = true;
        const Alignment alignment = alignTo(h, &preset("even-4-4"));
        std::string kinds;
        for (int b = 0; b < breaths; ++b) kinds += b % 2 == 0 ? 'i' : 'e';
        CHECK(kindsOf(alignment).substr(6) == kinds);
        CHECK(rolesOf(alignment).substr(6) == std::string(static_cast<std::size_t>(breaths), 'p'));
        REQUIRE(alignment.cycles.size() == static_cast<std::size_t>((breaths + 1) / 2));
        CHECK(alignment.cycles.back().complete == (breaths % 2 == 0));
    }
    // Nothing comes after the end of a recording: there a breath alone is no cycle.
    Heardings over;
    for (int c = 0; c < 3; ++c) over.i(4.6).e(4.6);
    over.i(4.6).silence(1);
    CHECK(completeCycles(alignTo(over, &preset("even-4-4"))) == 3);
}

TEST_CASE("While it goes on, a hold that is still to come is not missing")
{
    Heardings h;
    for (int c = 0; c < 3; ++c) h.i(4).silence(4).e(4).silence(4);
    h.i(4);
    h.heard.goesOn = true;
    const Alignment alignment = alignTo(h, &preset("square-4"));
    CHECK(kindsOf(alignment) == "i+e-i+e-i+e-i");
    REQUIRE(alignment.cycles.size() == 4);
    CHECK_FALSE(alignment.cycles.back().complete);
}

TEST_CASE("A fit that is known keeps its inhales, whichever kind they are sorted into now")
{
    Heardings h;
    h.natural(2);
    for (int c = 0; c < 6; ++c) h.i(4.6).e(4.6);
    BreathClasses classes = sortBreaths(h.heard);
    const Alignment before = aligned(h.heard, classes, &preset("even-4-4"));
    REQUIRE(before.fit);
    for (double& probability : classes.probabilityA) probability = 1 - probability;
    classes.logOddsAIsInhale *= -1;
    const Alignment after =
        aligned(h.heard, classes, &preset("even-4-4"), std::nullopt, before.fit);
    CHECK(kindsOf(after) == kindsOf(before));
    CHECK(after.aIsInhale != before.aIsInhale);
}

TEST_CASE("A ladder is followed rung by rung")
{
    Heardings h;
    h.natural(3);
    for (int n = 1; n <= 7; ++n) h.i(1.2 * n).e(1.2 * n);
    h.silence(0.5).natural(2);
    const Alignment alignment = alignTo(h, &preset("ladder-even"));
    REQUIRE(completeCycles(alignment) == 7);
    CHECK(alignment.countLengthS == Approx(1.2).epsilon(0.08));
    for (std::size_t c = 0; c < 7; ++c) CHECK(alignment.cycles[c].step == c);
}

namespace {

// Pairs of hums, on Sa and on Re, of which as many are planned.
Plan alternating(std::optional<double> saHz)
{
    Plan plan = preset("humming-two-pitch");
    std::get<Group>(plan.parts[0].content).repeat = 4;
    plan.saHz = saHz;
    return plan;
}

// The pitch that each cycle's hum was planned to have, and whether that is the one that it has.
void checkEachHumIsOnItsPitch(const Plan& plan, const Heardings& h, double saHz)
{
    const Alignment alignment = alignTo(h, &plan);
    const std::vector<PlannedStep> steps = unfold(plan);
    for (const AlignedCycle& cycle : alignment.cycles) {
        const Phase& planned = steps[cycle.step].cycle()->phases[1];
        REQUIRE(cycle.phases[1].size() == 1);
        const HeardSpan& span = h.heard.spans[alignment.spans[cycle.phases[1][0]].span];
        const double heardHz = h.heard.hums[span.index].frames[0].hz;
        CHECK(heardHz == Approx(*targetHz(*planned.pitch, saHz, Tuning::Just)).epsilon(0.03));
    }
}

} // namespace

TEST_CASE("Where a cycle is missing, the pitches tell which, whatever Sa the person has")
{
    for (const auto& planSa : {std::optional(196.0), std::optional<double>()}) {
        const Plan plan = alternating(planSa);
        const std::vector<Phase>& second = unfold(plan)[1].cycle()->phases;
        const double ratio = *targetHz(*second[1].pitch, 1.0, Tuning::Just);
        for (const double saHz : {196.0, 98.0, 150.0, 196.0 * ratio}) {
            INFO((planSa ? "Sa planned, " : "Sa open, ") << saHz << " Hz");
            Heardings h;
            h.natural(2).silence(3);
            for (int n = 1; n < 8; ++n) h.i(4).hum(9, n % 2 == 0 ? saHz : saHz * ratio);
            checkEachHumIsOnItsPitch(plan, h, saHz);
            CHECK(completeCycles(alignTo(h, &plan)) == 7);
        }
    }
}

TEST_CASE("Of as many hums as are planned none is left over as natural breath, of more one may be")
{
    const auto leavesOneOver = [](int hums, int planned) {
        Heardings h;
        h.silence(1).natural(1);
        // The inhales are short of their target, as natural ones are.
        for (int c = 0; c < hums; ++c) h.i(2.4).hum(9, 200);
        h.silence(1);
        Plan plan = preset("humming-3");
        std::get<Cycles>(plan.parts.front().content).repeat = planned;
        double left = 0;
        double all = 0;
        for (const LikelyAlignment& way :
             allAlignments(h.heard, sortBreaths(h.heard), &plan, std::nullopt, std::nullopt)) {
            all += way.probability;
            if (way.alignment.cycles.size() < static_cast<std::size_t>(hums))
                left += way.probability;
        }
        return left / all;
    };
    for (const int hums : {4, 12}) {
        CHECK(leavesOneOver(hums, hums) < 0.02);
        CHECK(leavesOneOver(hums, hums - 2) > 0.1);
    }
}

TEST_CASE("A hum on the wrong pitch is that cycle's hum, and moves none of the others")
{
    const Plan plan = alternating(196);
    const double ratio = *targetHz(*unfold(plan)[1].cycle()->phases[1].pitch, 1.0, Tuning::Just);
    Heardings h;
    for (int n = 0; n < 8; ++n) h.i(4).hum(9, n % 2 == 0 || n == 3 ? 196 : 196 * ratio);
    const Alignment alignment = alignTo(h, &plan);
    REQUIRE(alignment.cycles.size() == 8);
    for (std::size_t n = 0; n < 8; ++n) CHECK(alignment.cycles[n].step == n);
}

TEST_CASE("Without a plan every inhale and exhale is a cycle, and pauses follow the exhale")
{
    Heardings h;
    h.silence(2).natural(8);
    const Alignment alignment = alignTo(h, nullptr);
    CHECK(alignment.cycles.size() == 8);
    CHECK(kindsOf(alignment).substr(0, 6) == "ie-ie-");
    CHECK(rolesOf(alignment).substr(0, 6) == "pppppp");
}

TEST_CASE("A plan names, it never moves: spans stay as they were heard under any plan")
{
    Heardings h;
    h.silence(1).natural(2);
    for (int c = 0; c < 6; ++c) h.i(4).silence(7).e(8);
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        const Alignment alignment = alignTo(h, &preset.plan);
        std::size_t last = 0;
        for (const NamedSpan& span : alignment.spans) {
            CHECK(span.span >= last);
            CHECK(span.span < h.heard.spans.size());
            last = span.span;
        }
    }
}

TEST_CASE("Nothing heard aligns to nothing")
{
    const Heardings h{};
    CHECK(alignTo(h, &preset("square-4")).cycles.empty());
    CHECK(alignTo(h, nullptr).spans.empty());
}
