// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the first listener promises, on seeds and temperaments that served no tuning.
#include "core/reading/reading.hpp"
#include "tests/support/scoring.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

TEST_CASE("On 24 held-back recordings at 15 dB or more, 95 % of the phases are right and "
          "boundaries are within 50 ms")
{
    const TemporaryFolder folder;
    scoring::Score sum;
    std::uint64_t seed = 21000;
    for (const char* name : {"held-kitchen", "held-attic", "held-boathouse"})
        for (const char* preset :
             {"even-4-4", "square-4", "four-seven-eight", "long-exhale-4-6", "held-5-6-5",
              "alternate-nostril-left-first", "ladder-even", "square-4-exhale-first"}) {
            Temperament who = *temperamentByName(name);
            // A recorder's automatic gain lifts the room in holds by up to 24 dB: that is less than
            // 15 dB, and is not coped with yet (docs/benchmarks.md).
            who.automaticGain = false;
            // In the louder half, where the room changes.
            who.breathToNoiseDb =
                std::max(15.0, who.breathToNoiseDb) + std::max(0.0, who.noiseStepDb);
            const Truth truth = simulateTo(folder / "a.flac", preset, who, ++seed);
            const auto listened = listenToFile(folder / "a.flac");
            REQUIRE(listened.has_value());
            const scoring::Score score =
                scoring::scoreReading(readAgainst(*listened, truth.plan), truth);
            INFO(name << " " << preset << " seed " << seed);
            CHECK(score.practiceShareFound() >= 0.8);
            sum.add(score);
        }
    CHECK(sum.practiceShareFound() >= 0.95);
    CHECK(sum.f1() >= 0.95);
    CHECK(scoring::absoluteQuantile(sum.boundaryErrorsS, 0.5) <= 0.050);
}

TEST_CASE("Breath that turns without a pause and is 5 dB over the room is read as any other")
{
    const TemporaryFolder folder;
    scoring::Score sum;
    std::uint64_t seed = 23000;
    for (const char* preset : {"long-exhale-4-6", "even-4-4", "alternate-nostril-left-first"})
        for (int take = 0; take < 2; ++take) {
            Temperament who;
            who.breathToNoiseDb = 5;
            const Truth truth = simulateTo(folder / "a.flac", preset, who, ++seed);
            const auto listened = listenToFile(folder / "a.flac");
            REQUIRE(listened.has_value());
            const scoring::Score score =
                scoring::scoreReading(readAgainst(*listened, truth.plan), truth);
            INFO(preset << " seed " << seed);
            CHECK(score.practiceShareFound() >= 0.75);
            sum.add(score);
        }
    CHECK(sum.practiceShareFound() >= 0.9);
}

TEST_CASE("An M4A of four-seven-eight at 1.4 s a count is read with count length within 2 % and "
          "accuracy within 3 points")
{
    const TemporaryFolder folder;
    for (const std::uint64_t seed : {8101u, 8102u}) {
        Temperament who;
        who.ownCountS = 1.4;
        who.sampleRateHz = 44100;
        const Plan plan = findPreset("four-seven-eight")->plan;
        REQUIRE(writeSimulation(plan, who, seed, folder / "a.wav", "").has_value());
        encode(folder / "a.wav", folder / "a.m4a", "-c:a aac -b:a 64k");
        const auto listened = listenToFile(folder / "a.m4a");
        REQUIRE(listened.has_value());
        const Reading reading = readAgainst(*listened, plan);
        const Summary truth = scoring::trueSummary(Practitioner(plan, who, seed).truth());
        CHECK(*reading.summary.countLengthS == Approx(*truth.countLengthS).epsilon(0.02));
        CHECK(*reading.summary.countLengthS == Approx(1.4).epsilon(0.04));
        CHECK(*reading.summary.accuracy == Approx(*truth.accuracy).margin(3));
    }
}
