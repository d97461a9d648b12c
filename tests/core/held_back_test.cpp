// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the first listener promises, on seeds and temperaments that served no tuning.
#include "core/evaluate/scoring.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/random.hpp"
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

namespace {

// Drops by chance, each over in a few milliseconds: most moments are far quieter than their mean.
void rainOn(SimulatedSound& practice, double overBreathDb, std::uint64_t seed)
{
    constexpr double dropsASecond = 150;
    constexpr float dieAway = 0.93f; // a sample: 0.9 ms
    Random random(seed, 77);
    std::vector<float> rain;
    double power = 0;
    float drop = 0;
    float before = 0;
    for (std::size_t i = 0; i < practice.sound.size(); ++i) {
        if (random.chance(dropsASecond / analysisRateHz))
            drop = static_cast<float>(random.uniform(0.1, 1));
        drop *= dieAway;
        const auto white = static_cast<float>(random.normal());
        rain.push_back(drop * (white - before) + 0.01f * white);
        before = white;
        power += rain.back() * rain.back();
    }
    double breath = 0;
    for (const float s : practice.sound) breath += s * s;
    const auto level =
        static_cast<float>(std::sqrt(breath / power) * std::pow(10, overBreathDb / 20));
    for (std::size_t i = 0; i < rain.size(); ++i) practice.sound[i] += level * rain[i];
}

} // namespace

TEST_CASE("In rain, whose quietest moments lie far below its mean, holds are no breath")
{
    scoring::Score sum;
    std::uint64_t seed = 24000;
    for (const char* name : {"held-attic", "held-boathouse"})
        for (const char* preset : {"square-4", "four-seven-eight"}) {
            INFO(name << " " << preset << " seed " << seed);
            SimulatedSound practice = practise(preset, *temperamentByName(name), ++seed);
            rainOn(practice, -14, seed);
            const scoring::Score score = scoreOf(practice);
            CHECK(score.practiceShareFound() >= 0.8);
            sum.add(score);
        }
    CHECK(sum.practiceShareFound() >= 0.95);
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
