// SPDX-License-Identifier: GPL-3.0-or-later
//
// A later look at the end of a sound, laid over what was heard before.
#include "core/hear/join_looks.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

HeardSpan span(HeardSpan::Kind kind, double startS, double endS, std::size_t index = 0)
{
    HeardSpan s;
    s.kind = kind;
    s.startS = startS;
    s.endS = endS;
    s.index = index;
    return s;
}

constexpr auto breath = HeardSpan::Kind::Breath;
constexpr auto silence = HeardSpan::Kind::Silence;
constexpr auto hum = HeardSpan::Kind::Hum;

} // namespace

TEST_CASE("What the later look calls the first kind of breath is the first of all of it")
{
    Heard earlier;
    Heard later;
    for (int i = 0; i < 20; ++i) {
        HeardSpan s = span(breath, 4 * i, 4 * i + 4);
        s.isFirstKind = i % 2 == 0 ? 0.9 : 0.1;
        earlier.spans.push_back(s);
        if (i < 10) continue;
        s = span(breath, 4 * (i - 10), 4 * (i - 10) + 4);
        s.isFirstKind = i % 2 == 0 ? 0.2 : 0.8;
        later.spans.push_back(s);
    }
    const Heard joined = joinLooks(earlier, later, 40);
    REQUIRE(joined.spans.size() == 20);
    for (std::size_t i = 0; i < 20; ++i) CHECK((joined.spans[i].isFirstKind > 0.5) == (i % 2 == 1));
}

TEST_CASE("Two looks meet where they agree")
{
    Heard earlier;
    earlier.spans = {span(breath, 1, 4), span(silence, 4, 8), span(breath, 8, 12),
                     span(silence, 12, 20)};
    // Ten seconds later: the first sound is cut by the edge, the rest is known better.
    Heard later;
    later.durationS = 20;
    later.spans = {span(breath, 0.3, 2.04), span(silence, 2.04, 9), span(breath, 9, 14)};
    const Heard whole = joinLooks(earlier, later, 10);
    CHECK(whole.durationS == 30);
    REQUIRE(whole.spans.size() == 5);
    CHECK(whole.spans[2].startS == 8); // not where the later look began
    CHECK(whole.spans[2].endS == 12);
    CHECK(whole.spans[3].endS == Approx(19));
    CHECK(whole.spans[4].endS == Approx(24));
    checkOrder(whole.spans);
}

TEST_CASE("Two looks that agree nowhere still make one course, and nothing before is forgotten")
{
    Heard earlier;
    earlier.spans = {span(breath, 1, 4), span(silence, 4, 33)};
    Heard later;
    later.durationS = 60;
    later.spans = {span(breath, 7, 9), span(silence, 9, 40)};
    const Heard whole = joinLooks(earlier, later, 5);
    checkOrder(whole.spans);
    CHECK(whole.spans.front().startS == 1);
    CHECK(whole.spans.back().endS == Approx(45));
}

TEST_CASE("A later look that begins where the recording begins holds for all of it")
{
    Heard earlier;
    earlier.spans = {span(breath, 1, 4), span(breath, 4.2, 9), span(silence, 9, 12)};
    Heard later;
    later.durationS = 14;
    later.spans = {span(breath, 1.1, 4), span(hum, 4.2, 9, 0), span(silence, 9, 13)};
    later.hums = {HeardHum{}};
    const Heard whole = joinLooks(earlier, later, 0);
    REQUIRE(whole.spans.size() == 3);
    CHECK(whole.spans[0].startS == 1.1);
    CHECK(whole.spans[1].kind == hum);
    checkOrder(whole.spans);
}

TEST_CASE("Hums go with their spans, with their times and their breaks")
{
    Heard earlier;
    earlier.spans = {span(hum, 1, 4, 0), span(silence, 4, 8)};
    earlier.hums = {HeardHum{}};
    earlier.hums[0].startS = 1;
    Heard later;
    later.spans = {span(silence, 2, 5), span(hum, 5, 8, 0)};
    later.hums = {HeardHum{}};
    later.hums[0].startS = 5;
    later.hums[0].firstFrame = 500;
    later.hums[0].breaks = {{6, 6.2}};
    const Heard whole = joinLooks(earlier, later, 2);
    REQUIRE(whole.hums.size() == 2);
    REQUIRE(whole.spans.back().kind == hum);
    const HeardHum& moved = whole.hums[whole.spans.back().index];
    CHECK(moved.startS == 7);
    CHECK(moved.firstFrame == 700);
    CHECK(moved.breaks[0].startS == 8);
    CHECK(whole.hums[whole.spans.front().index].startS == 1);
}
