// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/base/files.hpp"
#include "core/base/text.hpp"
#include "core/pitch/pitch.hpp"
#include "core/plan/plan.hpp"
#include "core/plan/plan_words.hpp"

#include <array>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json; // written in the order in which it is read

const std::vector<std::string> partWords{"cycles", "strokes", "rest", "group"};

template <class Enum, Enum last>
std::optional<Enum> findWord(const CheckedJson& object, const char* key,
                             const EnumWords<Enum, last>& words)
{
    const auto value = object.findValue(key);
    return value ? std::optional(value->oneOf(words)) : std::nullopt;
}

TargetCounts parseCounts(const CheckedJson& value)
{
    if (value.isNull()) return TargetCounts::comfortable();
    if (value.isNumber()) return TargetCounts::exactly(value.positiveNumber(planLimits::counts));
    if (!value.isObject())
        value.fault("must be a number, {\"min\", \"max\"}, or null for as long as is comfortable");
    const double min = value.require("min").number(0, planLimits::counts);
    const double max = value.require("max").positiveNumber(planLimits::counts);
    if (min > max)
        value.fault("has a min of " + shortNumber(min) + " above its max of " + shortNumber(max));
    return TargetCounts::between(min, max);
}

TargetPitch parsePitch(const CheckedJson& value)
{
    if (value.isNumber()) return value.number(20, 2000);
    const std::string name = value.text(20);
    if (!isSwara(name) && !noteHz(name))
        value.fault("is \"" + name +
                    "\"; it must be a swara (Sa, re, Re, ga, Ga, Ma, Ma#, Pa, dha, "
                    "Dha, ni, Ni), a note such as G3, or Hz");
    return name;
}

Phase parsePhase(const CheckedJson& value)
{
    Phase phase;
    phase.kind = value.require("phase").oneOf(phaseWords);
    phase.counts = parseCounts(value.require("counts"));
    phase.sound = findWord(value, "sound", soundWords).value_or(PhaseSound::Plain);
    if (const auto pitch = value.findValue("pitch")) {
        phase.pitch = parsePitch(*pitch);
        if (phase.sound != PhaseSound::Hum)
            pitch->fault("belongs to a hum; this phase's sound is another");
    }
    phase.route = findWord(value, "route", routeWords);
    phase.nostril = findWord(value, "nostril", nostrilWords);
    phase.opening = findWord(value, "opening", openingWords);
    if (const auto locks = value.findValue("locks"))
        for (const CheckedJson& lock : locks->elements(0, lockWords.count))
            phase.locks.push_back(lock.oneOf(lockWords));
    return phase;
}

Cycles parseCycles(const CheckedJson& value)
{
    Cycles cycles;
    cycles.repeat = value.require("repeat").integer(1, planLimits::repeat);
    for (const CheckedJson& phase : value.require("phases").elements(1, planLimits::phasesPerCycle))
        cycles.phases.push_back(parsePhase(phase));
    return cycles;
}

Strokes parseStrokes(const CheckedJson& value)
{
    Strokes strokes;
    strokes.style = value.require("style").oneOf(styleWords);
    strokes.strokes = value.require("strokes").integer(1, planLimits::strokes);
    if (const auto rate = value.findValue("rate_per_min"))
        strokes.ratePerMin = rate->number(5, 300);
    strokes.pace = findWord(value, "pace", paceWords).value_or(Pace::Steady);
    return strokes;
}

Rest parseRest(const CheckedJson& value)
{
    Rest rest;
    if (const auto breaths = value.findValue("breaths")) rest.breaths = breaths->integer(1, 1000);
    if (const auto seconds = value.findValue("seconds"))
        rest.seconds = seconds->positiveNumber(36000);
    return rest;
}

std::vector<Part> parseParts(const CheckedJson& list, int depth);

Part parsePart(const CheckedJson& value, int depth)
{
    switch (value.require("kind").wordAmong(partWords)) {
    case 0: return {parseCycles(value)};
    case 1: return {parseStrokes(value)};
    case 2: return {parseRest(value)};
    default: break;
    }
    if (depth >= planLimits::depth)
        value.fault("is a group inside " + std::to_string(depth) + " others; no more than " +
                    std::to_string(planLimits::depth) + " may be nested");
    Group group;
    group.repeat = value.require("repeat").integer(1, planLimits::repeat);
    if (const auto name = value.findValue("name")) group.name = name->text(planLimits::nameBytes);
    group.parts = parseParts(value.require("parts"), depth + 1);
    return {std::move(group)};
}

std::vector<Part> parseParts(const CheckedJson& list, int depth)
{
    std::vector<Part> parts;
    for (const CheckedJson& part : list.elements(1, planLimits::partsPerList))
        parts.push_back(parsePart(part, depth));
    return parts;
}

double stepsIn(const std::vector<Part>& parts)
{
    double steps = 0;
    for (const Part& part : parts) {
        if (const auto* group = std::get_if<Group>(&part.content))
            steps += group->repeat * stepsIn(group->parts);
        else if (const auto* cycles = std::get_if<Cycles>(&part.content))
            steps += cycles->repeat;
        else
            steps += 1;
    }
    return steps;
}

Plan parseDocument(const CheckedJson& document)
{
    checkHead(document, "layakari.plan", 1);
    Plan plan;
    plan.name = document.require("name").text(planLimits::nameBytes);
    if (const auto technique = document.findValue("technique"))
        plan.technique = technique->text(planLimits::nameBytes);
    if (const auto length = document.findValue("count_length_s"))
        plan.countLengthS = length->number(0.1, planLimits::countLengthS);
    if (const auto sa = document.findValue("sa_hz")) plan.saHz = sa->number(20, 2000);
    const CheckedJson parts = document.require("parts");
    plan.parts = parseParts(parts, 0);
    if (const double steps = stepsIn(plan.parts); steps > planLimits::unfoldedSteps)
        parts.fault("written out has " + shortNumber(steps) + " cycles and runs, more than " +
                    std::to_string(planLimits::unfoldedSteps));
    return plan;
}

Json countsToJson(const TargetCounts& counts)
{
    if (counts.open) return nullptr;
    if (counts.isRange()) return Json{{"min", counts.min}, {"max", counts.max}};
    return counts.min;
}

Json phaseToJson(const Phase& phase)
{
    Json json{{"phase", toWord(phase.kind)}, {"counts", countsToJson(phase.counts)}};
    if (phase.sound != PhaseSound::Plain) json["sound"] = toWord(phase.sound);
    if (phase.pitch) std::visit([&](const auto& value) { json["pitch"] = value; }, *phase.pitch);
    if (phase.route) json["route"] = toWord(*phase.route);
    if (phase.nostril) json["nostril"] = toWord(*phase.nostril);
    if (phase.opening) json["opening"] = toWord(*phase.opening);
    for (const Lock lock : phase.locks) json["locks"].push_back(toWord(lock));
    return json;
}

Json partsToJson(const std::vector<Part>& parts);

Json toJson(const Cycles& cycles)
{
    Json phases = Json::array();
    for (const Phase& phase : cycles.phases) phases.push_back(phaseToJson(phase));
    return {{"kind", "cycles"}, {"repeat", cycles.repeat}, {"phases", std::move(phases)}};
}

Json toJson(const Strokes& strokes)
{
    Json json{{"kind", "strokes"}, {"style", toWord(strokes.style)}, {"strokes", strokes.strokes}};
    if (strokes.ratePerMin) json["rate_per_min"] = *strokes.ratePerMin;
    if (strokes.pace != Pace::Steady) json["pace"] = toWord(strokes.pace);
    return json;
}

Json toJson(const Rest& rest)
{
    Json json{{"kind", "rest"}};
    if (rest.breaths) json["breaths"] = *rest.breaths;
    if (rest.seconds) json["seconds"] = *rest.seconds;
    return json;
}

Json toJson(const Group& group)
{
    Json json{{"kind", "group"}, {"repeat", group.repeat}};
    if (!group.name.empty()) json["name"] = group.name;
    json["parts"] = partsToJson(group.parts);
    return json;
}

Json partsToJson(const std::vector<Part>& parts)
{
    Json list = Json::array();
    for (const Part& part : parts)
        list.push_back(
            std::visit([](const auto& content) { return toJson(content); }, part.content));
    return list;
}

} // namespace

Result<Plan> parsePlan(const std::string& json, const std::string& file)
{
    return parseForeign(
        json, ErrorCode::BadPlan, file,
        "correct the plan, or start from one that 'layakari-cli plan PRESET' prints",
        parseDocument);
}

Result<Plan> readPlanFile(const std::filesystem::path& path)
{
    return readTextFile(path, ErrorCode::BadPlan, planLimits::fileBytes)
        .and_then([&](const std::string& text) { return parsePlan(text, path.string()); });
}

std::string planToJson(const Plan& plan)
{
    Json document{{"format", "layakari.plan"}, {"version", 1}, {"name", plan.name}};
    if (!plan.technique.empty()) document["technique"] = plan.technique;
    document["count_length_s"] = plan.countLengthS ? Json(*plan.countLengthS) : Json(nullptr);
    if (plan.saHz) document["sa_hz"] = *plan.saHz;
    document["parts"] = partsToJson(plan.parts);
    return jsonText(document, 2) + "\n";
}

const char* toWord(PhaseKind kind) { return phaseWords.of(kind); }
const char* toWord(PhaseSound sound) { return soundWords.of(sound); }
const char* toWord(Route route) { return routeWords.of(route); }
const char* toWord(Nostril nostril) { return nostrilWords.of(nostril); }
const char* toWord(Opening opening) { return openingWords.of(opening); }
const char* toWord(Lock lock) { return lockWords.of(lock); }
const char* toWord(StrokeStyle style) { return styleWords.of(style); }
const char* toWord(Pace pace) { return paceWords.of(pace); }
const char* toWord(Role role) { return roleWords.of(role); }

} // namespace layakari
