// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listener.hpp"
#include "core/listen/painted_over.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

TEST_CASE("Claps, a drum of fingers and natural breathing are no strokes")
{
    StrokeSound sound(5);
    sound.quiet(1).naturalBreaths(8).quiet(1);
    SECTION("alone") {}
    SECTION("with claps") { sound.clapsOver(0.8); }
    SECTION("with quick taps") { sound.clapsOver(0.4); }
    CHECK(listenTo(sound.track()).strokeRuns.empty());
}

TEST_CASE("Claps and ticks in a room are no strokes, however long the room answers")
{
    const double everyS = GENERATE(0.45, 0.7, 1.1);
    const double roomDb = GENERATE(-20, -12);
    const double roomS = GENERATE(0.4, 1.2);
    INFO("every " << everyS << " s, the room at " << roomDb << " dB for " << roomS << " s");
    StrokeSound sound(static_cast<unsigned>(100 * everyS - roomDb));
    sound.quiet(1).naturalBreaths(6).quiet(12);
    SECTION("claps of hands") { sound.clapsInARoom(everyS, 0.01, roomDb, roomS); }
    SECTION("dull ones of hollow hands") { sound.clapsInARoom(everyS, 0.02, roomDb, roomS); }
    SECTION("a wooden metronome") { sound.ticksInARoom(everyS, 1100, roomDb, roomS); }
    CHECK(listenTo(sound.track()).strokeRuns.empty());
}

TEST_CASE("Breaths that a clap begins, each two seconds after the one before, are no slow strokes")
{
    const double breathS = GENERATE(0.35, 0.9);
    StrokeSound sound(static_cast<unsigned>(100 * breathS));
    sound.quiet(2);
    const double fromS = sound.now() - 0.02;
    for (int i = 0; i < 14; ++i) sound.sound(breathS, -11, 0.06, 1400).quiet(2 - breathS);
    sound.clapsBetween(fromS, sound.now() - 1, 2).quiet(2);
    CHECK(listenTo(sound.track()).strokeRuns.empty());
}

TEST_CASE("Beside claps in a room the strokes are counted all the same")
{
    const double everyS = GENERATE(0.8, 1.3);
    StrokeSound sound(static_cast<unsigned>(100 * everyS));
    sound.quiet(2).strokes(30, 62, -60).quiet(8).clapsInARoom(everyS, 0.01, -16, 0.5);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(std::abs(static_cast<int>(heard.strokeRuns[0].strokes.size()) - 30) <= 1);
}

TEST_CASE("Claps at a pace of their own add no strokes to a run")
{
    StrokeSound sound(6);
    sound.quiet(1).strokes(25, 60, -60).quiet(2).clapsOver(0.77);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(std::abs(static_cast<int>(heard.strokeRuns[0].strokes.size()) - 25) <= 1);
}

TEST_CASE("A metronome is told beside a word as it is without one")
{
    const bool spoken = GENERATE(false, true);
    INFO((spoken ? "with" : "without") << " a word");
    std::vector<float> sound = whiteNoise(45, analysisRateHz, 0.001, 3);
    for (int beep = 0; beep < 30; ++beep) {
        const auto begin = static_cast<std::size_t>((5.0 + beep) * analysisRateHz);
        const std::size_t length = analysisRateHz / 8;
        for (std::size_t i = 0; i < length; ++i) {
            // Neither sudden nor steep: only its pitch tells it from a stroke.
            const double envelope = std::sin(M_PI * static_cast<double>(i) / length);
            const double turn = 2 * M_PI * 440 * static_cast<double>(i) / analysisRateHz;
            sound[begin + i] += static_cast<float>(0.05 * envelope * std::sin(turn));
        }
    }
    if (spoken) speak(sound, 2, 0.6, 150, 0.2);
    const FeatureTrack track = trackOf(sound);
    const std::vector<FrameRange> word{{track.frameAt(2), track.frameAt(2.6)}};
    const FeatureTrack painted = spoken ? paintedOver(track, word) : track;
    CHECK(findStrokeRuns(findBursts(painted, NoiseFloor(painted), track.voiceBand()), {}).empty());
    CHECK(listenTo(track).strokeRuns.empty());
}

TEST_CASE("A metronome that ticks with a pitch makes no run, however regular it is")
{
    const float voiced = GENERATE(0.25f, 0.55f);
    std::vector<Burst> bursts;
    for (int tick = 0; tick < 30; ++tick) {
        Burst burst;
        burst.timeS = 2 + tick;
        burst.levelDb = 28;
        burst.riseDb = 22;
        burst.seconds = 0.1f;
        burst.fullS = 0.06f;
        burst.voiced = voiced;
        burst.shape.fill(28);
        bursts.push_back(burst);
    }
    CHECK(findStrokeRuns(bursts, {}).empty() == (voiced > 0.5f));
}
