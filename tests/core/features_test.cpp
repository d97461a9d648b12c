// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/noise_floor.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <limits>
#include <numbers>

using namespace layakari;

namespace {

std::vector<float> tone(double hz, double amplitude, double seconds = 1)
{
    return soundOf(seconds, analysisRateHz,
                   [=](double t) { return amplitude * std::sin(2 * std::numbers::pi * hz * t); });
}

double powerOf(const Bands& bands)
{
    double power = 0;
    for (const float b : bands) power += std::pow(10, b / 10);
    return power;
}

double meanFloorDb(const NoiseFloor& floor, std::size_t frame)
{
    double sum = 0;
    for (const float b : floor.at(frame)) sum += b;
    return sum / bandCount;
}

double meanLevelDb(const FeatureTrack& track, std::size_t from, std::size_t to)
{
    double sum = 0;
    for (std::size_t i = from; i < to; ++i)
        for (const float b : track.levels(i)) sum += b;
    return sum / static_cast<double>((to - from) * bandCount);
}

} // namespace

TEST_CASE("A tone's power lands in its own band, at its mean square")
{
    for (std::size_t b = 2; b < bandCount; ++b) {
        const double hz = (bandEdgesHz[b] + bandEdgesHz[b + 1]) / 2.0;
        INFO(hz);
        const FeatureTrack track = trackOf(tone(hz, 0.5));
        const Bands& levels = track.levels(track.frames() / 2);
        CHECK(std::max_element(levels.begin(), levels.end()) - levels.begin() ==
              static_cast<long>(b));
        // A sine of amplitude a has mean square a²/2; the Hann window loses some to the
        // neighbouring bands.
        CHECK(10 * std::log10(powerOf(levels)) == Approx(10 * std::log10(0.125)).margin(0.6));
    }
}

TEST_CASE("White noise has its mean square in the bands together")
{
    const FeatureTrack track = trackOf(whiteNoise(20, analysisRateHz, 0.1));
    double power = 0;
    for (std::size_t i = 0; i < track.frames(); ++i)
        power += powerOf(track.levels(i)) / static_cast<double>(track.frames());
    const double share = (7700.0 - 100) / (analysisRateHz / 2.0);
    CHECK(10 * std::log10(power) == Approx(10 * std::log10(0.01 * share)).margin(0.2));
}

TEST_CASE("Frames do not depend on how the sound was cut into blocks")
{
    const auto sound = whiteNoise(2, analysisRateHz, 0.1);
    const FeatureTrack whole = trackOf(sound, sound.size());
    for (const std::size_t block : {1u, 159u, 160u, 4097u}) {
        const FeatureTrack pieces = trackOf(sound, block);
        REQUIRE(pieces.frames() == whole.frames());
        for (std::size_t i = 0; i < whole.frames(); ++i)
            REQUIRE(pieces.levels(i) == whole.levels(i));
    }
}

TEST_CASE("A frame's time is the middle of its window")
{
    // A click at 0.5 s is loudest in the frame whose middle is nearest.
    auto sound = std::vector<float>(16000, 0.0f);
    sound[8000] = 1;
    const FeatureTrack track = trackOf(sound);
    std::size_t loudest = 0;
    for (std::size_t i = 0; i < track.frames(); ++i)
        if (track.levels(i)[10] > track.levels(loudest)[10]) loudest = i;
    CHECK(FeatureTrack::timeOf(loudest) == Approx(0.5).margin(0.001));
    CHECK(track.frameAt(0.5) == loudest);
}

TEST_CASE("Silence, direct current and samples that are no numbers are silence: too short a sound "
          "has no frames")
{
    CHECK(trackOf(std::vector<float>(100, 0.0f)).frames() == 0);
    CHECK(trackOf({}).frames() == 0);
    CHECK(FeatureTrack{}.frameAt(7) == 0);
    for (const float value : {0.0f, 0.7f, std::numeric_limits<float>::quiet_NaN()}) {
        const FeatureTrack track = trackOf(std::vector<float>(16000, value));
        for (const float level : track.levels(50)) CHECK(level < silenceDb + 5);
    }
}

TEST_CASE(
    "The noise floor of steady noise is its mean level within a decibel or so, for every seed")
{
    for (unsigned seed = 1; seed <= 5; ++seed) {
        const FeatureTrack track = trackOf(whiteNoise(40, analysisRateHz, 0.01, seed));
        const NoiseFloor floor(track);
        CHECK(meanFloorDb(floor, track.frames() / 2) ==
              Approx(meanLevelDb(track, 0, track.frames())).margin(1.2));
    }
}

TEST_CASE("A slice is the same frames and the same sound, counted from its own beginning")
{
    const FeatureTrack whole = trackOf(whiteNoise(8, analysisRateHz, 0.1, 9));
    constexpr std::size_t first = 250;
    const FeatureTrack part = whole.slice(first, 600);
    REQUIRE(part.frames() == 350);
    for (std::size_t i = 0; i < part.frames(); ++i) {
        CHECK(part.levels(i) == whole.levels(first + i));
        CHECK(part.voicing(i).strength == whole.voicing(first + i).strength);
    }
    const auto offset =
        static_cast<std::ptrdiff_t>(first * FeatureTrack::hopSeconds * VoiceBand::rateHz);
    REQUIRE(part.voiceBand().size() > 0);
    for (std::ptrdiff_t i = 0; i < static_cast<std::ptrdiff_t>(part.voiceBand().size()); i += 97)
        CHECK(part.voiceBand().at(i) == whole.voiceBand().at(offset + i));
    CHECK(whole.slice(600, 100000).frames() == whole.frames() - 600);
    CHECK(whole.slice(5000, 6000).frames() == 0);
    CHECK(whole.slice(30, 20).frames() == 0);
    CHECK(FeatureTrack{}.slice(0, 10).frames() == 0);
}

TEST_CASE("The floor follows a room that grows louder or quieter, without waiting a window")
{
    const double quiet = 0.005;
    const double loud = 0.015; // 9.5 dB more
    for (const bool rises : {true, false}) {
        const auto sound =
            bursts(140, analysisRateHz, {rises ? LoudStretch{70, 140} : LoudStretch{0, 70}}, loud,
                   quiet, 5);
        const FeatureTrack track = trackOf(sound);
        const NoiseFloor floor(track);
        const double before = meanLevelDb(track, 1000, 6000);
        const double after = meanLevelDb(track, 8000, 13000);
        CHECK(meanFloorDb(floor, 6600) == Approx(before).margin(1.5));
        CHECK(meanFloorDb(floor, 7400) == Approx(after).margin(1.5));
    }
}

TEST_CASE("A breath of twenty seconds does not lift the floor")
{
    const auto sound = bursts(90, analysisRateHz, {{10, 30}, {31, 51}, {52, 72}}, 0.1, 0.005, 6);
    const FeatureTrack track = trackOf(sound);
    const NoiseFloor floor(track);
    const double quiet = meanLevelDb(track, 100, 900);
    for (const std::size_t frame : {2000u, 4000u, 6000u})
        CHECK(meanFloorDb(floor, frame) == Approx(quiet).margin(1.5));
}

TEST_CASE("A room that is known keeps the floor down through minutes of breath without a pause")
{
    const auto sound = bursts(200, analysisRateHz, {{10, 190}}, 0.1, 0.005, 8);
    const FeatureTrack track = trackOf(sound);
    NoiseFloor floor(track);
    const double quiet = meanLevelDb(track, 100, 900);
    REQUIRE(meanFloorDb(floor, 10000) > quiet + 6); // there is no other quiet within its window
    Bands room{};
    for (std::size_t i = 100; i < 900; ++i)
        for (std::size_t b = 0; b < bandCount; ++b) room[b] += track.levels(i)[b] / 800;
    floor.lowerTo(room);
    for (const std::size_t frame : {500u, 10000u, 18000u})
        CHECK(meanFloorDb(floor, frame) == Approx(quiet).margin(1.5));
    floor.refine(track, [](std::size_t) { return true; }); // nor does breath lift it again
    CHECK(meanFloorDb(floor, 10000) < quiet + 7);
    Bands louder = room;
    for (float& level : louder) level += 20;
    floor.lowerTo(louder);
    CHECK(meanFloorDb(floor, 10000) < quiet + 7);
}

TEST_CASE("Refining takes the mean of the quiet frames, and never runs up to the breath")
{
    const auto sound = bursts(60, analysisRateHz, {{10, 20}, {30, 40}}, 0.1, 0.005, 7);
    const FeatureTrack track = trackOf(sound);
    NoiseFloor floor(track);
    floor.refine(track, [](std::size_t i) { return i < 950 || (i > 2050 && i < 2950); });
    CHECK(meanFloorDb(floor, 500) == Approx(meanLevelDb(track, 100, 900)).margin(0.3));
    floor.refine(track, [](std::size_t) { return true; });
    CHECK(meanFloorDb(floor, 1500) < meanLevelDb(track, 1100, 1900) - 10);
}
