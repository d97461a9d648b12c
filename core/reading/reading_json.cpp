// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/base/files.hpp"
#include "core/base/text.hpp"
#include "core/measure/read_kind_words.hpp"
#include "core/plan/plan_words.hpp"
#include "core/reading/beyond_phases_json.hpp"
#include "core/reading/explanations_json.hpp"
#include "core/reading/message_json.hpp"
#include "core/reading/reading.hpp"
#include "core/reading/rounded.hpp"

#include <cmath>
#include <map>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

const std::vector<std::string> originWords{"heard", "corrected"};

constexpr std::size_t mostPhases = 200000;
constexpr std::uintmax_t mostFileBytes = 64u << 20;

// Times to a tenth of a millisecond, figures to six digits: what can be known, and stable to read.
double rounded(double value, double unit) { return std::round(value / unit) * unit; }

Json toJson(const RecordingInfo& recording)
{
    return {{"file", recording.file},
            {"duration_s", seconds(recording.durationSeconds)},
            {"sample_rate_hz", recording.sampleRateHz},
            {"channels", recording.channels},
            {"sha256", recording.sha256}};
}

Json toJson(const Quality& quality)
{
    Json unreadable = Json::array();
    for (const Quality::Unreadable& part : quality.unreadable)
        unreadable.push_back({{"start_s", seconds(part.startS)},
                              {"end_s", seconds(part.endS)},
                              {"reason", unreadableWords.of(part.why)}});
    Json advice = Json::array();
    Json messages = Json::array();
    for (const Message& line : quality.advice) {
        Json both;
        addMessage(both, "text", line);
        advice.push_back(both["text"]);
        messages.push_back(std::move(both));
    }
    return {{"verdict", toWord(quality.verdict)},
            {"noise_floor_db", rounded(quality.noiseFloorDb, 0.01)},
            {"breath_snr_db", numberOrNull(quality.breathToNoiseDb)},
            {"clipped_fraction", quality.clippedFraction},
            {"unreadable", std::move(unreadable)},
            {"advice", std::move(advice)},
            {"advice_messages", std::move(messages)}};
}

Json toJson(const ReadPhase& p)
{
    return {{"kind", readKindWords.of(p.kind)},
            {"sound", toWord(p.sound)},
            {"start_s", seconds(p.startS)},
            {"end_s", seconds(p.endS)},
            {"start_sd_s", seconds(p.startSdS)},
            {"end_sd_s", seconds(p.endSdS)},
            {"confidence", numberOrNull(p.confidence)},
            {"role", toWord(p.role)},
            {"cycle", p.cycle ? Json(*p.cycle) : Json(nullptr)},
            {"origin", p.corrected ? "corrected" : "heard"}};
}

Json toJson(const std::optional<TargetCounts>& target)
{
    if (!target || target->open) return nullptr;
    if (target->isRange()) return {{"min", target->min}, {"max", target->max}};
    return target->min;
}

Json toJson(const ReadCycle& c, std::size_t index)
{
    Json phases = Json::array();
    for (const ReadCycle::Kept& kept : c.phases)
        phases.push_back({{"phase", toWord(kept.phase)},
                          {"target_counts", toJson(kept.target)},
                          {"seconds", seconds(kept.seconds)},
                          {"counts", numberOrNull(kept.counts)},
                          {"counts_sd", numberOrNull(kept.countsSd)},
                          {"heard", kept.heard}});
    return {{"index", index},
            {"part", c.part.empty() ? Json(nullptr) : Json(c.part)},
            {"repetition", c.repetition},
            {"round", c.round},
            {"rounds", c.roundsInAll},
            {"extra", c.extra},
            {"start_s", seconds(c.startS)},
            {"end_s", seconds(c.endS)},
            {"complete", c.complete},
            {"phases", std::move(phases)},
            {"count_length_s", numberOrNull(c.countLengthS)},
            {"accuracy", numberOrNull(c.accuracy)},
            {"shape_accuracy", numberOrNull(c.shapeAccuracy)}};
}

Json toJson(const Comparison& comparison)
{
    Json groups = Json::array();
    for (const ComparedGroup& group : comparison.groups)
        groups.push_back({{"name", group.name},
                          {"values", group.values},
                          {"mean", numberOrNull(group.mean)},
                          {"sd", numberOrNull(group.sd)}});
    return {{"by", comparison.by},
            {"groups", std::move(groups)},
            {"difference", numberOrNull(comparison.difference)},
            {"difference_sd", numberOrNull(comparison.differenceSd)}};
}

Json toJson(const OceanFigures& ocean)
{
    Json roughAt = Json::array();
    for (const double at : ocean.roughAtS) roughAt.push_back(numberOrNull(at));
    return {{"breaths", ocean.breaths},
            {"practice_s", numberOrNull(ocean.seconds)},
            {"sound_share", numberOrNull(ocean.soundShare)},
            {"inhale_s", numberOrNull(ocean.inhaleS)},
            {"exhale_s", numberOrNull(ocean.exhaleS)},
            {"evenness", numberOrNull(ocean.evenness)},
            {"spectral_evenness", numberOrNull(ocean.spectralEvenness)},
            {"evenness_between", numberOrNull(ocean.evennessBetween)},
            {"spectral_evenness_between", numberOrNull(ocean.spectralEvennessBetween)},
            {"roughness", numberOrNull(ocean.roughness)},
            {"rough_at_s", std::move(roughAt)},
            {"balance_db", numberOrNull(ocean.balanceDb)}};
}

Json toJson(const Summary& s, bool planned)
{
    Json ratio = nullptr;
    if (!s.ratio.empty()) {
        ratio = {{"inhale", nullptr},
                 {"hold_full", nullptr},
                 {"exhale", nullptr},
                 {"hold_empty", nullptr}};
        for (const Summary::Ratio& r : s.ratio) ratio[toWord(r.phase)] = numberOrNull(r.toInhale);
    }
    return {{"cycles_planned", planned ? Json(s.cyclesPlanned) : Json(nullptr)},
            {"cycles_heard", s.cyclesHeard},
            {"completion", numberOrNull(s.completion)},
            {"accuracy", numberOrNull(s.accuracy)},
            {"accuracy_low", numberOrNull(s.accuracyLow)},
            {"accuracy_high", numberOrNull(s.accuracyHigh)},
            {"shape_accuracy", numberOrNull(s.shapeAccuracy)},
            {"tempo_steadiness", numberOrNull(s.tempoSteadiness)},
            {"count_length_s", numberOrNull(s.countLengthS)},
            {"count_length_sd_s", numberOrNull(s.countLengthSdS)},
            {"ratio", std::move(ratio)},
            {"breaths_per_min", numberOrNull(s.breathsPerMin)},
            {"practice_s", numberOrNull(s.practiceS)},
            {"longest_hold_s", numberOrNull(s.longestHoldS)},
            {"strokes", s.strokesHeard},
            {"strokes_planned", s.runsPlanned > 0 ? Json(s.strokesPlanned) : Json(nullptr)},
            {"stroke_rate_per_min", numberOrNull(s.strokeRatePerMin)},
            {"pitch_hz", numberOrNull(s.pitchHz)},
            {"hum_s", numberOrNull(s.humSeconds)},
            {"hum_growth_s", numberOrNull(s.humGrowthS)},
            {"pitch_off_cents", numberOrNull(s.pitchOffCents)},
            {"pitch_steadiness_cents", numberOrNull(s.pitchSteadinessCents)},
            {"stay_s", numberOrNull(s.stayS)},
            {"ocean", s.ocean ? toJson(*s.ocean) : Json(nullptr)}};
}

RecordingInfo parseRecording(const CheckedJson& value)
{
    RecordingInfo info;
    info.file = value.require("file").text(10000);
    info.durationSeconds = value.require("duration_s").number(0, mostSeconds);
    info.sampleRateHz = value.require("sample_rate_hz").integer(1, 1'000'000);
    info.channels = value.require("channels").integer(1, 1000);
    info.sha256 = value.require("sha256").text(64);
    return info;
}

Quality parseQuality(const CheckedJson& value)
{
    Quality quality;
    quality.verdict = value.require("verdict").oneOf(verdictWords);
    quality.noiseFloorDb = value.require("noise_floor_db").number(-400, 100);
    if (const auto ratio = value.findValue("breath_snr_db"))
        quality.breathToNoiseDb = ratio->number(-400, 400);
    quality.clippedFraction = value.require("clipped_fraction").number(0, 1);
    if (const auto parts = value.findValue("unreadable"))
        for (const CheckedJson& part : parts->elements(0, 1000))
            quality.unreadable.push_back({part.require("start_s").number(0, mostSeconds),
                                          part.require("end_s").number(0, mostSeconds),
                                          unreadableWords.find(part.require("reason").text(1000))
                                              .value_or(Quality::Why::Other)});
    if (const auto messages = value.findValue("advice_messages"))
        for (const CheckedJson& line : messages->elements(0, 100))
            quality.advice.push_back(messageIn(line, "text"));
    else
        for (const CheckedJson& line : value.require("advice").elements(0, 100))
            quality.advice.push_back(asWritten(line.text(2000)));
    return quality;
}

ReadPhase parsePhase(const CheckedJson& value, double notBefore, std::size_t cycles)
{
    ReadPhase p;
    p.kind = value.require("kind").oneOf(readKindWords);
    if (const auto sound = value.findValue("sound")) p.sound = sound->oneOf(soundWords);
    p.startS = value.require("start_s").number(0, mostSeconds);
    p.endS = value.require("end_s").number(0, mostSeconds);
    if (p.startS < notBefore - 1e-3)
        value.faultAt("start_s", "lies before the end of the phase before");
    if (p.endS < p.startS) value.faultAt("end_s", "lies before start_s");
    p.startSdS = value.require("start_sd_s").number(0, mostSeconds);
    p.endSdS = value.require("end_sd_s").number(0, mostSeconds);
    p.confidence = value.require("confidence").number(0, 1);
    p.role = value.require("role").oneOf(roleWords);
    if (const auto cycle = value.findValue("cycle")) {
        p.cycle = cycle->integer(0, static_cast<int>(mostPhases));
        if (static_cast<std::size_t>(*p.cycle) >= cycles) cycle->fault("there is no such cycle");
    }
    if (const auto origin = value.findValue("origin"))
        p.corrected = origin->wordAmong(originWords) == 1;
    return p;
}

// The planned phases that a cycle's `part` points to.
// The phases of each part of a plan that has cycles, by its pointer.
using PlannedPhases = std::map<std::string, std::vector<Phase>>;

PlannedPhases plannedPhases(const std::optional<Plan>& plan)
{
    PlannedPhases phases;
    if (!plan) return phases;
    for (const PlannedStep& step : unfold(*plan))
        if (step.cycle()) phases.try_emplace(step.part, step.cycle()->phases);
    return phases;
}

// `nextPhase`: the first one that no cycle before has; each phase is heard in one cycle, in order.
ReadCycle parseCycle(const CheckedJson& value, const PlannedPhases& plan, std::size_t phaseCount,
                     std::size_t& nextPhase)
{
    ReadCycle cycle;
    const std::vector<Phase>* planned = nullptr;
    if (const auto part = value.findValue("part")) {
        cycle.part = part->text(1000);
        const auto at = plan.find(cycle.part);
        if (at == plan.end()) value.faultAt("part", "points to no cycles of the plan");
        planned = &at->second;
    }
    cycle.repetition = value.require("repetition").integer(0, 1'000'000);
    if (const auto round = value.findValue("round")) cycle.round = round->integer(0, 1'000'000);
    if (const auto rounds = value.findValue("rounds"))
        cycle.roundsInAll = rounds->integer(1, 1'000'000);
    if (const auto extra = value.findValue("extra")) cycle.extra = extra->boolean();
    cycle.complete = value.require("complete").boolean();
    const auto phases = value.require("phases").elements(1, planLimits::phasesPerCycle);
    if (planned && planned->size() != phases.size())
        value.faultAt("phases", "has " + std::to_string(phases.size()) +
                                    " elements; its part has " + std::to_string(planned->size()));
    for (std::size_t k = 0; k < phases.size(); ++k) {
        ReadCycle::Kept kept;
        kept.phase = phases[k].require("phase").oneOf(phaseWords);
        if (planned) kept.target = (*planned)[k].counts;
        for (const CheckedJson& i : phases[k].require("heard").elements(0, mostPhases)) {
            const auto phase =
                static_cast<std::size_t>(i.integer(0, static_cast<int>(phaseCount) - 1));
            if (phase < nextPhase)
                i.fault("is " + std::to_string(phase) + ", heard in order before it already");
            kept.heard.push_back(phase);
            nextPhase = phase + 1;
        }
        cycle.phases.push_back(std::move(kept));
    }
    return cycle;
}

StrainSign parseSign(const CheckedJson& value, std::size_t cycles)
{
    StrainSign sign;
    sign.kind = value.require("kind").text(100);
    sign.atS = value.require("at_s").number(0, mostSeconds);
    if (const auto cycle = value.findValue("cycle")) {
        sign.cycle = cycle->integer(0, static_cast<int>(mostPhases));
        if (static_cast<std::size_t>(*sign.cycle) >= cycles) cycle->fault("there is no such cycle");
    }
    sign.explanation = messageIn(value, "explanation");
    return sign;
}

GuideCount parseGuide(const CheckedJson& value)
{
    return {value.require("count_length_s").positiveNumber(mostSeconds),
            value.require("count_length_sd_s").number(0, mostSeconds),
            value.require("counts").integer(0, static_cast<int>(mostPhases)),
            value.require("share").number(0, 1)};
}

Reading parseDocument(const CheckedJson& document, const std::string& file)
{
    checkHead(document, "layakari.reading", 1);
    Reading reading;
    reading.recording = parseRecording(document.require("recording"));
    const CheckedJson plan = document.require("plan");
    if (!plan.isNull()) {
        auto parsed = parsePlan(plan.raw().dump(), file);
        if (!parsed)
            throw JsonFault{"/plan" + (parsed.error().place == "/" ? "" : parsed.error().place),
                            parsed.error().cause};
        reading.plan = *std::move(parsed);
    }
    reading.quality = parseQuality(document.require("quality"));
    const auto phases = document.require("phases").elements(0, mostPhases);
    const auto cycles = document.require("cycles").elements(0, mostPhases);
    double end = 0;
    for (const CheckedJson& phase : phases) {
        reading.phases.push_back(parsePhase(phase, end, cycles.size()));
        end = reading.phases.back().endS;
    }
    const PlannedPhases planned = plannedPhases(reading.plan);
    std::size_t nextPhase = 0;
    for (const CheckedJson& cycle : cycles)
        reading.cycles.push_back(parseCycle(cycle, planned, phases.size(), nextPhase));
    readBeyondPhases(document, reading);
    measureReading(reading);
    if (const auto signs = document.findValue("strain_signs"))
        for (const CheckedJson& sign : signs->elements(0, mostPhases))
            reading.strainSigns.push_back(parseSign(sign, cycles.size()));
    readExplanations(document, reading);
    if (const auto guide = document.findValue("guide_count")) reading.guide = parseGuide(*guide);
    return reading;
}

} // namespace

std::string readingToJson(const Reading& reading)
{
    Json document{{"format", "layakari.reading"}, {"version", 1}};
    document["recording"] = toJson(reading.recording);
    document["plan"] = reading.plan ? Json::parse(planToJson(*reading.plan)) : Json(nullptr);
    document["quality"] = toJson(reading.quality);
    document["phases"] = Json::array();
    for (const ReadPhase& phase : reading.phases) document["phases"].push_back(toJson(phase));
    document["cycles"] = Json::array();
    for (std::size_t i = 0; i < reading.cycles.size(); ++i)
        document["cycles"].push_back(toJson(reading.cycles[i], i));
    addBeyondPhases(document, reading);
    document["strain_signs"] = Json::array();
    for (const StrainSign& sign : reading.strainSigns) {
        Json json{{"kind", sign.kind},
                  {"at_s", seconds(sign.atS)},
                  {"cycle", sign.cycle ? Json(*sign.cycle) : Json()}};
        addMessage(json, "explanation", sign.explanation);
        document["strain_signs"].push_back(std::move(json));
    }
    document["comparisons"] = Json::array();
    for (const Comparison& c : reading.comparisons) document["comparisons"].push_back(toJson(c));
    document["rests"] = Json::array();
    for (const RestBreathing& rest : reading.rests)
        document["rests"].push_back({{"start_s", seconds(rest.startS)},
                                     {"end_s", seconds(rest.endS)},
                                     {"after_round", rest.afterRound},
                                     {"breaths", rest.breaths},
                                     {"breaths_per_min", numberOrNull(rest.breathsPerMin)}});
    document["guide_count"] =
        reading.guide ? Json{{"count_length_s", numberOrNull(reading.guide->countS)},
                             {"count_length_sd_s", numberOrNull(reading.guide->countSdS)},
                             {"counts", reading.guide->counts},
                             {"share", numberOrNull(reading.guide->share)}}
                      : Json(nullptr);
    document["summary"] = toJson(reading.summary, reading.plan.has_value());
    document["summary"]["count_trend_percent_per_min"] =
        reading.countTrend ? numberOrNull(reading.countTrend->percentPerMin) : Json(nullptr);
    document["summary"]["count_trend_sd"] =
        reading.countTrend ? numberOrNull(reading.countTrend->sd) : Json(nullptr);
    addExplanations(document, reading);
    // File names need not be UTF-8; what is not is replaced rather than refused.
    return jsonText(document, 1) + "\n";
}

Result<Reading> parseReading(const std::string& json, const std::string& file)
{
    return parseForeign(json, ErrorCode::BadReading, file, "read the recording again",
                        [&](const CheckedJson& document) { return parseDocument(document, file); });
}

Result<Reading> openReadingFile(const std::filesystem::path& path)
{
    return readTextFile(path, ErrorCode::BadReading, mostFileBytes)
        .and_then([&](const std::string& text) { return parseReading(text, path.string()); });
}

} // namespace layakari
