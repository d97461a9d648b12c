// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a cue knows of the names in a reading.
#include "core/practise/cued_breaths.hpp"

#include <catch2/catch.hpp>
#include <functional>

using namespace layakari;

namespace {

constexpr double phaseS = 4;
constexpr double preRollS = 2;
constexpr std::size_t few = 6;

// Square breath, cued and done: every fourth phase of the cue is an inhale.
constexpr PhaseKind order[]{PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale,
                            PhaseKind::HoldEmpty};

CuedBreaths cuedSquares(int cycles)
{
    CuedBreaths cued;
    for (int i = 0; i < 4 * cycles; ++i) {
        CueStep step;
        step.phase.kind = order[i % 4];
        CueMoment now;
        now.beganS = i * phaseS;
        for (int tenth = 1; tenth <= 40; ++tenth) cued.add(now, step, now.beganS + tenth / 10.0);
    }
    return cued;
}

// Done `lateS` after the cue; `isSwapped` says which cycles have the other names.
Reading readSquares(int cycles, double lateS, const std::function<bool(int)>& isSwapped)
{
    constexpr ReadKind kinds[]{ReadKind::Inhale, ReadKind::HoldFull, ReadKind::Exhale,
                               ReadKind::HoldEmpty};
    Reading reading;
    for (int i = 0; i < 4 * cycles; ++i) {
        ReadPhase phase;
        phase.kind = kinds[(i + (isSwapped(i / 4) ? 2 : 0)) % 4];
        phase.startS = preRollS + lateS + i * phaseS;
        phase.endS = phase.startS + phaseS;
        reading.phases.push_back(phase);
    }
    return reading;
}

} // namespace

TEST_CASE("A reading that agrees with the cue is left alone, however late its breaths are")
{
    const CuedBreaths cued = cuedSquares(6);
    for (const double lateS : {-0.5, 0.0, 1.0, 2.0}) {
        INFO(lateS);
        CHECK(
            cued.namesFor(readSquares(6, lateS, [](int) { return false; }), preRollS, few).empty());
    }
    CHECK(cued.namesFor(Reading{}, preRollS, few).empty());
    CHECK(CuedBreaths{}
              .namesFor(readSquares(6, 0, [](int) { return true; }), preRollS, few)
              .empty()); // nobody was led
}

TEST_CASE("A reading that agrees with the cue can have its names confirmed, and no other")
{
    const CuedBreaths cued = cuedSquares(6);
    const Reading reading = readSquares(6, 0.8, [](int) { return false; });
    const std::vector<Correction> names = cued.namesThatAgree(reading, preRollS, few);
    REQUIRE(names.size() == few);
    for (const Correction& name : names) {
        const int phase = static_cast<int>((name.atS - preRollS - 0.8) / phaseS) % 4;
        CHECK(name.name == (phase == 0 ? Correction::Name::Inhale : Correction::Name::Exhale));
    }
    CHECK(cued.namesThatAgree(readSquares(6, 0, [](int) { return true; }), preRollS, few).empty());
    CHECK(cued.namesThatAgree(readSquares(6, 0, [](int c) { return c % 2 == 0; }), preRollS, few)
              .empty());
    CHECK(cued.namesThatAgree(Reading{}, preRollS, few).empty());
    CHECK(CuedBreaths{}.namesThatAgree(reading, preRollS, few).empty()); // nobody was led
}

TEST_CASE("Where all inhales lie under cues to exhale, a few breaths get the names that were cued")
{
    const CuedBreaths cued = cuedSquares(6);
    for (const double lateS : {0.0, 0.8}) {
        const Reading reading = readSquares(6, lateS, [](int) { return true; });
        const std::vector<Correction> names = cued.namesFor(reading, preRollS, few);
        REQUIRE(names.size() == few);
        CHECK(cued.namesFor(reading, preRollS, 9).size() == 9);
        CHECK(cued.namesFor(reading, preRollS, 100).size() == 12); // all there are
        for (const Correction& name : names) {
            CHECK(name.kind == Correction::Kind::Rename);
            const int phase = static_cast<int>((name.atS - preRollS - lateS) / phaseS) % 4;
            CHECK(phase % 2 == 0);
            CHECK(name.name == (phase == 0 ? Correction::Name::Inhale : Correction::Name::Exhale));
        }
    }
}

TEST_CASE("A breath that is what was cued keeps its name, however late it is")
{
    // Even breath: whoever is late breathes under the cue to the other breath for a while.
    constexpr double lateS = 0.8;
    CuedBreaths cued;
    Reading reading;
    for (int i = 0; i < 12; ++i) {
        CueStep step;
        step.phase.kind = i % 2 == 0 ? PhaseKind::Inhale : PhaseKind::Exhale;
        CueMoment now;
        now.beganS = i * phaseS;
        cued.add(now, step, now.beganS + phaseS);
        ReadPhase phase;
        const bool isSwapped = i >= 2;
        phase.kind = (i % 2 == 0) != isSwapped ? ReadKind::Inhale : ReadKind::Exhale;
        phase.startS = preRollS + lateS + i * phaseS;
        phase.endS = phase.startS + phaseS;
        reading.phases.push_back(phase);
    }
    const auto names = cued.namesFor(reading, preRollS, 100);
    CHECK(names.size() == 10);
    for (const Correction& name : names) CHECK(name.atS > reading.phases[2].startS);
}

TEST_CASE("Where the two agree for as long as they differ, the ear is believed")
{
    const CuedBreaths cued = cuedSquares(6);
    CHECK(cued.namesFor(readSquares(6, 0, [](int cycle) { return cycle < 3; }), preRollS, few)
              .empty());
}

TEST_CASE("Two or three breaths are too few to turn a reading round")
{
    const auto all = [](int) { return true; };
    CHECK(cuedSquares(1).namesFor(readSquares(6, 0, all), preRollS, few).empty());
    CHECK_FALSE(cuedSquares(2).namesFor(readSquares(6, 0, all), preRollS, few).empty());
}

TEST_CASE("A cue that was moved within a breath makes it no second one")
{
    CuedBreaths cued;
    CueStep step;
    step.phase.kind = PhaseKind::Inhale;
    for (int tenth = 1; tenth <= 40; ++tenth) { // begun again at every half second
        CueMoment now;
        now.beganS = 0.5 * ((tenth - 1) / 5);
        cued.add(now, step, tenth / 10.0);
    }
    CHECK(cued.namesFor(readSquares(1, 0, [](int) { return true; }), preRollS, few).empty());
}

TEST_CASE("Ear and cue agree for the share of time for which the ear names what was cued")
{
    const CuedBreaths cued = cuedSquares(6);
    const auto agreement = [&](const std::function<bool(int)>& isSwapped) {
        return cued.agreement(readSquares(6, 0, isSwapped).phases, preRollS);
    };
    CHECK(agreement([](int) { return false; }) == Approx(1));
    CHECK(agreement([](int) { return true; }) == Approx(0));
    CHECK(agreement([](int cycle) { return cycle >= 4; }) == Approx(4.0 / 6));
    // Of three breaths nothing can be said.
    std::vector<ReadPhase> few = readSquares(6, 0, [](int) { return false; }).phases;
    few.resize(6);
    CHECK_FALSE(cued.agreement(few, preRollS));
    few = readSquares(6, 0, [](int) { return false; }).phases;
    few.resize(7);
    CHECK(cued.agreement(few, preRollS));
}

TEST_CASE("In a pause nothing is cued")
{
    CuedBreaths cued;
    CueStep step;
    CueMoment paused;
    paused.paused = true;
    cued.add(paused, step, 20);
    CHECK(cued.namesFor(readSquares(6, 0, [](int) { return true; }), preRollS, few).empty());
}
