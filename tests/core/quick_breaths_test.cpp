// SPDX-License-Identifier: GPL-3.0-or-later
//
// Breaths of a second, which sound as slow bellows do.
#include "core/curriculum/presets.hpp"
#include "core/hear/listener.hpp"
#include "core/reading/quick_breaths.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>
#include <numeric>

using namespace layakari;

TEST_CASE(
    "Breaths of a second sound as bellows do: a plan says which, and without one they are breath")
{
    Plan quick = findPreset("even-4-4")->plan;
    Cycles& cycles = std::get<Cycles>(quick.parts.front().content);
    cycles.repeat = 12;
    for (const unsigned seed : {11u, 12u, 13u}) {
        INFO("seed " << seed);
        StrokeSound sound(seed);
        sound.quiet(1).naturalBreaths(2).bellows(12, 30).quiet(1).naturalBreaths(2).quiet(1);
        const Heard heard = listenTo(sound.track());
        REQUIRE(heard.strokeRuns.size() == 1);
        REQUIRE(heard.strokeRuns[0].mayBeBreath());
        sound.turnsS.pop_back(); // where the last one ends, it is quiet
        for (const std::optional<Plan>& plan : {std::optional(quick), std::optional<Plan>()}) {
            const Heard breath = withQuickBreaths(heard, plan, {}).heard;
            CHECK(breath.strokeRuns.empty());
            CHECK(std::ranges::count(breath.spans, HeardSpan::Kind::Breath, &HeardSpan::kind) ==
                  2 * 4 + 2 * 12);
            // They turn in the dips, not where the next breath is loud already.
            for (const double turn : sound.turnsS) {
                const auto nearest = [&](double s, const HeardSpan& span) {
                    return std::min(s, std::fabs(span.startS - turn));
                };
                CHECK(std::accumulate(breath.spans.begin(), breath.spans.end(), 1e9, nearest) <
                      0.1);
            }
            for (std::size_t i = 1; i < breath.spans.size(); ++i)
                CHECK(breath.spans[i].startS >= breath.spans[i - 1].endS - 1e-9);
        }
        // Not to a plan of bellows, of held breath, or of far fewer cycles, nor to who has
        // corrected a stroke.
        for (const char* other : {"bhastrika-3x10", "square-4", "long-exhale-4-6"}) {
            Plan plan = findPreset(other)->plan;
            if (std::string(other) == "long-exhale-4-6")
                std::get<Cycles>(plan.parts.front().content).repeat = 5;
            CHECK(withQuickBreaths(heard, plan, {}).heard.strokeRuns.size() == 1);
        }
        Correction stroke;
        stroke.kind = Correction::Kind::AddStroke;
        CHECK(withQuickBreaths(heard, std::nullopt, {stroke}).heard.strokeRuns.size() == 1);
    }
}

TEST_CASE("What is quick is no breath, plan or not, nor are strokes with time between them")
{
    StrokeSound fast(14);
    fast.quiet(1).bellows(12, 70).quiet(2);
    StrokeSound slow(15);
    slow.quiet(1).strokes(15, 40, -8).quiet(2);
    for (StrokeSound* sound : {&fast, &slow}) {
        const Heard heard = listenTo(sound->track());
        REQUIRE(heard.strokeRuns.size() == 1);
        CHECK(withQuickBreaths(heard, std::nullopt, {}).heard.strokeRuns.size() == 1);
    }
}

namespace {

struct QuickBreathing {
    Listened listened;

    explicit QuickBreathing(unsigned seed)
    {
        StrokeSound sound(seed);
        sound.quiet(1).naturalBreaths(2).bellows(12, 30).quiet(1).naturalBreaths(2).quiet(1);
        listened.track = sound.track();
        listened.heard = listenTo(listened.track);
    }
    Reading read(std::vector<Correction> said = {}, const std::optional<Plan>& plan = {}) const
    {
        Known known;
        known.corrections = std::move(said);
        return readAgainst(listened, plan, known);
    }
};

} // namespace

TEST_CASE(
    "Without a plan it is asked whether quick breaths are strokes, and either answer is taken")
{
    for (const unsigned seed : {21u, 22u, 23u}) {
        INFO("seed " << seed);
        const QuickBreathing breathing(seed);
        const Reading unsure = breathing.read();
        CHECK_FALSE(unsure.sure);
        CHECK(unsure.strokeRuns.empty());
        CHECK_THAT(doubtInWords(unsure), Catch::Contains("slow strokes"));
        REQUIRE_FALSE(unsure.questions.empty());
        const ReadQuestion& question = unsure.questions.front();
        REQUIRE(question.about == ReadQuestion::About::Strokes);
        const Reading strokes = breathing.read({*correctionBy(question, "strokes")});
        REQUIRE(strokes.strokeRuns.size() == 1);
        CHECK(strokes.strokeRuns.front().count == 12);
        CHECK(question.startS == Approx(strokes.strokeRuns.front().startS).margin(0.5));
        CHECK(question.endS == Approx(question.startS + 15));
        const Reading breaths = breathing.read({*correctionBy(question, "breaths")});
        CHECK(breaths.strokeRuns.empty());
        CHECK(breaths.phases.size() == unsure.phases.size());
        CHECK(breaths.explanations.front().probability >
              1.5 * unsure.explanations.front().probability);
        for (const Reading* told : {&strokes, &breaths})
            for (const ReadQuestion& next : told->questions)
                CHECK(next.about != ReadQuestion::About::Strokes);
        // Who can't tell is not asked again, and is told no more than before.
        const Reading open = breathing.read({cannotTell(question)});
        CHECK_FALSE(open.sure);
        for (const ReadQuestion& next : open.questions)
            CHECK(next.about != ReadQuestion::About::Strokes);
    }
}

TEST_CASE("A plan that says what is quick leaves nothing to ask of it, and a later word counts")
{
    const QuickBreathing breathing(24);
    Plan quick = findPreset("even-4-4")->plan;
    std::get<Cycles>(quick.parts.front().content).repeat = 12;
    for (const ReadQuestion& question : breathing.read({}, quick).questions)
        CHECK(question.about != ReadQuestion::About::Strokes);
    const Correction strokes{Correction::Kind::MarkStrokes, 10, 30};
    const Correction breaths{Correction::Kind::MarkBreaths, 10, 30};
    CHECK(breathing.read({breaths, strokes}, quick).strokeRuns.size() == 1);
    CHECK(breathing.read({strokes, breaths}, quick).strokeRuns.empty());
}
