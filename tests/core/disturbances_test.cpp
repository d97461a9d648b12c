// SPDX-License-Identifier: GPL-3.0-or-later
//
// People who speak over the breath, and sound that was lost. On temperaments and seeds that served
// no tuning; the words are made here, the tuning's were not.
#include "core/evaluate/scoring.hpp"
#include "core/listen/lost_sound.hpp"
#include "core/listen/painted_over.hpp"
#include "core/listen/voices.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/random.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

using namespace layakari;

namespace {

SimulatedSound practise(const char* preset, const char* temperament, std::uint64_t seed)
{
    return layakari::practise(preset, *temperamentByName(temperament), seed);
}

double levelOf(const SimulatedSound& practice)
{
    double squares = 0;
    for (const float s : practice.sound) squares += s * s;
    return std::sqrt(squares / static_cast<double>(practice.sound.size()));
}

constexpr const char* heldBack[]{"held-kitchen", "held-attic", "held-boathouse"};

} // namespace

TEST_CASE(
    "Of nine practices that a guide counts over, word after word, 85 % of the phases are found")
{
    scoring::Score spoken;
    std::uint64_t seed = 33000;
    for (const char* who : heldBack)
        for (const char* preset : {"four-seven-eight", "square-4", "long-exhale-4-6"}) {
            SimulatedSound practice = practise(preset, who, ++seed);
            const double level = levelOf(practice);
            const double end = static_cast<double>(practice.sound.size()) / analysisRateHz;
            for (double t = 15; t < end - 3; t += 1.25)
                speak(practice.sound, t, 0.35, seed % 2 ? 115 : 205, 2.5 * level);
            spoken.add(scoreOf(practice));
        }
    CHECK(spoken.practiceShareFound() >= 0.85);
    CHECK(scoring::absoluteQuantile(spoken.boundaryErrorsS, 0.5) <= 0.060);
}

TEST_CASE("A word over each turn of the breath hides hardly one of them")
{
    scoring::Score spoken;
    std::uint64_t seed = 34100;
    for (const char* who : heldBack) {
        SimulatedSound practice = practise("even-4-4", who, ++seed);
        const double level = levelOf(practice);
        for (std::size_t i = 1; i < practice.truth.phases.size(); ++i)
            speak(practice.sound, practice.truth.phases[i].startS - 0.18, 0.35,
                  seed % 2 ? 110 : 195, 2.5 * level);
        spoken.add(scoreOf(practice));
    }
    INFO("F1 " << spoken.f1() << ", found " << spoken.practiceShareFound());
    CHECK(spoken.practiceShareFound() >= 0.9);
    CHECK(spoken.f1() >= 0.9);
}

TEST_CASE("A word in a hold does not end the hold")
{
    SimulatedSound practice = practise("square-4", "held-boathouse", 34001);
    for (const auto& phase : practice.truth.phases)
        if (phase.kind == "hold_full")
            speak(practice.sound, (phase.startS + phase.endS) / 2 - 0.2, 0.4, 130, 0.1);
    const auto score = scoreOf(practice);
    CHECK(score.practiceShareFound() == 1.0);
    CHECK_FALSE(findVoices(trackOf(practice.sound)).empty());
}

TEST_CASE("Breath alone is no voice, and a hum is not speech")
{
    for (const char* preset : {"even-4-4", "humming-3"})
        for (const char* who : heldBack) {
            const FeatureTrack track = trackOf(practise(preset, who, 35001).sound);
            std::size_t voiced = 0;
            for (const FrameRange& voice : findVoices(track)) voiced += voice.size();
            INFO(preset << " " << who);
            CHECK(static_cast<double>(voiced) <= 0.03 * static_cast<double>(track.frames()));
        }
}

TEST_CASE("How periodic a sound is, and at which pitch, holds from noise to tones")
{
    const auto voicingOf = [](const std::vector<float>& sound) {
        return trackOf(sound).voicing(60);
    };
    for (const double hz : {90.0, 131.0, 220.0, 350.0}) {
        INFO(hz);
        const auto buzz = soundOf(1, analysisRateHz, [=](double t) {
            double sum = 0;
            for (int k = 1; k <= 6; ++k) sum += std::sin(2 * std::numbers::pi * k * hz * t) / k;
            return 0.1 * sum;
        });
        CHECK(voicingOf(buzz).strength >= 0.9f);
        CHECK(voicingOf(buzz).pitchHz == Approx(hz).epsilon(0.05));
    }
    CHECK(voicingOf(whiteNoise(1, analysisRateHz, 0.1)).strength <= 0.6f);
    CHECK(voicingOf(std::vector<float>(analysisRateHz, 0.0f)).strength == 0.0f);
    CHECK(voicingOf(std::vector<float>(analysisRateHz, std::nanf(""))).strength == 0.0f);
}

TEST_CASE("Voices at either end, and one that fills the sound, are painted over within bounds")
{
    const FeatureTrack track = trackOf(whiteNoise(2, analysisRateHz, 0.01));
    for (const FrameRange& voice :
         {FrameRange{0, 30}, FrameRange{track.frames() - 5, track.frames()},
          FrameRange{0, track.frames()}, FrameRange{50, 90}}) {
        const FeatureTrack clean = paintedOver(track, {voice});
        REQUIRE(clean.frames() == track.frames());
        for (std::size_t i = 0; i < clean.frames(); ++i)
            for (const float level : clean.levels(i)) REQUIRE(std::isfinite(level));
    }
}

TEST_CASE("Painting takes out what was added to a sound, and leaves the bands to which nothing was")
{
    // Noise that stops for a tenth of a second, and a low tone over that.
    const auto gap = [](double t) { return t > 0.95 && t < 1.05; };
    std::vector<float> sound = whiteNoise(2, analysisRateHz, 0.02);
    for (std::size_t i = 0; i < sound.size(); ++i)
        if (gap(static_cast<double>(i) / analysisRateHz)) sound[i] *= 0.02f;
    const FeatureTrack quiet = trackOf(sound);
    for (std::size_t i = 0; i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / analysisRateHz;
        if (t > 0.85 && t < 1.15)
            sound[i] += static_cast<float>(0.3 * std::sin(2 * std::numbers::pi * 220 * t));
    }
    const FeatureTrack spoken = trackOf(sound);
    const FrameRange word{quiet.frameAt(0.84), quiet.frameAt(1.16)};
    const FeatureTrack painted = paintedOver(spoken, {word});
    const std::size_t middle = quiet.frameAt(1);
    const auto loudest = [](const Bands& levels) {
        return *std::max_element(levels.begin(), levels.end());
    };
    const Bands around = meanLevels(quiet, word.begin - 10, word.begin);
    CHECK(loudest(painted.levels(middle)) < loudest(spoken.levels(middle)) - 10);
    CHECK(painted.levels(middle)[bandCount - 1] == spoken.levels(middle)[bandCount - 1]);
    CHECK(painted.levels(middle)[bandCount - 1] < around[bandCount - 1] - 15);
    for (std::size_t i = word.begin; i < word.end; ++i)
        CHECK(loudest(meanLevels(painted, i, i + 1)) < loudest(around) + 12);
}

namespace {

// An announcement that was put before the practice: words with nothing at all between them.
SimulatedSound announced(SimulatedSound practice, std::uint64_t seed)
{
    constexpr double beforeS = 7;
    std::vector<float> before(static_cast<std::size_t>(beforeS * analysisRateHz));
    for (int word = 0; word < 5; ++word)
        speak(before, 0.2 + 1.1 * word, 0.45 + 0.05 * static_cast<double>(seed % 4), 150, 0.2);
    practice.sound.insert(practice.sound.begin(), before.begin(), before.end());
    for (auto& phase : practice.truth.phases) {
        phase.startS += beforeS;
        phase.endS += beforeS;
    }
    return practice;
}

std::vector<FrameRange> lostIn(const std::vector<float>& sound)
{
    return lostStretches(trackOf(sound));
}

} // namespace

TEST_CASE("Words in digital silence before a practice do not hide its breath")
{
    std::uint64_t seed = 36000;
    for (const char* who : heldBack) {
        const char* preset = seed % 2 ? "square-4" : "long-exhale-4-6";
        INFO(who << " " << preset);
        const SimulatedSound practice = practise(preset, who, ++seed);
        const auto alone = scoreOf(practice);
        const auto after = scoreOf(announced(practice, seed));
        CHECK(after.foundPhases >= alone.foundPhases - 1);
    }
}

TEST_CASE("What was not recorded is told from a gate's quiet, a dropout and a faint room")
{
    SimulatedSound practice = practise("square-4", "held-attic", 36100);
    CHECK(lostIn(practice.sound).empty());
    auto gap = practice.sound;
    const auto second = [](double s) { return static_cast<std::ptrdiff_t>(s * analysisRateHz); };
    std::fill(gap.begin() + second(20), gap.begin() + second(23), 0.0f);
    std::fill(gap.begin() + second(40), gap.begin() + second(40.1), 0.0f);
    const auto lost = lostIn(gap);
    REQUIRE(lost.size() == 1);
    CHECK(FeatureTrack::timeOf(lost[0].begin) == Approx(20).margin(0.05));
    CHECK(FeatureTrack::timeOf(lost[0].end) == Approx(23).margin(0.05));
    // Gated: nothing is left of the room, everywhere.
    auto gated = practice.sound;
    for (double s = 2; s < static_cast<double>(gated.size()) / analysisRateHz - 3; s += 5)
        std::fill(gated.begin() + second(s), gated.begin() + second(s + 2), 0.0f);
    CHECK(lostIn(gated).empty());
    CHECK(lostIn(std::vector<float>(30 * analysisRateHz)).empty());
    CHECK(lostIn({}).empty());
}
