// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/evaluate/scoring.hpp"
#include "core/reading/reading.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>

#include <algorithm>

using namespace layakari;

namespace {

struct Practice {
    TemporaryFolder folder;
    Truth truth;
    Listened listened;

    Practice(const std::string& preset, const std::string& who, std::uint64_t seed)
        : truth(simulateTo(folder / "practice.flac", preset, *temperamentByName(who), seed))
    {
        auto heard = listenToFile(folder / "practice.flac");
        REQUIRE(heard.has_value());
        listened = *std::move(heard);
    }
    Reading reading(const Known& known = {}) const
    {
        return readAgainst(listened, truth.plan, known);
    }
};

double meanConfidence(const Reading& reading)
{
    double sum = 0;
    double count = 0;
    for (const ReadPhase& phase : reading.phases)
        if (phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale) {
            sum += phase.confidence;
            count += 1;
        }
    return sum / count;
}

int doubtfulBreaths(const Reading& reading)
{
    return static_cast<int>(
        std::count_if(reading.phases.begin(), reading.phases.end(), [](const ReadPhase& phase) {
            return (phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale) &&
                   phase.confidence < 0.9;
        }));
}

BreathCharacter characterOf(double brightness, double levelDb)
{
    return {{-brightness, -brightness, brightness, brightness, levelDb, 0.5}};
}

} // namespace

TEST_CASE("A practice with a hold teaches how a person sounds: an even one is then read by it")
{
    for (const char* who : {"steady", "reversed", "mouth", "slow"}) {
        INFO(who);
        const Practice held("four-seven-eight", who, 501);
        const Reading first = held.reading();
        const auto profile = profileIn(held.listened, first);
        REQUIRE(profile.has_value());

        const Practice even("even-4-4", who, 502);
        const Reading alone = even.reading();
        const Reading known = even.reading({profile, {}});
        const auto score = scoring::scoreReading(known, even.truth);
        // Where the turn between two was not heard, one has no name.
        CHECK(score.swappedBreaths <= doubtfulBreaths(known));
        CHECK(score.swappedBreaths <= 1);
        CHECK(score.f1() > 0.9);
        CHECK(meanConfidence(known) > 0.9);
        CHECK(meanConfidence(known) >= meanConfidence(alone) - 0.02);
    }
}

TEST_CASE("The profile of somebody who sounds the other way round is answered with other names")
{
    const Practice even("even-4-4", "steady", 503);
    const BreathProfile bright{characterOf(6, 10), characterOf(-6, 10), 40};
    const BreathProfile dark{characterOf(-6, 10), characterOf(6, 10), 40};
    CHECK(even.reading({bright, {}}).kindAIsInhale != even.reading({dark, {}}).kindAIsInhale);
}

TEST_CASE("What a person says of inhale and exhale is taken, marked, and moves no boundary")
{
    const Practice even("even-4-4", "steady", 504);
    const Reading before = even.reading();
    const Reading after = even.reading({{}, !before.kindAIsInhale});
    CHECK(after.kindAIsInhale != before.kindAIsInhale);
    REQUIRE(after.phases.size() == before.phases.size());
    for (std::size_t i = 0; i < after.phases.size(); ++i) {
        CHECK(after.phases[i].startS == before.phases[i].startS);
        if (before.phases[i].kind == ReadKind::Inhale)
            CHECK(after.phases[i].kind == ReadKind::Exhale);
        if (after.phases[i].kind == ReadKind::Inhale) CHECK(after.phases[i].corrected);
    }
    const auto swapped = profileIn(even.listened, after);
    REQUIRE(swapped.has_value());
    CHECK(even.reading({swapped, {}}).kindAIsInhale == after.kindAIsInhale);
}

TEST_CASE("Nothing is learned from breaths whose names are in doubt")
{
    const Practice alike("even-4-4", "alike", 505);
    Reading doubtful = alike.reading();
    for (ReadPhase& phase : doubtful.phases) phase.confidence = 0.6;
    CHECK_FALSE(profileIn(alike.listened, doubtful).has_value());
    CHECK_FALSE(profileOf({characterOf(1, 1)}, {characterOf(2, 2)}).has_value());
}

TEST_CASE("A profile that says nothing, or of a microphone that turns one measure round, is weak")
{
    const BreathProfile flat{characterOf(0, 10), characterOf(0, 10), 40};
    CHECK(logOddsInhaleFirst(flat, characterOf(5, 20), characterOf(-5, 0)) == 0);
    const BreathProfile bright{characterOf(1, 14), characterOf(-1, 10), 40};
    const double agreeing = logOddsInhaleFirst(bright, characterOf(1, 14), characterOf(-1, 10));
    const double turned = logOddsInhaleFirst(bright, characterOf(1, 10), characterOf(-1, 14));
    CHECK(agreeing <= std::log(61.0));
    CHECK(turned < agreeing);
    CHECK(logOddsInhaleFirst(bright, characterOf(-1, 10), characterOf(1, 14)) == -agreeing);
}

TEST_CASE("A profile follows a person who changes, within some hundred breaths")
{
    BreathProfile profile{characterOf(6, 10), characterOf(-6, 10), 5000};
    const BreathProfile now{characterOf(-6, 10), characterOf(6, 10), 40};
    for (int sitting = 0; sitting < 10; ++sitting) profile = merged(profile, now);
    CHECK(profile.inhale.brightnessDb() < 0);
    CHECK(profile.breaths <= 240);
}

TEST_CASE("A profile comes back from its JSON, and a broken one is named with its place")
{
    const BreathProfile profile{characterOf(6.25, 10), characterOf(-3, 11), 44};
    const auto again = parseProfile(profileToJson(profile), "p");
    REQUIRE(again.has_value());
    CHECK(again->inhale.values == profile.inhale.values);
    CHECK(again->exhale.values == profile.exhale.values);
    CHECK(again->breaths == 44);
    for (const char* broken :
         {"", "{}", "[]", R"({"format": "layakari.breath-profile", "version": 2})",
          R"({"format": "layakari.breath-profile", "version": 1, "breaths": 3, "inhale": [1]})"}) {
        const auto parsed = parseProfile(broken, "p");
        REQUIRE_FALSE(parsed.has_value());
        CHECK_FALSE(parsed.error().cause.empty());
    }
}
