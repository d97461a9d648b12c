// SPDX-License-Identifier: GPL-3.0-or-later
//
// Interrupted breath (viloma): a breath in steps, with pauses that are no holds.
#include "core/curriculum/presets.hpp"
#include "core/curriculum/technique.hpp"
#include "core/journal/figures.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/plan/shorthand.hpp"
#include "core/reading/step_figures.hpp"
#include "core/safety/cautions.hpp"
#include "core/simulate/practitioner.hpp"
#include "tests/support/shared_practices.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

std::vector<Phase> phasesOf(const char* line)
{
    const auto written = parseShorthand(line);
    REQUIRE(written.has_value());
    return std::get<std::vector<Phase>>(written->content);
}

// "i" a breath, "." one that goes on, "-" a pause, "h" a hold.
std::string inShort(const std::vector<Phase>& phases)
{
    const auto pauses = pausesIn(phases);
    const auto stepsOn = stepsOnIn(phases);
    std::string text;
    for (std::size_t i = 0; i < phases.size(); ++i)
        text += isHold(phases[i].kind) ? (pauses[i] ? '-' : 'h') : stepsOn[i] ? '.' : 'i';
    return text;
}

Plan planOf(const char* line)
{
    Plan plan;
    plan.name = line;
    plan.technique = "interrupted";
    plan.parts = {Part{Cycles{4, phasesOf(line)}}};
    return plan;
}

Reading readOf(const Plan& plan, const Temperament& who, std::uint64_t seed)
{
    const auto listened = listenToFile(sharedRecording(plan, who, seed));
    REQUIRE(listened.has_value());
    return readAgainst(*listened, plan);
}

} // namespace

TEST_CASE("A short hold beside a breath in steps is a pause, any other is a hold")
{
    const std::pair<const char*, const char*> cases[]{
        {"in 2 hold 1 in 2 hold 1 out 6", "i-.-i"},
        {"in 2 hold 2 in 2 hold 2 in 2 out 6", "i-.-.i"},
        {"in 6 out 2 hold 1 out 2 hold 1 out 2 hold 1", "ii-.-.-"},
        {"in 2 hold 1 in 2 hold 1 out 2 hold 1 out 2 hold 1", "i-.-i-.-"},
        // Longer than two counts, open, or with no step after it.
        {"in 2 hold 3 in 2 hold 1 out 6", "ihihi"},
        {"in 4 hold * in 4 out 4", "ihii"},
        {"4-1-4-1", "ihih"},
        {"4-7-8", "ihi"},
        {"in 2 hold 1 in 2 hold 8 out 6", "i-.hi"}};
    for (const auto& [line, expected] : cases) {
        INFO(line);
        CHECK(inShort(phasesOf(line)) == expected);
    }
    CHECK(pausesIn({}).empty());
}

TEST_CASE("Pauses are no holds to figures and cautions: held longer they are")
{
    const Plan easy = planOf("in 2 hold 1 in 2 hold 1 out 6");
    const PlanFigures figures = planFigures(easy, 1.0);
    CHECK(figures.longestHoldS == 0);
    CHECK(*figures.breathsPerMin == Approx(60.0 / 12));
    CHECK_FALSE(demandsOf(easy).has(Demand::Hold));
    CHECK(demandsOf(easy).has(Demand::Pause));
    CHECK(clashesOf(easy, {Condition::HighBloodPressure}, {}).empty());
    bool isSaid = false;
    for (const std::string& text : cautionsFor(demandsOf(easy)))
        isSaid = isSaid || text.find("leave the pauses out") != std::string::npos;
    CHECK(isSaid);

    const Plan held = planOf("in 2 hold 4 in 2 hold 4 out 6");
    CHECK(planFigures(held, 1.0).longestHoldS == 4);
    CHECK(demandsOf(held).has(Demand::Hold));
    CHECK_FALSE(clashesOf(held, {Condition::HighBloodPressure}, {}).empty());
}

TEST_CASE("Interrupted breath is read step by step, and its pauses are no holds")
{
    const std::string id = GENERATE(as<std::string>{}, "interrupted-inhale-2",
                                    "interrupted-exhale-3", "interrupted-both");
    const std::uint64_t seed = GENERATE(1, 1021);
    Temperament who = *temperamentByName(seed > 1000 ? "held-attic" : "steady");
    who.sampleRateHz = 16000;
    INFO(id << ", seed " << seed);
    const Plan plan = findPreset(id)->plan;
    const Reading reading = readOf(plan, who, seed);
    const int planned = plannedCycleCount(plan);
    CHECK(reading.summary.cyclesHeard == planned);
    CHECK(reading.summary.completion == 1.0);
    CHECK(reading.summary.accuracy.value_or(0) > 90);
    CHECK_FALSE(reading.summary.longestHoldS);
    CHECK(*reading.summary.breathsPerMin ==
          Approx(*planFigures(plan, *reading.summary.countLengthS).breathsPerMin).epsilon(0.05));
    CHECK(*stepFigures(reading).stepsPercent < 8);
    CHECK(*stepFigures(reading).pausesPercent < 15);
}

TEST_CASE("Uneven steps are told from even ones")
{
    const Plan plan = findPreset("interrupted-inhale-4")->plan;
    Temperament who = *temperamentByName("steady");
    who.sampleRateHz = 16000;
    const auto even = stepFigures(readOf(plan, who, 5));
    who.phaseJitter = 0.25;
    const auto uneven = stepFigures(readOf(plan, who, 5));
    CHECK(*uneven.stepsPercent > 3 * *even.stepsPercent);
    CHECK(*uneven.pausesPercent > 2 * *even.pausesPercent);
    // Breath without steps has no such figure.
    CHECK_FALSE(stepFigures(Reading{}).stepsPercent);
}

TEST_CASE("Nobody breathes out between two steps of an inhale")
{
    Temperament who = *temperamentByName("steady");
    who.settleBreaths = who.afterBreaths = 0;
    const Truth truth = Practitioner(findPreset("interrupted-both")->plan, who, 3).truth();
    for (const Truth::Phase& phase : truth.phases) CHECK(phase.role != Role::Rest);
}
