// SPDX-License-Identifier: GPL-3.0-or-later
//
// A whole practice with the simulated microphone, in fast time.
#include "core/plan/presets.hpp"
#include "core/practise/session.hpp"
#include "core/simulate/cued_practitioner.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

namespace {

Plan planOf(const char* preset) { return findPreset(preset)->plan; }

Temperament person(const char* name)
{
    Temperament who = *temperamentByName(name);
    who.sampleRateHz = 16000;
    return who;
}

PracticeSetup setupFor(const Plan& plan, const std::filesystem::path& file)
{
    PracticeSetup setup;
    setup.plan = plan;
    setup.how = {Lead::ByClock, 1.2, 0};
    setup.settleS = 12;
    setup.stayS = 8;
    setup.recording = file;
    setup.sampleRateHz = 16000;
    setup.inStep = true;
    return setup;
}

using Watch = std::function<void(PracticeSession&, const PracticeNow&)>;

// Practises until it is over. Returns the truth.
Truth practise(PracticeSession& session, const Temperament& who, unsigned seed,
               const Watch& watch = {})
{
    CuedPractitioner person(session.setup().plan.value_or(Plan{}), session.steps(),
                            session.setup().how.lead, who, seed);
    std::vector<float> block(160);
    std::vector<float> tones(160);
    for (int i = 0; i < 60 * 60 * 100; ++i) {
        const PracticeNow now = session.now();
        if (now.cue.over) break;
        if (watch) watch(session, now);
        person.read(block, now.cue);
        session.push(block, tones);
    }
    return person.truth();
}

} // namespace

TEST_CASE("Led by the clock, a practice is read the moment it ends")
{
    struct Case {
        const char* plan;
        double leastAccuracy;
    };
    for (const Case& c :
         {Case{"square-4", 85}, Case{"long-exhale-4-6", 85}, Case{"humming-3", 0}}) {
        INFO(c.plan);
        const TemporaryFolder folder;
        const Plan plan = planOf(c.plan);
        auto session = PracticeSession::begin(setupFor(plan, folder / "practice.flac"));
        REQUIRE(session.has_value());
        practise(**session, person("held-attic"), 4);
        const auto ended = (*session)->finish();
        REQUIRE(ended.has_value());
        CHECK_FALSE(ended->recordingFailure);
        const Reading reading = readAgainst(*ended->listened, plan);
        CHECK(reading.summary.completion.value_or(0) == 1);
        if (c.leastAccuracy > 0) CHECK(reading.summary.accuracy.value_or(0) > c.leastAccuracy);
        // The file is the same practice.
        const auto again = listenToFile(ended->recording);
        REQUIRE(again.has_value());
        CHECK(again->recording.sha256 == ended->listened->recording.sha256);
        CHECK(again->recording.durationSeconds ==
              Approx(ended->listened->recording.durationSeconds).margin(0.1));
        const Reading fromFile = readAgainst(*again, plan);
        CHECK(fromFile.summary.cyclesHeard == reading.summary.cyclesHeard);
        CHECK(std::fabs(fromFile.summary.accuracy.value_or(0) -
                        reading.summary.accuracy.value_or(0)) < 3);
    }
}
