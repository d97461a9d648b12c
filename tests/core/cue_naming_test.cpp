// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whether the cue or the ear is believed about what sounds.
#include "core/practise/cue_naming.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

CueStep phaseStep(PhaseKind kind)
{
    CueStep step;
    step.kind = CueStep::Kind::Phase;
    step.phase.kind = kind;
    return step;
}

CueMoment begunAt(double seconds)
{
    CueMoment moment;
    moment.beganS = seconds;
    return moment;
}

LiveReading::Now breath(PhaseKind kind, double sinceS, double confidence)
{
    return {kind, HeardSpan::Kind::Breath, sinceS, confidence, 0};
}

LiveReading::Now quiet(PhaseKind kind, double sinceS, double confidence)
{
    return {kind, HeardSpan::Kind::Silence, sinceS, confidence, 0};
}

} // namespace

TEST_CASE("By the clock, what begins by its cue is what was cued, however sure the ear is")
{
    CueNaming naming(Lead::ByClock);
    const auto heard = breath(PhaseKind::Exhale, 10.4, 0.99);
    naming.hear(heard, begunAt(10), phaseStep(PhaseKind::Inhale));
    CHECK(naming.named(heard).phase == PhaseKind::Inhale);
    // It stays that while it lasts, also when the clock is in the next phase.
    naming.hear(heard, begunAt(11.5), phaseStep(PhaseKind::Exhale));
    CHECK(naming.named(heard).phase == PhaseKind::Inhale);
    // What begins in the middle of a phase was not cued.
    const auto late = breath(PhaseKind::Exhale, 14, 0.6);
    naming.hear(late, begunAt(11.5), phaseStep(PhaseKind::Inhale));
    CHECK(naming.named(late).phase == PhaseKind::Exhale);
}

TEST_CASE("Following, the cue names what the ear is not sure of, and only that")
{
    CueNaming naming(Lead::Following);
    const auto unsure = breath(PhaseKind::Exhale, 10.4, 0.7);
    naming.hear(unsure, begunAt(10.4), phaseStep(PhaseKind::Inhale));
    CHECK(naming.named(unsure).phase == PhaseKind::Inhale);
    CHECK(naming.named(unsure).confidence > 0.9);
    const auto sure = breath(PhaseKind::Exhale, 10.4, 0.9);
    CHECK(naming.named(sure).phase == PhaseKind::Exhale);
}

TEST_CASE(
    "The cue is put in another place by an ear that contradicts it in two breaths, not in one")
{
    CueNaming naming(Lead::Following);
    const auto agrees = breath(PhaseKind::Inhale, 10, 0.9);
    naming.hear(agrees, begunAt(10), phaseStep(PhaseKind::Inhale));
    CHECK(naming.surely(agrees) == PhaseKind::Inhale);
    // A look that changes its mind about the breath that sounds contradicts once, too.
    CHECK_FALSE(naming.surely(breath(PhaseKind::Exhale, 10.1, 0.9)));
    const auto once = breath(PhaseKind::Inhale, 15, 0.9);
    naming.hear(once, begunAt(15), phaseStep(PhaseKind::Exhale));
    CHECK_FALSE(naming.surely(once));
    naming.hear(once, begunAt(15), phaseStep(PhaseKind::Exhale)); // again and again the same breath
    CHECK_FALSE(naming.surely(once));
    const auto twice = breath(PhaseKind::Exhale, 20, 0.9);
    naming.hear(twice, begunAt(20), phaseStep(PhaseKind::Inhale));
    CHECK(naming.surely(twice) == PhaseKind::Exhale);
    CHECK_FALSE(naming.surely(breath(PhaseKind::Exhale, 20, 0.7)));
}

TEST_CASE("An ear that hardly knows does not contradict, however often")
{
    CueNaming naming(Lead::Following);
    for (int b = 0; b < 6; ++b) {
        const PhaseKind cued = b % 2 == 0 ? PhaseKind::Inhale : PhaseKind::Exhale;
        const PhaseKind other = b % 2 == 0 ? PhaseKind::Exhale : PhaseKind::Inhale;
        naming.hear(breath(other, 10 + 5 * b, 0.65), begunAt(10 + 5 * b), phaseStep(cued));
    }
    const auto sure = breath(PhaseKind::Exhale, 40, 0.9); // the first that counts
    naming.hear(sure, begunAt(40), phaseStep(PhaseKind::Inhale));
    CHECK_FALSE(naming.surely(sure));
}

TEST_CASE("An ear that has all breaths the other way round than they were cued has to be very sure")
{
    for (const double sides : {0.93, 0.98}) {
        CueNaming naming(Lead::Following);
        naming.setAgreement(0.1);
        auto heard = breath(PhaseKind::Exhale, 10, 0.9);
        heard.sides = sides;
        naming.hear(heard, begunAt(10), phaseStep(PhaseKind::Inhale));
        auto twice = breath(PhaseKind::Inhale, 15, 0.9);
        twice.sides = sides;
        naming.hear(twice, begunAt(15), phaseStep(PhaseKind::Exhale));
        const bool isVerySure = sides > 0.95;
        INFO(sides);
        CHECK(naming.surely(twice).has_value() == isVerySure);
        CHECK(naming.named(twice).phase == (isVerySure ? PhaseKind::Inhale : PhaseKind::Exhale));
    }
}

TEST_CASE("An ear that has agreed so far is asked of the place alone, not of the sides")
{
    // It is sure of this breath, if only it has the sides right, of which it cannot be sure.
    auto heard = breath(PhaseKind::Exhale, 10, 0.6);
    heard.sides = 0.63;
    for (const bool hasAgreed : {false, true}) {
        CueNaming naming(Lead::Following);
        if (hasAgreed) naming.setAgreement(0.9);
        naming.hear(heard, begunAt(10), phaseStep(PhaseKind::Inhale));
        CHECK_FALSE(naming.surely(heard)); // once is not enough
        auto twice = heard;
        twice.phase = PhaseKind::Inhale;
        twice.sinceS = 15;
        naming.hear(twice, begunAt(15), phaseStep(PhaseKind::Exhale));
        CHECK(naming.surely(twice).has_value() == hasAgreed);
    }
}

TEST_CASE("The quiet after air stolen in a hold is still the hold")
{
    CueNaming naming(Lead::Following);
    const auto after = quiet(PhaseKind::HoldFull, 24, 0.7);
    naming.hear(after, begunAt(20), phaseStep(PhaseKind::HoldEmpty));
    CHECK(naming.named(after).phase == PhaseKind::HoldEmpty);
    // Quiet while a breath is cued is not it.
    const auto other = quiet(PhaseKind::HoldFull, 30, 0.7);
    naming.hear(other, begunAt(30), phaseStep(PhaseKind::Inhale));
    CHECK(naming.named(other).phase == PhaseKind::HoldFull);
}

TEST_CASE("Paused, nothing is named by the cue")
{
    CueNaming naming(Lead::ByClock);
    CueMoment paused = begunAt(10);
    paused.paused = true;
    const auto heard = breath(PhaseKind::Exhale, 10.2, 0.6);
    naming.hear(heard, paused, phaseStep(PhaseKind::Inhale));
    CHECK(naming.named(heard).phase == PhaseKind::Exhale);
}
