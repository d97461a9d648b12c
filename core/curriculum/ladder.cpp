// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/ladder.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/text.hpp"
#include "core/plan/plan_figures.hpp"

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

std::string sumOf(double counts)
{
    return shortNumber(counts) + (counts == 1 ? " count" : " counts");
}

const char* phaseWord(PhaseKind kind)
{
    static constexpr const char* words[]{"inhale", "hold in", "exhale", "hold out"};
    return words[static_cast<std::size_t>(kind)];
}

std::string addedToPhase(const Phase& before, const Phase& after)
{
    if (before.counts != after.counts) {
        if (after.counts.open)
            return std::string("the ") + phaseWord(after.kind) + " as long as is comfortable";
        const double more = after.counts.middle() - before.counts.middle();
        return sumOf(std::fabs(more)) + (more > 0 ? " more" : " less") + " on the " +
               phaseWord(after.kind);
    }
    if (before.locks.size() < after.locks.size())
        return "locks in the " + std::string(phaseWord(after.kind));
    if (before.pitch != after.pitch) return "another swara";
    return {};
}

// The counts of a hold that `after` has and `before` has not, where all else is the same order.
std::optional<std::string> addedHold(const std::vector<Phase>& before,
                                     const std::vector<Phase>& after)
{
    if (after.size() <= before.size()) return std::nullopt;
    std::size_t b = 0;
    std::string added;
    std::string changed; // of the phases that were there before
    for (const Phase& phase : after) {
        if (b < before.size() && before[b].kind == phase.kind) {
            const std::string change = addedToPhase(before[b], phase);
            if (!change.empty() && changed.find(change) == std::string::npos)
                changed += ", " + change;
            ++b;
            continue;
        }
        if (!isHold(phase.kind)) return std::nullopt;
        const std::string text =
            std::string("a ") + phaseWord(phase.kind) +
            (phase.counts.open ? " as long as is comfortable"
             : phase.counts.isRange()
                 ? " of " + shortNumber(phase.counts.min) + " to " + sumOf(phase.counts.max)
                 : " of " + sumOf(phase.counts.max));
        if (added.find(text) == std::string::npos) added += (added.empty() ? "" : " and ") + text;
    }
    if (b < before.size()) return std::nullopt;
    return added + changed;
}

std::string addedToCycle(const std::vector<Phase>& before, const std::vector<Phase>& after)
{
    if (const auto hold = addedHold(before, after)) return *hold;
    if (before.size() != after.size()) return "another shape";
    std::vector<std::string> changes;
    bool allByOne = true;
    double step = after[0].counts.middle() - before[0].counts.middle();
    for (std::size_t i = 0; i < after.size(); ++i) {
        const double more = after[i].counts.middle() - before[i].counts.middle();
        allByOne = allByOne && more == step && more > 0 && !after[i].counts.open;
        const std::string change = addedToPhase(before[i], after[i]);
        if (!change.empty() && std::find(changes.begin(), changes.end(), change) == changes.end())
            changes.push_back(change);
    }
    if (allByOne && after.size() > 1) return sumOf(step) + " more on every phase";
    std::string text;
    for (const std::string& change : changes) text += (text.empty() ? "" : ", ") + change;
    return text;
}

// Hums on pitches that were not there before, "a hum on Ga".
std::string addedPitches(const Plan& before, const Plan& after)
{
    const auto pitchesOf = [](const Plan& plan) {
        std::vector<std::string> names;
        for (const PlannedStep& step : unfold(plan))
            if (const Cycles* cycles = step.cycle())
                for (const Phase& phase : cycles->phases)
                    if (const auto* name =
                            phase.pitch ? std::get_if<std::string>(&*phase.pitch) : nullptr)
                        if (std::find(names.begin(), names.end(), *name) == names.end())
                            names.push_back(*name);
        return names;
    };
    const auto old = pitchesOf(before);
    std::string text;
    for (const std::string& name : pitchesOf(after))
        if (std::find(old.begin(), old.end(), name) == old.end())
            text += (text.empty() ? "a hum on " : " and ") + name;
    return text;
}

std::string signedMore(int more, const char* what)
{
    return std::to_string(std::abs(more)) + (more > 0 ? " more " : " fewer ") + what +
           (std::abs(more) == 1 ? "" : "s");
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
    std::vector<std::string> changes;
    if (std::string pitches = addedPitches(before, after); !pitches.empty()) return pitches;
    const Cycles* a = firstCycles(before.parts);
    const Cycles* b = firstCycles(after.parts);
    if (a && b && a->phases != b->phases) changes.push_back(addedToCycle(a->phases, b->phases));
    if (is.cycles != was.cycles) changes.push_back(signedMore(is.cycles - was.cycles, "cycle"));
    if (is.strokes != was.strokes)
        changes.push_back(signedMore(is.strokes - was.strokes, "stroke") + " in all");
    const Strokes* s = firstStrokes(before.parts);
    const Strokes* t = firstStrokes(after.parts);
    if (s && t && s->ratePerMin != t->ratePerMin && t->ratePerMin)
        changes.push_back("a pace of " + shortNumber(*t->ratePerMin) + " a minute");
    std::erase(changes, "");
    std::string text;
    for (const std::string& change : changes) text += (text.empty() ? "" : ", ") + change;
    if (!text.empty()) return text;
    return before.parts == after.parts && before.countLengthS == after.countLengthS
               ? "the same"
               : "another step";
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
        "mend the ladder, or export one from the Prepare page and start from it",
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
