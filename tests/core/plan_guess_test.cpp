// SPDX-License-Identifier: GPL-3.0-or-later
//
// Which plan somebody has practised who did not say.
#include "core/curriculum/presets.hpp"
#include "core/reading/plan_guess.hpp"
#include "core/simulate/practitioner.hpp"
#include "tests/support/shared_practices.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

std::vector<PlanGuess> guessed(const Plan& plan, const Temperament& who, std::uint64_t seed,
                               const std::vector<Plan>& candidates = presetPlans())
{
    const auto listened = listenToFile(sharedRecording(plan, who, seed));
    REQUIRE(listened.has_value());
    return guessPlans(*listened, candidates, {}, 3);
}

std::vector<PlanGuess> guessed(const char* preset, const char* temperament, std::uint64_t seed)
{
    return guessed(findPreset(preset)->plan, *temperamentByName(temperament), seed);
}

Plan repeated(const char* preset, int times)
{
    Plan plan = findPreset(preset)->plan;
    forEachCycles(plan.parts, [&](Cycles& cycles) { cycles.repeat = times; });
    return plan;
}

} // namespace

TEST_CASE("The plan that was practised is the first that is offered, nearly always among three")
{
    int first = 0;
    int offered = 0;
    int all = 0;
    std::string missed;
    for (const char* preset : {"even-4-4", "square-4", "four-seven-eight-clocked",
                               "long-exhale-1-2", "held-5-6-5", "humming-6", "kapalabhati-3x36",
                               "alternate-nostril-holds", "composite-round", "ladder-even"}) {
        const char* temperament = all % 2 == 0 ? "held-attic" : "held-boathouse";
        const auto guesses = guessed(preset, temperament, 41);
        ++all;
        const std::string& name = findPreset(preset)->plan.name;
        const bool isFirst = !guesses.empty() && guesses.front().plan.name == name;
        first += isFirst;
        offered += std::any_of(guesses.begin(), guesses.end(),
                               [&](const PlanGuess& g) { return g.plan.name == name; });
        if (!isFirst) {
            missed += std::string(preset) + " by " + temperament + " taken for ";
            for (const PlanGuess& g : guesses)
                missed += g.plan.name + " (" + std::to_string(g.fit) + ") ";
            missed += "\n";
        }
    }
    INFO(missed);
    CHECK(first >= 0.75 * all);
    CHECK(offered >= 0.9 * all);
}

TEST_CASE("What is done far oftener than planned is that plan all the same, so many times")
{
    Temperament besideGain = *temperamentByName("held-attic");
    besideGain.automaticGain = true;
    const auto square = guessed(repeated("square-4", 14), besideGain, 43);
    REQUIRE_FALSE(square.empty());
    CHECK(square.front().plan.name == "Square breath 4 : 4 : 4 : 4, 14 times");
    CHECK(plannedCycleCount(square.front().plan) == 14);
    CHECK(square.front().fit > 0.6);

    const auto hums = guessed(repeated("humming-6", 13), *temperamentByName("held-boathouse"), 44);
    REQUIRE_FALSE(hums.empty());
    CHECK(hums.front().plan.name == "Humming, 13 hums");
    CHECK(hums.front().plan.parts.size() == findPreset("humming-6")->plan.parts.size());
}

TEST_CASE("Breath after breath without a rest is not taken for rounds that have rests")
{
    const auto guesses = guessed(repeated("even-4-4", 30), *temperamentByName("held-attic"), 46);
    REQUIRE_FALSE(guesses.empty());
    const std::vector<Part>& parts = guesses.front().plan.parts;
    REQUIRE(parts.size() == 1);
    REQUIRE(std::holds_alternative<Cycles>(parts[0].content));
    CHECK(std::get<Cycles>(parts[0].content).repeat == Approx(30).margin(2));
}

TEST_CASE("Of two plans with as many hums the pitches tell which")
{
    Plan twoPitches = findPreset("humming-two-pitch")->plan;
    std::get<Group>(twoPitches.parts[0].content).repeat = 4;
    const Plan onePitch = repeated("humming-9", 8);
    for (const char* who : {"held-boathouse", "held-attic"})
        for (const Plan& plan : {onePitch, twoPitches}) {
            INFO(who);
            const auto guesses = guessed(plan, *temperamentByName(who), 47, {twoPitches, onePitch});
            REQUIRE(guesses.size() == 2);
            CHECK(guesses[0].plan == plan);
            CHECK(guesses[0].fit > 1.1 * guesses[1].fit);
        }
}

TEST_CASE("Among bellows the count and the pace tell which")
{
    for (const char* preset : {"bhastrika-3x10", "bhastrika-3x20", "bhastrika-rise-fall"}) {
        const auto guesses = guessed(preset, "held-boathouse", 45);
        REQUIRE_FALSE(guesses.empty());
        CHECK(guesses.front().plan.name == findPreset(preset)->plan.name);
    }
}

TEST_CASE("Where nobody breathes no plan fits, and the best fit comes first")
{
    FeatureExtractor silence;
    silence.push(std::vector<float>(20 * analysisRateHz));
    const Listened nothing = listenToSound({}, silence.take(), {});
    CHECK(guessPlans(nothing, presetPlans(), {}, 3).empty());
    const auto guesses = guessed("square-4", "held-attic", 42);
    REQUIRE(guesses.size() == 3);
    CHECK(guesses[0].fit >= guesses[1].fit);
    CHECK(guesses[1].fit >= guesses[2].fit);
    CHECK(guesses[0].fit > 0.6);
    CHECK(guesses[0].fit <= 1);
    CHECK(guesses[0].cycles == 4);
}
