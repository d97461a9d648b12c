// SPDX-License-Identifier: GPL-3.0-or-later
//
// What natural breath around a practice tells of the way round.
#include "tests/support/heardings.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

TEST_CASE("Where in and out sound alike, pauses between natural breaths tell which is which")
{
    // An exhale more before the first cycle: an even plan fits from either end, ten cycles each
    // way.
    for (const bool brightIsInhale : {true, false}) {
        Heardings h;
        const auto in = [&](double seconds) { brightIsInhale ? h.i(seconds) : h.e(seconds); };
        const auto out = [&](double seconds) { brightIsInhale ? h.e(seconds) : h.i(seconds); };
        const auto natural = [&](int breaths) {
            for (int b = 0; b < breaths; ++b) {
                in(2);
                out(2.5);
                h.silence(0.6);
            }
        };
        natural(4);
        in(2);
        out(4.8);
        for (int c = 0; c < 10; ++c) {
            in(4.8);
            out(4.8);
        }
        natural(2);
        BreathClasses classes = sortBreaths(h.heard);
        classes.logOddsAIsInhale = 0; // the sound itself says nothing
        const Alignment alignment = aligned(h.heard, classes, &preset("even-4-4"));
        INFO(brightIsInhale);
        REQUIRE(alignment.cycles.size() == 10);
        for (const NamedSpan& named : alignment.spans) {
            if (h.heard.spans[named.span].kind != HeardSpan::Kind::Breath) continue;
            const bool bright = h.heard.spans[named.span].character.brightnessDb() > 0;
            CHECK((named.kind == PhaseKind::Inhale) == (bright == brightIsInhale));
            CHECK(named.confidence > 0.6);
            CHECK(named.confidence < 0.99); // and it is said that this is not sure
        }
    }
}

TEST_CASE("Natural breaths without a pause tell which is which by their lengths")
{
    // Even breath and sounds that say nothing; at rest an inhale takes 0.42 of a breath, and no
    // two breaths or people are the same.
    std::mt19937_64 engine(20261128);
    std::normal_distribution<double> normal;
    constexpr int people = 200;
    int right = 0;
    int surelyWrong = 0;
    for (int person = 0; person < people; ++person) {
        const double share = 0.421 + 0.033 * normal(engine);
        const double breathS = 4 * std::exp(0.2 * normal(engine));
        Heardings h;
        for (int b = 0; b < 6; ++b) {
            const double seconds = breathS * std::exp(0.1 * normal(engine));
            const double inhaleS = share * seconds * std::exp(0.12 * normal(engine));
            h.i(inhaleS).e(std::max(0.5, seconds - inhaleS));
        }
        for (int b = 0; b < 20; ++b) b % 2 ? h.e(4.8) : h.i(4.8);
        BreathClasses classes = sortBreaths(h.heard);
        classes.logOddsAIsInhale = 0;
        const Alignment alignment = aligned(h.heard, classes, &preset("even-4-4"));
        const bool isRight = alignment.spans[12].kind == PhaseKind::Inhale;
        right += isRight;
        surelyWrong += !isRight && alignment.fit->probability > 0.9;
    }
    CHECK(right >= people * 9 / 10);
    CHECK(surelyWrong <= people / 50);
}

TEST_CASE("Pauses within the practice are the plan's, and tell nothing of in and out")
{
    // Held breath after every inhale: as many pauses as in natural breathing, after the other side.
    Heardings h;
    for (int c = 0; c < 6; ++c) h.i(4.8).silence(8.4).e(9.6);
    BreathClasses classes = sortBreaths(h.heard);
    classes.logOddsAIsInhale = 0;
    const Alignment alignment = aligned(h.heard, classes, &preset("four-seven-eight"));
    REQUIRE(alignment.cycles.size() == 6);
    for (const NamedSpan& named : alignment.spans)
        if (h.heard.spans[named.span].kind == HeardSpan::Kind::Breath)
            CHECK((named.kind == PhaseKind::Inhale) ==
                  (h.heard.spans[named.span].character.brightnessDb() > 0));
}
