// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/curriculum/presets.hpp"
#include "core/curriculum/technique.hpp"
#include "core/plan/shorthand.hpp"

#include <cassert>

namespace layakari {

namespace {

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

Plan rungOf(const LadderLines& lines, const char* line)
{
    const auto written = parseShorthand(line);
    assert(written && "a built-in rung must be valid shorthand");
    Plan plan = findPreset(lines.preset)->plan;
    apply(plan.parts, *written);
    plan.name = lines.name;
    if (const auto* run = std::get_if<Strokes>(&written->content))
        plan.name += ", " + std::to_string(run->strokes) + " strokes" +
                     (run->ratePerMin ? " at " + shortNumber(*run->ratePerMin) + " a minute" : "");
    else
        plan.name += " " + spacedCounts(std::get<std::vector<Phase>>(written->content));
    if (written->repeat) plan.name += ", " + std::to_string(*written->repeat) + " times";
    return plan;
}

Ladder ladderOf(const LadderLines& lines, const Technique& technique, const School& school)
{
    const bool byRatio = school.lengthen == Lengthen::Ratio && !lines.ratioFirst.empty();
    Ladder ladder;
    ladder.id = std::string(lines.id) + (byRatio ? "-by-ratio" : "");
    ladder.technique = technique.key;
    ladder.name = std::string(lines.name) + (lines.ratioFirst.empty() ? ""
                                             : byRatio                ? ", the ratio first"
                                                                      : ", the count first");
    for (const char* line : byRatio ? lines.ratioFirst : lines.countFirst)
        ladder.rungs.push_back(inSchool(rungOf(lines, line), school));
    return ladder;
}

} // namespace

std::vector<Ladder> builtInLadders(const School& school)
{
    std::vector<Ladder> ladders;
    for (const Technique& technique : techniques())
        for (const LadderLines& lines : technique.ladders)
            ladders.push_back(ladderOf(lines, technique, school));
    for (const Technique& technique : techniques())
        if (technique.stages)
            for (Ladder& ladder : technique.stages(school)) ladders.push_back(std::move(ladder));
    return ladders;
}

} // namespace layakari
