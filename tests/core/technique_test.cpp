// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/curriculum/technique.hpp"
#include "core/journal/figures.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/safety/cautions.hpp"

#include <catch2/catch.hpp>
#include <set>

using namespace layakari;

TEST_CASE("Whatever ships has its name in every language, as each school does it")
{
    std::set<std::string> names;
    for (unsigned choices = 0; choices < 16; ++choices) {
        School school;
        school.counting = static_cast<Counting>(choices & 1);
        school.firstSide = static_cast<FirstSide>(choices >> 1 & 1);
        school.squareStart = static_cast<SquareStart>(choices >> 2 & 1);
        school.lengthen = static_cast<Lengthen>(choices >> 3 & 1);
        for (const Preset& preset : presets()) names.insert(inSchool(preset.plan, school).name);
        for (const Ladder& ladder : builtInLadders(school)) {
            names.insert(ladder.name);
            for (const Plan& rung : ladder.rungs) names.insert(rung.name);
        }
    }
    CHECK(names.size() > 120);
    for (const std::string& name : names) {
        INFO(name);
        CHECK(isMessage("name." + name));
    }
}

TEST_CASE("A technique has a name, a plan of its own, and figures that there are")
{
    std::set<std::string> keys;
    std::set<std::string> presetIds;
    for (const Technique& technique : techniques()) {
        INFO(technique.key);
        CHECK(keys.insert(technique.key).second);
        CHECK(techniqueName(technique.key) != technique.key);
        CHECK(findTechnique(technique.key) == &technique);
        for (const std::string id : technique.presets) {
            INFO(id);
            CHECK(presetIds.insert(id).second);
            REQUIRE(findPreset(id));
            CHECK(findPreset(id)->plan.technique == technique.key);
        }
        for (const std::string key : technique.figures) {
            INFO(key);
            CHECK(std::any_of(figureKinds().begin(), figureKinds().end(),
                              [&](const FigureKind& kind) { return kind.key == key; }));
        }
        for (const LadderLines& ladder : technique.ladders) {
            REQUIRE(findPreset(ladder.preset));
            CHECK(findPreset(ladder.preset)->plan.technique == technique.key);
        }
        if (technique.stages)
            for (const Ladder& ladder : technique.stages(School{}))
                CHECK(ladder.technique == technique.key);
    }
}

TEST_CASE("Every plan that ships belongs to a technique")
{
    std::size_t files = 0;
    const auto folder = std::filesystem::path(LAYAKARI_SOURCE) / "core" / "curriculum" / "presets";
    for (const auto& file : std::filesystem::directory_iterator(folder)) {
        INFO(file.path());
        CHECK(findPreset(file.path().stem().string()) != nullptr);
        ++files;
    }
    CHECK(files == presets().size());
}

TEST_CASE("What a plan sounds like is what its technique says")
{
    for (const Preset& preset : presets()) {
        const Technique& technique = *findTechnique(preset.plan.technique);
        for (const PlannedStep& step : unfold(preset.plan))
            for (const Phase& phase : step.cycle() ? step.cycle()->phases : std::vector<Phase>{}) {
                INFO(preset.id);
                if (phase.sound == PhaseSound::Hum || phase.sound == PhaseSound::Ujjayi)
                    CHECK(phase.sound == (phase.kind == PhaseKind::Inhale ? technique.inhaleSound
                                                                          : technique.exhaleSound));
            }
    }
}

TEST_CASE("A technique that nobody knows keeps its name, and every figure may be looked at")
{
    CHECK(techniqueName("sitali", Terms::Both) == "sitali");
    CHECK(purposeOf("sitali") == Purpose::Steady);
    std::vector<Sitting> sittings(1);
    setFigure(sittings[0], figure::accuracy, 90);
    setFigure(sittings[0], figure::strokes, 36);
    CHECK(figuresIn(sittings, "sitali") == figuresIn(sittings));
    CHECK(figuresIn(sittings, "kapalabhati") == figuresIn(sittings));
    CHECK(figuresIn(sittings, "even") == std::vector<FigureKey>{figure::accuracy});
}

TEST_CASE("Every figure has a key of its own, one source, and bounds")
{
    std::set<FigureKey> keys;
    for (const FigureKind& kind : figureKinds()) {
        INFO(kind.key);
        CHECK(keys.insert(kind.key).second);
        CHECK((kind.ofReading != nullptr) != (kind.ofSitting != nullptr));
        CHECK(kind.most > 0);
        CHECK(kind.grain > 0);
    }
    // Of an empty reading and sitting none is made up.
    Sitting nothing;
    takeFigures(nothing, Reading{});
    CHECK(figuresIn({nothing}).empty());
}
