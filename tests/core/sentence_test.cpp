// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is said of a reading, as whole sentences in each language.
#include "core/curriculum/presets.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "tests/support/speaking.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

// Cycles of a plan, each with the seconds of its phases, in counts of a second.
Reading cyclesOf(const Plan& plan, const std::vector<Phase>& phases,
                 const std::vector<std::vector<double>>& seconds)
{
    Reading reading;
    reading.plan = plan;
    reading.plan->countLengthS = 1;
    double t = 0;
    for (std::size_t c = 0; c < seconds.size(); ++c) {
        ReadCycle cycle;
        cycle.part = "/parts/0";
        cycle.repetition = static_cast<int>(c);
        for (std::size_t k = 0; k < phases.size(); ++k) {
            static constexpr ReadKind kinds[]{ReadKind::Inhale, ReadKind::HoldFull,
                                              ReadKind::Exhale, ReadKind::HoldEmpty};
            ReadPhase p;
            p.kind = kinds[static_cast<std::size_t>(phases[k].kind)];
            p.startS = t;
            p.endS = t += seconds[c][k];
            p.role = Role::Practice;
            p.cycle = static_cast<int>(c);
            cycle.phases.push_back(
                {phases[k].kind, phases[k].counts, {reading.phases.size()}, 0, {}, {}});
            reading.phases.push_back(p);
        }
        reading.cycles.push_back(cycle);
    }
    reading.summary = measure(reading.phases, reading.cycles, &*reading.plan);
    return reading;
}

const std::vector<Phase>& firstPhases(const Plan& plan)
{
    return std::get<Cycles>(plan.parts[0].content).phases;
}

Reading cyclesOf(const char* preset, const std::vector<std::vector<double>>& seconds)
{
    const Plan& plan = findPreset(preset)->plan;
    return cyclesOf(plan, firstPhases(plan), seconds);
}

std::vector<ReadStrokeRun> runsOf(const std::vector<int>& counts, int target)
{
    std::vector<ReadStrokeRun> runs;
    for (const int count : counts) {
        ReadStrokeRun run;
        run.count = count;
        run.targetCount = target;
        runs.push_back(run);
    }
    return runs;
}

Reading hummed(int hums, int planned, int interrupted, const std::vector<std::string>& targets)
{
    Reading reading = cyclesOf("humming-3", {{4, 9}, {4, 9}, {4, 9}});
    for (int i = 0; i < hums; ++i) {
        ReadHum hum;
        hum.startS = i;
        hum.endS = i + 12;
        if (!targets.empty())
            hum.targetName = targets[static_cast<std::size_t>(i) % targets.size()];
        if (i < interrupted) hum.breaks.push_back({});
        reading.hums.push_back(hum);
    }
    reading.summary.humsPlanned = planned;
    reading.summary.humSeconds = 12.2;
    reading.summary.pitchHz = 196;
    if (!targets.empty()) reading.summary.pitchOffCents = 6;
    return reading;
}

std::string inGerman(const Reading& reading)
{
    const Speaking german({"de", "de_DE"});
    return inOneSentence(reading);
}

} // namespace

TEST_CASE("Of cycles it is said how many, and what was short or long, and from where on")
{
    const std::vector<double> good{4, 7, 8};
    CHECK(inOneSentence(cyclesOf("four-seven-eight", {good, good, good, good})) ==
          "4 cycles of 4 : 7 : 8, with a count of 1.00 s. Everything was on target.");

    const std::vector<double> shorter{4, 7, 6};
    const Reading late = cyclesOf("four-seven-eight", {good, good, shorter, shorter});
    CHECK(inOneSentence(late) == "4 cycles of 4 : 7 : 8, with a count of 1.00 s. Inhales and full "
                                 "holds were on target. Exhales were short from cycle 3 on.");
    CHECK(inGerman(late) ==
          "4 Zyklen von 4 : 7 : 8, eine Zählzeit dauerte 1,00 s. Einatmungen und volle Haltephasen "
          "waren im Ziel. Ausatmungen waren ab Zyklus 3 zu kurz.");

    const std::vector<double> longer{4, 9, 8};
    CHECK(inOneSentence(cyclesOf("four-seven-eight", {longer, good, longer, good, good})) ==
          "5 cycles of 4 : 7 : 8, with a count of 1.00 s. Inhales and exhales were on target. Full "
          "holds ran long in 2 of 5 cycles.");
    CHECK(inOneSentence(cyclesOf("four-seven-eight", {longer, longer})) ==
          "2 cycles of 4 : 7 : 8, with a count of 1.00 s. Inhales and exhales were on target. Full "
          "holds ran long every time.");
}

TEST_CASE("Of a single cycle nothing is said in the plural")
{
    const Reading one = cyclesOf("four-seven-eight", {{4, 7, 6}});
    CHECK(inOneSentence(one) == "1 cycle of 4 : 7 : 8, with a count of 1.00 s. The inhale and the "
                                "full hold were on target. The exhale was short.");
    CHECK(inGerman(one) ==
          "1 Zyklus von 4 : 7 : 8, eine Zählzeit dauerte 1,00 s. Die Einatmung und "
          "die volle Haltephase waren im Ziel. Die Ausatmung war zu kurz.");
}

TEST_CASE("With Sanskrit terms the whole sentence has them")
{
    const Speaking sanskrit({"en", "en", Terms::Sanskrit});
    CHECK(inOneSentence(cyclesOf("four-seven-eight", {{4, 7, 6}, {4, 7, 6}})) ==
          "2 cycles of 4 : 7 : 8, with a count of 1.00 s. Purakas and antara kumbhakas were on "
          "target. Rechakas were short every time.");
}

TEST_CASE("Rounds of strokes are told as rounds, with their holds")
{
    Phase in;
    in.counts = TargetCounts::comfortable();
    Phase empty;
    empty.kind = PhaseKind::HoldEmpty;
    empty.counts = TargetCounts::comfortable();
    Phase full;
    full.kind = PhaseKind::HoldFull;
    full.counts = TargetCounts::between(10, 15);
    Reading reading = cyclesOf(findPreset("composite-round")->plan, {in, empty, full},
                               {{3, 24, 12}, {3, 25, 13}, {3, 27, 14}});
    reading.strokeRuns = runsOf({36, 36, 36}, 36);
    reading.summary.runsPlanned = 3;
    reading.summary.strokeRatePerMin = 60.2;
    CHECK(inOneSentence(reading) ==
          "3 rounds, 36 strokes each at 60 per minute. Holds of 24, 25 and 27 s empty, 12, 13 and "
          "14 s full. Full holds were on target.");
    CHECK(inGerman(reading) ==
          "3 Runden mit je 36 Stößen, 60 pro Minute. Haltephasen: 24, 25 und 27 s leer, 12, 13 und "
          "14 s voll. Volle Haltephasen waren im Ziel.");

    reading.strokeRuns = runsOf({36, 35}, 36);
    CHECK(inOneSentence(reading).starts_with("2 rounds of 36 and 35 strokes at 60 per minute. The "
                                             "target was 36. Only 2 of 3 rounds were heard."));
    reading.strokeRuns = runsOf({1}, 1);
    reading.summary.runsPlanned = 1;
    CHECK(inOneSentence(reading).starts_with("1 stroke at 60 per minute. "));
}

TEST_CASE("Hums are told in their own words, and which were interrupted")
{
    CHECK(inOneSentence(hummed(40, 40, 5, {"Sa", "Re"})) ==
          "40 hums, 12 s on average, within 6 cents of Sa and Re. Five were interrupted.");
    CHECK(
        inGerman(hummed(40, 40, 5, {"Sa", "Re"})) ==
        "40 Summtöne, im Mittel 12 s, höchstens 6 Cent neben Sa und Re. Fünf waren unterbrochen.");
    CHECK(inOneSentence(hummed(38, 40, 0, {})) ==
          "38 of 40 hums, 12 s on average, at 196 Hz (G3).");
    CHECK(inOneSentence(hummed(12, 0, 11, {})) ==
          "12 hums, 12 s on average, at 196 Hz (G3). 11 were interrupted.");
    Reading one = hummed(1, 1, 1, {});
    one.cycles.resize(1);
    one.phases.resize(2);
    one.summary.cyclesHeard = 1;
    CHECK(inOneSentence(one) == "1 hum, 12 s long, at 196 Hz (G3). It was interrupted.");
}

TEST_CASE("Without a plan breaths are told with their rate")
{
    Reading reading = cyclesOf("even-4-4", {{4, 6}, {4, 6}});
    reading.plan.reset();
    reading.summary = measure(reading.phases, reading.cycles, nullptr);
    reading.summary.cyclesHeard = 2;
    reading.summary.breathsPerMin = 6;
    reading.summary.ratio = {{PhaseKind::Exhale, 1.5}};
    CHECK(inOneSentence(reading) ==
          "2 breaths, 6.0 per minute. Exhales were 1.5 times as long as inhales.");
    CHECK(inGerman(reading) == "2 Atemzüge, 6,0 pro Minute. Die Ausatmungen waren 1,5-mal so lang "
                               "wie die Einatmungen.");
    CHECK(inOneSentence(Reading{}) == "No breathing was heard in this recording.");
}

TEST_CASE("Ocean breath is told by its sound")
{
    Reading reading = cyclesOf("even-4-4", {{4, 4}, {4, 4}});
    OceanFigures ocean;
    ocean.seconds = 304;
    ocean.soundShare = 0.98;
    ocean.evenness = 0.6;
    ocean.roughness = 0.3;
    reading.summary.ocean = ocean;
    CHECK(inOneSentence(reading) ==
          "2 cycles of 4 : 4, with a count of 1.00 s. Everything was on target. Ocean breath for 5 "
          "min 4 s, fairly even and rough, audible 98 % of the time.");
}
