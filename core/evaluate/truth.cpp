// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/evaluate/truth.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/files.hpp"
#include "core/base/text.hpp"
#include "core/measure/read_kind_words.hpp"
#include "core/plan/plan_words.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

constexpr int newestVersion = 1;
constexpr double longestS = 1e6;
constexpr std::size_t mostEntries = 200'000;
constexpr int mostCycles = 100'000;

Json stretches(const std::vector<Truth::Stretch>& list)
{
    Json all = Json::array();
    for (const Truth::Stretch& s : list) all.push_back({{"start_s", s.startS}, {"end_s", s.endS}});
    return all;
}

template <class T>
Json orNull(const std::optional<T>& value)
{
    return value ? Json(*value) : Json(nullptr);
}

template <class Use>
void forEach(const CheckedJson& document, const char* list, const Use& use)
{
    if (const auto entries = document.findValue(list))
        for (const CheckedJson& entry : entries->elements(0, mostEntries)) use(entry);
}

double seconds(const CheckedJson& entry, const char* key)
{
    return entry.require(key).number(0, longestS);
}

std::optional<double> secondsIfAny(const CheckedJson& entry, const char* key)
{
    const auto value = entry.findValue(key);
    return value ? std::optional(value->number(0, longestS)) : std::nullopt;
}

std::vector<Truth::Stretch> readStretches(const CheckedJson& document, const char* list)
{
    std::vector<Truth::Stretch> all;
    forEach(document, list, [&](const CheckedJson& s) {
        all.push_back({seconds(s, "start_s"), seconds(s, "end_s")});
    });
    return all;
}

Truth::Phase readPhase(const CheckedJson& value)
{
    Truth::Phase phase;
    const CheckedJson kind = value.require("kind");
    const ReadKind what = kind.oneOf(readKindWords);
    if (what == ReadKind::Voice || what == ReadKind::Unknown) kind.fault("is no phase of a truth");
    phase.kind = readKindWords.of(what);
    if (const auto sound = value.findValue("sound")) phase.sound = sound->oneOf(soundWords);
    phase.startS = seconds(value, "start_s");
    phase.endS = seconds(value, "end_s");
    if (phase.endS < phase.startS) value.fault("ends before it begins");
    phase.role = value.require("role").oneOf(roleWords);
    if (const auto cycle = value.findValue("cycle")) phase.cycle = cycle->integer(0, mostCycles);
    phase.flowStartS = secondsIfAny(value, "flow_start_s");
    phase.flowEndS = secondsIfAny(value, "flow_end_s");
    return phase;
}

Truth readTruth(const CheckedJson& document, const std::string& file)
{
    checkHead(document, "layakari.truth", newestVersion);
    Truth truth;
    if (const auto plan = document.findValue("plan")) {
        const auto read = parsePlan(plan->raw().dump(), file);
        if (!read) plan->fault(read.error().cause);
        truth.plan = *read;
    }
    forEach(document, "phases",
            [&](const CheckedJson& p) { truth.phases.push_back(readPhase(p)); });
    forEach(document, "strokes", [&](const CheckedJson& s) {
        truth.strokes.push_back({s.require("run").integer(0, mostCycles), seconds(s, "time_s")});
    });
    forEach(document, "hums", [&](const CheckedJson& h) {
        truth.hums.push_back({seconds(h, "start_s"), seconds(h, "end_s"),
                              h.require("pitch_hz").positiveNumber(20'000),
                              h.require("breaks").integer(0, mostCycles)});
    });
    truth.voice = readStretches(document, "voice");
    truth.other = readStretches(document, "other");
    if (const auto done = document.findValue("cycles_done"))
        truth.cyclesDone = done->integer(0, mostCycles);
    return truth;
}

} // namespace

std::string truthToJson(const Truth& truth)
{
    Json document{{"format", "layakari.truth"},
                  {"version", newestVersion},
                  {"plan", truth.hasPlan() ? Json::parse(planToJson(truth.plan)) : Json(nullptr)}};
    for (const char* list : {"phases", "strokes", "hums"}) document[list] = Json::array();
    for (const Truth::Phase& p : truth.phases) {
        Json phase{{"kind", p.kind},  {"sound", toWord(p.sound)}, {"start_s", p.startS},
                   {"end_s", p.endS}, {"role", toWord(p.role)},   {"cycle", orNull(p.cycle)}};
        if (p.flowStartS) phase["flow_start_s"] = *p.flowStartS;
        if (p.flowEndS) phase["flow_end_s"] = *p.flowEndS;
        document["phases"].push_back(std::move(phase));
    }
    for (const Truth::Stroke& s : truth.strokes)
        document["strokes"].push_back({{"run", s.run}, {"time_s", s.timeS}});
    for (const Truth::Hum& h : truth.hums)
        document["hums"].push_back({{"start_s", h.startS},
                                    {"end_s", h.endS},
                                    {"pitch_hz", h.pitchHz},
                                    {"breaks", h.breaks}});
    document["voice"] = stretches(truth.voice);
    if (!truth.other.empty()) document["other"] = stretches(truth.other);
    if (truth.cyclesDone) document["cycles_done"] = *truth.cyclesDone;
    return jsonText(document, 1) + "\n";
}

Result<Truth> parseTruth(const std::string& json, const std::string& file)
{
    return parseForeign(json, ErrorCode::BadReading, file,
                        "mend it, or make it again (docs/formats.md, truth)",
                        [&](const CheckedJson& document) { return readTruth(document, file); });
}

Result<Truth> readTruthFile(const std::filesystem::path& path)
{
    constexpr std::size_t mostBytes = 64 << 20;
    return readTextFile(path, ErrorCode::BadReading, mostBytes)
        .and_then([&](const std::string& text) { return parseTruth(text, path.string()); });
}

} // namespace layakari
