// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listener.hpp"
#include "core/listen/attack.hpp"
#include "core/listen/struck.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>
#include <span>

using namespace layakari;

namespace {

constexpr double atS = 1;

// Noise that rises for `attackS` and fades by e in `decayS`, over noise `underDb` below its peak;
// of two seconds what lies in [fromS, toS).
VoiceBand burstOfNoise(unsigned seed, double attackS, double decayS, double underDb,
                       double fromS = 0, double toS = 2)
{
    std::mt19937 engine(seed);
    std::normal_distribution<double> normal(0, 0.2);
    std::vector<float> sound;
    for (int i = 0; i < 2 * analysisRateHz; ++i) {
        const double t = static_cast<double>(i) / analysisRateHz - atS;
        const double shape =
            t < 0 ? 0 : std::min(t / attackS, std::exp(-std::max(0.0, t - attackS) / decayS));
        sound.push_back(static_cast<float>(shape * normal(engine) +
                                           std::pow(10, -underDb / 20) * normal(engine)));
    }
    VoiceBand band;
    band.push(std::span(sound).subspan(static_cast<std::size_t>(fromS * analysisRateHz),
                                       static_cast<std::size_t>((toS - fromS) * analysisRateHz)));
    return band;
}

float medianAttackS(double attackS, double decayS, double underDb, double fromS = 0, double toS = 2)
{
    std::vector<float> attacks;
    for (unsigned seed = 0; seed < 15; ++seed)
        if (const auto attack = attackOf(burstOfNoise(seed, attackS, decayS, underDb, fromS, toS),
                                         atS + attackS / 2 - fromS))
            attacks.push_back(*attack);
    REQUIRE(attacks.size() > 7);
    return quantile(attacks, 0.5);
}

} // namespace

TEST_CASE("What is struck begins at once, and breath does not, however soon it is over")
{
    const double underDb = GENERATE(50, 15);
    const double decayS = GENERATE(0.005, 0.02, 0.1);
    INFO("noise " << underDb << " dB under it, fading in " << decayS << " s");
    CHECK(medianAttackS(0.0005, decayS, underDb) < 0.004f);
    CHECK(medianAttackS(0.03, decayS, underDb) > softAttackS);
}

TEST_CASE("A slower attack is measured as one")
{
    CHECK(medianAttackS(0.05, 0.2, 40) > 1.5f * medianAttackS(0.02, 0.2, 40));
}

TEST_CASE("What hardly rises over what sounds before it has no attack, nor has silence")
{
    CHECK_FALSE(attackOf(burstOfNoise(1, 0.03, 0.1, 0), atS).has_value());
    CHECK_FALSE(attackOf(VoiceBand(), atS).has_value());
    VoiceBand silence;
    silence.push(std::vector<float>(analysisRateHz, 0.0f));
    CHECK_FALSE(attackOf(silence, 0.5).has_value());
}

TEST_CASE("At the ends of a recording an attack is measured with what there is")
{
    const auto [fromS, toS] = GENERATE(table<double, double>({{atS - 0.01, 2}, {0, atS + 0.05}}));
    CHECK(medianAttackS(0.0005, 0.02, 40, fromS, toS) < 0.004f);
    CHECK(medianAttackS(0.03, 0.02, 40, fromS, toS) > softAttackS);
    CHECK_FALSE(attackOf(burstOfNoise(2, 0.03, 0.1, 40), 40).has_value());
}

TEST_CASE("Expulsions that are over as soon as a clap are counted")
{
    const double perMin = GENERATE(70, 120);
    StrokeSound sound(static_cast<unsigned>(perMin));
    sound.quiet(2).naturalBreaths(2).quiet(1).shortStrokes(30, perMin).quiet(3);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    CHECK(heard.strokeRuns[0].strokes.size() == 30);
}

TEST_CASE("Claps between two runs do not join them, however near their rhythm")
{
    StrokeSound sound(7);
    sound.quiet(2).strokes(25, 62, -60).quiet(1);
    const double fromS = sound.now();
    sound.naturalBreaths(3).quiet(1).strokes(25, 62, -60).quiet(1);
    sound.clapsBetween(fromS, sound.now(), 0.95);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.size() == 2);
    for (const HeardStrokeRun& run : heard.strokeRuns)
        CHECK(std::abs(static_cast<int>(run.strokes.size()) - 25) <= 1);
}
