// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/ladder.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/text.hpp"
#include "core/language/message.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/plan/plan_words.hpp"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

const Cycles* firstCycles(const std::vector<Part>& parts)
{
    for (const Part& part : parts) {
        if (const auto* cycles = std::get_if<Cycles>(&part.content)) return cycles;
        if (const auto* group = std::get_if<Group>(&part.content))
            if (const Cycles* inner = firstCycles(group->parts)) return inner;
    }
    return nullptr;
}

const Strokes* firstStrokes(const std::vector<Part>& parts)
{
    for (const Part& part : parts) {
        if (const auto* strokes = std::get_if<Strokes>(&part.content)) return strokes;
        if (const auto* group = std::get_if<Group>(&part.content))
            if (const Strokes* inner = firstStrokes(group->parts)) return inner;
    }
    return nullptr;
}

Arguments countsOf(const Phase& phase)
{
    return {{"phase", phaseWords.of(phase.kind)},
            {"known", phase.counts.open        ? "open"
                      : phase.counts.isRange() ? "range"
                                               : "one"},
            {"min", phase.counts.min},
            {"counts", phase.counts.max}};
}

std::string addedToPhase(const Phase& before, const Phase& after)
{
    if (before.counts != after.counts) {
        if (after.counts.open) return say("step.open", countsOf(after));
        const double more = after.counts.middle() - before.counts.middle();
        return say("step.counts", {{"phase", phaseWords.of(after.kind)},
                                   {"counts", std::fabs(more)},
                                   {"how", more > 0 ? "more" : "fewer"}});
    }
    if (before.locks.size() < after.locks.size()) return say("step.locks", countsOf(after));
    if (before.pitch != after.pitch) return say("step.pitch");
    return {};
}

void addOnce(std::vector<std::string>& changes, const std::string& change)
{
    if (!change.empty() && std::find(changes.begin(), changes.end(), change) == changes.end())
        changes.push_back(change);
}

// The holds that `after` has and `before` has not, where all else is the same order, and what
// changed of the phases that were there before.
std::optional<std::vector<std::string>> addedHolds(const std::vector<Phase>& before,
                                                   const std::vector<Phase>& after)
{
    if (after.size() <= before.size()) return std::nullopt;
    std::size_t b = 0;
    std::vector<std::string> added;
    std::vector<std::string> changed;
    for (const Phase& phase : after) {
        if (b < before.size() && before[b].kind == phase.kind) {
            addOnce(changed, addedToPhase(before[b], phase));
            ++b;
            continue;
        }
        if (!isHold(phase.kind)) return std::nullopt;
        addOnce(added, say("step.hold", countsOf(phase)));
    }
    if (b < before.size()) return std::nullopt;
    added.insert(added.end(), changed.begin(), changed.end());
    return added;
}

std::vector<std::string> addedToCycle(const std::vector<Phase>& before,
                                      const std::vector<Phase>& after)
{
    if (auto holds = addedHolds(before, after)) return *std::move(holds);
    if (before.size() != after.size()) return {say("step.other-shape")};
    std::vector<std::string> changes;
    bool allByOne = true;
    const double step = after[0].counts.middle() - before[0].counts.middle();
    for (std::size_t i = 0; i < after.size(); ++i) {
        const double more = after[i].counts.middle() - before[i].counts.middle();
        allByOne = allByOne && more == step && more > 0 && !after[i].counts.open;
        addOnce(changes, addedToPhase(before[i], after[i]));
    }
    if (allByOne && after.size() > 1) return {say("step.every-phase", {{"counts", step}})};
    return changes;
}

// The pitches that were not there before.
std::vector<std::string> addedPitches(const Plan& before, const Plan& after)
{
    const auto pitchesOf = [](const Plan& plan) {
        std::vector<std::string> names;
        for (const PlannedStep& step : unfold(plan))
            if (const Cycles* cycles = step.cycle())
                for (const Phase& phase : cycles->phases)
                    if (const auto* name =
                            phase.pitch ? std::get_if<std::string>(&*phase.pitch) : nullptr)
                        addOnce(names, *name);
        return names;
    };
    const auto old = pitchesOf(before);
    auto added = pitchesOf(after);
    std::erase_if(added, [&](const std::string& name) {
        return std::find(old.begin(), old.end(), name) != old.end();
    });
    return added;
}

std::string moreOrFewer(const char* id, int more)
{
    return say(id, {{"number", std::abs(more)}, {"how", more > 0 ? "more" : "fewer"}});
}

Json ruleToJson(const LadderRule& rule)
{
    return {{"kept_sittings", rule.keptSittings},     {"kept_accuracy", rule.keptAccuracy},
            {"kept_completion", rule.keptCompletion}, {"poor_accuracy", rule.poorAccuracy},
            {"poor_sittings", rule.poorSittings},     {"break_days", rule.breakDays}};
}

LadderRule parseRule(const CheckedJson& value)
{
    LadderRule rule;
    if (const auto v = value.findValue("kept_sittings")) rule.keptSittings = v->integer(1, 50);
    if (const auto v = value.findValue("kept_accuracy")) rule.keptAccuracy = v->number(0, 100);
    if (const auto v = value.findValue("kept_completion")) rule.keptCompletion = v->number(0, 100);
    if (const auto v = value.findValue("poor_accuracy")) rule.poorAccuracy = v->number(0, 100);
    if (const auto v = value.findValue("poor_sittings")) rule.poorSittings = v->integer(1, 50);
    if (const auto v = value.findValue("break_days")) rule.breakDays = v->integer(1, 3650);
    return rule;
}

} // namespace

std::string whatRungAdds(const Plan& before, const Plan& after)
{
    const PlanFigures was = planFigures(before, 1.0);
    const PlanFigures is = planFigures(after, 1.0);
    if (const auto pitches = addedPitches(before, after); !pitches.empty())
        return say("step.hums-on", {{"pitches", pitches}});
    std::vector<std::string> changes;
    const Cycles* a = firstCycles(before.parts);
    const Cycles* b = firstCycles(after.parts);
    if (a && b && a->phases != b->phases) changes = addedToCycle(a->phases, b->phases);
    if (is.cycles != was.cycles)
        changes.push_back(moreOrFewer("step.cycles", is.cycles - was.cycles));
    if (is.strokes != was.strokes)
        changes.push_back(moreOrFewer("step.strokes", is.strokes - was.strokes));
    const Strokes* s = firstStrokes(before.parts);
    const Strokes* t = firstStrokes(after.parts);
    if (s && t && s->ratePerMin != t->ratePerMin && t->ratePerMin)
        changes.push_back(say("step.stroke-rate", {{"rate", *t->ratePerMin}}));
    if (!changes.empty()) return say("step.changes", {{"changes", changes}});
    const bool isSame = before.parts == after.parts && before.countLengthS == after.countLengthS;
    return say(isSame ? "step.same" : "step.other");
}

Plan ladderInOneSitting(const Ladder& ladder)
{
    Plan plan;
    plan.name = ladder.name + ", in one sitting";
    plan.technique = ladder.technique;
    for (const Plan& rung : ladder.rungs) {
        if (!plan.countLengthS) plan.countLengthS = rung.countLengthS;
        if (!plan.saHz) plan.saHz = rung.saHz;
        if (const Cycles* cycles = firstCycles(rung.parts)) {
            plan.parts.push_back({Cycles{1, cycles->phases}});
        } else if (const Strokes* strokes = firstStrokes(rung.parts)) {
            plan.parts.push_back({*strokes});
            plan.parts.push_back({Rest{4, std::nullopt}});
        }
    }
    return plan;
}

std::string ladderToJson(const Ladder& ladder)
{
    Json document{{"format", "layakari.ladder"},
                  {"version", 1},
                  {"name", ladder.name},
                  {"technique", ladder.technique},
                  {"rule", ruleToJson(ladder.rule)},
                  {"rungs", Json::array()}};
    for (const Plan& rung : ladder.rungs)
        document["rungs"].push_back(Json::parse(planToJson(rung)));
    return jsonText(document, 2) + "\n";
}

Result<Ladder> parseLadder(const std::string& json, const std::string& file)
{
    return parseForeign(
        json, ErrorCode::BadPlan, file,
        "correct the progression, or export one from the Prepare page and start from it",
        [&](const CheckedJson& document) {
            checkHead(document, "layakari.ladder", 1);
            Ladder ladder;
            ladder.name = document.require("name").text(planLimits::nameBytes);
            if (const auto technique = document.findValue("technique"))
                ladder.technique = technique->text(planLimits::nameBytes);
            if (const auto rule = document.findValue("rule")) ladder.rule = parseRule(*rule);
            for (const CheckedJson& rung :
                 document.require("rungs").elements(1, ladderLimits::rungs)) {
                auto plan = parsePlan(rung.raw().dump(), file);
                if (!plan) throw JsonFault{rung.pointer() + plan.error().place, plan.error().cause};
                ladder.rungs.push_back(*std::move(plan));
            }
            return ladder;
        });
}

} // namespace layakari
