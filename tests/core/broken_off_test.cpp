// SPDX-License-Identifier: GPL-3.0-or-later
//
// Recordings that end in the middle of a breath: somebody stopped there, and did not breathe so
// short.
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "tests/support/sounds.hpp"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace layakari;

namespace {

// The exhale of a cycle.
const Truth::Phase& exhaleOf(int cycle, const Truth& truth)
{
    const auto found = std::find_if(truth.phases.begin(), truth.phases.end(), [&](const auto& p) {
        return p.cycle == cycle && p.kind == "exhale";
    });
    REQUIRE(found != truth.phases.end());
    return *found;
}

Reading readUntil(const SimulatedSound& practice, double seconds)
{
    const auto samples = static_cast<std::size_t>(seconds * analysisRateHz);
    RecordingInfo info;
    info.file = "practice.flac";
    info.sampleRateHz = analysisRateHz;
    info.channels = 1;
    info.durationSeconds = seconds;
    const Listened listened =
        listenToSound(info, trackOf(std::span(practice.sound).first(samples)), {});
    return readAgainst(listened, practice.truth.plan);
}

} // namespace

TEST_CASE(
    "A breath that the end of the recording cuts leaves its cycle undone, and no figure changes")
{
    const struct {
        const char* preset;
        const char* temperament;
        std::uint64_t seed;
        int cycle; // that is cut
    } cases[] = {{"four-seven-eight", "held-attic", 61, 3},
                 {"long-exhale-4-6", "held-boathouse", 62, 5},
                 {"even-4-4", "held-attic", 63, 4},
                 {"held-5-6-5", "held-attic", 64, 2}};
    for (const auto& c : cases) {
        INFO(c.preset << " by " << c.temperament);
        const SimulatedSound practice =
            practise(c.preset, *temperamentByName(c.temperament), c.seed);
        const Truth::Phase& exhale = exhaleOf(c.cycle, practice.truth);
        const double length = exhale.endS - exhale.startS;

        const Reading whole = readUntil(practice, practice.truth.phases.back().endS);
        const Reading cut = readUntil(practice, exhale.startS + 0.4 * length);
        REQUIRE(cut.summary.cyclesHeard == c.cycle + 1);
        CHECK_FALSE(cut.cycles.back().complete);
        CHECK_FALSE(cut.cycles.back().accuracy);
        CHECK(*cut.summary.completion == Approx(double(c.cycle) / cut.summary.cyclesPlanned));
        CHECK(*cut.summary.countLengthS == Approx(*whole.summary.countLengthS).epsilon(0.05));
        CHECK_THAT(inOneSentence(cut), Catch::Contains("ended during one more"));

        // Who stops a moment early has done it.
        const Reading nearly = readUntil(practice, exhale.startS + 0.95 * length);
        CHECK(nearly.cycles.back().complete);
        CHECK(*nearly.summary.completion ==
              Approx(double(c.cycle + 1) / nearly.summary.cyclesPlanned));
        CHECK(inOneSentence(nearly).find("ended during") == std::string::npos);
    }
}

TEST_CASE(
    "Stopped within the first cycle, there is no count and no accuracy, and the sentence says why")
{
    const SimulatedSound practice =
        practise("four-seven-eight-clocked", *temperamentByName("held-attic"), 65);
    const Truth::Phase& exhale = exhaleOf(0, practice.truth);
    const Reading cut = readUntil(practice, exhale.startS + 0.35 * (exhale.endS - exhale.startS));
    REQUIRE(cut.summary.cyclesHeard == 1);
    CHECK(*cut.summary.completion == 0);
    CHECK_FALSE(cut.summary.accuracy);
    CHECK_THAT(inOneSentence(cut), Catch::Contains("ended during the first cycle"));
    // It comes back from its file as it was.
    const auto again = parseReading(readingToJson(cut), "r.json");
    REQUIRE(again.has_value());
    CHECK_FALSE(again->cycles.front().complete);
    CHECK(inOneSentence(*again) == inOneSentence(cut));
}

TEST_CASE("Of a practice that was broken off, the natural breaths before it do not fill the plan")
{
    // A cycle of natural breath lasts half as long, or has no hum; there are places for it in the
    // plan.
    for (const char* preset : {"even-4-4", "humming-6", "long-exhale-1-2", "full-breath"})
        for (const std::uint64_t seed : {66, 67, 68}) {
            INFO(preset << " " << seed);
            const SimulatedSound practice =
                practise(preset, *temperamentByName("held-boathouse"), seed);
            const Reading reading = readUntil(practice, exhaleOf(3, practice.truth).startS - 0.2);
            CHECK(reading.summary.cyclesHeard == 3);
        }
}

TEST_CASE("Natural breaths as short as a quick counter's are no cycles of a humming practice")
{
    for (const std::uint64_t seed : {71, 72, 73}) {
        Temperament quick = *temperamentByName("held-attic");
        quick.ownCountS = 0.55;
        const SimulatedSound practice = practise("humming-6", quick, seed);
        const Reading reading = readUntil(practice, exhaleOf(3, practice.truth).startS - 0.2);
        INFO(seed);
        CHECK(reading.summary.cyclesHeard == 3);
    }
}
