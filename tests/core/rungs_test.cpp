// SPDX-License-Identifier: GPL-3.0-or-later
//
// On which rung of a ladder each sitting stood.
#include "core/progress/rungs.hpp"
#include "core/progress/series.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

// Versions of plans by number: those of the first ladder from 1 on, of the second from 101 on.
class Plans {
public:
    std::vector<Ladder> ladders = builtInLadders({});

    const Plan* of(Id version) const
    {
        const auto& rungs = ladders[version > 100 ? 1 : 0].rungs;
        const auto at = static_cast<std::size_t>((version - 1) % 100);
        return at < rungs.size() ? &rungs[at] : nullptr;
    }
    std::string fill(std::vector<Sitting>& sittings) const
    {
        return fillRungs(sittings, ladders, [this](Id version) { return of(version); });
    }
};

std::vector<Sitting> practised(const std::vector<std::optional<Id>>& versions)
{
    std::vector<Sitting> sittings(versions.size());
    for (std::size_t i = 0; i < versions.size(); ++i) sittings[i].planVersion = versions[i];
    return sittings;
}

} // namespace

TEST_CASE("Sittings stand on the rungs of the ladder on which most of them stand")
{
    const Plans plans;
    auto sittings = practised({1, 1, 2, std::nullopt, 3, 101});
    CHECK(plans.fill(sittings) == plans.ladders[0].name);
    CHECK(valueOf(sittings[0], figure::rung) == 1.0);
    CHECK(valueOf(sittings[2], figure::rung) == 2.0);
    CHECK(valueOf(sittings[4], figure::rung) == 3.0);
    CHECK_FALSE(sittings[3].rung); // free practice
    CHECK_FALSE(sittings[5].rung); // of another ladder
    sittings = practised({101, 102, 1});
    CHECK(plans.fill(sittings) == plans.ladders[1].name);
    CHECK(sittings[1].rung == 2);
    CHECK_FALSE(sittings[2].rung);
}

TEST_CASE("Where nobody stands on a ladder there is no rung, and none is left from before")
{
    const Plans plans;
    auto sittings = practised({std::nullopt, 100});
    sittings[0].rung = 4;
    CHECK(plans.fill(sittings).empty());
    CHECK_FALSE(sittings[0].rung);
    CHECK_FALSE(sittings[1].rung);
    std::vector<Sitting> none;
    CHECK(plans.fill(none).empty());
}
