// SPDX-License-Identifier: GPL-3.0-or-later
//
// What lies under the breath: a recorder that suppresses noise, told by how its quiet flutters.
#include "core/background/flutter.hpp"
#include "core/hear/covers.hpp"
#include "core/hear/listener.hpp"
#include "core/reading/quality.hpp"
#include "core/reading/reading.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

Flutter flutterOfNoise(const std::vector<float>& sound)
{
    const FeatureTrack track = trackOf(sound);
    return flutterOf(track, std::vector<bool>(track.frames(), true));
}

// Breaths of three seconds in a room of hiss, through one of ffmpeg's filters.
Quality qualityThrough(const std::string& filter)
{
    const TemporaryFolder folder;
    std::vector<LoudStretch> breaths;
    for (double t = 2; t < 58; t += 6) breaths.push_back({t, t + 3});
    writeFloatWav(folder.path() / "plain.wav", bursts(60, analysisRateHz, breaths, 0.05, 0.003),
                  analysisRateHz);
    encode(folder.path() / "plain.wav", folder.path() / "recorded.wav", filter);
    const auto listened = listenToFile(folder.path() / "recorded.wav");
    REQUIRE(listened);
    return listened->quality;
}

bool namesSuppression(const Quality& quality)
{
    return std::any_of(quality.advice.begin(), quality.advice.end(), [](const Message& line) {
        return say(line).find("noise suppression") != std::string::npos;
    });
}

} // namespace

TEST_CASE("Plain noise flutters by what its bandwidth asks, however loud and whatever its colour")
{
    for (const unsigned seed : {1u, 2u, 3u}) {
        std::vector<float> noise = whiteNoise(20, analysisRateHz, seed == 1 ? 0.2 : 0.0004, seed);
        CHECK(flutterOfNoise(noise).ratio == Approx(0.95).margin(0.12));
        float before = 0;
        for (float& x : noise) before = x += 0.9f * before;
        CHECK(flutterOfNoise(noise).ratio == Approx(0.95).margin(0.12));
        CHECK_FALSE(suppressesNoise(flutterOfNoise(noise)));
    }
}

TEST_CASE("Of less than some seconds of quiet nothing is said")
{
    CHECK(flutterOfNoise(whiteNoise(2, analysisRateHz, 0.01)).ratio == 0);
    CHECK(flutterOfNoise({}).ratio == 0);
    CHECK_FALSE(suppressesNoise({}));
}

TEST_CASE("A recorder that suppresses noise is named, and a plain one is not")
{
    CHECK_FALSE(namesSuppression(qualityThrough("")));
    CHECK_FALSE(namesSuppression(qualityThrough("-af volume=0.3,highpass=f=150")));
    CHECK(namesSuppression(qualityThrough("-af afftdn=nr=20:nf=-50")));
}

TEST_CASE("Rain flutters too, in all bands at once, and is no fault of the recorder's")
{
    std::mt19937 random(5);
    std::uniform_real_distribution<float> chance(0, 1);
    std::vector<float> rain = whiteNoise(20, analysisRateHz, 0.002, 4);
    for (float& x : rain)
        if (chance(random) < 0.006f) x += 0.3f * (chance(random) - 0.5f);
    const Flutter flutter = flutterOfNoise(rain);
    CHECK(flutter.ratio > 1.17);
    CHECK_FALSE(suppressesNoise(flutter));
}

TEST_CASE("A stretch over which somebody speaks is named, and breath without words has none")
{
    std::vector<LoudStretch> breaths;
    for (double t = 2; t < 78; t += 6) breaths.push_back({t, t + 3});
    std::vector<float> sound = bursts(80, analysisRateHz, breaths, 0.01, 0.0005);
    const auto faultsOf = [](const std::vector<float>& heard) {
        const FeatureTrack track = trackOf(heard);
        return findFaults(track, listenTo(track)).unreadable;
    };
    CHECK(faultsOf(sound).empty());
    for (double t = 30; t < 50; t += 0.62) speak(sound, t, 0.58, 170 + 3 * (t - 40), 0.2);
    const auto unreadable = faultsOf(sound);
    REQUIRE(unreadable.size() == 1);
    CHECK(unreadable[0].why == Quality::Why::Voice);
    CHECK(unreadable[0].startS == Approx(30).margin(2.5));
    CHECK(unreadable[0].endS == Approx(50).margin(2.5));
}

TEST_CASE("What covers the breath is named once, with what to do about it")
{
    const FeatureTrack track = trackOf(whiteNoise(30, analysisRateHz, 0.001));
    Heard heard;
    heard.durationS = 30;
    HeardSpan breath;
    breath.kind = HeardSpan::Kind::Breath;
    breath.startS = 20;
    breath.endS = 23;
    heard.spans = {breath};
    heard.breathToNoiseDb = 30;
    const auto judged = [&](HeardCover::What what) {
        heard.covers = {{what, 5, 12}};
        return judgeQuality(heard, {}, findFaults(track, heard));
    };
    using What = HeardCover::What;
    const std::pair<What, Quality::Why> expected[]{{What::Voice, Quality::Why::Voice},
                                                   {What::Tone, Quality::Why::Tone},
                                                   {What::Knocks, Quality::Why::Knocks},
                                                   {What::Room, Quality::Why::Room}};
    for (const auto& [what, why] : expected) {
        const Quality quality = judged(what);
        REQUIRE(quality.unreadable.size() == 1);
        CHECK(quality.unreadable[0].why == why);
        CHECK(quality.verdict == Quality::Verdict::Usable);
    }
    const auto says = [&](What what, const std::string& words) {
        const Quality quality = judged(what);
        return std::any_of(quality.advice.begin(), quality.advice.end(), [&](const Message& line) {
            return say(line).find(words) != std::string::npos;
        });
    };
    CHECK(says(What::Tone, "Turn it off while you record"));
    CHECK(says(What::Room, "Close the window"));
    CHECK_FALSE(says(What::Voice, "Close the window"));
}

TEST_CASE("A hum covers nothing, since it is the exhale, and what is not known does")
{
    ClassTrack classes;
    classes.probability.assign(1000, {0, 0, 0.9f, 0, 0});
    classes.hidden.resize(1000);
    for (auto& hidden : classes.hidden) hidden.fill(0.9f);
    const auto covers = coversIn(classes, {});
    REQUIRE(covers.size() == 1);
    CHECK(covers[0].what == HeardCover::What::Tone);
    CHECK(covers[0].endS == Approx(20).margin(0.1));
    const FrameRange all{0, 1000 * ClassInput::framesPerStep};
    CHECK(coversIn(classes, {{all}, {}}).empty());
    CHECK(coversIn(classes, {{}, {all}}).empty());
    CHECK(coversIn({}, {}).empty());
}

TEST_CASE("Where a hum begins and ends is known no better than to half a turn")
{
    const auto practice = practise("humming-3", Temperament{}, 12);
    const Heard heard = listenTo(trackOf(practice.sound));
    REQUIRE(heard.hums.size() == 3);
    for (const HeardHum& hum : heard.hums) {
        CHECK(hum.startSdS >= halfTurnSeconds);
        CHECK(hum.endSdS >= halfTurnSeconds);
    }
}
