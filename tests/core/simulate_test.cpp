// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_figures.hpp"
#include "core/simulate/practitioner.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

using namespace layakari;

namespace {

std::vector<float> firstSeconds(const Plan& plan, const Temperament& who, std::uint64_t seed,
                                double seconds, std::size_t block = 4000)
{
    Practitioner practitioner(plan, who, seed);
    std::vector<float> sound(static_cast<std::size_t>(seconds * who.sampleRateHz));
    for (std::size_t i = 0; i < sound.size(); i += block)
        practitioner.read({sound.data() + i, std::min(block, sound.size() - i)});
    return sound;
}

double powerBetween(const std::vector<float>& sound, int rateHz, double from, double to)
{
    double power = 0;
    const auto begin = static_cast<std::size_t>(from * rateHz);
    const auto end = static_cast<std::size_t>(to * rateHz);
    for (std::size_t i = begin; i < end; ++i) power += sound[i] * sound[i];
    return power / static_cast<double>(end - begin);
}

} // namespace

TEST_CASE("The same seed gives the same sound, however it is read, and another seed another")
{
    const Plan& plan = findPreset("square-4")->plan;
    Temperament who;
    who.sampleRateHz = 16000;
    const auto a = firstSeconds(plan, who, 7, 10);
    CHECK(a == firstSeconds(plan, who, 7, 10, 333));
    CHECK(a != firstSeconds(plan, who, 8, 10));
}

TEST_CASE("Every preset can be carried out by every temperament, and its truth is in order")
{
    for (const Preset& preset : presets())
        for (const Temperament& who : temperaments()) {
            INFO(preset.id << " " << who.name);
            const Performance performance = perform(preset.plan, who, 5);
            double end = 0;
            for (const Truth::Phase& p : performance.truth.phases) {
                REQUIRE(p.startS >= end - 1e-9);
                REQUIRE(p.endS > p.startS);
                end = p.endS;
            }
            REQUIRE(end <= performance.durationS);
            for (const Truth::Stroke& s : performance.truth.strokes)
                REQUIRE(s.timeS < performance.durationS);
        }
}

TEST_CASE(
    "Nobody inhales twice or exhales twice in a row, but for the steps of an interrupted breath")
{
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        Temperament who;
        who.breakOffCycle = 0.3;
        const bool mayStep = demandsOf(preset.plan).has(Demand::Pause);
        const Truth::Phase* last = nullptr;
        const Truth truth = perform(preset.plan, who, 3).truth;
        for (const Truth::Phase& p : truth.phases) {
            if (p.kind == "strokes") last = nullptr;
            if (p.kind != "inhale" && p.kind != "exhale") continue;
            // A step belongs to the cycle of the one before it.
            const bool isStep = mayStep && last && p.cycle && p.cycle == last->cycle;
            CHECK((!last || p.kind != last->kind || isStep));
            last = &p;
        }
    }
}

TEST_CASE("Breath sounds where the truth says so, at the level over the room that was asked for")
{
    Temperament who;
    who.sampleRateHz = 16000;
    who.breathToNoiseDb = 20;
    who.reverbLevel = 0;
    who.inhale.swellDb = who.exhale.swellDb = 0;
    who.inhale.levelDb = 0;
    const Plan& plan = findPreset("square-4")->plan;
    const auto sound = firstSeconds(plan, who, 11, 60);
    double breath = 0, room = 0;
    int breaths = 0, holds = 0;
    const Truth truth = Practitioner(plan, who, 11).truth();
    for (const Truth::Phase& p : truth.phases) {
        if (p.role != Role::Practice || p.endS > 60) continue;
        const double power = powerBetween(sound, who.sampleRateHz, p.startS + 0.5, p.endS - 0.5);
        const bool isHold = p.kind.starts_with("hold");
        (isHold ? room : breath) += power;
        ++(isHold ? holds : breaths);
    }
    REQUIRE(breaths >= 4);
    CHECK(10 * std::log10(breath / breaths / (room / holds)) == Approx(20).margin(2.5));
}

TEST_CASE("Mistakes happen as often as the temperament says")
{
    Temperament who;
    who.leaveOutCycle = 0.5;
    int left = 0, all = 0;
    for (std::uint64_t seed = 1; seed <= 20; ++seed) {
        std::set<int> done;
        for (const Truth::Phase& p : perform(findPreset("even-4-4")->plan, who, seed).truth.phases)
            if (p.cycle) done.insert(*p.cycle);
        left += 10 - static_cast<int>(done.size());
        all += 10;
    }
    CHECK(static_cast<double>(left) / all == Approx(0.5).margin(0.12));
}

TEST_CASE("Sound and truth are written together, as valid JSON with the plan in it")
{
    const TemporaryFolder folder;
    Temperament who;
    who.sampleRateHz = 8000;
    REQUIRE(writeSimulation(findPreset("ladder-even")->plan, who, 1, folder / "a.wav",
                            folder / "a.json")
                .has_value());
    const auto truth = nlohmann::json::parse(readText(folder / "a.json"));
    CHECK(truth["format"] == "layakari.truth");
    CHECK(truth["plan"]["name"] == findPreset("ladder-even")->plan.name);
    CHECK(truth["phases"].size() > 14);
    CHECK(std::filesystem::exists(folder / "a.wav"));

    CHECK_FALSE(writeSimulation(findPreset("ladder-even")->plan, who, 1, folder / "b.wav",
                                folder / "none" / "b.json")
                    .has_value());
    CHECK_FALSE(std::filesystem::exists(folder / "b.wav"));
}

TEST_CASE("Each temperament has a name of its own, and an unknown one lists them")
{
    std::set<std::string> names;
    for (const Temperament& who : temperaments()) {
        CHECK(names.insert(who.name).second);
        CHECK(temperamentByName(who.name).has_value());
    }
    CHECK_THAT(temperamentByName("angry").error().message(), Catch::Contains("hurried"));
}
