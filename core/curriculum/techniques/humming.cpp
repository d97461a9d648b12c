// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include "core/curriculum/presets.hpp"

namespace layakari::catalogue {

namespace {

// One swara more on each rung, from Sa and Re.
std::vector<Ladder> swaras(const School& school)
{
    Ladder ladder;
    ladder.id = "humming-swaras";
    ladder.name = "Humming on swaras, one more on each rung";
    ladder.technique = "humming";
    const Plan pair = findPreset("humming-two-pitch")->plan;
    const auto& group = std::get<Group>(pair.parts.front().content);
    static constexpr const char* names[]{"Sa", "Re", "Ga", "Ma", "Pa"};
    for (std::size_t count = 2; count <= std::size(names); ++count) {
        Plan plan = pair;
        auto& round = std::get<Group>(plan.parts.front().content);
        round.parts.clear();
        plan.name = "Humming on";
        for (std::size_t i = 0; i < count; ++i) {
            Part part = group.parts.front();
            for (Phase& p : std::get<Cycles>(part.content).phases)
                if (p.sound == PhaseSound::Hum) p.pitch = names[i];
            round.parts.push_back(std::move(part));
            plan.name += std::string(" ") + names[i];
        }
        round.repeat = 40 / static_cast<int>(count); // as many hums as the pair has
        ladder.rungs.push_back(inSchool(std::move(plan), school));
    }
    return {ladder};
}

} // namespace

Technique humming()
{
    return {
        .key = "humming",
        .purpose = Purpose::Hum,
        .presets = {"humming-3", "humming-6", "humming-9", "humming-two-pitch"},
        .ladders = {{"humming",
                     "Humming",
                     "humming-3",
                     {"4-* x3", "4-* x5", "4-* x6", "4-* x7", "4-* x9"}}},
        .stages = &swaras,
        .exhaleSound = PhaseSound::Hum,
        .figures = {"hum_s", "hum_hz", "hum_wander_cents"},
    };
}

} // namespace layakari::catalogue
