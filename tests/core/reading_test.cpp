// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/evaluate/scoring.hpp"
#include "core/language/times.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "core/report/summary_page.hpp"
#include "tests/support/shared_practices.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>

using namespace layakari;

namespace {

const Temperament& at16kHz(Temperament& who)
{
    who.sampleRateHz = 16000;
    return who;
}

struct Practice {
    std::filesystem::path recording;
    Truth truth;
    Listened listened;
    Reading reading;

    Practice(const Plan& plan, std::uint64_t seed) : Practice(plan, Temperament{}, seed) {}
    Practice(const Plan& plan, const Temperament& who, std::uint64_t seed)
    {
        truth = Practitioner(plan, who, seed).truth();
        recording = sharedRecording(plan, who, seed);
        auto heard = listenToFile(recording);
        REQUIRE(heard.has_value());
        listened = *std::move(heard);
        reading = readAgainst(listened, truth.plan);
    }
    Practice(const std::string& preset, Temperament who, std::uint64_t seed)
        : Practice(findPreset(preset)->plan, at16kHz(who), seed)
    {
    }
};

Plan shortPlan(const std::string& parts)
{
    auto plan =
        parsePlan(R"({"format":"layakari.plan","version":1,"name":"x","technique":"x","parts":)" +
                      parts + "}",
                  "plan.json");
    REQUIRE(plan.has_value());
    return *plan;
}

std::string replaced(std::string text, const std::string& what, const std::string& with)
{
    const auto at = text.find(what);
    REQUIRE(at != std::string::npos);
    return text.replace(at, what.size(), with);
}

} // namespace

TEST_CASE("A reading comes back from its JSON with the same phases, cycles and figures")
{
    const Practice practice("four-seven-eight", *temperamentByName("hurried"), 4);
    const std::string json = readingToJson(practice.reading);
    const auto again = parseReading(json, "r.json");
    REQUIRE(again.has_value());
    CHECK(readingToJson(*again) == json);
    CHECK(again->summary.accuracy.value() ==
          Approx(practice.reading.summary.accuracy.value()).margin(0.05));
}

TEST_CASE("Hums are held against the swaras of the tuning that is chosen")
{
    // A just Ga is a ratio of 5/4, a tempered one four steps of twelve: 13.7 cents apart.
    Plan plan = shortPlan(R"([{"kind":"cycles","repeat":3,"phases":[
        {"phase":"inhale","counts":3},
        {"phase":"exhale","counts":6,"sound":"hum","pitch":"Ga"}]}])");
    plan.saHz = 180;
    const Practice practice(plan, 52);
    const Reading tempered = readAgainst(practice.listened, plan, {{}, {}, Tuning::Tempered});
    REQUIRE(practice.reading.hums.size() == 3);
    REQUIRE(tempered.hums.size() == 3);
    for (std::size_t i = 0; i < 3; ++i) {
        CHECK(practice.reading.hums[i].targetHz.value() == Approx(225).margin(0.01));
        CHECK(tempered.hums[i].targetHz.value() == Approx(226.786).margin(0.01));
        CHECK(practice.reading.hums[i].centsFromTarget.value() -
                  tempered.hums[i].centsFromTarget.value() ==
              Approx(13.69).margin(0.2));
    }
}

TEST_CASE("Strokes, hums and ocean breaths come back from JSON as they were")
{
    for (const char* preset : {"bhastrika-3x10", "humming-3"}) {
        INFO(preset);
        const Practice practice(preset, Temperament{}, 11);
        const std::string json = readingToJson(practice.reading);
        const auto again = parseReading(json, "r.json");
        REQUIRE(again.has_value());
        CHECK(readingToJson(*again) == json);
        CHECK(again->strokeRuns.size() == practice.reading.strokeRuns.size());
        CHECK(again->hums.size() == practice.reading.hums.size());
    }
    const Practice ocean(shortPlan(R"([{"kind":"cycles","repeat":3,"phases":[
        {"phase":"inhale","counts":4,"sound":"ujjayi"},{"phase":"exhale","counts":4,"sound":"ujjayi"}]}])"),
                         11);
    CHECK(ocean.reading.ocean.size() == 6);
    const auto again = parseReading(readingToJson(ocean.reading), "r.json");
    REQUIRE(again.has_value());
    CHECK(readingToJson(*again) == readingToJson(ocean.reading));
}

TEST_CASE("A composite round is read part by part, in order")
{
    const Practice practice(shortPlan(R"([{"kind":"group","repeat":2,"parts":[
        {"kind":"strokes","style":"kapalabhati","strokes":20,"rate_per_min":60},
        {"kind":"cycles","repeat":1,"phases":[{"phase":"exhale","counts":3},{"phase":"hold_empty","counts":5},
         {"phase":"inhale","counts":4},{"phase":"hold_full","counts":8},{"phase":"exhale","counts":6}]},
        {"kind":"rest","breaths":3}]}])"),
                            12);
    std::string order;
    for (const ReadPhase& p : practice.reading.phases) {
        if (p.role != Role::Practice) continue;
        order += p.kind == ReadKind::Strokes     ? 's'
                 : p.kind == ReadKind::Inhale    ? 'i'
                 : p.kind == ReadKind::Exhale    ? 'e'
                 : p.kind == ReadKind::HoldFull  ? 'F'
                 : p.kind == ReadKind::HoldEmpty ? 'E'
                                                 : '?';
    }
    std::size_t rounds = 0;
    for (std::size_t at = 0; (at = order.find("s", at)) != std::string::npos; ++at) {
        INFO(order);
        CHECK(order.substr(at, 6).find("iFe") != std::string::npos);
        ++rounds;
    }
    CHECK(rounds == 2);
    for (const ReadStrokeRun& run : practice.reading.strokeRuns) {
        CHECK(run.count == 20);
        CHECK(run.targetCount == 20);
        CHECK(run.round == static_cast<int>(&run - practice.reading.strokeRuns.data()));
    }
    CHECK(practice.reading.summary.strokesPlanned == 40);
    CHECK(practice.reading.summary.completion == 1);
}

TEST_CASE("A hummed exhale is a hum in the phases, with its pitch against the swara of the plan")
{
    const Practice practice(shortPlan(R"([{"kind":"group","repeat":2,"parts":[
        {"kind":"cycles","repeat":1,"phases":[{"phase":"inhale","counts":3},
         {"phase":"exhale","counts":6,"sound":"hum","pitch":"Sa"}]},
        {"kind":"cycles","repeat":1,"phases":[{"phase":"inhale","counts":3},
         {"phase":"exhale","counts":6,"sound":"hum","pitch":"Re"}]}]}])"),
                            13);
    const Reading& reading = practice.reading;
    REQUIRE(reading.hums.size() == practice.truth.hums.size());
    for (std::size_t i = 0; i < reading.hums.size(); ++i) {
        const ReadHum& hum = reading.hums[i];
        CHECK(std::fabs(1200 * std::log2(*hum.pitchHz / practice.truth.hums[i].pitchHz)) < 5);
        REQUIRE(hum.targetHz);
        CHECK(hum.targetName == (i % 2 ? "Re" : "Sa"));
        REQUIRE(hum.cycle);
        CHECK(std::any_of(reading.phases.begin(), reading.phases.end(), [&](const ReadPhase& p) {
            return p.sound == PhaseSound::Hum && p.kind == ReadKind::Exhale && p.cycle == hum.cycle;
        }));
    }
    CHECK(reading.summary.completion == 1);
}

TEST_CASE("What is heard where the room is louder than the breath is a guess, and says so")
{
    TemporaryFolder folder;
    simulateTo(folder / "p.flac", "even-4-4", Temperament{}, 15);
    auto listened = listenToFile(folder / "p.flac");
    REQUIRE(listened.has_value());
    const Plan& plan = findPreset("even-4-4")->plan;
    const Reading clear = readAgainst(*listened, plan);
    listened->quality.unreadable = {{20, 60, Quality::Why::Room}};
    const Reading doubted = readAgainst(*listened, plan);
    int inside = 0;
    for (std::size_t i = 0; i < doubted.phases.size(); ++i) {
        const ReadPhase& p = doubted.phases[i];
        CHECK(p.kind == clear.phases[i].kind);
        if (p.startS > 20 && p.endS < 60) {
            ++inside;
            CHECK(p.confidence <= 0.3);
        } else if (p.endS < 20 || p.startS > 60) {
            CHECK(p.confidence == clear.phases[i].confidence);
        }
    }
    CHECK(inside > 3);
    const auto again = parseReading(readingToJson(doubted), "r.json");
    REQUIRE(again.has_value());
    REQUIRE(again->quality.unreadable.size() == 1);
    CHECK_THAT(readingToJson(doubted), Catch::Contains("the room is louder than the breath"));
    CHECK(again->quality.unreadable[0].why == Quality::Why::Room);
}

TEST_CASE("A hum that breaks and strokes that sag are signs with their place")
{
    Temperament who;
    who.humBreak = 1;
    TemporaryFolder folder;
    const Plan hums = shortPlan(R"([{"kind":"cycles","repeat":2,"phases":[
        {"phase":"inhale","counts":3},{"phase":"exhale","counts":6,"sound":"hum"}]}])");
    REQUIRE(writeSimulation(hums, who, 16, folder / "h.flac", "").has_value());
    auto listened = listenToFile(folder / "h.flac");
    REQUIRE(listened.has_value());
    const Reading reading = readAgainst(*listened, hums);
    REQUIRE(reading.hums.size() == 2);
    REQUIRE(reading.strainSigns.size() >= 2);
    for (std::size_t i = 0; i < 2; ++i) {
        CHECK(reading.strainSigns[i].kind == "hum_break");
        CHECK(reading.strainSigns[i].atS > reading.hums[i].startS + 1);
        CHECK(reading.strainSigns[i].atS < reading.hums[i].endS - 1);
    }
    CHECK(reading.summary.stayS.value() > 0);
}

TEST_CASE(
    "A reading file with strokes or hums that cannot be is refused with the place of the fault")
{
    const Practice strokes("bhastrika-3x10", Temperament{}, 17);
    const auto refused = [](nlohmann::ordered_json json, const std::string& pointer,
                            const nlohmann::json& value) {
        json[nlohmann::ordered_json::json_pointer(pointer)] = value;
        const auto reading = parseReading(json.dump(), "r.json");
        REQUIRE_FALSE(reading.has_value());
        return reading.error().place;
    };
    const auto json = nlohmann::ordered_json::parse(readingToJson(strokes.reading));
    CHECK(refused(json, "/stroke_runs/0/part", "/parts/9") == "/stroke_runs/0/part");
    CHECK(refused(json, "/stroke_runs/1/count", -3) == "/stroke_runs/1/count");
    CHECK(refused(json, "/stroke_runs/1/stroke_times_s/2", "soon") ==
          "/stroke_runs/1/stroke_times_s/2");
    const Practice hums("humming-3", Temperament{}, 18);
    const auto hummed = nlohmann::ordered_json::parse(readingToJson(hums.reading));
    CHECK(refused(hummed, "/hums/1/cycle", 77) == "/hums/1/cycle");
    CHECK(refused(hummed, "/hums/2/course/0", nlohmann::json::array({1})) == "/hums/2/course/0");
    CHECK(refused(hummed, "/hums/0/on_pitch_fraction", 3) == "/hums/0/on_pitch_fraction");
}

TEST_CASE("A reading from before strokes and hums were read is opened as it was")
{
    const Practice practice("square-4", Temperament{}, 19);
    auto json = nlohmann::ordered_json::parse(readingToJson(practice.reading));
    for (const char* key : {"stroke_runs", "hums", "ujjayi"}) json[key] = nullptr;
    json["quality"].erase("unreadable");
    const auto reading = parseReading(json.dump(), "old.json");
    REQUIRE(reading.has_value());
    CHECK(reading->strokeRuns.empty());
    CHECK(reading->hums.empty());
    CHECK(reading->summary.accuracy.value() ==
          Approx(practice.reading.summary.accuracy.value()).margin(0.05));
}

TEST_CASE("The summary in words counts strokes and hums, and says so where they are not there")
{
    Reading reading;
    reading.plan = findPreset("kapalabhati-3x36")->plan;
    ReadPhase breath;
    breath.kind = ReadKind::Inhale;
    breath.endS = 2;
    reading.phases.push_back(breath);
    measureReading(reading);
    CHECK_THAT(inOneSentence(reading), Catch::Contains("none of the strokes in this plan"));
    ReadStrokeRun run;
    for (int i = 0; i < 35; ++i) {
        run.strokeTimesS.push_back(10 + i);
        run.strengthsDb.push_back(20);
    }
    run.count = 35;
    run.targetCount = 36;
    run.countConfidence = 0.5;
    measureRun(run);
    reading.strokeRuns = {run};
    measureReading(reading);
    CHECK_THAT(
        inOneSentence(reading),
        Catch::Contains(
            "35 strokes at 60 per minute. The target was 36. Only 1 of 3 rounds was heard."));
    CHECK_THAT(readableSummary(reading), Catch::Contains("count 50 % certain"));
    CHECK_THAT(readableSummary(reading), Catch::Contains("35 of 108"));
}

TEST_CASE("A swap by hand does not turn round what a plan's lengths name, and teaches nothing "
          "wrong by it")
{
    const Practice practice("four-seven-eight", Temperament{}, 14);
    const Reading swapped = readAgainst(practice.listened, practice.truth.plan,
                                        {std::nullopt, !practice.reading.kindAIsInhale});
    REQUIRE(swapped.phases.size() == practice.reading.phases.size());
    for (std::size_t i = 0; i < swapped.phases.size(); ++i)
        if (swapped.phases[i].role == Role::Practice)
            CHECK(swapped.phases[i].kind == practice.reading.phases[i].kind);
    const auto before = profileIn(practice.listened, practice.reading);
    const auto after = profileIn(practice.listened, swapped);
    REQUIRE(before);
    if (after)
        CHECK(after->inhale.brightnessDb() - after->exhale.brightnessDb() ==
              Approx(before->inhale.brightnessDb() - before->exhale.brightnessDb()).margin(2));
}

TEST_CASE("A reading has every key of the format, and null where nothing can be said yet")
{
    const Practice practice("square-4", Temperament{}, 3);
    const auto json = nlohmann::json::parse(readingToJson(practice.reading));
    CHECK(json["format"] == "layakari.reading");
    CHECK(json["version"] == 1);
    for (const char* key : {"recording", "plan", "quality", "phases", "cycles", "stroke_runs",
                            "hums", "ujjayi", "strain_signs", "summary"}) {
        INFO(key);
        CHECK(json.contains(key));
    }
    CHECK(json["stroke_runs"].empty());
    CHECK(json["hums"].empty());
    CHECK(json["summary"]["pitch_hz"].is_null());
    for (const char* key : {"kind", "sound", "start_s", "end_s", "start_sd_s", "end_sd_s",
                            "confidence", "role", "cycle", "origin"})
        CHECK(json["phases"][0].contains(key));
    for (const char* key : {"index", "part", "repetition", "start_s", "end_s", "complete", "phases",
                            "count_length_s", "accuracy", "shape_accuracy"})
        CHECK(json["cycles"][0].contains(key));
    for (const char* key :
         {"cycles_planned", "cycles_heard", "completion", "accuracy", "accuracy_low",
          "accuracy_high", "shape_accuracy", "tempo_steadiness", "count_length_s", "ratio",
          "breaths_per_min", "practice_s", "stroke_rate_per_min"})
        CHECK(json["summary"].contains(key));
    double end = 0;
    for (const auto& phase : json["phases"]) {
        CHECK(phase["start_s"].get<double>() >= end - 1e-6);
        end = phase["end_s"].get<double>();
    }
}

TEST_CASE("A faulty reading file is refused with the pointer of the fault")
{
    const Practice practice("even-4-4", Temperament{}, 6);
    const std::string json = readingToJson(practice.reading);
    struct Row {
        std::string json;
        std::string place;
        std::string cause;
    };
    const Row rows[] = {
        {"", "/", "is not JSON"},
        {replaced(json, "\"version\": 1", "\"version\": 99"), "/version", "newer Layakari"},
        {replaced(json, "\"kind\": \"inhale\"", "\"kind\": \"gulp\""), "/phases/0/kind",
         "must be one of"},
        {replaced(json, "\"cycle\": 0", "\"cycle\": 4000"), "/phases/", "no such cycle"},
        {replaced(json, "/parts/0", "/parts/7"), "/cycles/0/part", "no cycles of the plan"},
        {replaced(json, "\"repeat\": 10", "\"repeat\": 0"), "/plan/parts/0/repeat", "from 1 to"},
        {replaced(json, "\"confidence\": ", "\"confidence\": 7"), "/phases/0/confidence",
         "from 0 to 1"},
    };
    for (const Row& row : rows) {
        const auto reading = parseReading(row.json, "r.json");
        REQUIRE_FALSE(reading.has_value());
        CHECK(reading.error().code == ErrorCode::BadReading);
        CHECK_THAT(reading.error().place, Catch::StartsWith(row.place));
        CHECK_THAT(reading.error().cause, Catch::Contains(row.cause));
    }
}

TEST_CASE("Reading twice gives the same JSON")
{
    const Practice a("held-5-6-5", *temperamentByName("mouth"), 9);
    Reading other = readAgainst(*listenToFile(a.recording), a.truth.plan);
    CHECK(readingToJson(other) == readingToJson(a.reading));
}

TEST_CASE("Other counts in the plan move no boundary")
{
    const Practice practice("four-seven-eight", *temperamentByName("faint"), 5);
    Plan other = practice.truth.plan;
    std::get<Cycles>(other.parts[0].content).phases[1].counts = TargetCounts::exactly(4);
    std::get<Cycles>(other.parts[0].content).phases[2].counts = TargetCounts::exactly(12);
    const Reading again = readAgainst(practice.listened, other);
    REQUIRE(again.phases.size() == practice.reading.phases.size());
    for (std::size_t i = 0; i < again.phases.size(); ++i) {
        CHECK(again.phases[i].startS == practice.reading.phases[i].startS);
        CHECK(again.phases[i].endS == practice.reading.phases[i].endS);
    }
}

TEST_CASE("No breathing is a reading with nothing in it, and says so")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "room.wav", whiteNoise(20, 16000, 0.01), 16000);
    const auto listened = listenToFile(folder / "room.wav");
    REQUIRE(listened.has_value());
    const Reading reading = readAgainst(*listened, findPreset("square-4")->plan);
    CHECK_FALSE(reading.heardBreathing());
    CHECK(reading.quality.verdict == Quality::Verdict::Poor);
    CHECK_FALSE(reading.quality.breathToNoiseDb.has_value());
    CHECK_THAT(inOneSentence(reading), Catch::Contains("No breathing"));
    CHECK(parseReading(readingToJson(reading), "r").has_value());
}

TEST_CASE("The advice names what is wrong with the recording")
{
    SoundDamage damage;
    damage.samples = 1000000;
    damage.headerSeconds = 60;
    damage.readSeconds = 60;
    Heard heard;
    heard.spans.push_back({HeardSpan::Kind::Breath, 1, 3, 0, 0, {}});
    heard.breathToNoiseDb = 25;
    CHECK(judgeQuality(heard, damage).advice.empty());
    CHECK(judgeQuality(heard, damage).verdict == Quality::Verdict::Good);

    heard.breathToNoiseDb = 5;
    CHECK(judgeQuality(heard, damage).verdict == Quality::Verdict::Poor);
    heard.breathToNoiseDb = 25;
    damage.clippedSamples = 20000;
    CHECK_THAT(say(judgeQuality(heard, damage).advice.at(0)), Catch::Contains("clipped"));
    damage.clippedSamples = 0;
    damage.readSeconds = 30;
    CHECK_THAT(say(judgeQuality(heard, damage).advice.at(0)), Catch::Contains("first 30 s"));
    damage.readSeconds = 60;
    damage.notANumber = 12;
    CHECK_THAT(say(judgeQuality(heard, damage).advice.at(0)), Catch::Contains("12 samples"));
}

namespace {

// Six cycles of 4 : 7 : 8 whose last `shortOnes` have a short exhale.
Reading sixCycles(int shortOnes)
{
    Reading reading;
    reading.plan = findPreset("four-seven-eight")->plan;
    double t = 0;
    for (int c = 0; c < 6; ++c) {
        ReadCycle cycle;
        cycle.part = "/parts/0";
        cycle.repetition = c;
        const double lengths[] = {4, 7, c < 6 - shortOnes ? 8.0 : 6.2};
        for (std::size_t k = 0; k < 3; ++k) {
            ReadPhase p;
            p.kind = k == 0 ? ReadKind::Inhale : k == 1 ? ReadKind::HoldFull : ReadKind::Exhale;
            p.startS = t;
            p.endS = t += lengths[k];
            p.role = Role::Practice;
            p.cycle = c;
            const Phase& planned = std::get<Cycles>(reading.plan->parts[0].content).phases[k];
            cycle.phases.push_back(
                {planned.kind, planned.counts, {reading.phases.size()}, 0, {}, {}});
            reading.phases.push_back(p);
        }
        reading.cycles.push_back(cycle);
    }
    reading.plan->countLengthS = 1;
    reading.summary = measure(reading.phases, reading.cycles, &*reading.plan);
    return reading;
}

} // namespace

TEST_CASE("The sentence does not call everything on target where a row says short")
{
    CHECK_THAT(inOneSentence(sixCycles(0)), Catch::Contains("Everything was on target."));
    CHECK_THAT(inOneSentence(sixCycles(1)), Catch::Contains("Almost everything was on target."));
}

TEST_CASE("A cycle with a turn that was not heard is one that was done, and is not measured")
{
    // The inhale and the hold of the third cycle are one sound, and nothing tells where they part.
    Reading reading = sixCycles(0);
    ReadCycle& cycle = reading.cycles[2];
    cycle.complete = false;
    for (std::size_t k : {0u, 2u}) cycle.phases[k].heard.clear();
    SECTION("by some of its phases or by none, it lies where its sound does")
    {
        if (GENERATE(true, false)) cycle.phases[1].heard.clear();
        reading.summary = measure(reading.phases, reading.cycles, &*reading.plan);
        CHECK(reading.cycles[2].startS >= reading.cycles[1].endS);
        CHECK(reading.cycles[2].endS <= reading.cycles[3].startS);
        CHECK(reading.cycles[2].endS > reading.cycles[2].startS);
        CHECK_FALSE(reading.cycles[2].phases[0].counts);
        CHECK_FALSE(reading.cycles[2].accuracy);
        CHECK(*reading.summary.accuracy == Approx(100));
        CHECK(reading.summary.cyclesHeard == 6);
        CHECK(*reading.summary.completion == Approx(5 / 6.0));
        CHECK(
            inOneSentence(reading) ==
            "5 cycles of 4 : 7 : 8, with a count of 1.00 s. Everything was on target. In 1 more, a "
            "turn between two breaths could not be heard.");
        CHECK_THAT(readableSummary(reading),
                   Catch::Contains("inhale –, ") && Catch::Contains("a turn between two breaths"));
    }
    SECTION("and none is measured where all are so")
    {
        for (ReadCycle& other : reading.cycles) {
            other.complete = false;
            other.phases[2].heard.clear();
        }
        reading.summary = measure(reading.phases, reading.cycles, &*reading.plan);
        CHECK_THAT(inOneSentence(reading), Catch::Contains("nothing could be measured"));
        CHECK_FALSE(reading.summary.accuracy);
    }
}

TEST_CASE("The sentence says which phase was short, and from where on")
{
    const Reading reading = sixCycles(3);
    CHECK(inOneSentence(reading) ==
          "6 cycles of 4 : 7 : 8, with a count of 1.00 s. Inhales and full "
          "holds were on target. Exhales were short from cycle 4 on.");
    CHECK_THAT(readableSummary(reading), Catch::Contains("(short)"));
}

TEST_CASE(
    "A practice that is broken off after its settling is no other plan: much else around it is")
{
    const auto brokenOff = [](int breathsBefore) {
        Reading reading = sixCycles(0);
        reading.cycles.resize(2);
        reading.phases.resize(6);
        std::vector<ReadPhase> before(static_cast<std::size_t>(2 * breathsBefore));
        for (std::size_t i = 0; i < before.size(); ++i)
            before[i].kind = i % 2 ? ReadKind::Exhale : ReadKind::Inhale;
        for (ReadCycle& cycle : reading.cycles)
            for (auto& kept : cycle.phases)
                for (std::size_t& i : kept.heard) i += before.size();
        reading.phases.insert(reading.phases.begin(), before.begin(), before.end());
        reading.summary = measure(reading.phases, reading.cycles, &*reading.plan);
        return inOneSentence(reading);
    };
    CHECK_THAT(brokenOff(4), Catch::StartsWith("2 cycles of 4 : 7 : 8"));
    CHECK_THAT(brokenOff(9), Catch::Contains("a different plan"));
}

TEST_CASE("Times are written as minutes and seconds")
{
    CHECK(clockTime(0) == "0:00");
    CHECK(clockTime(156.49) == "2:36");
    CHECK(clockTime(156.49, true) == "2:36.5");
    CHECK(clockTime(59.97, true) == "1:00.0");
    CHECK(clockTime(-3) == "0:00");
}

TEST_CASE("A wrong plan is answered with a doubt, not with a score that means nothing")
{
    const Practice practice("even-4-4", Temperament{}, 8);
    const Reading square = readAgainst(practice.listened, findPreset("square-4")->plan);
    CHECK(square.cycles.size() <= 2);
    CHECK_THAT(inOneSentence(square), Catch::Contains("a different plan"));
}
