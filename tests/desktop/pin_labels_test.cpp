// SPDX-License-Identifier: GPL-3.0-or-later
//
// The times beside the pins of the strip.
#include "desktop/read/pin_labels.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

TEST_CASE("The time of a boundary stands after its pin, and before the last where the strip ends")
{
    const auto lefts = pinLabels({{100, 80}, {300, 80}, {560, 80}}, 600);
    REQUIRE(lefts.size() == 3);
    CHECK((*lefts[0] > 100 && *lefts[0] < 120));
    CHECK((*lefts[1] > 300 && *lefts[1] < 320));
    CHECK((*lefts[2] + 80 < 560 && *lefts[2] + 80 > 540));
}

TEST_CASE("A time is left out rather than over a pin or another time, on either side of its own")
{
    const double width = 600;
    const double text = 80;
    for (double last = 400; last <= width; last += 7)
        for (double before = 320; before < last; before += 7) {
            const std::vector<Pin> pins{{200, text}, {before, text}, {last, text}};
            const auto lefts = pinLabels(pins, width);
            INFO("pins at 200, " << before << " and " << last);
            double free = 0;
            for (const auto& left : lefts) {
                if (!left) continue;
                CHECK(*left >= free);
                CHECK(*left + text <= width);
                for (const Pin& pin : pins) CHECK((pin.x <= *left || pin.x >= *left + text));
                free = *left + text;
            }
            CHECK(lefts[0].has_value());
        }
}

TEST_CASE("Without pins there are no times, and a strip that is too narrow has none")
{
    CHECK(pinLabels({}, 600).empty());
    CHECK_FALSE(pinLabels({{20, 80}}, 60)[0].has_value());
}
