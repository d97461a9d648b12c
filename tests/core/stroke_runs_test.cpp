// SPDX-License-Identifier: GPL-3.0-or-later
//
// The figures of a run, once its strokes are known.
#include "core/measure/stroke_runs.hpp"

#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

namespace {

ReadStrokeRun runWith(const std::vector<double>& intervals,
                      const std::vector<double>& strengths = {})
{
    ReadStrokeRun run;
    double t = 10;
    run.strokeTimesS.push_back(t);
    for (const double interval : intervals) run.strokeTimesS.push_back(t += interval);
    run.strengthsDb =
        strengths.empty() ? std::vector<double>(run.strokeTimesS.size(), 20) : strengths;
    measureRun(run);
    return run;
}

} // namespace

TEST_CASE("The figures of a run follow from its times and strengths")
{
    const ReadStrokeRun even = runWith(std::vector<double>(20, 0.5));
    CHECK(*even.ratePerMin == Approx(120));
    CHECK(*even.intervalCv == Approx(0).margin(1e-9));
    CHECK(*even.strengthCvDb == Approx(0).margin(1e-9));
    CHECK(*even.rateTrendPerMin2 == Approx(0).margin(1e-6));
    CHECK(even.pace == "steady");
    CHECK_FALSE(even.sagsFrom);

    std::vector<double> faster;
    for (int i = 0; i < 30; ++i) faster.push_back(1.0 - 0.015 * i);
    CHECK(runWith(faster).pace == "rising");
    CHECK(*runWith(faster).rateTrendPerMin2 > 0);
    std::vector<double> slower(faster.rbegin(), faster.rend());
    CHECK(runWith(slower).pace == "falling");
    std::vector<double> both = faster;
    both.insert(both.end(), slower.begin(), slower.end());
    CHECK(runWith(both).pace == "rise-fall");
}

TEST_CASE("A run sags from the stroke on from which it stays weak")
{
    std::vector<double> strengths(30, 20);
    for (std::size_t i = 20; i < 30; ++i) strengths[i] = 15;
    const ReadStrokeRun run = runWith(std::vector<double>(29, 0.8), strengths);
    REQUIRE(run.sagsFrom);
    CHECK(std::abs(static_cast<int>(*run.sagsFrom) - 20) <= 2);
    // Of five neighbours the middle one speaks: some strong strokes among the weak change nothing.
    std::vector<double> uneven = strengths;
    for (std::size_t i = 21; i < 30; i += 3) uneven[i] = 20;
    const ReadStrokeRun among = runWith(std::vector<double>(29, 0.8), uneven);
    REQUIRE(among.sagsFrom);
    CHECK(std::abs(static_cast<int>(*among.sagsFrom) - 20) <= 2);
    strengths[28] = strengths[29] = strengths[27] = 20; // and recovers
    CHECK_FALSE(runWith(std::vector<double>(29, 0.8), strengths).sagsFrom);
}

TEST_CASE("A single stroke and an empty run have no pace")
{
    CHECK_FALSE(runWith({}).ratePerMin);
    ReadStrokeRun empty;
    measureRun(empty);
    CHECK_FALSE(empty.ratePerMin);
    CHECK(empty.pace.empty());
}
