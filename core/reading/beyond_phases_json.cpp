// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/beyond_phases_json.hpp"
#include "core/plan/plan_words.hpp"
#include "core/reading/rounded.hpp"

#include <cmath>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

constexpr std::size_t most = 200000;

Json text(const std::string& value) { return value.empty() ? Json(nullptr) : Json(value); }

template <typename Stretch>
Json stretches(const std::vector<Stretch>& list)
{
    Json json = Json::array();
    for (const Stretch& s : list)
        json.push_back({{"start_s", seconds(s.startS)}, {"end_s", seconds(s.endS)}});
    return json;
}

template <typename Stretch>
std::vector<Stretch> parseStretches(const CheckedJson& value)
{
    std::vector<Stretch> list;
    for (const CheckedJson& s : value.elements(0, most))
        list.push_back({s.require("start_s").number(0, mostSeconds),
                        s.require("end_s").number(0, mostSeconds)});
    return list;
}

Json toJson(const ReadStrokeRun& run)
{
    Json times = Json::array();
    Json strengths = Json::array();
    for (const double t : run.strokeTimesS) times.push_back(seconds(t));
    for (const double s : run.strengthsDb) strengths.push_back(std::round(s * 100) / 100);
    return {{"part", text(run.part)},
            {"round", run.round},
            {"rounds", run.roundsInAll},
            {"start_s", seconds(run.startS)},
            {"end_s", seconds(run.endS)},
            {"count", run.count},
            {"target_count", run.targetCount ? Json(*run.targetCount) : Json(nullptr)},
            {"count_confidence", numberOrNull(run.countConfidence)},
            {"rate_per_min", numberOrNull(run.ratePerMin)},
            {"rate_trend_per_min2", numberOrNull(run.rateTrendPerMin2)},
            {"interval_cv", numberOrNull(run.intervalCv)},
            {"strength_cv_db", numberOrNull(run.strengthCvDb)},
            {"pace", text(run.pace)},
            {"pauses", stretches(run.pauses)},
            {"sags_from_stroke", run.sagsFrom ? Json(*run.sagsFrom) : Json(nullptr)},
            {"inhale_share", numberOrNull(run.inhaleShare)},
            {"inhale_over_exhale_db", numberOrNull(run.inhaleOverExhaleDb)},
            {"stroke_times_s", std::move(times)},
            {"strengths_db", std::move(strengths)}};
}

Json toJson(const ReadHum& hum)
{
    Json course = Json::array();
    for (const ReadHum::Point& p : hum.course)
        course.push_back({std::round(p.hz * 100) / 100, std::round(p.levelDb * 10) / 10});
    return {{"cycle", hum.cycle ? Json(*hum.cycle) : Json(nullptr)},
            {"start_s", seconds(hum.startS)},
            {"end_s", seconds(hum.endS)},
            {"pitch_hz", numberOrNull(hum.pitchHz)},
            {"note", text(hum.note)},
            {"target_hz", numberOrNull(hum.targetHz)},
            {"target", text(hum.targetName)},
            {"cents_from_target", numberOrNull(hum.centsFromTarget)},
            {"steadiness_cents", numberOrNull(hum.steadinessCents)},
            {"drift_cents_per_s", numberOrNull(hum.driftCentsPerS)},
            {"on_pitch_fraction", numberOrNull(hum.onPitchFraction)},
            {"on_pitch_fraction_20", numberOrNull(hum.closelyOnPitchFraction)},
            {"vibrato_hz", numberOrNull(hum.vibratoRateHz)},
            {"vibrato_cents", numberOrNull(hum.vibratoCents)},
            {"scoop_cents", numberOrNull(hum.scoopCents)},
            {"loudness_slope_db_per_s", numberOrNull(hum.loudnessSlopeDbPerS)},
            {"breaks", hum.breaks.size()},
            {"break_times", stretches(hum.breaks)},
            {"course_step_s", ReadHum::courseStepS},
            {"course", std::move(course)}};
}

std::optional<double> numberAt(const CheckedJson& value, const char* key, double bound)
{
    const auto found = value.findValue(key);
    return found ? std::optional(found->number(-bound, bound)) : std::nullopt;
}

// The strokes of the plan that a run's `part` points to.
const Strokes& plannedStrokes(const CheckedJson& run, const Plan* plan, const std::string& part)
{
    if (plan)
        for (const PlannedStep& step : unfold(*plan))
            if (const auto* strokes = std::get_if<const Strokes*>(&step.content);
                strokes && step.part == part)
                return **strokes;
    run.faultAt("part", "points to no strokes of the plan");
}

ReadStrokeRun parseRun(const CheckedJson& value, const Plan* plan)
{
    ReadStrokeRun run;
    if (const auto part = value.findValue("part")) {
        run.part = part->text(1000);
        const Strokes& wanted = plannedStrokes(value, plan, run.part);
        run.style = wanted.style;
        run.plannedPace = wanted.pace;
        run.targetCount = wanted.strokes;
        run.targetRatePerMin = wanted.ratePerMin;
    }
    if (const auto round = value.findValue("round")) run.round = round->integer(0, 1'000'000);
    if (const auto rounds = value.findValue("rounds"))
        run.roundsInAll = rounds->integer(1, 1'000'000);
    run.startS = value.require("start_s").number(0, mostSeconds);
    run.endS = value.require("end_s").number(0, mostSeconds);
    run.count = value.require("count").integer(0, static_cast<int>(most));
    run.countConfidence = value.require("count_confidence").number(0, 1);
    for (const CheckedJson& t : value.require("stroke_times_s").elements(0, most))
        run.strokeTimesS.push_back(t.number(0, mostSeconds));
    if (const auto strengths = value.findValue("strengths_db"))
        for (const CheckedJson& s : strengths->elements(0, most))
            run.strengthsDb.push_back(s.number(-400, 400));
    if (run.strengthsDb.size() != run.strokeTimesS.size()) run.strengthsDb.clear();
    run.inhaleShare = numberAt(value, "inhale_share", 1e3);
    run.inhaleOverExhaleDb = numberAt(value, "inhale_over_exhale_db", 400);
    measureRun(run);
    return run;
}

ReadHum parseHum(const CheckedJson& value, std::size_t cycles)
{
    constexpr double bound = 1e5;
    ReadHum hum;
    if (const auto cycle = value.findValue("cycle")) {
        hum.cycle = cycle->integer(0, static_cast<int>(most));
        if (static_cast<std::size_t>(*hum.cycle) >= cycles) cycle->fault("there is no such cycle");
    }
    hum.startS = value.require("start_s").number(0, mostSeconds);
    hum.endS = value.require("end_s").number(0, mostSeconds);
    hum.pitchHz = numberAt(value, "pitch_hz", bound);
    if (const auto note = value.findValue("note")) hum.note = note->text(20);
    hum.targetHz = numberAt(value, "target_hz", bound);
    if (const auto target = value.findValue("target")) hum.targetName = target->text(100);
    hum.centsFromTarget = numberAt(value, "cents_from_target", bound);
    hum.steadinessCents = numberAt(value, "steadiness_cents", bound);
    hum.driftCentsPerS = numberAt(value, "drift_cents_per_s", bound);
    hum.onPitchFraction = numberAt(value, "on_pitch_fraction", 1);
    hum.closelyOnPitchFraction = numberAt(value, "on_pitch_fraction_20", 1);
    hum.vibratoRateHz = numberAt(value, "vibrato_hz", bound);
    hum.vibratoCents = numberAt(value, "vibrato_cents", bound);
    hum.scoopCents = numberAt(value, "scoop_cents", bound);
    hum.loudnessSlopeDbPerS = numberAt(value, "loudness_slope_db_per_s", bound);
    if (const auto breaks = value.findValue("break_times"))
        hum.breaks = parseStretches<HeardHum::Break>(*breaks);
    if (const auto course = value.findValue("course"))
        for (const CheckedJson& point : course->elements(0, most)) {
            const auto pair = point.elements(2, 2);
            hum.course.push_back({pair[0].number(0, bound), pair[1].number(-400, 400)});
        }
    return hum;
}

ReadOcean parseOcean(const CheckedJson& value, std::size_t cycles)
{
    ReadOcean breath;
    breath.cycle = value.require("cycle").integer(0, static_cast<int>(most));
    if (static_cast<std::size_t>(breath.cycle) >= cycles)
        value.faultAt("cycle", "there is no such cycle");
    breath.phase = value.require("phase").oneOf(phaseWords);
    breath.startS = value.require("start_s").number(0, mostSeconds);
    breath.endS = value.require("end_s").number(0, mostSeconds);
    Friction& friction = breath.friction;
    friction.evenness = value.require("evenness").number(0, 1);
    friction.spectralEvenness = value.require("spectral_evenness").number(0, 1);
    friction.roughness = value.require("roughness").number(0, 1);
    friction.roughestAtS = numberAt(value, "roughest_at_s", mostSeconds);
    friction.soundShare = value.require("sound_share").number(0, 1);
    friction.levelDb = value.require("level_db").number(-400, 100);
    // Readings of before it was measured have none.
    friction.brightnessHz = numberAt(value, "brightness_hz", 1e5).value_or(0);
    return breath;
}

} // namespace

void addBeyondPhases(Json& document, const Reading& reading)
{
    document["stroke_runs"] = Json::array();
    for (const ReadStrokeRun& run : reading.strokeRuns)
        document["stroke_runs"].push_back(toJson(run));
    document["hums"] = Json::array();
    for (const ReadHum& hum : reading.hums) document["hums"].push_back(toJson(hum));
    document["sa_hz"] = numberOrNull(reading.saHz);
    document["ujjayi"] = Json::array();
    for (const ReadOcean& breath : reading.ocean)
        document["ujjayi"].push_back(
            {{"cycle", breath.cycle},
             {"phase", toWord(breath.phase)},
             {"start_s", seconds(breath.startS)},
             {"end_s", seconds(breath.endS)},
             {"evenness", numberOrNull(breath.friction.evenness)},
             {"spectral_evenness", numberOrNull(breath.friction.spectralEvenness)},
             {"roughness", numberOrNull(breath.friction.roughness)},
             {"roughest_at_s", numberOrNull(breath.friction.roughestAtS)},
             {"sound_share", numberOrNull(breath.friction.soundShare)},
             {"level_db", numberOrNull(breath.friction.levelDb)},
             {"brightness_hz", numberOrNull(breath.friction.brightnessHz)}});
}

void readBeyondPhases(const CheckedJson& document, Reading& reading)
{
    const Plan* plan = reading.plan ? &*reading.plan : nullptr;
    if (const auto runs = document.findValue("stroke_runs"))
        for (const CheckedJson& run : runs->elements(0, most))
            reading.strokeRuns.push_back(parseRun(run, plan));
    if (const auto hums = document.findValue("hums"))
        for (const CheckedJson& hum : hums->elements(0, most))
            reading.hums.push_back(parseHum(hum, reading.cycles.size()));
    reading.saHz = numberAt(document, "sa_hz", 1e5);
    if (const auto breaths = document.findValue("ujjayi"))
        for (const CheckedJson& breath : breaths->elements(0, most))
            reading.ocean.push_back(parseOcean(breath, reading.cycles.size()));
}

} // namespace layakari
