// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a person puts right: laid over what was heard, undone, kept, and still there when another
// listener has read the recording.
#include "core/curriculum/presets.hpp"
#include "core/listen/changes.hpp"
#include "core/reading/corrections.hpp"
#include "core/reading/reading.hpp"
#include "core/reading/stroke_corrections.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <random>

using namespace layakari;

namespace {

using Kind = Correction::Kind;
using Name = Correction::Name;
using SpanKind = HeardSpan::Kind;

// Cycles of inhale, hold, exhale of 4, 3 and 5 s.
Heard threePhases(int cycles)
{
    Heard heard;
    const auto add = [&](SpanKind kind, double seconds, double brightness) {
        HeardSpan span;
        span.kind = kind;
        span.startS = heard.durationS;
        span.endS = heard.durationS += seconds;
        span.startSdS = span.endSdS = 0.05;
        span.character.values = {-brightness, -brightness, brightness, brightness, 20, 0.5};
        heard.spans.push_back(span);
    };
    for (int c = 0; c < cycles; ++c) {
        add(SpanKind::Breath, 4, 3);
        add(SpanKind::Silence, 3, 0);
        add(SpanKind::Breath, 5, -3);
    }
    return heard;
}

Listened listenedTo(Heard heard)
{
    Listened listened;
    listened.recording.file = "x.flac";
    listened.recording.durationSeconds = heard.durationS;
    listened.recording.sampleRateHz = 48000;
    listened.recording.channels = 1;
    listened.recording.sha256 = std::string(64, '0');
    listened.heard = std::move(heard);
    return listened;
}

Plan planOfThree()
{
    auto plan = parsePlan(
        R"({"format":"layakari.plan","version":1,"name":"x","technique":"x","parts":[
        {"kind":"cycles","repeat":6,"phases":[{"phase":"inhale","counts":4},
         {"phase":"hold_full","counts":3},{"phase":"exhale","counts":5}]}]})",
        "plan.json");
    REQUIRE(plan.has_value());
    return *plan;
}

Reading readWith(const Listened& listened, const std::vector<Correction>& corrections)
{
    Known known;
    known.corrections = corrections;
    return readAgainst(listened, planOfThree(), known);
}

void checkInOrder(const std::vector<HeardSpan>& spans)
{
    for (std::size_t i = 0; i < spans.size(); ++i) {
        CHECK(spans[i].seconds() >= shortestCorrectedSeconds - 1e-9);
        if (i > 0) CHECK(spans[i].startS == Approx(spans[i - 1].endS));
    }
}

Correction anyCorrection(std::mt19937& engine, double durationS)
{
    std::uniform_real_distribution<double> time(0, durationS);
    std::uniform_int_distribution<int> four(0, 3);
    const double at = time(engine);
    std::uniform_int_distribution<std::size_t> kind(0, correctionKindWords.count - 1);
    return {static_cast<Kind>(kind(engine)), at, at + time(engine) / 20 - durationS / 40,
            static_cast<Name>(four(engine))};
}

} // namespace

TEST_CASE("A boundary lies where a person has put it, on both sides, and is theirs")
{
    const Corrected c = laidOver(threePhases(6), {{Kind::MoveBoundary, 7.02, 7.4}});
    CHECK(c.lost.empty());
    CHECK(c.heard.spans[1].endS == Approx(7.4));
    CHECK(c.heard.spans[2].startS == Approx(7.4));
    CHECK(c.heard.spans[1].corrected);
    CHECK(c.heard.spans[2].corrected);
    CHECK_FALSE(c.heard.spans[0].corrected);
    CHECK_FALSE(c.heard.spans[3].corrected);
    CHECK(c.heard.spans[2].startSdS < 0.05);
}

TEST_CASE("A boundary cannot be moved beyond its neighbours, and a phase keeps a tenth of a second")
{
    for (const double to : {-100.0, 3.0, 13.0, 1000.0}) {
        const Corrected c = laidOver(threePhases(2), {{Kind::MoveBoundary, 7, to}});
        CHECK(c.lost.empty());
        checkInOrder(c.heard.spans);
    }
    // At the ends there is none: the first may begin earlier, the last end later, or almost at
    // once.
    Heard late = threePhases(1);
    for (HeardSpan& span : late.spans) span.startS += 2, span.endS += 2;
    CHECK(laidOver(late, {{Kind::MoveBoundary, 2, 0.5}}).heard.spans.front().startS == Approx(0.5));
    CHECK(laidOver(late, {{Kind::MoveBoundary, 14, 15}}).heard.spans.back().endS == Approx(15));
    CHECK(laidOver(late, {{Kind::MoveBoundary, 14, 3}}).heard.spans.back().seconds() ==
          Approx(shortestCorrectedSeconds));
}

TEST_CASE("What finds nothing to be laid on changes nothing and is told")
{
    Heard heard = threePhases(2);
    heard.spans[2].kind = SpanKind::Strokes;
    const Corrected c = laidOver(heard, {{Kind::MoveBoundary, 5.5, 6},         // no boundary there
                                         {Kind::MoveBoundary, 7, 7.5},         // of strokes
                                         {Kind::Rename, 9, 0, Name::Inhale},   // strokes
                                         {Kind::Rename, 500, 0, Name::Inhale}, // beyond the end
                                         {Kind::Split, 4.02},                  // too little room
                                         {Kind::Join, 0}});                    // nothing before it
    CHECK(c.lost == std::vector<std::size_t>{0, 1, 2, 3, 4, 5});
    REQUIRE(c.heard.spans.size() == heard.spans.size());
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        CHECK(c.heard.spans[i].startS == heard.spans[i].startS);
        CHECK_FALSE(c.heard.spans[i].corrected);
    }
}

TEST_CASE("Cut and joined again, a phase is as long as before")
{
    Heard heard = threePhases(2);
    const Corrected cut = laidOver(heard, {{Kind::Split, 9}});
    REQUIRE(cut.heard.spans.size() == 7);
    CHECK(cut.heard.spans[2].endS == Approx(9));
    const Corrected joined = laidOver(heard, {{Kind::Split, 9}, {Kind::Join, 9}});
    REQUIRE(joined.heard.spans.size() == 6);
    CHECK(joined.heard.spans[2].seconds() == Approx(5));
    CHECK(joined.heard.spans[2].kind == SpanKind::Breath);
}

TEST_CASE("What is called a hold beside a hold is one with it")
{
    const Corrected c =
        laidOver(threePhases(2), {{Kind::Split, 9}, {Kind::Rename, 8, 0, Name::Hold}});
    REQUIRE(c.heard.spans.size() == 6);
    CHECK(c.heard.spans[1].kind == SpanKind::Silence);
    CHECK(c.heard.spans[1].endS == Approx(9));
}

TEST_CASE("Whatever is laid over, spans stay in order and without gaps")
{
    for (unsigned seed = 1; seed <= 40; ++seed) {
        std::mt19937 engine(seed);
        const Heard heard = threePhases(8);
        std::vector<Correction> corrections;
        for (int k = 0; k < 30; ++k)
            corrections.push_back(anyCorrection(engine, heard.durationS + 5));
        INFO(seed);
        checkInOrder(laidOver(heard, corrections).heard.spans);
    }
}

TEST_CASE("Figures follow: a phase that is moved is as many counts longer")
{
    const Listened listened = listenedTo(threePhases(6));
    const Reading before = readWith(listened, {});
    const Reading after = readWith(listened, {{Kind::MoveBoundary, 4, 5}});
    CHECK(before.phases[0].seconds() == Approx(4));
    CHECK(after.phases[0].seconds() == Approx(5));
    CHECK(after.cycles[0].phases[0].seconds == Approx(5));
    CHECK(*after.cycles[0].accuracy < *before.cycles[0].accuracy - 10);
    CHECK(*after.cycles[1].accuracy == Approx(*before.cycles[1].accuracy).margin(2));
    CHECK(after.phases[0].corrected);
    CHECK(after.phases[1].corrected);
    CHECK_FALSE(after.phases[2].corrected);
}

TEST_CASE("A name that a person gives stands against sound and plan")
{
    const Listened listened = listenedTo(threePhases(6));
    const Reading plain = readWith(listened, {});
    for (const auto& [name, kind] :
         {std::pair{Name::Inhale, ReadKind::Inhale}, std::pair{Name::Exhale, ReadKind::Exhale},
          std::pair{Name::Nothing, ReadKind::Unknown}})
        for (const std::size_t phase : {0u, 2u, 9u}) {
            const double at = plain.phases[phase].startS + 1;
            const Reading named = readWith(listened, {{Kind::Rename, at, 0, name}});
            CHECK(named.phases[phase].kind == kind);
            CHECK(named.phases[phase].corrected);
        }
    const Reading breath = readWith(listened, {{Kind::Rename, 5, 0, Name::Inhale}});
    CHECK(breath.phases[1].kind == ReadKind::Inhale);
}

TEST_CASE("Breaths that a person has named tell the way round where the sound cannot")
{
    Heard heard;
    for (int k = 0; k < 12; ++k) {
        HeardSpan span;
        span.kind = SpanKind::Breath;
        span.startS = heard.durationS;
        span.endS = heard.durationS += 4;
        heard.spans.push_back(span);
    }
    const Listened listened = listenedTo(heard);
    for (const Name name : {Name::Inhale, Name::Exhale}) {
        Known known;
        known.corrections = {{Kind::Rename, 1, 0, name}, {Kind::Rename, 17, 0, name}};
        const ReadKind even = name == Name::Inhale ? ReadKind::Inhale : ReadKind::Exhale;
        for (const std::optional<Plan>& plan :
             {std::optional(findPreset("even-4-4")->plan), std::optional<Plan>()}) {
            const Reading reading = readAgainst(listened, plan, known);
            REQUIRE(reading.phases.size() == 12);
            for (std::size_t i = 0; i < reading.phases.size(); i += 2)
                CHECK(reading.phases[i].kind == even);
            CHECK(reading.phases[0].confidence > 0.9);
        }
    }
}

TEST_CASE("Corrections stand when another listener places its boundaries a little otherwise")
{
    const std::vector<Correction> corrections{{Kind::MoveBoundary, 7, 7.4},
                                              {Kind::Rename, 14, 0, Name::Nothing},
                                              {Kind::Split, 33},
                                              {Kind::Join, 43},
                                              {Kind::MarkRest, 48, 60},
                                              {Kind::MarkPractice, 24, 36},
                                              {Kind::MarkVoice, 60, 64},
                                              {Kind::FirstCycle, 12.5},
                                              {Kind::AddStroke, 3},
                                              {Kind::RemoveStroke, 4}};
    std::mt19937 engine(5);
    std::uniform_real_distribution<double> otherwise(-0.15, 0.15);
    for (int listener = 0; listener < 20; ++listener) {
        Heard heard = threePhases(6);
        for (std::size_t i = 1; i < heard.spans.size(); ++i)
            heard.spans[i].startS = heard.spans[i - 1].endS =
                heard.spans[i].startS + otherwise(engine);
        const Corrected c = laidOver(heard, corrections);
        CHECK(c.lost.empty());
        CHECK(c.heard.spans[1].endS == Approx(7.4));
        CHECK(c.heard.spans[3].kind == SpanKind::Unknown);
        CHECK(c.heard.spans.size() == 18);
        checkInOrder(c.heard.spans);
    }
}

TEST_CASE("Known before, the plan's fit gives the same reading as found anew")
{
    const Listened listened = listenedTo(threePhases(6));
    Known known;
    known.corrections = {{Kind::MoveBoundary, 4, 4.3}};
    const Reading anew = readAgainst(listened, planOfThree(), known);
    known.fit = readWith(listened, {}).fit;
    REQUIRE(known.fit.has_value());
    CHECK(readingToJson(readAgainst(listened, planOfThree(), known)) == readingToJson(anew));
}

TEST_CASE("Corrections come back from a reading's JSON, and a faulty one is named by its place")
{
    const std::vector<Correction> corrections{{Kind::MoveBoundary, 7, 7.4},
                                              {Kind::Rename, 14, 0, Name::Nothing},
                                              {Kind::Split, 33},
                                              {Kind::Join, 43}};
    const std::string json = readingToJson(readWith(listenedTo(threePhases(6)), corrections));
    const auto again = parseReading(json, "r.json");
    REQUIRE(again.has_value());
    CHECK(again->corrections == corrections);
    CHECK(readingToJson(*again) == json);

    auto document = nlohmann::ordered_json::parse(json);
    document["corrections"][1]["name"] = "yawn";
    const auto faulty = parseReading(document.dump(), "r.json");
    REQUIRE_FALSE(faulty.has_value());
    CHECK(faulty.error().message().find("/corrections/1/name") != std::string::npos);
    document.erase("corrections");
    const auto older = parseReading(document.dump(), "r.json");
    REQUIRE(older.has_value());
    CHECK(older->corrections.empty());
}

TEST_CASE("Any sequence of corrections is undone to the same bytes, and done again")
{
    const Listened listened = listenedTo(threePhases(8));
    for (unsigned seed = 1; seed <= 12; ++seed) {
        std::mt19937 engine(seed);
        CorrectionHistory history;
        std::vector<std::string> states{readingToJson(readWith(listened, history.done()))};
        for (int k = 0; k < 12; ++k) {
            history.add(anyCorrection(engine, listened.heard.durationS));
            states.push_back(readingToJson(readWith(listened, history.done())));
        }
        INFO(seed);
        for (std::size_t k = states.size() - 1; k-- > 0;) {
            REQUIRE(history.undo());
            CHECK(readingToJson(readWith(listened, history.done())) == states[k]);
        }
        CHECK_FALSE(history.undo());
        while (history.redo()) {
        }
        CHECK(readingToJson(readWith(listened, history.done())) == states.back());
    }
}

TEST_CASE("A boundary that is nudged on is one correction, nudged back to where it was none")
{
    CorrectionHistory history;
    double at = 7;
    for (int k = 0; k < 5; ++k) {
        history.add({Kind::MoveBoundary, at, at + 0.01});
        at += 0.01;
    }
    REQUIRE(history.done().size() == 1);
    CHECK(history.done()[0].atS == Approx(7));
    CHECK(history.done()[0].toS == Approx(7.05));
    REQUIRE(history.undo());
    CHECK(history.done()[0].toS == Approx(7.04));
    history.add({Kind::MoveBoundary, 7.04, 7});
    CHECK(history.done().empty());
    CHECK_FALSE(history.redo());
}

TEST_CASE("Several added together are one change: none is none")
{
    CorrectionHistory history({{Correction::Kind::Join, 3}});
    history.addTogether({});
    CHECK_FALSE(history.canUndo());
    // The second goes on where the first one ended, and is still one of its own.
    const std::vector<Correction> both{{Correction::Kind::MoveBoundary, 5, 5.2},
                                       {Correction::Kind::MoveBoundary, 5.2, 5.4}};
    history.addTogether(both);
    CHECK(history.done().size() == 3);
    REQUIRE(history.undo());
    CHECK(history.done().size() == 1);
    REQUIRE(history.redo());
    CHECK(history.done().size() == 3);
}

TEST_CASE("One correction is taken back, whichever it is: that can be undone too")
{
    CorrectionHistory history({{Kind::Split, 3}, {Kind::Join, 9}, {Kind::Split, 20}});
    CHECK_FALSE(history.canUndo());
    CHECK_FALSE(history.takeBack(10, 19));
    CHECK_FALSE(history.canUndo());
    REQUIRE(history.takeBack(8, 10));
    CHECK(history.done() == std::vector<Correction>{{Kind::Split, 3}, {Kind::Split, 20}});
    REQUIRE(history.undo());
    CHECK(history.done().size() == 3);
    CHECK(history.canRedo());
}

TEST_CASE("A stretch that is rest to a person is of no cycle: taken back, it is practised again")
{
    const Listened listened = listenedTo(threePhases(6));
    REQUIRE(readWith(listened, {}).cycles.size() == 6);
    const std::vector<Correction> rest{{Kind::MarkRest, 24, 36}}; // the third cycle
    const Reading reading = readWith(listened, rest);
    CHECK(reading.cycles.size() == 5);
    for (const ReadPhase& phase : reading.phases) {
        const bool isInside = phase.startS >= 24 && phase.endS <= 36;
        CHECK(phase.cycle.has_value() != isInside);
        CHECK(phase.corrected == isInside);
    }
    auto practised = rest;
    practised.push_back({Kind::MarkPractice, 24, 36});
    CHECK(readWith(listened, practised).cycles.size() == 6);
    // Without a plan as well.
    Known known;
    known.corrections = rest;
    CHECK(readAgainst(listened, std::nullopt, known).cycles.size() <
          readAgainst(listened, std::nullopt).cycles.size());
}

TEST_CASE("What is practised to a person belongs to a cycle, however unlike the plan it is")
{
    Heard heard = threePhases(6);
    // The third cycle in a hurry: natural breathing to the listener.
    double at = 24;
    for (std::size_t i = 6; i < heard.spans.size(); ++i) {
        const double seconds = heard.spans[i].seconds() * (i < 9 ? 0.35 : 1);
        heard.spans[i].startS = at;
        heard.spans[i].endS = at += seconds;
    }
    heard.durationS = at;
    const Listened listened = listenedTo(heard);
    REQUIRE(readWith(listened, {}).cycles.size() == 5);
    const Reading reading = readWith(listened, {{Kind::MarkPractice, 24, 24 + 0.35 * 12}});
    CHECK(reading.cycles.size() == 6);
    CHECK(reading.cycles[2].accuracy.value_or(100) < 60);
}

TEST_CASE("The first cycle begins with the breath that a person says, and all before is rest")
{
    const Listened listened = listenedTo(threePhases(6));
    const Reading reading = readWith(listened, {{Kind::FirstCycle, 12.5}});
    CHECK(reading.cycles.size() == 5);
    REQUIRE_FALSE(reading.cycles.empty());
    CHECK(reading.phases[reading.cycles[0].phases[0].heard.front()].startS == Approx(12));
    const Reading back =
        readWith(listened, {{Kind::FirstCycle, 12.5}, {Kind::MarkPractice, 0, 12}});
    CHECK(back.cycles.size() == 6);
}

TEST_CASE("A stretch of speech is voice, and no phase of a cycle")
{
    const Listened listened = listenedTo(threePhases(6));
    const Reading reading = readWith(listened, {{Kind::MarkVoice, 24, 36}});
    CHECK(reading.cycles.size() == 5);
    CHECK(std::count_if(reading.phases.begin(), reading.phases.end(), [](const ReadPhase& p) {
              return p.kind == ReadKind::Voice && p.corrected;
          }) == 3);
}

TEST_CASE("A hum that a person calls an exhale is no hum any more, and the others keep theirs")
{
    Heard heard = threePhases(3);
    for (const std::size_t at : {2u, 5u, 8u}) {
        HeardSpan& span = heard.spans[at];
        span.kind = SpanKind::Hum;
        span.index = heard.hums.size();
        HeardHum hum;
        hum.startS = span.startS;
        hum.endS = span.endS;
        heard.hums.push_back(hum);
    }
    const Corrected c = laidOver(heard, {{Kind::Rename, 20, 0, Name::Exhale}});
    CHECK(c.lost.empty());
    REQUIRE(c.heard.hums.size() == 2);
    CHECK(c.heard.spans[5].kind == SpanKind::Breath);
    for (const std::size_t at : {2u, 8u})
        CHECK(c.heard.hums[c.heard.spans[at].index].startS == c.heard.spans[at].startS);
}

namespace {

ReadStrokeRun everySecond(double startS, int count)
{
    ReadStrokeRun run;
    for (int i = 0; i < count; ++i) {
        run.strokeTimesS.push_back(startS + i);
        run.strengthsDb.push_back(20 + i % 2);
    }
    run.startS = startS;
    run.endS = startS + count;
    run.count = count;
    run.countConfidence = 0.7;
    measureRun(run);
    return run;
}

} // namespace

TEST_CASE("Strokes are added and removed one by one, and count, pace and evenness follow")
{
    std::vector<ReadStrokeRun> runs{everySecond(10, 20), everySecond(60, 20)};
    const double cv = *runs[1].intervalCv;
    const auto lost = correctStrokes(runs, {{Kind::RemoveStroke, 65.1},
                                            {Kind::AddStroke, 80.02},
                                            {Kind::AddStroke, 45},
                                            {Kind::RemoveStroke, 40},
                                            {Kind::Split, 62}});
    CHECK(lost == std::vector<std::size_t>{2, 3});
    CHECK_FALSE(runs[0].corrected);
    CHECK(runs[1].corrected);
    CHECK(runs[1].count == 20);
    CHECK(runs[1].countConfidence > 0.9);
    CHECK(std::is_sorted(runs[1].strokeTimesS.begin(), runs[1].strokeTimesS.end()));
    CHECK(runs[1].strokeTimesS.back() == Approx(80.02));
    CHECK(runs[1].strengthsDb.size() == 20);
    CHECK(runs[1].pauses.size() == 1); // where one is gone
    CHECK(*runs[1].intervalCv < 2 * cv + 0.1);

    std::vector<ReadStrokeRun> few{everySecond(10, 2)};
    CHECK(correctStrokes(few, {{Kind::RemoveStroke, 10}, {Kind::RemoveStroke, 11}}).empty());
    CHECK(few[0].count == 0);
    CHECK_FALSE(few[0].ratePerMin.has_value());
}

TEST_CASE("A boundary snaps to where the sound changes, either way, and not to a room that is even")
{
    std::mt19937 engine(5);
    std::normal_distribution<float> normal(0, 1);
    std::vector<float> sound(12 * analysisRateHz);
    for (std::size_t i = 0; i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / analysisRateHz;
        const bool breathes = (t > 3 && t < 5) || (t > 7 && t < 8.5);
        sound[i] = (breathes ? 0.05f : 0.002f) * normal(engine);
    }
    const FeatureTrack track = trackOf(sound);
    CHECK(nextChange(track, 1, Towards::Later).value_or(0) == Approx(3).margin(0.04));
    CHECK(nextChange(track, 3, Towards::Later).value_or(0) == Approx(5).margin(0.04));
    CHECK(nextChange(track, 6.5, Towards::Earlier).value_or(0) == Approx(5).margin(0.04));
    CHECK(nextChange(track, 7.3, Towards::Earlier).value_or(0) == Approx(7).margin(0.04));
    CHECK_FALSE(nextChange(track, 9, Towards::Later).has_value());
    CHECK_FALSE(nextChange(track, 2, Towards::Earlier).has_value());
    CHECK_FALSE(nextChange(trackOf(std::vector<float>(1600)), 0.05, Towards::Later).has_value());
}
