// SPDX-License-Identifier: GPL-3.0-or-later
//
// The cue: what it leads through, when, and what is heard of it.
#include "core/cue/tones.hpp"
#include "core/curriculum/presets.hpp"
#include "core/plan/plan_figures.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

Plan planOf(const char* preset) { return findPreset(preset)->plan; }

// Goes through a practice in blocks of uneven sizes, as sound cards give them.
std::vector<CueEvent> ledThrough(Leader& leader, double untilS, unsigned seed)
{
    std::mt19937 random(seed);
    std::vector<CueEvent> all;
    for (double now = 0; now < untilS && !leader.now().over;) {
        now += 0.002 + 0.02 * static_cast<double>(random() % 1000) / 1000;
        leader.advance(now);
        const auto events = leader.takeEvents();
        all.insert(all.end(), events.begin(), events.end());
    }
    return all;
}

std::vector<CueEvent> stepsIn(const std::vector<CueEvent>& events)
{
    std::vector<CueEvent> steps;
    for (const CueEvent& e : events)
        if (e.kind == CueEvent::Kind::Step) steps.push_back(e);
    return steps;
}

// A breath or a quiet that begins at `sinceS`, told a fifth of a second later as the ear does.
void tell(Leader& leader, double& now, bool sounds, double sinceS, double lastsS)
{
    leader.advance(sinceS + 0.2);
    leader.hear({sounds, sinceS, {}});
    for (now = sinceS + 0.2; now < sinceS + lastsS; now += 0.01) leader.advance(now);
}

} // namespace

TEST_CASE("Every preset is led through from settling to the silence at the end, in its order")
{
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        const auto steps = cueSteps(preset.plan, 10, 30);
        REQUIRE(steps.size() >= 3);
        CHECK(steps.front().kind == CueStep::Kind::Settle);
        CHECK(steps.back().kind == CueStep::Kind::Stay);
        int cycles = 0;
        int strokes = 0;
        for (const CueStep& step : steps) {
            cycles += step.beginsCycle;
            if (step.kind == CueStep::Kind::Strokes) strokes += step.strokes.strokes;
            if (step.kind == CueStep::Kind::Phase)
                CHECK(step.cycles == plannedCycleCount(preset.plan));
        }
        CHECK(cycles == plannedCycleCount(preset.plan));
        CHECK(strokes == planFigures(preset.plan).strokes);
    }
}

TEST_CASE("By the clock each phase of half an hour begins within five milliseconds of its time")
{
    Plan plan = planOf("square-4");
    std::get<Cycles>(plan.parts.front().content).repeat = 100;
    constexpr double countS = 1.137; // a length that no block divides
    Leader leader(cueSteps(plan, 7.3, 0), {Lead::ByClock, countS, 0});
    const auto steps = stepsIn(ledThrough(leader, 3600, 5));
    REQUIRE(steps.size() == 401);
    REQUIRE(steps.back().atS > 1800);
    for (std::size_t i = 1; i < steps.size(); ++i)
        REQUIRE(std::fabs(steps[i].atS - (7.3 + 4 * countS * static_cast<double>(i - 1))) < 0.005);
    CHECK(leader.now().over);
}

TEST_CASE("The tone of a phase begins at its sample, whatever the blocks")
{
    constexpr int rateHz = 48000;
    Plan plan = planOf("even-4-4");
    Leader leader(cueSteps(plan, 0, 0), {Lead::ByClock, 1.013, 0});
    ToneVolumes phasesOnly;
    phasesOnly.counts = 0;
    ToneMaker tones(rateHz, phasesOnly);
    std::mt19937 random(9);
    std::vector<float> sound;
    std::vector<double> due;
    while (sound.size() < 60 * rateHz) {
        std::vector<float> block(1 + random() % 1500);
        leader.advance(static_cast<double>(sound.size() + block.size()) / rateHz);
        const auto events = leader.takeEvents();
        for (const CueEvent& e : stepsIn(events)) due.push_back(e.atS);
        tones.take(events, leader.steps(), leader.now().countS);
        tones.render(block);
        sound.insert(sound.end(), block.begin(), block.end());
    }
    std::vector<double> heard;
    std::size_t quiet = rateHz;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        if (std::fabs(sound[i]) > 1e-5f) {
            if (quiet > rateHz / 10) heard.push_back(static_cast<double>(i) / rateHz);
            quiet = 0;
        } else {
            ++quiet;
        }
    }
    REQUIRE(heard.size() == due.size());
    for (std::size_t i = 0; i < due.size(); ++i) CHECK(std::fabs(heard[i] - due[i]) < 0.005);
}

TEST_CASE("Nothing in the tones clicks: no sample jumps from the one before")
{
    constexpr int rateHz = 48000;
    for (const char* preset : {"square-4", "kapalabhati-3x36", "composite-round"}) {
        INFO(preset);
        Leader leader(cueSteps(planOf(preset), 3, 5), {Lead::ByClock, 0.8, 0});
        ToneMaker tones(rateHz, {1, 1, 1});
        float before = 0;
        float steepest = 0;
        float loudest = 0;
        for (int i = 1; i < 60 * 100; ++i) {
            std::vector<float> block(rateHz / 100);
            leader.advance(i / 100.0);
            tones.take(leader.takeEvents(), leader.steps(), 0.8);
            tones.render(block);
            for (const float s : block) {
                steepest = std::max(steepest, std::fabs(s - before));
                loudest = std::max(loudest, std::fabs(s));
                before = s;
            }
        }
        CHECK(loudest > 0.3f);
        CHECK(loudest <= 1.0f);
        // What a full tone of 330 Hz and its octave rises by in a sample.
        CHECK(steepest < 0.06f);
    }
}

TEST_CASE("A tempo that slows grows from phase to phase and never within one")
{
    Plan plan = planOf("even-4-4");
    Leader leader(cueSteps(plan, 5, 0), {Lead::ByClock, 1.0, 0.1});
    const auto events = ledThrough(leader, 600, 2);
    const auto steps = stepsIn(events);
    double before = 0;
    for (std::size_t i = 1; i + 1 < steps.size(); ++i) {
        const double length = steps[i + 1].atS - steps[i].atS;
        CHECK(length >= before);
        const double minutes = (steps[i].atS - 5) / 60;
        CHECK(length == Approx(4 * (1 + 0.1 * minutes)).epsilon(1e-9));
        before = length;
    }
}

TEST_CASE("Strokes are led at their pace, one pulse each, and rise and fall with the plan")
{
    for (const char* preset : {"kapalabhati-3x36", "bhastrika-rise-fall"}) {
        INFO(preset);
        const auto cued = cueSteps(planOf(preset), 0, 0);
        Leader leader(cued, {Lead::ByClock, 1.0, 0});
        std::vector<double> pulses;
        for (const CueEvent& e : ledThrough(leader, 200, 3))
            if (e.kind == CueEvent::Kind::Count && e.step == 0) pulses.push_back(e.atS);
        REQUIRE(cued.front().kind == CueStep::Kind::Strokes);
        const Strokes& strokes = cued.front().strokes;
        REQUIRE(static_cast<int>(pulses.size()) == strokes.strokes);
        for (std::size_t i = 0; i + 1 < pulses.size(); ++i)
            CHECK(pulses[i + 1] - pulses[i] ==
                  Approx(strokeIntervalS(strokes, static_cast<int>(i))));
    }
}

TEST_CASE("Following, a phase lasts as long as its breath, and the cue counts along")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    leader.advance(2);
    CHECK(leader.now().waits);
    tell(leader, now, true, 3.0, 5.5); // inhales longer than four counts
    CHECK(leader.now().step == 0);
    CHECK(leader.now().beganS == Approx(3.0));
    CHECK(leader.now().counts > 5);
    tell(leader, now, false, 8.5, 2.0); // holds shorter
    CHECK(leader.now().step == 1);
    CHECK(leader.now().beganS == Approx(8.5));
    tell(leader, now, true, 10.5, 4.0);
    CHECK(leader.now().step == 2);
    CHECK(leader.now().beganS == Approx(10.5));
    tell(leader, now, false, 14.5, 3.0);
    CHECK(leader.now().step == 3);
}

TEST_CASE("A knock in a hold is no breath, and breath without a hold goes past it")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 4);
    tell(leader, now, false, 5.0, 2);
    REQUIRE(leader.now().step == 1);
    leader.hear({true, 7.0, {}});
    leader.advance(7.15);
    leader.hear({false, 7.2, {}});
    for (now = 7.2; now < 9; now += 0.01) leader.advance(now);
    CHECK(leader.now().step == 1);
    tell(leader, now, true, 9.0, 4); // exhales, and turns into the next inhale at once
    REQUIRE(leader.now().step == 2);
    tell(leader, now, true, 13.0, 2);
    CHECK(leader.steps()[leader.now().step].phase.kind == PhaseKind::Inhale);
    CHECK(leader.now().beganS == Approx(13.0));
}

TEST_CASE(
    "Air stolen in a hold does not end it: the cue goes back, and counts on from its beginning")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 4);
    tell(leader, now, false, 5.0, 2.2);
    REQUIRE(leader.now().step == 1);
    tell(leader, now, true, 7.2, 0.8); // for the moment it may be the exhale
    REQUIRE(leader.now().step == 2);
    tell(leader, now, false, 8.0, 1.2);
    CHECK(leader.now().step == 1);
    CHECK(leader.now().beganS == Approx(5.0));
    tell(leader, now, true, 9.2, 4);
    CHECK(leader.now().step == 2);
    CHECK(leader.now().beganS == Approx(9.2));
    // An exhale that is let go is a breath all the same.
    tell(leader, now, false, 11.2, 2);
    CHECK(leader.now().step == 3);
}

TEST_CASE(
    "A turn early in a breath before a hold is none, and a look that changes its mind is followed")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 2);
    tell(leader, now, true, 3.0, 2); // within the inhale
    CHECK(leader.now().step == 0);
    CHECK(leader.now().beganS == Approx(1.0));
    tell(leader, now, false, 5.0, 2);
    REQUIRE(leader.now().step == 1);
    // Something sounds long enough to be the exhale; then the next look has found it to be nothing.
    tell(leader, now, true, 7.2, 1.5);
    REQUIRE(leader.now().step == 2);
    leader.hear({false, 5.1, {}});
    leader.advance(now += 0.02);
    CHECK(leader.now().step == 1);
    CHECK(leader.now().beganS == Approx(5.0));
    tell(leader, now, true, 9.5, 3);
    CHECK(leader.now().step == 2);
    CHECK(leader.now().beganS == Approx(9.5));
}

TEST_CASE("A breath that a look takes back is waited for again, and is not over")
{
    Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 4);
    tell(leader, now, false, 5.0, 0.4);
    tell(leader, now, true, 5.4, 2);
    REQUIRE(leader.step().phase.kind == PhaseKind::Exhale);
    REQUIRE_FALSE(leader.now().waits);
    // The sound of the last two seconds was the room's.
    leader.hear({false, 5.0, {}});
    for (const double untilS = now + 1; now < untilS; now += 0.01) leader.advance(now);
    CHECK(leader.step().phase.kind == PhaseKind::Exhale);
    CHECK(leader.now().waits);
    // It was not.
    tell(leader, now, true, 5.3, 4);
    CHECK(leader.step().phase.kind == PhaseKind::Exhale);
    CHECK(leader.now().beganS == Approx(5.3));
}

TEST_CASE("A turn that a look takes back puts the cue back: the breath goes on")
{
    Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 3.2);
    tell(leader, now, true, 4.2, 0.6);
    REQUIRE(leader.step().phase.kind == PhaseKind::Exhale);
    leader.hear({true, 1.0, {}});
    leader.advance(now += 0.02);
    CHECK(leader.step().phase.kind == PhaseKind::Inhale);
    CHECK(leader.now().beganS == Approx(1.0));
    tell(leader, now, true, 5.1, 1); // its real turn
    CHECK(leader.step().phase.kind == PhaseKind::Exhale);
    CHECK(leader.now().beganS == Approx(5.1));
}

TEST_CASE("A turn half-way through a breath is believed when it has lasted, a usual one at once")
{
    for (const double turnS : {3.0, 5.0}) {
        Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.0, 0});
        double now = 0;
        tell(leader, now, true, 1.0, turnS - 1);
        tell(leader, now, true, turnS, 0.5);
        INFO(turnS);
        CHECK((leader.step().phase.kind == PhaseKind::Exhale) == (turnS == 5.0));
        for (const double untilS = turnS + 1.7; now < untilS; now += 0.01) leader.advance(now);
        CHECK(leader.step().phase.kind == PhaseKind::Exhale);
        CHECK(leader.now().beganS == Approx(turnS));
    }
}

TEST_CASE("A cue that has lost its place goes to the phase that is surely heard")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 4);
    CHECK(leader.now().step == 0);
    // What it took for the inhale was an exhale.
    leader.hear({true, 1.0, PhaseKind::Exhale});
    leader.advance(now += 0.02);
    CHECK(leader.step().phase.kind == PhaseKind::Exhale);
    CHECK(leader.now().beganS == Approx(1.0));
    tell(leader, now, false, 6.0, 3);
    CHECK(leader.step().phase.kind == PhaseKind::HoldEmpty);
    // By the clock nobody asks.
    Leader clock(cueSteps(planOf("square-4"), 0, 0), {Lead::ByClock, 1.0, 0});
    clock.hear({true, 0.1, PhaseKind::Exhale});
    clock.advance(3);
    CHECK(clock.step().phase.kind == PhaseKind::Inhale);
}

TEST_CASE("Where a turn was missed, the cue goes on with the next cycle and not back in its own")
{
    Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 1.0, 4);
    tell(leader, now, true, 5.0, 1.5); // an exhale of two counts: it waits
    REQUIRE(leader.step().phase.kind == PhaseKind::Exhale);
    tell(leader, now, true, 7.0, 0.9);
    REQUIRE(leader.step().phase.kind == PhaseKind::Exhale);
    const std::size_t exhale = leader.now().step;
    leader.hear({true, 7.0, PhaseKind::Inhale}); // and surely an inhale by now
    for (const double untilS = now + 0.3; now < untilS; now += 0.01) leader.advance(now);
    CHECK(leader.now().step == exhale + 1);
    CHECK(leader.now().beganS == Approx(7.0));
}

TEST_CASE("Two breaths whose turn nobody heard are two, once the count is known")
{
    // Every inhale is five seconds long and every exhale seven and a half; one turn is not heard.
    for (const bool missesTurn : {false, true})
        for (const std::size_t missed : {1U, 9U, 10U}) {
            Leader leader(cueSteps(planOf("long-exhale-4-6"), 0, 0), {Lead::Following, 1.25, 0});
            double now = 0;
            double beganS = 1;
            for (std::size_t breath = 0; breath < 14; ++breath) {
                const bool isInhale = breath % 2 == 0;
                const double lastsS = isInhale ? 5 : 7.5;
                if (!missesTurn || breath != missed) tell(leader, now, true, beganS, lastsS);
                beganS += lastsS;
            }
            INFO("breath " << missed << (missesTurn ? " not heard" : ""));
            // So early nobody knows whether it was a long breath.
            const bool isKnown = missed > 4;
            const auto wanted = isKnown || !missesTurn ? PhaseKind::Exhale : PhaseKind::Inhale;
            CHECK(leader.step().phase.kind == wanted);
            CHECK(leader.now().beganS == Approx(beganS - 7.5));
        }
}

TEST_CASE("An ear that is sure says what comes after a long breath, whatever its length")
{
    Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.25, 0});
    double now = 0;
    for (int breath = 0; breath < 6; ++breath) tell(leader, now, true, 1 + 5.0 * breath, 5);
    tell(leader, now, true, 31, 10); // an inhale, twice as long
    REQUIRE(leader.step().phase.kind == PhaseKind::Inhale);
    const std::size_t inhale = leader.now().step;
    leader.hear({true, 41, PhaseKind::Exhale});
    for (now = 41; now < 43; now += 0.01) leader.advance(now);
    CHECK(leader.now().step == inhale + 1);
    CHECK(leader.now().beganS == Approx(41));
}

TEST_CASE("A breath that is longer than its counts is one breath, and a hold after it stays one")
{
    Leader leader(cueSteps(planOf("even-4-4"), 0, 0), {Lead::Following, 1.25, 0});
    double now = 0;
    for (int breath = 0; breath < 8; ++breath) tell(leader, now, true, 1 + 5.0 * breath, 5);
    tell(leader, now, true, 41, 7.5); // half as long again
    tell(leader, now, true, 48.5, 1);
    CHECK(leader.step().phase.kind == PhaseKind::Exhale);
    Leader square(cueSteps(planOf("square-4"), 0, 0), {Lead::Following, 1.25, 0});
    for (int phase = 0; phase < 8; ++phase) tell(square, now, phase % 2 == 0, 1 + 5.0 * phase, 5);
    tell(square, now, true, 41, 10);
    tell(square, now, false, 51, 1);
    CHECK(square.step().phase.kind == PhaseKind::HoldFull);
}

TEST_CASE("What sounds when settling is over is natural breath, and is waited through")
{
    Leader leader(cueSteps(planOf("even-4-4"), 10, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    tell(leader, now, true, 9.0, 5); // breath without a pause
    tell(leader, now, true, 14.0, 1.2);
    REQUIRE(leader.step().kind == CueStep::Kind::Phase);
    CHECK(leader.now().waits);
    tell(leader, now, false, 16.5, 0.5);
    CHECK(leader.now().waits);
    tell(leader, now, true, 17.0, 1);
    CHECK(leader.step().phase.kind == PhaseKind::Inhale);
    CHECK(leader.now().beganS == Approx(17.0));
}

TEST_CASE("Followed, somebody with a slower count is counted along at it by and by")
{
    Plan plan = planOf("even-4-4");
    Leader leader(cueSteps(plan, 0, 0), {Lead::Following, 1.0, 0});
    double now = 0;
    for (int i = 0; i < 12; ++i) {
        tell(leader, now, true, 1.0 + 6.5 * i, 6.0); // of 1.5 s
        tell(leader, now, false, 7.0 + 6.5 * i, 0.4);
    }
    CHECK(leader.now().countS == Approx(1.5).epsilon(0.05));
}

TEST_CASE("A hum is known for one: the cue goes to it, from the inhale of the next cycle too")
{
    const auto steps = cueSteps(planOf("humming-3"), 0, 0);
    Leader leader(steps, {Lead::ByClock, 1.0, 0});
    const double cuedS = steps[0].counts;
    // The person inhales so late that this is taken for the hum.
    double now = 0;
    tell(leader, now, true, cuedS - 0.5, 3);
    REQUIRE(leader.step().phase.sound == PhaseSound::Hum);
    tell(leader, now, true, cuedS + 2.5, 2);
    REQUIRE(leader.now().step == 2);
    leader.hear({true, cuedS + 2.5, {}, true});
    leader.advance(now += 0.02);
    CHECK(leader.now().step == 1);
    CHECK(leader.now().beganS == Approx(cuedS + 2.5));
    tell(leader, now, false, cuedS + 12, 1);
    CHECK(leader.now().step == 2);
    // Or hums at once, without an inhale that was heard.
    tell(leader, now, true, cuedS + 13.5, 2);
    leader.hear({true, cuedS + 13.5, {}, true});
    leader.advance(now += 0.02);
    CHECK(leader.now().step == 3);
    CHECK(leader.now().beganS == Approx(cuedS + 13.5));
    // Where no hum is planned a hum is a breath like others.
    Leader even(cueSteps(planOf("even-4-4"), 0, 0), {Lead::ByClock, 1.0, 0});
    even.advance(1);
    even.hear({true, 0.5, {}, true});
    even.advance(2);
    CHECK(even.now().step == 0);
}

TEST_CASE("With the ears closed no tone is in a hum, and its own end leads on")
{
    const auto steps = cueSteps(planOf("humming-3"), 0, 0);
    Leader leader(steps, {Lead::ByClock, 1.0, 0});
    std::size_t hum = 0;
    while (steps[hum].phase.sound != PhaseSound::Hum) ++hum;
    ToneMaker tones(16000, {1, 1, 1});
    double now = 0;
    leader.advance(steps[0].counts + 0.5);
    REQUIRE(leader.now().step == hum);
    tones.take(leader.takeEvents(), steps, 1.0);
    std::vector<float> called(static_cast<std::size_t>(16000 * (steps[0].counts + 0.5)));
    tones.render(called);
    const double start = steps[0].counts + 0.6;
    tell(leader, now, true, start, 14);
    CHECK(leader.now().step == hum);
    tones.take(leader.takeEvents(), steps, 1.0);
    std::vector<float> during(16000 * 14);
    tones.render(during);
    CHECK(std::all_of(during.begin(), during.end(), [](float s) { return s == 0; }));
    tell(leader, now, false, start + 14, 1);
    CHECK(leader.now().step == hum + 1);
    // One that is not heard at all does not keep anybody for ever.
    for (; now < start + 15 + 200; now += 0.05) leader.advance(now);
    CHECK(leader.now().step > hum + 1);
}

TEST_CASE("An open-ended hold is ended by the breath or by a key, never by the clock")
{
    const auto steps = cueSteps(planOf("open-hold"), 0, 0);
    std::size_t open = 0;
    while (!steps[open].phase.counts.open) ++open;
    for (const bool byKey : {true, false}) {
        Leader leader(steps, {Lead::ByClock, 1.0, 0});
        double now = 0;
        while (leader.now().step < open) leader.advance(now += 0.01);
        leader.hear({false, now, {}});
        const double began = leader.now().beganS;
        for (; now < began + 90; now += 0.01) leader.advance(now);
        REQUIRE(leader.now().step == open);
        if (byKey) {
            leader.skip();
            CHECK(leader.now().beganS == Approx(now).margin(0.02));
        } else {
            tell(leader, now, true, began + 90, 1);
            CHECK(leader.now().beganS == Approx(began + 90));
        }
        CHECK(leader.now().step == open + 1);
    }
}

TEST_CASE("Paused, nothing goes on: resumed, the cycle begins again: stopped, it is over")
{
    Leader leader(cueSteps(planOf("square-4"), 0, 0), {Lead::ByClock, 1.0, 0});
    ledThrough(leader, 17.5 + 6, 4); // in the hold of the second cycle
    REQUIRE(leader.now().step == 5);
    leader.pause();
    leader.advance(200);
    CHECK(leader.now().step == 5);
    CHECK(leader.takeEvents().empty());
    leader.resume();
    CHECK(leader.now().step == 4);
    CHECK(leader.now().beganS == 200);
    REQUIRE(leader.pauses().size() == 1); // the cycle that is led again, and the breathing since
    CHECK(leader.pauses().front().fromS == Approx(16));
    CHECK(leader.pauses().front().untilS == Approx(200));
    leader.advance(203.9);
    CHECK(leader.now().step == 4);
    leader.advance(204.1);
    CHECK(leader.now().step == 5);
    leader.stop();
    CHECK(leader.now().over);
    const auto last = leader.takeEvents();
    CHECK(last.back().kind == CueEvent::Kind::End);
    leader.advance(500);
    CHECK(leader.takeEvents().empty());
}

TEST_CASE("A rest of breaths ends when they were heard, by a key, or after their usual time")
{
    Plan plan;
    plan.parts = {
        {Rest{2, std::nullopt}},
        {Cycles{1, planOf("even-4-4").parts.empty()
                       ? std::vector<Phase>{}
                       : std::get<Cycles>(planOf("even-4-4").parts.front().content).phases}}};
    Leader heard(cueSteps(plan, 0, 0), {Lead::ByClock, 1.0, 0});
    double now = 0;
    for (int i = 0; i < 4; ++i) {
        tell(heard, now, true, 1.0 + 2.5 * i, 2.0);
        tell(heard, now, false, 3.0 + 2.5 * i, 0.5);
    }
    CHECK(heard.now().step == 1);
    Leader skipped(cueSteps(plan, 0, 0), {Lead::ByClock, 1.0, 0});
    skipped.advance(3);
    skipped.skip();
    CHECK(skipped.now().step == 1);
    CHECK(skipped.now().beganS == 3);
    Leader unheard(cueSteps(plan, 0, 0), {Lead::ByClock, 1.0, 0});
    unheard.advance(2 * usual::restBreathS - 0.1);
    CHECK(unheard.now().step == 0);
    unheard.advance(2 * usual::restBreathS + 0.1);
    CHECK(unheard.now().step == 1);
}

TEST_CASE("A rest without an end waits for the key")
{
    Plan plan = planOf("even-4-4");
    plan.parts.insert(plan.parts.begin(), Part{Rest{}});
    Leader leader(cueSteps(plan, 0, 0), {Lead::ByClock, 1.0, 0});
    leader.advance(900);
    CHECK(leader.now().step == 0);
    leader.skip();
    CHECK(leader.step().kind == CueStep::Kind::Phase);
}

TEST_CASE("A practice of nothing is over before it begins")
{
    Leader leader(cueSteps(Plan{}, 0, 0), {});
    CHECK(leader.now().over);
    leader.advance(5);
    leader.skip();
    leader.pause();
    leader.resume();
    CHECK(leader.now().over);
}

TEST_CASE("What is left of a practice is the rest of what is on and all that is to come")
{
    const auto steps = cueSteps(findPreset("square-4")->plan, 10, 20);
    CueMoment moment;
    moment.countS = 1.5;
    moment.leftS = 10; // all of the settling
    const Remaining all = remainingOf(steps, moment);
    CHECK(all.seconds == Approx(10 + 4 * 16 * 1.5 + 20));
    CHECK_FALSE(all.isAtLeast);
    moment.leftS = 4;
    CHECK(remainingOf(steps, moment).seconds == Approx(all.seconds - 6));
    moment.leftS = 0;
    moment.step = 1;
    moment.share = 0.5; // half of the first inhale
    CHECK(remainingOf(steps, moment).seconds == Approx(4 * 16 * 1.5 - 3 + 20));
    moment.over = true;
    CHECK(remainingOf(steps, moment).seconds == 0);
    // A hold as long as is comfortable makes it the least that is left.
    Plan open = findPreset("square-4")->plan;
    std::get<Cycles>(open.parts.front().content).phases[1].counts = TargetCounts::comfortable();
    const auto openSteps = cueSteps(open, 0, 0);
    CHECK(remainingOf(openSteps, {}).isAtLeast);
}
