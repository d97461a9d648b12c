// SPDX-License-Identifier: GPL-3.0-or-later
//
// The second ear's parts, on signals whose truth is known by their making.
#include "core/segments/boundary_fit.hpp"
#include "core/segments/segmenter.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

// Power over the room in dB: a plateau that ends at `end` (frames) over a ramp, and what a room
// makes of it.
std::vector<float> endsAt(double end, double rampFrames, double plateauDb, const RoomEcho& echo,
                          unsigned seed)
{
    std::mt19937 random(seed);
    std::normal_distribution<float> noise(0, 1.0f);
    std::normal_distribution<float> flutter(0, 1.5f);
    const double share = echo.decayS > 0 ? std::pow(10, -echo.directDb / 10) : 0;
    const double keeps = echo.decayS > 0 ? std::pow(10, -0.06 / echo.decayS) : 0;
    const double plateau = std::pow(10, plateauDb / 10);
    double late = share * plateau;
    std::vector<float> level;
    for (int i = 0; i < 400; ++i) {
        const double direct = plateau * std::pow(std::clamp((end - i) / rampFrames, 0.0, 1.0), 2);
        late = keeps * late + (1 - keeps) * share * direct;
        const double mean = 10 * std::log10(1 + direct + late);
        level.push_back(static_cast<float>(mean) + (mean > 3 ? flutter(random) : noise(random)));
    }
    return level;
}

double meanErrorS(const RoomEcho& real, const RoomEcho& supposed, double* held = nullptr)
{
    double sum = 0;
    int within = 0;
    constexpr int times = 40;
    for (unsigned seed = 0; seed < times; ++seed) {
        const double end = 200 + 0.37 * seed;
        const auto level = endsAt(end, 12, 22, real, seed + 1000);
        const EdgeFit fit = fitEdge(level, {EdgeKind::Offset, 208, 100, 400}, supposed);
        const double error = fit.seconds - 0.01 * (end + 1);
        sum += error / times;
        within += std::fabs(error) <= 2 * fit.sdSeconds;
    }
    if (held) *held = within / static_cast<double>(times);
    return sum;
}

} // namespace

TEST_CASE("An end is where the flow ends, in a dry room and in one that goes on sounding")
{
    const RoomEcho dry;
    const RoomEcho hall{0.6, 6};
    double held = 0;
    CHECK(std::fabs(meanErrorS(dry, dry, &held)) < 0.015);
    CHECK(held > 0.85);
    CHECK(std::fabs(meanErrorS(hall, hall, &held)) < 0.02);
    CHECK(held > 0.85);
    // Without knowing of the room, its decay is taken for breath.
    CHECK(meanErrorS(hall, dry) > 0.05);
}

TEST_CASE("The room under which ends are most likely is the one that they were made in")
{
    const RoomEcho hall{0.6, 8};
    const auto evidence = [&](const RoomEcho& supposed) {
        double sum = 0;
        for (unsigned seed = 0; seed < 20; ++seed)
            sum += fitEdge(endsAt(200, 10 + seed, 24, hall, seed + 2000),
                           {EdgeKind::Offset, 205, 100, 400}, supposed)
                       .logEvidence;
        return sum;
    };
    CHECK(evidence(hall) > evidence({}));
    CHECK(evidence(hall) > evidence({0.15, 8}));
    CHECK(evidence(hall) > evidence({1.2, 3}));
}

TEST_CASE("Two breaths that turn without a pause meet at the dip")
{
    double bias = 0;
    int held = 0;
    constexpr int times = 30;
    for (unsigned seed = 0; seed < times; ++seed) {
        std::mt19937 random(seed + 77);
        std::normal_distribution<float> flutter(0, 1.5f);
        std::vector<float> level;
        for (int i = 0; i < 400; ++i) {
            const double flow = std::clamp(std::fabs(i - 203.0) / 20, 0.0, 1.0);
            level.push_back(static_cast<float>(10 * std::log10(1 + 150 * flow * flow)) +
                            flutter(random));
        }
        const EdgeFit fit = fitEdge(level, {EdgeKind::Turn, 195, 100, 300}, {});
        bias += (fit.seconds - 2.04) / times;
        held += std::fabs(fit.seconds - 2.04) <= 2 * fit.sdSeconds;
    }
    CHECK(std::fabs(bias) < 0.01);
    CHECK(held >= 27);
}

TEST_CASE("With hardly anything to look at, the range is the doubt")
{
    const std::vector<float> level(50, 0.0f);
    const EdgeFit fit = fitEdge(level, {EdgeKind::Onset, 3, 2, 5}, {});
    CHECK(fit.seconds == Approx(0.04));
    CHECK(fit.sdSeconds >= 0.005);
}

TEST_CASE("Breaths take turns, and a dip between like sounds is a turn where a gust is none")
{
    // Two kinds that sound alike, with a deep dip every three seconds and shallow ones between.
    Observations seen;
    std::vector<BreathKinds::Likelihood> likelihoods;
    constexpr int steps = 900;
    for (int i = 0; i < steps; ++i) {
        const int within = i % 150;
        const bool turn = within < 8;
        const bool gust = within > 60 && within < 66;
        seen.valleyDb.push_back(turn ? 14.0f : gust ? 2.5f : 0.4f);
        seen.over.push_back(0);
        BreathKinds::Likelihood l;
        l.body = {-5, -5};
        l.edge = {-5.2f, -5.2f};
        l.room = turn ? -6.0f : -12.0f;
        l.other = -12;
        likelihoods.push_back(l);
    }
    seen.levelDb.resize(steps);
    const SegmentModel model({{3, 3}, 1});
    const auto emissions = SegmentModel::emissions(likelihoods, seen);
    const auto posterior = model.posterior(emissions);
    std::vector<FoundSegment> breaths;
    for (const FoundSegment& segment : segmentsOf(posterior))
        if (segment.what == Segment::BreathA || segment.what == Segment::BreathB)
            breaths.push_back(segment);
    REQUIRE(breaths.size() == 6);
    for (std::size_t i = 1; i < breaths.size(); ++i)
        CHECK(static_cast<double>(breaths[i].begin) == Approx(150 * i + 4).margin(6));

    // Posteriors are probabilities at each step.
    for (int i = 0; i < steps; ++i) {
        const auto s = static_cast<std::size_t>(i);
        CHECK(posterior.breath[0][s] + posterior.breath[1][s] + posterior.pause[s] +
                  posterior.other[s] ==
              Approx(1).margin(1e-3));
    }
}
