// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listener.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/breath_classes.hpp"
#include "core/segments/boundary_fit.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

Heard hear(std::span<const float> sound) { return listenTo(trackOf(sound)); }

std::vector<HeardSpan> breathsOf(const Heard& heard)
{
    std::vector<HeardSpan> breaths;
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Breath) breaths.push_back(span);
    return breaths;
}

// Breaths that begin and end at once, in turn bright and dark, of flow that flutters by half a
// decibel: noise that stays the same is a machine's.
std::vector<float> breathsAt(double seconds, const std::vector<LoudStretch>& when, double loudRms,
                             double quietRms, unsigned seed)
{
    std::vector<float> sound = whiteNoise(seconds, analysisRateHz, quietRms, seed);
    const std::vector<float> flow = whiteNoise(seconds, analysisRateHz, loudRms, seed + 1000);
    constexpr std::size_t flutterSamples = analysisRateHz / 20;
    const std::vector<float> flutterDb =
        whiteNoise(seconds + 1, analysisRateHz / flutterSamples, 0.5, seed + 2000);
    for (std::size_t b = 0; b < when.size(); ++b) {
        const float next = b % 2 == 0 ? -0.6f : 0.9f;
        const float asLoud = 1 / std::sqrt(1 + next * next);
        const auto first = static_cast<std::size_t>(when[b].startS * analysisRateHz);
        const auto last = static_cast<std::size_t>(when[b].endS * analysisRateHz);
        for (std::size_t i = first; i < last; ++i)
            sound[i] += asLoud * std::pow(10.0f, flutterDb[i / flutterSamples] / 20) *
                        (flow[i] + next * flow[i - 1]);
    }
    return sound;
}

double ratioDb(double loud, double quiet) { return 20 * std::log10(loud / quiet); }

// Rise over the room as the model of a boundary has it: a ramp of flow to a plateau, in noise.
std::vector<float> rampRise(double startS, double rampS, double plateauDb, double spreadDb,
                            unsigned seed, double exponent = 2)
{
    std::mt19937 engine(seed);
    std::normal_distribution<double> normal(0, spreadDb);
    std::vector<float> rise;
    for (std::size_t i = 0; i < 400; ++i) {
        const double z = std::clamp((FeatureTrack::timeOf(i) - startS) / rampS, 0.0, 1.0);
        rise.push_back(static_cast<float>(
            10 * std::log10(1 + std::pow(10, plateauDb / 10) * std::pow(z, exponent)) +
            normal(engine)));
    }
    return rise;
}

HeardSpan breathWith(double brightness, double start)
{
    HeardSpan span;
    span.kind = HeardSpan::Kind::Breath;
    span.startS = start;
    span.endS = start + 2;
    span.character.values = {
        -brightness / 2, -brightness / 2, brightness / 2, brightness / 2, 20, 0.5};
    return span;
}

} // namespace

TEST_CASE("Bursts of noise are found with their edges, whatever the seed")
{
    const std::vector<LoudStretch> when{{2, 5}, {8, 12}, {14.5, 16}};
    for (unsigned seed = 11; seed <= 16; ++seed) {
        INFO(seed);
        const auto breaths = breathsOf(hear(breathsAt(20, when, 0.05, 0.005, seed)));
        REQUIRE(breaths.size() == when.size());
        for (std::size_t i = 0; i < when.size(); ++i) {
            CHECK(breaths[i].startS == Approx(when[i].startS).margin(0.02));
            CHECK(breaths[i].endS == Approx(when[i].endS).margin(0.02));
            CHECK(breaths[i].startSdS < 0.03);
        }
    }
}

TEST_CASE("A breath that is only 5 dB over the room is found")
{
    const std::vector<LoudStretch> when{{5, 8}, {11, 14}, {17, 20}};
    const double quiet = 0.01;
    const double loud = quiet * std::sqrt(1 + std::pow(10, 0.5));
    INFO(ratioDb(loud, quiet));
    for (unsigned seed = 21; seed <= 24; ++seed) {
        const auto breaths = breathsOf(hear(bursts(25, analysisRateHz, when, loud, quiet, seed)));
        REQUIRE(breaths.size() == 3);
        for (std::size_t i = 0; i < 3; ++i)
            CHECK(breaths[i].startS == Approx(when[i].startS).margin(0.12));
    }
}

TEST_CASE("Nothing is heard in silence, in steady noise, or in nothing at all")
{
    CHECK(listenTo(FeatureTrack{}).spans.empty());
    CHECK_FALSE(hear(std::vector<float>(16000 * 20, 0.0f)).anyBreath());
    for (unsigned seed = 1; seed <= 6; ++seed) {
        INFO(seed);
        CHECK_FALSE(hear(whiteNoise(60, analysisRateHz, 0.02, seed)).anyBreath());
    }
}

TEST_CASE("Flutter cuts no breath in two, however strong: where breath turns it is found", "[slow]")
{
    const std::vector<double> edges{3, 7, 11.5, 15, 20, 24, 28.5, 32, 36};
    for (const double flutterDb : {0.5, 2.0, 3.5})
        for (unsigned seed = 41; seed <= 46; ++seed) {
            INFO(flutterDb << " dB, seed " << seed);
            const auto breaths = breathsOf(hear(flutteringBreaths(edges, flutterDb, seed)));
            REQUIRE(breaths.size() + 1 == edges.size());
            for (std::size_t i = 0; i < breaths.size(); ++i)
                CHECK(breaths[i].startS == Approx(edges[i]).margin(0.1));
        }
}

TEST_CASE("Knocks and clicks are no breaths, and do not cut a hold in two")
{
    auto sound = breathsAt(20, {{3, 6}, {14, 17}}, 0.05, 0.003, 31);
    for (const double knock : {8.0, 9.5, 11.0})
        for (int i = 0; i < 400; ++i)
            sound[static_cast<std::size_t>(knock * analysisRateHz) + static_cast<std::size_t>(i)] +=
                0.5f * std::exp(-static_cast<float>(i) / 80) * (i % 2 ? 1.0f : -1.0f);
    const Heard heard = hear(sound);
    CHECK(breathsOf(heard).size() == 2);
    const auto hold = std::find_if(heard.spans.begin(), heard.spans.end(), [](const HeardSpan& s) {
        return s.kind == HeardSpan::Kind::Silence && s.startS > 4;
    });
    REQUIRE(hold != heard.spans.end());
    CHECK(hold->seconds() == Approx(8).margin(0.1));
}

TEST_CASE("A pause too short for a hold is a turn: one moment ends a breath and starts the next")
{
    const auto breaths =
        breathsOf(hear(breathsAt(16, {{2, 5}, {5.15, 8}, {10, 13}}, 0.05, 0.003, 41)));
    REQUIRE(breaths.size() == 3);
    CHECK(breaths[0].endS == breaths[1].startS);
    CHECK(breaths[0].endS == Approx(5.075).margin(0.08));
}

TEST_CASE("Spans are in time order and do not overlap")
{
    const Heard heard = hear(bursts(
        40, analysisRateHz, {{1, 4}, {4.4, 7}, {7.2, 9}, {15, 15.6}, {20, 38}}, 0.03, 0.004, 51));
    double end = 0;
    for (const HeardSpan& span : heard.spans) {
        CHECK(span.startS >= end - 1e-9);
        CHECK(span.endS > span.startS);
        end = span.endS;
    }
    CHECK(end <= heard.durationS + 0.1);
}

TEST_CASE("The level of the room and the breath over it are as they were made")
{
    const double quiet = 0.01;
    const double loud = quiet * std::sqrt(1 + 100.0); // 20 dB of breath over the room
    const Heard heard =
        hear(bursts(30, analysisRateHz, {{5, 9}, {12, 16}, {20, 24}}, loud, quiet, 61));
    CHECK(heard.breathToNoiseDb == Approx(20).margin(0.7));
    const double inBand = 10 * std::log10(quiet * quiet * (7700 - 100) / 8000.0);
    CHECK(heard.noiseFloorDb == Approx(inBand).margin(0.7));
}

TEST_CASE("A boundary is found where the flow begins, not where it leaves the noise")
{
    for (const double ramp : {0.03, 0.15, 0.4}) {
        std::vector<double> errors;
        for (unsigned seed = 1; seed <= 40; ++seed) {
            const auto rise = rampRise(1.5, ramp, 20, 1.5, seed);
            const EdgeFit moment = fitEdge(rise, {EdgeKind::Onset, 155, 0, 400}, {});
            errors.push_back(moment.seconds - 1.5);
        }
        double mean = 0;
        for (const double e : errors) mean += e / 40;
        INFO(ramp);
        CHECK(std::fabs(mean) < 0.02);
    }
}

TEST_CASE("The stated standard deviation is that of the errors: two of them hold nine of ten "
          "boundaries or more")
{
    // However softly flow begins: power grows with its time, its square, or faster.
    for (const double exponent : {1.0, 2.0, 3.0}) {
        INFO(exponent);
        int within = 0;
        int all = 0;
        for (const double ramp : {0.05, 0.2, 0.5})
            for (const double plateau : {6.0, 12.0, 25.0})
                for (unsigned seed = 100; seed < 130; ++seed) {
                    const EdgeFit moment =
                        fitEdge(rampRise(1.5, ramp, plateau, 1.5, seed, exponent),
                                {EdgeKind::Onset, 160, 0, 400}, {});
                    within += std::fabs(moment.seconds - 1.5) <= 2 * moment.sdSeconds;
                    ++all;
                }
        CHECK(within >= all * 9 / 10);
    }
}

TEST_CASE("The fainter the breath, the wider its boundary")
{
    const EdgeFit sharp =
        fitEdge(rampRise(1.5, 0.03, 25, 1.5, 7), {EdgeKind::Onset, 152, 0, 400}, {});
    const EdgeFit faint =
        fitEdge(rampRise(1.5, 0.5, 5, 1.5, 7), {EdgeKind::Onset, 170, 0, 400}, {});
    CHECK(faint.sdSeconds > 3 * sharp.sdSeconds);
}

TEST_CASE("An offset is the mirror image of an onset")
{
    const auto rise = rampRise(1.5, 0.2, 20, 1.5, 9);
    const std::vector<float> mirrored(rise.rbegin(), rise.rend());
    const EdgeFit onset = fitEdge(rise, {EdgeKind::Onset, 160, 0, 400}, {});
    const EdgeFit offset = fitEdge(mirrored, {EdgeKind::Offset, 239, 0, 400}, {});
    const double mirror = FeatureTrack::timeOf(0) + FeatureTrack::timeOf(399);
    CHECK(offset.seconds == Approx(mirror - onset.seconds).margin(FeatureTrack::hopSeconds / 5));
    CHECK(offset.sdSeconds == Approx(onset.sdSeconds).margin(0.001));
}

TEST_CASE("With next to nothing to go by a boundary says that it is unsure")
{
    const std::vector<float> rise(400, 0.0f);
    CHECK(fitEdge(rise, {EdgeKind::Onset, 200, 199, 201}, {}).sdSeconds >= 0.005);
    CHECK(fitEdge(rise, {EdgeKind::Onset, 200, 200, 200}, {}).sdSeconds >= 0.1);
}

TEST_CASE("Breaths that sound different are sorted by it, also where one was missed")
{
    Heard heard;
    const std::vector<double> brightness{6, -6, 6, -6, -6, 6, -6, 6}; // one inhale was not heard
    for (std::size_t i = 0; i < brightness.size(); ++i)
        heard.spans.push_back(breathWith(brightness[i], 3.0 * static_cast<double>(i)));
    const BreathClasses classes = sortBreaths(heard);
    const bool aIsBright = classes.probabilityA[0] > 0.5;
    for (std::size_t i = 0; i < brightness.size(); ++i)
        CHECK((classes.probabilityA[i] > 0.5) == (aIsBright == (brightness[i] > 0)));
    CHECK((classes.logOddsAIsInhale > 0) == aIsBright);
}

TEST_CASE("Natural breaths that are said to be rest do not shape the kinds")
{
    constexpr int rests = 7;
    for (int practised = 2; practised <= 6; ++practised) {
        INFO(practised);
        Heard heard;
        for (int i = 0; i < rests + practised; ++i) {
            const bool isRest = i < rests;
            heard.spans.push_back(breathWith(isRest ? 0 : i % 2 == 1 ? 2 : -2, 3.0 * i));
            if (!isRest) continue;
            heard.spans.back().character.values[BreathCharacter::level] -= 12;
            heard.spans.back().saidPart = HeardSpan::Part::Rest;
        }
        const BreathClasses classes = sortBreaths(heard);
        // The first that counts is A, and stays so as more are heard.
        for (std::size_t i = rests; i < heard.spans.size(); ++i)
            CHECK((classes.probabilityA[i] > 0.5) == (i % 2 == 1));
    }
}

TEST_CASE("Breaths that sound the same say nothing about which is the inhale")
{
    Heard heard;
    for (int i = 0; i < 10; ++i) heard.spans.push_back(breathWith(0, 3.0 * i));
    const BreathClasses classes = sortBreaths(heard);
    CHECK(std::fabs(classes.logOddsAIsInhale) < 0.1);
    CHECK(classes.probabilityA.size() == 10);
}

TEST_CASE("One breath or none leaves the kinds open")
{
    Heard heard;
    CHECK(sortBreaths(heard).probabilityA.empty());
    heard.spans.push_back(breathWith(5, 0));
    CHECK(sortBreaths(heard).probabilityA == std::vector<double>{0.5});
}

TEST_CASE("Quiet is found below breath that is far more frequent")
{
    std::mt19937 engine(3);
    std::normal_distribution<float> quiet(0.2f, 0.3f);
    std::normal_distribution<float> breath(5, 0.8f);
    std::vector<float> rise;
    for (int i = 0; i < 1000; ++i) rise.push_back(i % 10 == 0 ? quiet(engine) : breath(engine));
    const QuietLevel level = quietLevel(rise);
    CHECK(level.middleDb == Approx(0.2).margin(0.6));
}

TEST_CASE("Quiet is what no sound covers, and nobody knows it where that is next to nothing")
{
    std::mt19937 engine(4);
    std::normal_distribution<float> breath(4, 1.0f);
    for (const float spread : {0.2f, 0.4f, 1.1f}) {
        std::normal_distribution<float> quiet(0.3f, spread);
        std::vector<float> rise;
        std::vector<bool> sounds;
        for (int i = 0; i < 4000; ++i) {
            sounds.push_back(i % 10 != 0);
            rise.push_back(sounds.back() ? breath(engine) : quiet(engine));
        }
        const auto found = quietAmong(rise, sounds);
        REQUIRE(found.has_value());
        CHECK(found->middleDb == Approx(0.3).margin(0.1));
        CHECK(found->spreadDb == Approx(spread).epsilon(0.2));
        std::vector<bool> nearlyAll(4000, true);
        for (std::size_t i = 0; i < 10; ++i) nearlyAll[i] = false;
        CHECK_FALSE(quietAmong(rise, nearlyAll).has_value());
    }
}

TEST_CASE("Hisses in the holds do not make the turns of much alike breaths look like accidents")
{
    Temperament who;
    who.inhale.resonanceHz = 1200;
    who.exhale.resonanceHz = 1000;
    who.inhale.attackSeconds = who.exhale.attackSeconds = 0.3;
    who.inhale.releaseSeconds = who.exhale.releaseSeconds = 0.3;
    who.breathToNoiseDb = 18;
    for (const std::uint64_t seed : {87u, 88u, 89u}) {
        SimulatedSound practice = practise("four-seven-eight", who, seed);
        const auto hiss = whiteNoise(0.3, analysisRateHz, 0.02, static_cast<unsigned>(seed));
        for (const auto& phase : practice.truth.phases) {
            if (phase.kind != "hold_full") continue;
            auto at = static_cast<std::size_t>((phase.startS + phase.endS) / 2 * analysisRateHz);
            for (std::size_t i = 1; i < hiss.size(); ++i)
                practice.sound[at + i] += hiss[i] - hiss[i - 1];
        }
        const Heard heard = listenTo(trackOf(practice.sound));
        int exhales = 0;
        int parted = 0;
        for (std::size_t i = 0; i + 1 < practice.truth.phases.size(); ++i) {
            const auto& exhale = practice.truth.phases[i];
            if (exhale.kind != "exhale" || practice.truth.phases[i + 1].kind != "inhale") continue;
            ++exhales;
            parted += std::any_of(heard.spans.begin(), heard.spans.end(), [&](const HeardSpan& s) {
                return s.kind == HeardSpan::Kind::Breath && std::fabs(s.endS - exhale.endS) < 0.25;
            });
        }
        INFO("seed " << seed << ": " << parted << " of " << exhales);
        REQUIRE(exhales > 4);
        CHECK(parted >= exhales - 1);
    }
}
