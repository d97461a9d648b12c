// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/plan/ladder.hpp"
#include "core/plan/presets.hpp"
#include "core/plan/shorthand.hpp"

#include <cassert>

namespace layakari {

namespace {

// Ladders are written as shorthand over a preset, so that they are made of what the presets are.
struct Source {
    const char* id;
    const char* name;
    const char* preset;
    std::vector<const char*> countFirst; // rungs in shorthand
    std::vector<const char*> ratioFirst; // empty: both schools climb alike
};

const std::vector<Source>& sources()
{
    static const std::vector<Source> all{
        {"even",
         "Even breath",
         "even-4-4",
         {"4-4", "5-5", "6-6", "8-8", "9-9"},
         {"4-4", "4-5", "4-6", "4-7", "4-8"}},
        {"full-breath",
         "Full breath",
         "full-breath",
         {"5-5 x10", "6-6 x10", "6-6 x20", "6-6 x30"},
         {}},
        {"long-exhale",
         "Long exhale",
         "long-exhale-4-6",
         {"2-4", "3-6", "4-8", "5-10", "6-12"},
         {"4-4", "4-5", "4-6", "4-7", "4-8"}},
        {"square",
         "Square breath",
         "square-4",
         {"4-4-4-4", "5-5-5-5", "6-6-6-6", "7-7-7-7"},
         {"4-1-4-1", "4-2-4-2", "4-3-4-3", "4-4-4-4"}},
        {"four-seven-eight",
         "Four-seven-eight",
         "four-seven-eight",
         {"4-7-8 x4", "4-7-8 x5", "4-7-8 x6"},
         {}},
        {"held-breath",
         "Held breath",
         "held-5-6-5",
         {"4-4-4", "5-6-5", "6-6-6", "6-8-6", "8-8-8"},
         {"4-4-4", "4-4-8", "4-8-8", "4-12-8", "4-16-8"}},
        {"left-nostril",
         "Left nostril",
         "left-nostril",
         {"4-4", "4-6", "5-7", "6-9"},
         {"4-4", "4-6", "4-8", "4-2-8", "4-4-8"}},
        {"right-nostril",
         "Right nostril",
         "right-nostril",
         {"4-4", "4-6", "5-7", "6-9"},
         {"4-4", "4-6", "4-8", "4-2-8", "4-4-8"}},
        {"ocean-breath", "Ocean breath", "ocean-breath", {"5-5 x30", "5-5 x45", "5-5 x60"}, {}},
        {"humming", "Humming", "humming-3", {"4-* x3", "4-* x5", "4-* x6", "4-* x7", "4-* x9"}, {}},
        {"kapalabhati",
         "Skull-shining",
         "kapalabhati-3x36",
         {"12 strokes @60", "18 strokes @60", "24 strokes @60", "30 strokes @60", "36 strokes @60",
          "36 strokes @75", "36 strokes @90"},
         {}},
        {"bhastrika",
         "Bellows",
         "bhastrika-3x10",
         {"10 bellows @30", "15 bellows @30", "20 bellows @30", "30 bellows @30", "40 bellows @30",
          "40 bellows @40", "40 bellows @50"},
         {}},
        {"composite",
         "Composite rounds",
         "composite-round",
         {"18 strokes @60", "24 strokes @60", "36 strokes @60"},
         {}},
    };
    return all;
}

// Side, sound and route of the base's breath of that kind go with the new one.
std::vector<Phase> inTheMannerOf(const std::vector<Phase>& base, std::vector<Phase> phases)
{
    for (Phase& phase : phases)
        for (const Phase& like : base)
            if (like.kind == phase.kind) {
                const TargetCounts counts = phase.counts;
                phase = like;
                phase.counts = counts;
                break;
            }
    return phases;
}

void apply(std::vector<Part>& parts, const Shorthand& written)
{
    for (Part& part : parts) {
        if (auto* group = std::get_if<Group>(&part.content)) apply(group->parts, written);
        if (auto* cycles = std::get_if<Cycles>(&part.content)) {
            const auto* phases = std::get_if<std::vector<Phase>>(&written.content);
            if (!phases) continue;
            cycles->phases = inTheMannerOf(cycles->phases, *phases);
            if (written.repeat) cycles->repeat = *written.repeat;
        }
        if (auto* strokes = std::get_if<Strokes>(&part.content))
            if (const auto* run = std::get_if<Strokes>(&written.content)) {
                strokes->strokes = run->strokes;
                strokes->ratePerMin = run->ratePerMin;
            }
    }
}

// "4 : 7 : 8"
std::string spacedCounts(const std::vector<Phase>& phases)
{
    std::string text;
    for (const char c : countsInShort(phases))
        text += c == '-' ? " : " : c == '*' ? "open" : std::string(1, c);
    return text;
}

Plan rungOf(const Source& source, const char* line)
{
    const auto written = parseShorthand(line);
    assert(written && "a built-in rung must be valid shorthand");
    Plan plan = findPreset(source.preset)->plan;
    apply(plan.parts, *written);
    plan.name = source.name;
    if (const auto* run = std::get_if<Strokes>(&written->content))
        plan.name += ", " + std::to_string(run->strokes) + " strokes" +
                     (run->ratePerMin ? " at " + shortNumber(*run->ratePerMin) + " a minute" : "");
    else
        plan.name += " " + spacedCounts(std::get<std::vector<Phase>>(written->content));
    if (written->repeat) plan.name += ", " + std::to_string(*written->repeat) + " times";
    return plan;
}

Ladder ladderOf(const Source& source, const School& school)
{
    const bool byRatio = school.lengthen == Lengthen::Ratio && !source.ratioFirst.empty();
    Ladder ladder;
    ladder.id = std::string(source.id) + (byRatio ? "-by-ratio" : "");
    ladder.technique = findPreset(source.preset)->plan.technique;
    ladder.name = std::string(source.name) + (source.ratioFirst.empty() ? ""
                                              : byRatio                 ? ", the ratio first"
                                                                        : ", the count first");
    for (const char* line : byRatio ? source.ratioFirst : source.countFirst)
        ladder.rungs.push_back(inSchool(rungOf(source, line), school));
    return ladder;
}

// Alternate nostril climbs by stages rather than by numbers: no hold, short holds, long ones on
// both sides, locks, and as long as is comfortable.
Ladder alternateNostril(const School& school)
{
    Ladder ladder;
    ladder.id = "alternate-nostril";
    ladder.name = "Alternate nostril, by stages";
    ladder.technique = "alternate-nostril";
    const Plan plain = findPreset("alternate-nostril-left-first")->plan;
    const Plan held = findPreset("alternate-nostril-holds")->plan;
    const auto forEachHold = [](Plan& plan, auto&& change) {
        forEachCycles(plan.parts, [&](Cycles& cycles) { change(cycles.phases); });
    };
    const auto add = [&](Plan plan, const std::string& stage) {
        plan.name = "Alternate nostril, " + stage + ", left first";
        ladder.rungs.push_back(inSchool(std::move(plan), school));
    };
    add(plain, "no hold");
    for (const double counts : {1.0, 2.0}) {
        Plan plan = held;
        forEachHold(plan, [&](std::vector<Phase>& phases) {
            std::erase_if(phases, [](const Phase& p) { return p.kind == PhaseKind::HoldEmpty; });
            for (Phase& p : phases)
                if (isHold(p.kind)) p.counts = TargetCounts::exactly(counts);
        });
        add(plan, counts == 1 ? "a hold of 1" : "a hold of 2");
    }
    add(held, "holds of 5 to 8");
    Plan locked = held;
    forEachHold(locked, [](std::vector<Phase>& phases) {
        for (Phase& p : phases)
            if (p.kind == PhaseKind::HoldFull)
                p.locks = {Lock::Chin, Lock::Root};
            else if (p.kind == PhaseKind::HoldEmpty)
                p.locks = {Lock::Chin, Lock::Root, Lock::Belly};
    });
    add(locked, "holds of 5 to 8 with locks");
    forEachHold(locked, [](std::vector<Phase>& phases) {
        for (Phase& p : phases)
            if (isHold(p.kind)) p.counts = TargetCounts::comfortable();
    });
    add(locked, "holds as long as is comfortable");
    return ladder;
}

// The open hold climbs by locks.
Ladder openHold(const School& school)
{
    Ladder ladder;
    ladder.id = "held-in";
    ladder.name = "Held in, locks after the plain hold";
    ladder.technique = "held-in";
    const Plan plain = findPreset("open-hold")->plan;
    const std::vector<std::pair<std::string, std::vector<Lock>>> stages{
        {"plain", {}},
        {"chin lock", {Lock::Chin}},
        {"chin and root locks", {Lock::Chin, Lock::Root}},
        {"all three locks", {Lock::Chin, Lock::Root, Lock::Belly}}};
    for (const auto& [stage, locks] : stages) {
        Plan plan = plain;
        plan.name = "Held in, " + stage;
        forEachCycles(plan.parts, [&, &locks = locks](Cycles& cycles) {
            for (Phase& p : cycles.phases)
                if (isHold(p.kind)) p.locks = locks;
        });
        ladder.rungs.push_back(inSchool(std::move(plan), school));
    }
    return ladder;
}

// One swara more on each rung, from Sa and Re.
Ladder swaras(const School& school)
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
    return ladder;
}

} // namespace

std::vector<Ladder> builtInLadders(const School& school)
{
    std::vector<Ladder> ladders;
    for (const Source& source : sources()) ladders.push_back(ladderOf(source, school));
    ladders.push_back(alternateNostril(school));
    ladders.push_back(openHold(school));
    ladders.push_back(swaras(school));
    return ladders;
}

} // namespace layakari
