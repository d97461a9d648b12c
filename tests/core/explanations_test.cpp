// SPDX-License-Identifier: GPL-3.0-or-later
//
// What else a recording may have been, how sure a reading is, and what it asks.
#include "core/align/path_sum.hpp"
#include "core/curriculum/presets.hpp"
#include "core/evaluate/evaluation.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"
#include "core/simulate/practitioner.hpp"
#include "tests/support/shared_practices.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <map>

using namespace layakari;

namespace {

struct Practice {
    Plan plan;
    Truth truth;
    Listened listened;

    explicit Practice(const char* preset, std::uint64_t seed = 5) : plan(findPreset(preset)->plan)
    {
        Temperament who;
        who.sampleRateHz = 16000;
        truth = Practitioner(plan, who, seed).truth();
        auto heard = listenToFile(sharedRecording(plan, who, seed));
        REQUIRE(heard.has_value());
        listened = *std::move(heard);
    }

    Reading read(const std::vector<Correction>& corrections = {}) const
    {
        Known known;
        known.corrections = corrections;
        return readAgainst(listened, plan, known);
    }
    HeardSpan& spanAt(double seconds)
    {
        for (HeardSpan& span : listened.heard.spans)
            if (seconds >= span.startS && seconds < span.endS) return span;
        FAIL("nothing was heard at " << seconds);
        return listened.heard.spans.front();
    }
    double middleOf(int cycle, const char* kind) const
    {
        for (const Truth::Phase& p : truth.phases)
            if (p.cycle == cycle && p.kind == kind) return (p.startS + p.endS) / 2;
        FAIL("no such phase");
        return 0;
    }
};

std::vector<HeardItem> breaths(const std::vector<double>& seconds)
{
    std::vector<HeardItem> items;
    for (const double s : seconds) {
        HeardItem item;
        item.breath = true;
        item.seconds = s;
        item.span = items.size();
        item.setInhaleProbability(items.size() % 2 == 0 ? 0.8 : 0.2);
        items.push_back(item);
    }
    return items;
}

ReadExplanation explanation(double probability, double accuracy, double half)
{
    ReadExplanation e;
    e.probability = probability;
    e.accuracy = accuracy;
    e.accuracyLow = accuracy - half;
    e.accuracyHigh = accuracy + half;
    return e;
}

Summary rangeOf(const std::vector<ReadExplanation>& explanations)
{
    Summary summary;
    summary.accuracy = explanations.front().accuracy;
    takeRangeFrom(explanations, summary);
    REQUIRE(summary.accuracyLow);
    return summary;
}

} // namespace

TEST_CASE("Paths are drawn as often as they are likely, each in one way only")
{
    const Plan plan = findPreset("even-4-4")->plan;
    const std::vector<PlannedStep> steps = unfold(plan);
    const Planned planned(steps, HumAims(steps, std::nullopt, {}));
    const std::vector<HeardItem> items = breaths({4.1, 3.9, 2.2, 2.6, 4.0, 5.4, 3.2, 4.2});
    const Keep keep{1, 0.25};
    const MatchTable table = matchTable(planned, items, keep);
    const PathSum sum(planned, table, items, keep);
    constexpr int draws = 20000;
    std::mt19937_64 engine(3);
    std::map<std::vector<std::size_t>, std::pair<int, double>> drawn;
    for (int i = 0; i < draws; ++i) {
        const Path path = sum.draw(engine);
        std::vector<std::size_t> key;
        for (const Chosen& c : path.cycles)
            for (const std::size_t n : {c.item, c.match.end, c.step, std::size_t{c.extra}})
                key.push_back(n);
        auto& [count, logProbability] = drawn[key];
        ++count;
        logProbability = path.logProbability;
    }
    REQUIRE(drawn.size() > 3);
    double all = 0;
    for (const auto& [key, path] : drawn) {
        const double p = std::exp(path.second);
        const double share = static_cast<double>(path.first) / draws;
        CHECK(share == Approx(p).margin(4 * std::sqrt(p * (1 - p) / draws) + 1e-4));
        all += p;
    }
    CHECK(all <= 1 + 1e-9);
    CHECK(all > 0.99);
}

TEST_CASE("However many cycles are planned or done, the first that were done are the plan's")
{
    Plan plan = findPreset("even-4-4")->plan;
    const auto firstPath = [&](int planned, std::size_t done) {
        std::get<Cycles>(plan.parts.front().content).repeat = planned;
        const std::vector<PlannedStep> steps = unfold(plan);
        const Planned cycles(steps, HumAims(steps, std::nullopt, {}));
        const std::vector<HeardItem> items = breaths(std::vector<double>(2 * done, 4.0));
        const Keep keep{1, 0.16};
        const MatchTable table = matchTable(cycles, items, keep);
        const PathSum sum(cycles, table, items, keep);
        CHECK(std::isfinite(sum.logMass()));
        std::mt19937_64 engine(4);
        return sum.draw(engine);
    };
    const auto plannedIn = [](const Path& path) {
        return std::count_if(path.cycles.begin(), path.cycles.end(),
                             [](const Chosen& c) { return !c.extra; });
    };
    const Path longer = firstPath(150, 400);
    CHECK(plannedIn(longer) == 150);
    CHECK(std::is_partitioned(longer.cycles.begin(), longer.cycles.end(),
                              [](const Chosen& c) { return !c.extra; }));
    CHECK(longer.cycles.size() > 150);
    const Path fewer = firstPath(planLimits::repeat, 12);
    CHECK(plannedIn(fewer) == 12);
    CHECK(std::isfinite(fewer.logProbability));
}

TEST_CASE("What is certain leaves the accuracy's range, what is likely too widens it")
{
    const Summary certain = rangeOf({explanation(1, 90, 2)});
    CHECK(*certain.accuracyLow == Approx(88).margin(0.05));
    CHECK(*certain.accuracyHigh == Approx(92).margin(0.05));
    const Summary two = rangeOf({explanation(0.8, 90, 2), explanation(0.2, 60, 2)});
    CHECK(*two.accuracyLow < 62);
    CHECK(*two.accuracyHigh == Approx(92).margin(1));
    const Summary neither = rangeOf({explanation(0.6, 90, 2)});
    CHECK(*neither.accuracyLow < 70);
    // The less is known, the wider.
    double width = 0;
    for (const double p : {0.99, 0.95, 0.9, 0.7, 0.4}) {
        const Summary s = rangeOf({explanation(p, 50, 2)});
        CHECK(*s.accuracyHigh - *s.accuracyLow >= width);
        width = *s.accuracyHigh - *s.accuracyLow;
    }
}

TEST_CASE("A plain practice is read surely, with one explanation and no question")
{
    for (const char* preset : {"square-4", "even-4-4"}) {
        const Practice practice(preset);
        const Reading reading = practice.read();
        INFO(preset);
        CHECK(reading.sure);
        CHECK(reading.questions.empty());
        REQUIRE_FALSE(reading.explanations.empty());
        CHECK(reading.explanations.front().probability >= sureProbability);
        CHECK(reading.explanations.front().accuracy ==
              Approx(*reading.summary.accuracy).margin(1e-3));
        CHECK(isRight(reading, practice.truth));
        CHECK(doubtInWords(reading).empty());
    }
}

TEST_CASE("A breath that may be none is asked for, and either answer is taken")
{
    Practice practice("square-4");
    const double at = practice.middleOf(2, "exhale");
    practice.spanAt(at).isBreath = 0.2;
    const Reading unsure = practice.read();
    CHECK_FALSE(unsure.sure);
    CHECK(unsure.explanations.front().probability < sureProbability);
    REQUIRE_FALSE(unsure.questions.empty());
    const ReadQuestion& question = unsure.questions.front();
    CHECK(question.about == ReadQuestion::About::Breath);
    CHECK(question.startS < at);
    CHECK(question.endS > at);
    CHECK(question.answers.size() == 3);
    CHECK_THAT(doubtInWords(unsure), Catch::Contains("--answer exhale"));
    const auto right = trueAnswer(question, practice.truth);
    REQUIRE(right);
    CHECK(question.answers[*right].word == "exhale");
    const Reading answered = practice.read({question.answers[*right].correction});
    CHECK(answered.sure);
    CHECK(answered.questions.empty());
    CHECK(answered.summary.accuracy == Approx(*question.answers[*right].accuracy));
    const Reading none = practice.read({*correctionBy(question, "nothing")});
    CHECK(none.explanations.front().cyclesDone < answered.explanations.front().cyclesDone);
}

TEST_CASE("A hum is no natural breath where hums are planned, and one where none are")
{
    const Plan hums = findPreset("humming-3")->plan;
    const Plan even = findPreset("even-4-4")->plan;
    const Keep keep{1, 0.25};
    for (const Plan* plan : {&hums, &even}) {
        std::vector<HeardItem> items = breaths({4, 8, 4, 2.9, 4, 8});
        for (const std::size_t hum : {1, 3, 5}) {
            items[hum].hum = true;
            items[hum].isPlannedHum = plan == &hums;
        }
        const std::vector<PlannedStep> steps = unfold(*plan);
        const Planned planned(steps, HumAims(steps, std::nullopt, {}));
        const MatchTable table = matchTable(planned, items, keep);
        const PathSum sum(planned, table, items, keep);
        std::mt19937_64 engine(7);
        int all = 0;
        for (int i = 0; i < 1000; ++i) all += sum.draw(engine).cycles.size() == 3;
        INFO(plan->name << ": " << all);
        CHECK((all > 950) == (plan == &hums));
    }
}

TEST_CASE("Whoever can't tell is not asked of that place again, and three answers are enough")
{
    Practice practice("square-4");
    for (const int cycle : {0, 1, 2, 3})
        practice.spanAt(practice.middleOf(cycle, "exhale")).isBreath = 0.2;
    std::vector<Correction> said;
    std::vector<double> asked;
    for (Reading reading = practice.read(said); !reading.questions.empty();
         reading = practice.read(said)) {
        const ReadQuestion& question = reading.questions.front();
        CHECK(std::find(asked.begin(), asked.end(), question.startS) == asked.end());
        asked.push_back(question.startS);
        said.push_back(*correctionBy(question, cannotTellWord));
    }
    CHECK(asked.size() == mostQuestions);
    // It changes nothing else, and is kept with the reading.
    const Reading before = practice.read();
    const Reading after = practice.read(said);
    CHECK(after.explanations == before.explanations);
    CHECK(after.lostCorrections.empty());
    CHECK_FALSE(after.sure);
    CHECK(parseReading(readingToJson(after), "x.json")->corrections.size() == said.size());
    CHECK(parseReading(readingToJson(after), "x.json")->corrections.front().isAnswer);
}

TEST_CASE("A reading's file has what it was not sure of, and reads it back")
{
    Practice practice("square-4");
    practice.spanAt(practice.middleOf(1, "inhale")).isBreath = 0.3;
    const Reading reading = practice.read();
    REQUIRE_FALSE(reading.sure);
    const auto again = parseReading(readingToJson(reading), "x.json");
    REQUIRE(again.has_value());
    CHECK(again->sure == reading.sure);
    CHECK(again->explanations == reading.explanations);
    CHECK(heaviest(again->doubts) == heaviest(reading.doubts));
    CHECK(uncertaintyInWords(*again) == uncertaintyInWords(reading));
    REQUIRE(again->questions.size() == 1);
    CHECK(again->questions.front().text == reading.questions.front().text);
    CHECK(again->questions.front().answers.size() == reading.questions.front().answers.size());
    CHECK(*again->summary.accuracyLow == Approx(*reading.summary.accuracyLow).margin(1e-3));
    CHECK(*again->summary.accuracyHigh == Approx(*reading.summary.accuracyHigh).margin(1e-3));
}

TEST_CASE("Trust falls with every doubt, and the heaviest is told")
{
    const double before = trustUnder({});
    CHECK(before > 0.95);
    for (std::size_t i = 0; i < Doubts::size; ++i) {
        Doubts doubts;
        doubts.values[i] = 0.5;
        CHECK(trustUnder(doubts) <= before);
        CHECK(heaviest(doubts) == static_cast<Doubts::What>(i));
    }
    Doubts strokes;
    strokes.strokes = 0.5;
    CHECK(trustUnder(strokes) < 0.5);
}
