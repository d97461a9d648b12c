// SPDX-License-Identifier: GPL-3.0-or-later
//
// Short sounds beside breath: what they must not do to the reading. On temperaments and seeds that
// served no tuning; the knocks are made here.
#include "core/evaluate/scoring.hpp"
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

TEST_CASE("Painted over, the breath under a knock sounds as it did")
{
    SimulatedSound practice = practise("square-4", *temperamentByName("held-kitchen"), 71200);
    const FeatureTrack before = trackOf(practice.sound);
    Random random(71200, 72000);
    const std::vector<double> timesS = addKnocks(practice.sound, "clap", 18, random);
    const FeatureTrack track = trackOf(practice.sound);
    std::vector<FrameRange> knocks;
    for (const double timeS : timesS)
        knocks.push_back({track.frameAt(timeS - 0.02), track.frameAt(timeS + 0.25)});
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
