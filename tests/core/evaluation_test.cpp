// SPDX-License-Identifier: GPL-3.0-or-later
//
// How far a reading agrees with the truth, and labelled examples.
#include "core/evaluate/evaluation.hpp"

#include "core/curriculum/presets.hpp"
#include "core/evaluate/example.hpp"
#include "tests/support/shared_practices.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

// In, held, out, three times.
Truth threeCycles()
{
    Truth truth;
    truth.plan = findPreset("four-seven-eight")->plan;
    double t = 1;
    const auto add = [&](const char* kind, double seconds, int cycle) {
        truth.phases.push_back(
            {kind, PhaseSound::Plain, t, t + seconds, Role::Practice, cycle, {}, {}});
        t += seconds;
    };
    for (int cycle = 0; cycle < 3; ++cycle) {
        add("inhale", 4, cycle);
        add("hold_full", 7, cycle);
        add("exhale", 8, cycle);
    }
    return truth;
}

ReadKind kindOf(const std::string& word)
{
    return word == "inhale"      ? ReadKind::Inhale
           : word == "exhale"    ? ReadKind::Exhale
           : word == "hold_full" ? ReadKind::HoldFull
                                 : ReadKind::HoldEmpty;
}

Reading perfect(const Truth& truth)
{
    Reading reading;
    reading.plan = truth.plan;
    for (const Truth::Phase& t : truth.phases) {
        ReadPhase p;
        p.kind = kindOf(t.kind);
        p.startS = t.startS;
        p.endS = t.endS;
        p.startSdS = p.endSdS = 0.02;
        p.role = t.role;
        p.cycle = t.cycle;
        reading.phases.push_back(p);
    }
    return reading;
}

} // namespace

TEST_CASE("A reading that says what is true is blamed for nothing")
{
    const Truth truth = threeCycles();
    const Evaluation e = evaluate(perfect(truth), truth);
    CHECK(e.f1() == 1);
    CHECK(e.swapped == 0);
    CHECK(e.edgeQuantileS(0.95) == 0);
    CHECK(e.heldWithin(1) == 1);
}

TEST_CASE("What is missed, invented and turned around is counted each for itself")
{
    const Truth truth = threeCycles();
    Reading reading = perfect(truth);
    reading.phases.erase(reading.phases.begin() + 1);
    CHECK(evaluate(reading, truth).missed == 1);
    CHECK(evaluate(reading, truth).invented == 0);
    ReadPhase more = reading.phases.back();
    more.startS = 70;
    more.endS = 74;
    reading.phases.push_back(more);
    CHECK(evaluate(reading, truth).invented == 1);
    CHECK(evaluate(reading, truth).breathF1() == Approx(12.0 / 13));

    reading = perfect(truth);
    reading.phases[0].kind = ReadKind::Exhale;
    const Evaluation turned = evaluate(reading, truth);
    CHECK(turned.swapped == 1);
    CHECK(turned.breaths == 6);
    CHECK(turned.breathF1() == 1); // a breath it is, whatever it is called
    CHECK(turned.missed == 1);
    CHECK(turned.invented == 1);
}

TEST_CASE("What lies outside of the practice is not asked for, and a hold in a turn is no fault")
{
    Truth truth = threeCycles();
    truth.phases.push_back(
        {"exhale", PhaseSound::Plain, 62, 64, Role::Outside, std::nullopt, {}, {}});
    Reading reading = perfect(truth);
    CHECK(evaluate(reading, truth).f1() == 1);
    reading.phases.pop_back();
    CHECK(evaluate(reading, truth).f1() == 1);
    ReadPhase turn;
    turn.kind = ReadKind::HoldEmpty;
    turn.startS = 58.1;
    turn.endS = 59;
    turn.role = Role::Practice;
    reading.phases.push_back(turn);
    CHECK(evaluate(reading, truth).invented == 0);
}

TEST_CASE("A boundary between the audible edge and the air's own is no error, and beyond it is one")
{
    Truth truth = threeCycles();
    truth.phases[0].flowStartS = 0.8;
    Reading reading = perfect(truth);
    reading.phases[0].startS = 0.9;
    CHECK(evaluate(reading, truth).edges[0].errorS == 0);
    reading.phases[0].startS = 0.7;
    const Evaluation early = evaluate(reading, truth);
    double most = 0;
    for (const Evaluation::Edge& edge : early.edges) most = std::max(most, std::fabs(edge.errorS));
    CHECK(most == Approx(0.1));
    CHECK(early.biasS(0) == Approx(-0.1 / 3));
    CHECK(early.heldWithin(1) == Approx(17.0 / 18));
}

TEST_CASE("Speech and other sounds count where nobody breathes, and once")
{
    Truth truth = threeCycles();
    truth.voice = {{0, 2}, {6, 8}, {7, 9}}; // the first for a second over the inhale
    truth.other = {{60, 64}};
    Reading reading = perfect(truth);
    ReadPhase taken = reading.phases.back();
    taken.startS = 6.5;
    taken.endS = 7.5;
    reading.phases.push_back(taken);
    const Evaluation e = evaluate(reading, truth);
    CHECK(e.speechS == Approx(1 + 3));
    CHECK(e.speechTakenS == Approx(1));
    CHECK(e.otherS == Approx(4));
    CHECK(e.otherTakenS == 0);
}

TEST_CASE("Evaluations of several recordings add up")
{
    const Truth truth = threeCycles();
    Evaluation all;
    all.add(evaluate(perfect(truth), truth));
    all.add(evaluate(Reading{}, truth));
    CHECK(all.recordings == 2);
    CHECK(all.f1() == Approx(2.0 * 9 / (2 * 9 + 9)));
}

TEST_CASE("A truth file comes back as it was written, and says where it is wrong")
{
    Truth truth = threeCycles();
    truth.phases[0].flowStartS = 0.75;
    truth.strokes = {{0, 3.25}};
    truth.hums = {{1, 2, 146.8, 1}};
    truth.other = {{3, 4}};
    truth.cyclesDone = 3;
    const std::string text = truthToJson(truth);
    const auto back = parseTruth(text, "a.truth.json");
    REQUIRE(back.has_value());
    CHECK(truthToJson(*back) == text);

    const auto bad = parseTruth(R"({"format": "layakari.truth", "version": 1, "phases":
        [{"kind": "inhale", "start_s": 2, "end_s": 1, "role": "practice"}]})",
                                "a.truth.json");
    REQUIRE_FALSE(bad.has_value());
    CHECK_THAT(bad.error().message(),
               Catch::Contains("/phases/0") && Catch::Contains("a.truth.json"));
    const auto newer = parseTruth(R"({"format": "layakari.truth", "version": 2})", "b");
    CHECK_FALSE(newer.has_value());
}

TEST_CASE("A labelled example is the recording and what its reading says, with nobody's name")
{
    const TemporaryFolder folder;
    const auto sound = folder / "Runa Vestlid monday.flac";
    std::filesystem::copy_file(
        sharedRecording(findPreset("four-seven-eight")->plan, Temperament{}, 3), sound);
    const auto listened = listenToFile(sound);
    REQUIRE(listened.has_value());
    const Reading reading = readAgainst(*listened, findPreset("four-seven-eight")->plan);

    const auto copy = exportExample(reading, sound, folder / "given");
    REQUIRE(copy.has_value());
    CHECK(readText(*copy) == readText(sound));
    CHECK_THAT(copy->filename().string(), !Catch::Contains("Runa") && Catch::EndsWith(".flac"));
    auto truthFile = *copy;
    truthFile.replace_extension(".truth.json");
    CHECK_THAT(readText(truthFile), !Catch::Contains("Runa"));

    // Read again, the recording agrees with its own label.
    const auto truth = readTruthFile(truthFile);
    REQUIRE(truth.has_value());
    const Evaluation same = evaluate(reading, *truth);
    CHECK(same.f1() == 1);
    CHECK(same.edgeQuantileS(1) == 0);
    CHECK(same.accuracyErrors.at(0) == Approx(0).margin(0.01));
    CHECK(same.cyclesOff == 0);
}

TEST_CASE("An example that cannot be written leaves nothing behind")
{
    const TemporaryFolder folder;
    writeText(folder / "taken", "a file where a folder should be");
    const auto failed = exportExample(Reading{}, folder / "taken", folder / "taken" / "inside");
    REQUIRE_FALSE(failed.has_value());
    CHECK_FALSE(exportExample(Reading{}, folder / "missing.flac", folder / "given").has_value());
    CHECK_FALSE(std::filesystem::exists(folder / "given"));
}
