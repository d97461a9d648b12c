// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/rungs.hpp"

#include <algorithm>
#include <map>

namespace layakari {

namespace {

using RungOf = std::map<Id, std::optional<int>>; // by version of a plan

RungOf rungsOn(const Ladder& ladder, const std::vector<Sitting>& sittings,
               const std::function<const Plan*(Id)>& planOf)
{
    RungOf rungs;
    for (const Sitting& sitting : sittings) {
        if (!sitting.planVersion || rungs.count(*sitting.planVersion)) continue;
        std::optional<int>& rung = rungs[*sitting.planVersion];
        const Plan* plan = planOf(*sitting.planVersion);
        if (!plan) continue;
        const auto at = std::find(ladder.rungs.begin(), ladder.rungs.end(), *plan);
        if (at != ladder.rungs.end()) rung = static_cast<int>(at - ladder.rungs.begin()) + 1;
    }
    return rungs;
}

} // namespace

std::string fillRungs(std::vector<Sitting>& sittings, const std::vector<Ladder>& ladders,
                      const std::function<const Plan*(Id version)>& planOf)
{
    std::string name;
    std::ptrdiff_t most = 0;
    RungOf best;
    for (const Ladder& ladder : ladders) {
        RungOf rungs = rungsOn(ladder, sittings, planOf);
        const auto standing =
            std::count_if(sittings.begin(), sittings.end(), [&](const Sitting& s) {
                return s.planVersion && rungs.at(*s.planVersion);
            });
        if (standing <= most) continue;
        most = standing;
        name = ladder.name;
        best = std::move(rungs);
    }
    for (Sitting& s : sittings)
        s.rung = s.planVersion && most > 0 ? best.at(*s.planVersion) : std::nullopt;
    return name;
}

} // namespace layakari
