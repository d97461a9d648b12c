// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/measure/keeping.hpp"
#include "core/measure/measures.hpp"

#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

namespace {

// Cycles of inhale, hold, exhale with the given seconds, one after the other.
struct Session {
    std::vector<ReadPhase> phases;
    std::vector<ReadCycle> cycles;

    void add(const std::vector<Phase>& planned, const std::vector<double>& seconds, double sd = 0)
    {
        ReadCycle cycle;
        for (std::size_t k = 0; k < planned.size(); ++k) {
            ReadCycle::Kept kept{planned[k].kind, planned[k].counts, {}, 0, {}, {}};
            if (seconds[k] > 0) {
                ReadPhase p;
                p.kind = toReadKind(planned[k].kind);
                p.startS = phases.empty() ? 0 : phases.back().endS;
                p.endS = p.startS + seconds[k];
                p.startSdS = p.endSdS = sd;
                p.role = Role::Practice;
                p.cycle = static_cast<int>(cycles.size());
                kept.heard.push_back(phases.size());
                phases.push_back(p);
            }
            cycle.phases.push_back(kept);
        }
        cycles.push_back(cycle);
    }
    Summary measureAgainst(const Plan& plan) { return measure(phases, cycles, &plan); }
};

Plan planOf(std::vector<Phase> phases, int repeat, std::optional<double> countS = std::nullopt)
{
    Plan plan;
    plan.countLengthS = countS;
    plan.parts.push_back({Cycles{repeat, std::move(phases)}});
    return plan;
}

Phase phase(PhaseKind kind, TargetCounts counts)
{
    Phase p;
    p.kind = kind;
    p.counts = counts;
    return p;
}

const std::vector<Phase> fourSevenEight{phase(PhaseKind::Inhale, TargetCounts::exactly(4)),
                                        phase(PhaseKind::HoldFull, TargetCounts::exactly(7)),
                                        phase(PhaseKind::Exhale, TargetCounts::exactly(8))};

} // namespace

TEST_CASE("Kept exactly, everything is a hundred and the count length is the person's own")
{
    Session s;
    for (int i = 0; i < 3; ++i) s.add(fourSevenEight, {5.6, 9.8, 11.2});
    const Summary summary = s.measureAgainst(planOf(fourSevenEight, 3));
    CHECK(*summary.countLengthS == Approx(1.4));
    CHECK(*summary.accuracy == Approx(100));
    CHECK(*summary.shapeAccuracy == Approx(100));
    CHECK(*summary.tempoSteadiness == Approx(100));
    CHECK(*summary.completion == Approx(1));
    CHECK(*summary.practiceS == Approx(3 * 26.6));
    CHECK(*summary.breathsPerMin == Approx(3 / (3 * 26.6) * 60));
    CHECK(*summary.longestHoldS == Approx(9.8));
}

TEST_CASE("Accuracy is the share of counts that landed where they were meant, by the formula")
{
    Session s;
    s.add(fourSevenEight, {4, 6, 7}); // of 19 counts, 1 + 1 short
    const Summary clocked = s.measureAgainst(planOf(fourSevenEight, 1, 1.0));
    CHECK(*clocked.accuracy == Approx(100 * (1 - 2.0 / 19)));
    // With the cycle's own count length 17/19 the shape is off by |4/u-4| + |6/u-7| + |7/u-8|.
    const double u = 17.0 / 19;
    CHECK(*clocked.shapeAccuracy ==
          Approx(100 * (1 - ((4 / u - 4) + (7 - 6 / u) + (8 - 7 / u)) / 19)));
    CHECK(*s.cycles[0].countLengthS == Approx(u));
}

TEST_CASE("A slow counter is not marked down, but by the clock")
{
    Session s;
    for (int i = 0; i < 4; ++i) s.add(fourSevenEight, {6.4, 11.2, 12.8});
    CHECK(*s.measureAgainst(planOf(fourSevenEight, 4)).accuracy == Approx(100));
    CHECK(*s.measureAgainst(planOf(fourSevenEight, 4, 1.0)).accuracy == Approx(40));
}

TEST_CASE("The count length is the median over cycles, so that one odd cycle does not bend it")
{
    Session s;
    for (const double u : {1.0, 1.1, 3.0}) s.add(fourSevenEight, {4 * u, 7 * u, 8 * u});
    CHECK(*s.measureAgainst(planOf(fourSevenEight, 3)).countLengthS == Approx(1.1));
}

TEST_CASE("A session's accuracy weighs its cycles by their counts")
{
    const std::vector<Phase> small{phase(PhaseKind::Inhale, TargetCounts::exactly(1)),
                                   phase(PhaseKind::Exhale, TargetCounts::exactly(1))};
    const std::vector<Phase> large{phase(PhaseKind::Inhale, TargetCounts::exactly(9)),
                                   phase(PhaseKind::Exhale, TargetCounts::exactly(9))};
    Session s;
    s.add(small, {1, 0.5}); // 75
    s.add(large, {9, 9});   // 100
    Plan plan = planOf(small, 1, 1.0);
    plan.parts.push_back({Cycles{1, large}});
    CHECK(*s.measureAgainst(plan).accuracy == Approx((2 * 75.0 + 18 * 100.0) / 20));
}

TEST_CASE("Cycles not done lower completion, not accuracy: an extra one touches neither")
{
    Session s;
    for (int i = 0; i < 3; ++i) s.add(fourSevenEight, {4, 7, 8});
    s.add(fourSevenEight, {1, 1, 1});
    s.cycles.back().extra = true;
    const Summary summary = s.measureAgainst(planOf(fourSevenEight, 6, 1.0));
    CHECK(*summary.completion == Approx(0.5));
    CHECK(*summary.accuracy == Approx(100));
    CHECK(summary.cyclesHeard == 4);
}

TEST_CASE("Within a range nothing is lost: outside it the distance counts")
{
    const std::vector<Phase> ranged{phase(PhaseKind::Inhale, TargetCounts::exactly(4)),
                                    phase(PhaseKind::HoldFull, TargetCounts::between(5, 8)),
                                    phase(PhaseKind::Exhale, TargetCounts::exactly(4))};
    for (const auto& [held, error] : {std::pair{5.0, 0.0}, {7.9, 0.0}, {4.0, 1.0}, {10.0, 2.0}}) {
        Session s;
        s.add(ranged, {4, held, 4});
        CHECK(*s.measureAgainst(planOf(ranged, 1, 1.0)).accuracy ==
              Approx(100 * (1 - error / 14.5)));
    }
}

TEST_CASE("An open-ended phase is measured and never scored")
{
    const std::vector<Phase> open{phase(PhaseKind::Inhale, TargetCounts::exactly(4)),
                                  phase(PhaseKind::HoldFull, TargetCounts::comfortable()),
                                  phase(PhaseKind::Exhale, TargetCounts::exactly(6))};
    Session s;
    s.add(open, {4, 31.5, 6});
    const Summary summary = s.measureAgainst(planOf(open, 1));
    CHECK(*summary.accuracy == Approx(100));
    CHECK(*summary.countLengthS == Approx(1));
    CHECK(*summary.longestHoldS == Approx(31.5));
    CHECK(keepingOf(s.cycles[0].phases[1]) == Keeping::Unscored);

    const std::vector<Phase> allOpen{phase(PhaseKind::Inhale, TargetCounts::comfortable()),
                                     phase(PhaseKind::Exhale, TargetCounts::comfortable())};
    Session free;
    free.add(allOpen, {4, 6});
    const Summary none = free.measureAgainst(planOf(allOpen, 1));
    CHECK_FALSE(none.accuracy.has_value());
    CHECK_FALSE(none.countLengthS.has_value());
}

TEST_CASE("Steadiness is one minus the coefficient of variation of the cycles' tempo")
{
    Session s;
    for (const double u : {0.9, 1.0, 1.1}) s.add(fourSevenEight, {4 * u, 7 * u, 8 * u});
    CHECK(*s.measureAgainst(planOf(fourSevenEight, 3)).tempoSteadiness == Approx(90));
    Session one;
    one.add(fourSevenEight, {4, 7, 8});
    CHECK_FALSE(one.measureAgainst(planOf(fourSevenEight, 1)).tempoSteadiness.has_value());
}

TEST_CASE("The ratio is mean seconds over the mean inhale, and a hold that was left out counts as "
          "nothing")
{
    Session s;
    s.add(fourSevenEight, {4, 8, 8});
    s.add(fourSevenEight, {4, 0, 8});
    const Summary summary = s.measureAgainst(planOf(fourSevenEight, 2));
    REQUIRE(summary.ratio.size() == 3);
    CHECK(summary.ratio[1].phase == PhaseKind::HoldFull);
    CHECK(summary.ratio[1].toInhale == Approx(1));
    CHECK(summary.ratio[2].toInhale == Approx(2));
}

TEST_CASE(
    "The range of the accuracy is as wide as the boundaries are unsure, and holds the accuracy")
{
    double lastWidth = 0;
    for (const double sd : {0.01, 0.1, 0.5}) {
        Session s;
        for (int i = 0; i < 6; ++i) s.add(fourSevenEight, {4.3, 6.6, 8.2}, sd);
        const Summary summary = s.measureAgainst(planOf(fourSevenEight, 6));
        const double width = *summary.accuracyHigh - *summary.accuracyLow;
        CHECK(width > lastWidth);
        CHECK(*summary.accuracyLow <= *summary.accuracy);
        CHECK(*summary.accuracyHigh >= *summary.accuracy);
        CHECK(*s.cycles[0].phases[0].countsSd == Approx(std::sqrt(2) * sd / *summary.countLengthS));
        lastWidth = width;
    }
}

TEST_CASE("Measuring twice gives the same figures")
{
    Session s;
    for (int i = 0; i < 3; ++i) s.add(fourSevenEight, {4.2, 6.8, 8.1}, 0.1);
    const Plan plan = planOf(fourSevenEight, 3);
    const Summary a = s.measureAgainst(plan);
    const Summary b = s.measureAgainst(plan);
    CHECK(*a.accuracyLow == *b.accuracyLow);
    CHECK(*a.countLengthSdS == *b.countLengthSdS);
}

TEST_CASE("Nothing heard has no figures, never made-up ones")
{
    Session s;
    const Summary summary = s.measureAgainst(planOf(fourSevenEight, 6));
    CHECK(*summary.completion == 0);
    CHECK_FALSE(summary.accuracy.has_value());
    CHECK_FALSE(summary.countLengthS.has_value());
    CHECK_FALSE(summary.breathsPerMin.has_value());
    CHECK(summary.ratio.empty());
}

TEST_CASE(
    "Short and long begin half a count or a tenth off, and later where the boundary is unsure")
{
    const auto keeping = [](double target, double counts, double sd) {
        return keepingOf({PhaseKind::Exhale, TargetCounts::exactly(target), {}, 0, counts, sd});
    };
    CHECK(keeping(4, 4.4, 0) == Keeping::Kept);
    CHECK(keeping(4, 4.6, 0) == Keeping::Long);
    CHECK(keeping(4, 3.4, 0) == Keeping::Short);
    CHECK(keeping(4, 3.4, 0.3) == Keeping::Kept);
    CHECK(keeping(12, 11, 0) == Keeping::Kept);
    CHECK(keeping(12, 10.7, 0) == Keeping::Short);
}
