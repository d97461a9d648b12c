// SPDX-License-Identifier: GPL-3.0-or-later
//
// Short sounds beside breath: what they must not do to the reading. On temperaments and seeds that
// served no tuning; the knocks are made here.
#include "core/evaluate/scoring.hpp"
#include "core/listen/knocks.hpp"
#include "core/listen/painted_over.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/random.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

using namespace layakari;

namespace {

// A knock of `kind`, as loud at its beginning as `level`, with what the room answers.
std::vector<float> knock(const std::string& kind, double level, Random& random)
{
    const double decayS = kind == "clap" ? 0.008 : 0.03;
    const double roomS = random.uniform(0.05, 0.15);
    const double roomShare = random.uniform(0.05, 0.2);
    std::vector<float> sound(analysisRateHz / 2);
    double low = 0;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / analysisRateHz;
        low += 0.08 * (random.white() - low);
        double carrier = random.white();
        if (kind == "thump") carrier = 5 * low;
        if (kind == "cup")
            carrier = std::sin(2 * std::numbers::pi * 1730 * t) +
                      std::sin(2 * std::numbers::pi * 3410 * t);
        const double room = t > 0.005 ? roomShare * random.white() * std::exp(-t / roomS) : 0;
        sound[i] = static_cast<float>(level * (carrier * std::exp(-t / decayS) + room));
    }
    return sound;
}

double levelOf(const std::vector<float>& sound)
{
    double squares = 0;
    for (const float s : sound) squares += s * s;
    return std::sqrt(squares / static_cast<double>(sound.size()));
}

// Knocks every two seconds or so from 3 s on, `overDb` over the recording; returns when.
std::vector<double> addKnocks(std::vector<float>& sound, const std::string& kind, double overDb,
                              Random& random)
{
    std::vector<double> timesS;
    const double level = levelOf(sound) * std::pow(10, overDb / 20);
    const double endS = static_cast<double>(sound.size()) / analysisRateHz - 1;
    for (double at = 3; at < endS; at += random.uniform(0.8, 3)) {
        timesS.push_back(at);
        const auto from = static_cast<std::size_t>(at * analysisRateHz);
        const std::vector<float> one = knock(kind, level, random);
        for (std::size_t i = 0; i < one.size() && from + i < sound.size(); ++i)
            sound[from + i] += one[i];
    }
    return timesS;
}

bool holds(const std::vector<FrameRange>& ranges, std::size_t frame)
{
    return std::any_of(ranges.begin(), ranges.end(), [&](const FrameRange& range) {
        return frame >= range.begin && frame < range.end;
    });
}

} // namespace

TEST_CASE("Knocks leave the breath that they fall on, and the holds, as they are")
{
    struct Practice {
        SimulatedSound quiet;
        std::uint64_t seed;
    };
    std::vector<Practice> practices;
    scoring::Score without;
    for (const auto& [who, preset] : {std::pair{"held-attic", "square-4"},
                                      {"held-kitchen", "even-4-4"},
                                      {"held-boathouse", "four-seven-eight"}}) {
        const std::uint64_t seed = 71000 + practices.size();
        practices.push_back({practise(preset, *temperamentByName(who), seed), seed});
        without.add(scoreOf(practices.back().quiet));
    }
    for (const char* kind : {"clap", "cup", "thump"})
        for (const double overDb : {6, 15}) {
            scoring::Score with;
            for (Practice practice : practices) {
                Random random(practice.seed, 72000);
                addKnocks(practice.quiet.sound, kind, overDb, random);
                with.add(scoreOf(practice.quiet));
            }
            INFO(kind << " " << overDb << " dB over it: F1 " << with.f1() << ", without "
                      << without.f1());
            CHECK(with.f1() > without.f1() - 0.05);
            CHECK(with.practiceShareFound() > without.practiceShareFound() - 0.05);
            CHECK(scoring::absoluteQuantile(with.boundaryErrorsS, 0.5) <
                  scoring::absoluteQuantile(without.boundaryErrorsS, 0.5) + 0.005);
        }
}

TEST_CASE("Every loud knock is found where it is, and breath alone has next to none")
{
    const std::string kind = GENERATE("clap", "cup", "thump");
    SimulatedSound practice = practise("even-4-4", *temperamentByName("held-attic"), 71100);
    const FeatureTrack breath = trackOf(practice.sound);
    CHECK(findKnocks(breath, NoiseFloor(breath), {}).size() < 3);
    Random random(71100, 72000);
    const std::vector<double> timesS = addKnocks(practice.sound, kind, 24, random);
    const FeatureTrack track = trackOf(practice.sound);
    const std::vector<FrameRange> knocks = findKnocks(track, NoiseFloor(track), {});
    std::size_t found = 0;
    for (const double timeS : timesS) found += holds(knocks, track.frameAt(timeS + 0.01));
    INFO(kind << ": " << found << " of " << timesS.size());
    CHECK(static_cast<double>(found) > 0.9 * static_cast<double>(timesS.size()));
    double knockingS = 0;
    for (const FrameRange& k : knocks) knockingS += k.seconds();
    CHECK(knockingS < 0.5 * static_cast<double>(timesS.size()));
}

TEST_CASE("Painted over, the breath under a knock sounds as it did")
{
    SimulatedSound practice = practise("square-4", *temperamentByName("held-kitchen"), 71200);
    const FeatureTrack before = trackOf(practice.sound);
    Random random(71200, 72000);
    addKnocks(practice.sound, "clap", 18, random);
    const FeatureTrack track = trackOf(practice.sound);
    const std::vector<FrameRange> knocks = findKnocks(track, NoiseFloor(track), {});
    REQUIRE(knocks.size() > 10);
    const FeatureTrack painted = paintedOver(track, knocks);
    REQUIRE(painted.frames() == track.frames());
    double knocking = 0;
    double still = 0;
    for (const FrameRange& k : knocks) {
        const Bands breath = meanLevels(before, k.begin, k.end);
        for (std::size_t b = 0; b < bandCount; ++b) {
            const double share = 1.0 / static_cast<double>(bandCount * knocks.size());
            knocking += share * std::fabs(meanLevels(track, k.begin, k.end)[b] - breath[b]);
            still += share * std::fabs(meanLevels(painted, k.begin, k.end)[b] - breath[b]);
        }
    }
    INFO("off by " << knocking << " dB with knocks, by " << still << " painted over");
    CHECK(still < 0.5 * knocking);
    CHECK(still < 2.5);
}

TEST_CASE("Breath that is made of short peaks is breath: one knock louder than they are is found")
{
    Random random(71250, 72000);
    std::vector<float> sound = whiteNoise(40, analysisRateHz, 1e-4);
    // Four seconds of it in every eight, a grain every thirtieth of a second or so.
    for (double at = 2; at < 38; at += random.uniform(0.02, 0.05)) {
        if (std::fmod(at, 8) > 4) continue;
        const std::vector<float> grain = knock("clap", random.uniform(0.01, 0.04), random);
        const auto from = static_cast<std::size_t>(at * analysisRateHz);
        for (std::size_t i = 0; i < analysisRateHz / 10; ++i) sound[from + i] += grain[i];
    }
    const FeatureTrack breath = trackOf(sound);
    CHECK(findKnocks(breath, NoiseFloor(breath), {}).size() < 12);
    const std::vector<float> loud = knock("clap", 0.4, random);
    for (std::size_t i = 0; i < loud.size(); ++i) sound[18 * analysisRateHz + i] += loud[i];
    const FeatureTrack knocking = trackOf(sound);
    CHECK(holds(findKnocks(knocking, NoiseFloor(knocking), {}), knocking.frameAt(18.01)));
}

TEST_CASE("Neither a run of strokes nor a recording that is all knocks is painted over")
{
    SimulatedSound practice = practise("even-4-4", *temperamentByName("held-attic"), 71300);
    Random random(71300, 72000);
    const std::vector<double> timesS = addKnocks(practice.sound, "clap", 18, random);
    const FeatureTrack track = trackOf(practice.sound);
    const NoiseFloor floor(track);
    const FrameRange run{track.frameAt(timesS[3] - 0.2), track.frameAt(timesS[9] + 0.2)};
    for (const FrameRange& knock : findKnocks(track, floor, {run})) {
        INFO(knock.begin << " to " << knock.end);
        CHECK_FALSE((knock.begin >= run.begin && knock.begin + 3 < run.end));
    }
    // As many as they are, a rattle is what the room sounds like.
    std::vector<float> rattle = whiteNoise(30, analysisRateHz, 1e-3);
    for (double at = 0.1; at < 29.9; at += 0.09) {
        const std::vector<float> one = knock("clap", 0.05, random);
        for (std::size_t i = 0; i < analysisRateHz / 20; ++i)
            rattle[static_cast<std::size_t>(at * analysisRateHz) + i] += one[i];
    }
    const FeatureTrack rattling = trackOf(rattle);
    CHECK(findKnocks(rattling, NoiseFloor(rattling), {}).empty());
}
