// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listener.hpp"
#include "core/reading/quality.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

// Breaths of two seconds with pauses of one, in quiet noise, and what is done to them.
std::vector<float> breathing(double seconds = 60, double quietRms = 0.0008)
{
    std::vector<LoudStretch> breaths;
    for (double t = 1; t + 2 < seconds; t += 3) breaths.push_back({t, t + 2});
    return bursts(seconds, analysisRateHz, breaths, 0.03, quietRms);
}

struct Judged {
    SoundFaults faults;
    Quality quality;
};

Judged judge(const std::vector<float>& sound)
{
    const FeatureTrack track = trackOf(sound);
    const Heard heard = listenTo(track);
    Judged judged;
    judged.faults = findFaults(track, heard);
    judged.quality = judgeQuality(heard, {}, judged.faults);
    return judged;
}

bool says(const Quality& quality, const std::string& words)
{
    return std::any_of(quality.advice.begin(), quality.advice.end(), [&](const Message& line) {
        return say(line).find(words) != std::string::npos;
    });
}

} // namespace

TEST_CASE("Of a clean recording nothing is said")
{
    const Judged clean = judge(breathing());
    CHECK(clean.quality.verdict == Quality::Verdict::Good);
    CHECK(clean.quality.advice.empty());
    CHECK(clean.quality.unreadable.empty());
}

TEST_CASE("A long loud hum is no loud room")
{
    std::vector<float> sound = breathing();
    for (std::size_t i = 20 * analysisRateHz; i < 38 * analysisRateHz; ++i)
        for (int h = 1; h <= 5; ++h)
            sound[i] += static_cast<float>(
                0.2 / h * std::sin(2 * M_PI * 180 * h * static_cast<double>(i) / analysisRateHz));
    CHECK(judge(sound).quality.unreadable.empty());
}

TEST_CASE("A hum of the mains is told with its frequency")
{
    const double mains = GENERATE(50.0, 60.0);
    std::vector<float> sound = breathing();
    for (std::size_t i = 0; i < sound.size(); ++i)
        for (int h = 1; h <= 6; ++h)
            sound[i] += static_cast<float>(
                0.003 / h *
                std::sin(2 * M_PI * mains * h * static_cast<double>(i) / analysisRateHz));
    const Judged humming = judge(sound);
    CHECK(humming.faults.mainsHz == mains);
    CHECK(says(humming.quality, "electric hum"));
}

TEST_CASE("Drop-outs are counted, and a recorder that is silent between breaths drops nothing out")
{
    std::vector<float> sound = breathing();
    const auto erase = [&](double from, double to) {
        std::fill(sound.begin() + static_cast<std::ptrdiff_t>(from * analysisRateHz),
                  sound.begin() + static_cast<std::ptrdiff_t>(to * analysisRateHz), 0.0f);
    };
    SECTION("within breaths")
    {
        for (const double t : {4.8, 10.9, 19.7}) erase(t, t + 0.12);
        CHECK(judge(sound).faults.dropouts == 3);
        CHECK(says(judge(sound).quality, "drops out 3 times"));
    }
    SECTION("in every pause") { CHECK(judge(breathing(60, 0)).faults.dropouts == 0); }
}

TEST_CASE("Where nothing was recorded, and where the room outgrows the breath, the part is named")
{
    std::vector<float> sound = breathing(120);
    SECTION("nothing recorded")
    {
        std::fill(sound.begin() + 40 * analysisRateHz, sound.begin() + 48 * analysisRateHz, 0.0f);
        const Judged judged = judge(sound);
        REQUIRE_FALSE(judged.quality.unreadable.empty());
        CHECK(judged.quality.unreadable[0].startS == Approx(40).margin(0.1));
        CHECK(judged.quality.unreadable[0].endS == Approx(48).margin(0.1));
        CHECK(says(judged.quality, "0:40 to 0:48"));
    }
    SECTION("a loud room")
    {
        std::mt19937 engine(2);
        std::normal_distribution<float> normal(0, 0.1f);
        for (std::size_t i = 60 * analysisRateHz; i < 100 * analysisRateHz; ++i)
            sound[i] += normal(engine);
        const Judged judged = judge(sound);
        REQUIRE_FALSE(judged.quality.unreadable.empty());
        CHECK(judged.quality.unreadable[0].startS == Approx(60).margin(1.5));
        CHECK(judged.quality.unreadable[0].endS == Approx(100).margin(1.5));
        CHECK(judged.quality.verdict >= Quality::Verdict::Usable);
    }
}

TEST_CASE("Breath that blows on the microphone is told as wind")
{
    std::mt19937 engine(3);
    std::normal_distribution<float> normal(0, 1);
    std::vector<float> sound = breathing();
    float rumble = 0;
    float slow = 0;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        // Noise below 60 Hz in every second breath.
        rumble += 0.012f * (normal(engine) - rumble);
        slow += 0.012f * (rumble - slow);
        const double t = static_cast<double>(i) / analysisRateHz;
        const bool blows = std::fmod(t - 1, 6) >= 0 && std::fmod(t - 1, 6) < 2;
        if (blows) sound[i] += 4 * slow;
    }
    const Judged windy = judge(sound);
    CHECK(windy.faults.windShare > 0.25);
    CHECK(says(windy.quality, "blows on the microphone"));
    CHECK(judge(breathing()).faults.windShare < 0.02);
}

TEST_CASE("A recording of strokes alone, or of a hum alone, is not said to hold no breathing")
{
    Heard strokes;
    strokes.strokeRuns.resize(1);
    CHECK(judgeQuality(strokes, {}).verdict == Quality::Verdict::Good);
    CHECK_FALSE(judgeQuality(strokes, {}).breathToNoiseDb);
    Heard hum;
    hum.hums.resize(1);
    hum.spans.push_back({HeardSpan::Kind::Hum, 1, 6, 0, 0, {}, 0});
    CHECK(judgeQuality(hum, {}).verdict == Quality::Verdict::Good);
    CHECK_FALSE(judgeQuality(hum, {}).breathToNoiseDb);
    CHECK(judgeQuality({}, {}).verdict == Quality::Verdict::Poor);
}
