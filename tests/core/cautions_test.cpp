// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/safety/cautions.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

Plan preset(const char* id) { return findPreset(id)->plan; }

bool speaksUp(const char* id, Condition condition)
{
    return !clashesOf(preset(id), {condition}, {}).empty();
}

const std::chrono::sys_days today = std::chrono::year(2026) / 11 / 25;

Acknowledgement given(const Plan& plan, std::chrono::sys_days day,
                      const Conditions& conditions = {})
{
    return {plan.technique, demandsOf(plan), conditions, day};
}

} // namespace

TEST_CASE("Every row of the table of cautions speaks up, and only where it should")
{
    struct Row {
        const char* plan;
        std::vector<Condition> against;
        std::vector<Condition> silent;
    };
    using C = Condition;
    const std::vector<Row> rows{
        // holds; a square breath counts as one
        {"square-4",
         {C::Pregnancy, C::HighBloodPressure, C::LowBloodPressure, C::HeartDisease, C::Epilepsy,
          C::Glaucoma, C::DetachedRetina, C::Stroke, C::PanicDisorder, C::LungDisease},
         {C::Menstruation, C::Hernia, C::Ulcer, C::SoreThroat, C::BlockedNose, C::EarInfection}},
        // forced breathing
        {"kapalabhati-3x36",
         {C::Pregnancy, C::Menstruation, C::HighBloodPressure, C::HeartDisease, C::Epilepsy,
          C::Stroke, C::Hernia, C::AbdominalAilment, C::RecentAbdominalSurgery, C::DetachedRetina,
          C::Glaucoma, C::Nosebleed, C::Vertigo},
         {C::LowBloodPressure, C::PanicDisorder, C::SoreThroat, C::EarInfection}},
        {"bhastrika-3x10", {C::Pregnancy, C::Vertigo, C::Hernia}, {C::Ulcer}},
        {"humming-3",
         {C::EarInfection, C::Epilepsy, C::Migraine, C::HighBloodPressure, C::Pregnancy},
         {C::Glaucoma, C::Hernia, C::Menstruation}},
        {"ocean-breath",
         {C::SoreThroat, C::LowBloodPressure},
         {C::HighBloodPressure, C::Pregnancy}},
        {"alternate-nostril-left-first", {C::BlockedNose}, {C::Pregnancy, C::SoreThroat}},
        {"left-nostril", {C::BlockedNose}, {C::Epilepsy}},
        {"long-exhale-4-6", {C::Breathlessness}, {C::Pregnancy, C::BlockedNose}},
        {"even-4-4",
         {C::Breathlessness, C::Dizziness, C::AcuteIllness, C::RecentSurgery, C::OtherMedical},
         {C::HeartDisease}},
        // a composite round has all of it
        {"composite-round", {C::Vertigo, C::PanicDisorder}, {C::EarInfection}},
    };
    for (const Row& row : rows) {
        for (const Condition c : row.against) {
            INFO(row.plan << " with " << inWords(c));
            CHECK(speaksUp(row.plan, c));
        }
        for (const Condition c : row.silent) {
            INFO(row.plan << " with " << inWords(c));
            CHECK_FALSE(speaksUp(row.plan, c));
        }
    }
}

TEST_CASE("Locks are against more than the hold itself")
{
    Plan locked = preset("open-hold");
    auto& group = std::get<Group>(locked.parts[0].content);
    std::get<Cycles>(group.parts[0].content).phases[1].locks = {Lock::Chin, Lock::Root};
    for (const Condition c : {Condition::Menstruation, Condition::Hernia, Condition::Ulcer,
                              Condition::RecentAbdominalSurgery}) {
        INFO(inWords(c));
        CHECK_FALSE(clashesOf(locked, {c}, {}).empty());
    }
    CHECK(clashesOf(preset("open-hold"), {Condition::Hernia}, {}).empty());
}

TEST_CASE("A clash names the condition, what it is against, and whom to ask")
{
    const auto clashes = clashesOf(preset("composite-round"), {Condition::HighBloodPressure}, {});
    REQUIRE(clashes.size() == 1);
    CHECK(clashes[0].text == "High blood pressure: avoid breath holding and forced breathing. "
                             "Ask your doctor, and practise with a qualified teacher.");
    CHECK(clashes[0].weight == Weight::SpeaksAgainst);
}

TEST_CASE("The weightiest clash comes first")
{
    const auto clashes =
        clashesOf(preset("square-4"), {Condition::Glaucoma}, {{Condition::Breathlessness}, {}, {}});
    REQUIRE(clashes.size() == 2);
    CHECK(clashes[0].condition == Condition::Glaucoma);
}

TEST_CASE("Heating practices wait for the morning, calming ones suit any hour")
{
    for (const int hour : {20, 23, 2})
        CHECK_FALSE(clashesOf(preset("kapalabhati-3x36"), {}, {{}, hour, {}}).empty());
    for (const int hour : {5, 7, 12, 19})
        CHECK(clashesOf(preset("kapalabhati-3x36"), {}, {{}, hour, {}}).empty());
    for (int hour = 0; hour < 24; ++hour)
        CHECK(clashesOf(preset("long-exhale-4-6"), {}, {{}, hour, {}}).empty());
}

TEST_CASE("A full meal has to lie three hours back: an unknown one is not asked about")
{
    CHECK_FALSE(clashesOf(preset("even-4-4"), {}, {{}, {}, 1.0}).empty());
    CHECK(clashesOf(preset("even-4-4"), {}, {{}, {}, 3.0}).empty());
    CHECK(clashesOf(preset("even-4-4"), {}, {}).empty());
}

TEST_CASE("Cautions once read are not shown again, until they weigh more or a year has gone")
{
    const Plan plain = preset("alternate-nostril-left-first");
    const Plan held = preset("alternate-nostril-holds");
    CHECK(mustAcknowledge({}, plain, {}, today));
    CHECK_FALSE(mustAcknowledge({given(plain, today - std::chrono::days(364))}, plain, {}, today));
    CHECK(mustAcknowledge({given(plain, today - std::chrono::days(366))}, plain, {}, today));
    // a first hold in the same technique
    CHECK(mustAcknowledge({given(plain, today)}, held, {}, today));
    CHECK_FALSE(mustAcknowledge({given(held, today)}, plain, {}, today));
    // another technique
    CHECK(mustAcknowledge({given(plain, today)}, preset("even-4-4"), {}, today));
    // something new speaks against it
    CHECK(mustAcknowledge({given(held, today)}, held, {Condition::Glaucoma}, today));
    CHECK_FALSE(mustAcknowledge({given(held, today, {Condition::Glaucoma})}, held,
                                {Condition::Glaucoma}, today));
}

TEST_CASE("The cautions of a technique are shown with it, those for everybody first")
{
    const auto texts = cautionsFor(demandsOf(preset("composite-round")));
    CHECK_THAT(texts.front(), Catch::Contains("dizzy, panicky or in pain"));
    CHECK(std::any_of(texts.begin(), texts.end(), [](const std::string& t) {
        return t.find("hyperventilate before a hold") != std::string::npos;
    }));
    CHECK(cautionsFor(demandsOf(preset("even-4-4"))).size() <
          cautionsFor(demandsOf(preset("composite-round"))).size());
}

TEST_CASE("Every preset has a gentler plan, which is valid and asks less")
{
    for (const Preset& p : presets()) {
        const auto gentler = gentlerPlans(p.plan);
        INFO(p.id);
        CHECK_FALSE(gentler.empty());
        const PlanFigures before = planFigures(p.plan, 1.0);
        for (const Gentler& g : gentler) {
            INFO(g.what);
            CHECK(parsePlan(planToJson(g.plan), "gentler").has_value());
            const PlanFigures after = planFigures(g.plan, 1.0);
            CHECK(after.seconds <= before.seconds);
            CHECK(after.strokes <= before.strokes);
            CHECK(after.longestHoldS <= before.longestHoldS);
            CHECK(demandsOf(g.plan).isWithin(demandsOf(p.plan)));
        }
    }
    CHECK_FALSE(demandsOf(gentlerPlans(preset("square-4")).front().plan).has(Demand::Hold));
}

TEST_CASE("Every condition has a word for files that is read back, and its own plain words")
{
    std::set<std::string> words;
    for (int c = 0; c < conditionCount; ++c) {
        const auto condition = static_cast<Condition>(c);
        CHECK(conditionFromWord(toWord(condition)) == condition);
        words.insert(inWords(condition));
    }
    CHECK(words.size() == static_cast<std::size_t>(conditionCount));
    CHECK_FALSE(conditionFromWord("envy").has_value());
}
