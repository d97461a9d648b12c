// SPDX-License-Identifier: GPL-3.0-or-later
//
// A teacher's reply, and the words that things are called by.
#include "core/curriculum/presets.hpp"
#include "core/curriculum/technique.hpp"
#include "core/hear/listener.hpp"
#include "core/plan/hum_targets.hpp"
#include "core/report/reply.hpp"
#include "core/words/terms.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

struct HandedInOnce {
    Person to;
    Sitting sitting;
    Reading reading;
    std::vector<Change> changes;
    Judgement judgement{Advice::Stay, "Stay here; the figures are near."};

    HandedInOnce()
    {
        to.name = "Runa Vestlid";
        sitting.day = std::chrono::year(2026) / 11 / 24;
        const SimulatedSound practice =
            practise("square-4", *temperamentByName("held-attic"), 9301);
        Listened listened{{}, trackOf(practice.sound), {}, {}};
        listened.heard = listenTo(listened.track);
        reading = readAgainst(listened, practice.truth.plan);
        reading.strainSigns.clear();
    }
    std::string text() const { return composeReply(to, sitting, reading, changes, judgement); }
};

} // namespace

TEST_CASE("A reply says what was kept, and ends with the proposal: nothing is said of what was not")
{
    const HandedInOnce once;
    const std::string text = once.text();
    INFO(text);
    CHECK_THAT(text, Catch::StartsWith("Dear Runa,\n\nI listened to your practice of "));
    CHECK_THAT(text, Catch::Contains("4 cycles of 4 : 4 : 4 : 4"));
    CHECK_THAT(text, Catch::EndsWith("Stay here; the figures are near.\n"));
    for (const char* silent : {"different", "Places to listen", "You wrote", "doctor"})
        CHECK_THAT(text, !Catch::Contains(silent));
}

TEST_CASE("A reply names what changed by more than chance, and the places of strain")
{
    HandedInOnce once;
    once.changes = {{figure::accuracy, 97, 88, 5, 3, true},
                    {figure::countLength, 1.21, 1.2, 5, 0.05, false}};
    once.reading.strainSigns = {{"gasp", 83, 1, asWritten("A gasp ends the hold of cycle 2.")}};
    const std::string text = once.text();
    INFO(text);
    CHECK_THAT(text, Catch::Contains("Accuracy: 97 %, usually 88 %"));
    CHECK_THAT(text, !Catch::Contains("Length of a count"));
    CHECK_THAT(text, Catch::Contains("1:23  A gasp ends the hold of cycle 2."));
}

TEST_CASE("Who was dizzy is told to stop and to ask a doctor: who was not is not")
{
    HandedInOnce once;
    once.sitting.words.complaints = {"sore throat"};
    CHECK_THAT(once.text(), Catch::Contains("You wrote of a sore throat.\n"));
    CHECK_THAT(once.text(), !Catch::Contains("doctor"));
    once.sitting.words.complaints = {"dizzy", "sore throat"};
    CHECK_THAT(once.text(), Catch::Contains("You wrote of dizziness and a sore throat. ") &&
                                Catch::Contains("stop at once") && Catch::Contains("doctor"));
}

TEST_CASE("Phases are called in English, in Sanskrit or in both: a column has the short form")
{
    struct Row {
        PhaseKind kind;
        const char* english;
        const char* sanskrit;
    };
    for (const Row& row : {Row{PhaseKind::Inhale, "inhale", "puraka"},
                           Row{PhaseKind::HoldFull, "hold full", "antara kumbhaka"},
                           Row{PhaseKind::Exhale, "exhale", "rechaka"},
                           Row{PhaseKind::HoldEmpty, "hold empty", "bahya kumbhaka"}}) {
        CHECK(termFor(row.kind, Terms::English) == row.english);
        CHECK(termFor(row.kind, Terms::Sanskrit) == row.sanskrit);
        CHECK(termFor(row.kind, Terms::Both) ==
              std::string(row.english) + " (" + row.sanskrit + ")");
        for (const Terms terms : {Terms::English, Terms::Sanskrit, Terms::Both})
            CHECK(shortTermFor(row.kind, terms).size() <= termFor(row.kind, terms).size());
        CHECK_THAT(row.sanskrit, Catch::StartsWith(shortTermFor(row.kind, Terms::Sanskrit)));
    }
    // A technique of one's own is shown as it is written, and every preset's has a name.
    CHECK(techniqueName("mine", Terms::Sanskrit) == "mine");
    CHECK(techniqueName("four-seven-eight", Terms::Sanskrit) == "Four-seven-eight");
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        CHECK(techniqueName(preset.plan.technique, Terms::English) != preset.plan.technique);
        CHECK_THAT(techniqueWords(preset.plan.technique), Catch::Contains(preset.plan.technique));
    }
}

TEST_CASE("The pitches of a plan are told once each, in its order: swaras need a Sa")
{
    Plan plan = findPreset("humming-3")->plan;
    auto& phases = std::get<Cycles>(plan.parts.front().content).phases;
    phases.front().pitch = TargetPitch{std::string("Pa")};
    phases.back().pitch = TargetPitch{220.0};
    plan.saHz.reset();
    CHECK(humTargetsInWords(plan, Tuning::Just) == "220.0 Hz");
    plan.saHz = 200;
    CHECK(humTargetsInWords(plan, Tuning::Just) == "Pa 300.0 Hz, 220.0 Hz");
    CHECK(humTargets(plan, Tuning::Tempered).front().hz == Approx(200 * std::exp2(7.0 / 12)));
    phases.back().pitch = TargetPitch{300.0}; // the same again
    CHECK(humTargets(plan, Tuning::Just).size() == 1);
    CHECK(humTargetsInWords(findPreset("square-4")->plan, Tuning::Just).empty());
}
