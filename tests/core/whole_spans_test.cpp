// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the segments' posterior has hidden within a span.
#include "core/hear/whole_spans.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

namespace {

constexpr double second = 1 / Observations::hopSeconds; // in steps

// Ten seconds of a pause, then ten of a breath.
struct Posterior : SegmentModel::Posterior {
    Posterior()
    {
        const auto steps = static_cast<std::size_t>(20 * second);
        for (auto* values : {&breath[0], &breath[1], &pause, &turn}) values->assign(steps, 0);
        fill(pause, 0, 10, 1);
        fill(breath[0], 10, 20, 1);
    }
    static void fill(std::vector<float>& values, double fromS, double toS, float probability)
    {
        std::fill(values.begin() + std::lround(fromS * second),
                  values.begin() + std::lround(toS * second), probability);
    }
    double whole(HeardSpan::Kind kind, double startS, double endS) const
    {
        HeardSpan span;
        span.kind = kind;
        span.startS = startS;
        span.endS = endS;
        std::vector<HeardSpan> spans{span};
        setWhole(spans, *this);
        return spans.front().isWhole;
    }
};

constexpr auto breath = HeardSpan::Kind::Breath;
constexpr auto silence = HeardSpan::Kind::Silence;

} // namespace

TEST_CASE("A span with nothing else in it is one, however short")
{
    const Posterior posterior;
    CHECK(posterior.whole(silence, 0, 10) == 1);
    CHECK(posterior.whole(breath, 10, 20) == 1);
    CHECK(posterior.whole(breath, 12, 12.2) == 1);
    CHECK(posterior.whole(breath, 10, 25) == 1); // to the end of what was heard, and beyond
}

TEST_CASE(
    "A breath in a hold, a turn or a pause in a breath make it as doubtful as they are likely")
{
    Posterior posterior;
    Posterior::fill(posterior.breath[1], 5, 6, 0.7f);
    CHECK(posterior.whole(silence, 0, 10) == Approx(0.3).margin(1e-4));
    Posterior::fill(posterior.turn, 14, 14.5, static_cast<float>(0.6 / (0.5 * second)));
    CHECK(posterior.whole(breath, 10, 20) == Approx(0.4).margin(1e-4));
    Posterior::fill(posterior.pause, 17, 18, 0.9f);
    CHECK(posterior.whole(breath, 10, 20) == Approx(0.1).margin(1e-4));
    CHECK(posterior.whole(breath, 10, 13) == 1);
}

TEST_CASE("Beside its boundaries nothing is held against a span")
{
    Posterior posterior;
    Posterior::fill(posterior.pause, 10, 10.25, 1);
    Posterior::fill(posterior.turn, 19.8, 20, 0.1f);
    CHECK(posterior.whole(breath, 10, 20) == 1);
    CHECK(posterior.whole(HeardSpan::Kind::Strokes, 0, 20) == 1);
}
