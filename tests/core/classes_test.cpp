// SPDX-License-Identifier: GPL-3.0-or-later
//
// The network of classes, as the program runs it.
#include "core/classes/class_net.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

ClassInput noise(std::size_t steps, unsigned seed)
{
    std::mt19937 random(seed);
    std::uniform_real_distribution<float> value(-0.5f, 2.5f);
    ClassInput input;
    input.values.resize(steps * ClassInput::size);
    for (float& v : input.values) v = value(random);
    return input;
}

ClassInput part(const ClassInput& whole, std::size_t begin, std::size_t end)
{
    ClassInput input;
    input.values.assign(whole.values.begin() +
                            static_cast<std::ptrdiff_t>(begin * ClassInput::size),
                        whole.values.begin() + static_cast<std::ptrdiff_t>(end * ClassInput::size));
    return input;
}

} // namespace

TEST_CASE("What a step is said to be depends on the two seconds around it, and on nothing else")
{
    // Long enough for three of the blocks that it is reckoned in.
    const ClassInput whole = noise(2300, 5);
    const ClassTrack all = findClasses(whole);
    REQUIRE(all.probability.size() == 2300);
    constexpr std::size_t reach = 62; // steps, 1.2 s to either side
    for (const auto& [begin, end] :
         {std::pair<std::size_t, std::size_t>{900, 1100}, {1950, 2050}, {0, 100}, {2200, 2300}}) {
        const ClassTrack some = findClasses(part(whole, begin, end));
        const std::size_t first = begin == 0 ? 0 : reach;
        const std::size_t last = end == 2300 ? end - begin : end - begin - reach;
        for (std::size_t i = first; i < last; ++i) {
            for (std::size_t c = 0; c < ClassTrack::classes; ++c)
                REQUIRE(some.probability[i][c] ==
                        Approx(all.probability[begin + i][c]).margin(1e-4));
            for (std::size_t p = 0; p < ClassTrack::parts; ++p)
                REQUIRE(some.hidden[i][p] == Approx(all.hidden[begin + i][p]).margin(1e-4));
        }
    }
}

TEST_CASE("Nothing, and a single step, are no trouble")
{
    CHECK(findClasses({}).probability.empty());
    const ClassTrack one = findClasses(noise(1, 1));
    REQUIRE(one.probability.size() == 1);
    for (const float p : one.probability[0]) CHECK((p >= 0 && p <= 1));
    CHECK(classInput(FeatureTrack{}, NoiseFloor(FeatureTrack{})).steps() == 0);
}

TEST_CASE("A simulated breath, which was in no training, is told from its holds")
{
    const auto practice = practise("square-4", Temperament{}, 31);
    const FeatureTrack track = trackOf(practice.sound);
    const ClassTrack classes = findClasses(classInput(track, NoiseFloor(track)));
    double breathing = 0;
    double breathingS = 0;
    double holding = 0;
    double holdingS = 0;
    double voice = 0;
    for (const Truth::Phase& phase : practice.truth.phases)
        for (double t = phase.startS + 0.5; t < phase.endS - 0.5; t += 0.02) {
            const auto& p = classes.probability.at(track.frameAt(t) / ClassInput::framesPerStep);
            const bool isHold = phase.kind.starts_with("hold");
            (isHold ? holding : breathing) += p[ClassTrack::Breath];
            (isHold ? holdingS : breathingS) += 1;
            voice = std::max<double>(voice, isHold ? p[ClassTrack::Voice] : 0);
        }
    REQUIRE(breathingS > 100);
    CHECK(breathing / breathingS > 0.6);
    CHECK(holding / holdingS < 0.3);
    CHECK(voice < 0.5);
}
