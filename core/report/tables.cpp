// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tables.hpp"

#include "core/base/text.hpp"

#include <cmath>
#include <cstring>

namespace layakari {

namespace {

std::string number(double value) { return format("%.6g", value); }

template <class T>
std::string cell(const std::optional<T>& value)
{
    return value ? number(static_cast<double>(*value)) : "";
}

class Line {
public:
    Line& operator<<(const std::string& text) { return add(csvCell(text)); }
    Line& operator<<(double value) { return add(number(value)); }
    template <class T>
    Line& operator<<(const std::optional<T>& value)
    {
        return add(cell(value));
    }
    std::string end() { return m_text + "\r\n"; }

private:
    std::string m_text;
    bool m_any = false;

    Line& add(const std::string& cell)
    {
        m_text += (m_any ? "," : "") + cell;
        m_any = true;
        return *this;
    }
};

std::string headed(std::initializer_list<const char*> names)
{
    Line line;
    for (const char* name : names) line << std::string(name);
    return line.end();
}

std::string utcOf(std::int64_t seconds)
{
    const Day day = std::chrono::floor<std::chrono::days>(
        std::chrono::sys_seconds(std::chrono::seconds(seconds)));
    const std::int64_t rest = seconds - day.time_since_epoch().count() * 86'400LL;
    return dayToText(day) + format("T%02d:%02d:%02dZ", static_cast<int>(rest / 3600),
                                   static_cast<int>(rest / 60 % 60), static_cast<int>(rest % 60));
}

const char* nameOf(ReadKind kind)
{
    switch (kind) {
    case ReadKind::Inhale: return "inhale";
    case ReadKind::HoldFull: return "hold in";
    case ReadKind::Exhale: return "exhale";
    case ReadKind::HoldEmpty: return "hold out";
    case ReadKind::Strokes: return "strokes";
    case ReadKind::Voice: return "voice";
    case ReadKind::Unknown: break;
    }
    return "unclear";
}

std::string captionTime(double seconds)
{
    const auto ms = static_cast<std::int64_t>(std::llround(seconds * 1000));
    return format("%02d:%02d:%02d.%03d", static_cast<int>(ms / 3'600'000),
                  static_cast<int>(ms / 60'000 % 60), static_cast<int>(ms / 1000 % 60),
                  static_cast<int>(ms % 1000));
}

} // namespace

std::string csvCell(const std::string& words)
{
    // A spreadsheet takes a cell that begins so for a formula, which may start programs.
    const bool isFormula = !words.empty() && std::strchr("=+-@\t\r", words.front()) != nullptr;
    std::string text = isFormula ? "'" + words : words;
    if (text.find_first_of(",\"\r\n") == std::string::npos) return text;
    std::string quoted = "\"";
    for (const char c : text) quoted += c == '"' ? "\"\"" : std::string(1, c);
    return quoted + "\"";
}

std::string sittingsCsv(const std::vector<NamedSitting>& sittings)
{
    std::string text = headed({"sitting",
                               "day",
                               "started_utc",
                               "person",
                               "plan",
                               "minutes",
                               "accuracy",
                               "accuracy_low",
                               "accuracy_high",
                               "completion_percent",
                               "count_s",
                               "longest_hold_s",
                               "exhale_to_inhale",
                               "hold_to_inhale",
                               "strokes",
                               "strokes_per_min",
                               "hum_s",
                               "hum_hz",
                               "hum_wander_cents",
                               "rest_breaths_per_min",
                               "strain_signs",
                               "feel_before",
                               "feel_after",
                               "feel",
                               "complaints",
                               "note",
                               "left_out",
                               "recording",
                               "sha256"});
    for (const NamedSitting& named : sittings) {
        const Sitting& s = named.sitting;
        std::string complaints;
        for (const std::string& complaint : s.words.complaints)
            complaints += (complaints.empty() ? "" : "; ") + complaint;
        Line cells;
        cells << static_cast<double>(s.id) << dayToText(s.day) << utcOf(s.startedAt) << named.person
              << named.plan << s.practiceS / 60 << s.accuracy << s.accuracyLow << s.accuracyHigh
              << s.completion << s.countLengthS << s.longestHoldS << s.exhaleToInhale
              << s.holdToInhale << s.strokes << s.strokesPerMin << s.humS << s.humHz
              << s.humWanderCents << s.restBreathsPerMin << static_cast<double>(s.strainSigns)
              << s.words.feelBefore << s.words.feelAfter << s.words.feel << complaints
              << s.words.note << s.words.leftOut << s.recording << s.sha256;
        text += cells.end();
    }
    return text;
}

std::string phasesCsvHeader()
{
    return headed({"sitting", "cycle", "round", "start_s", "cycle_accuracy", "count_s", "phase",
                   "planned_counts_min", "planned_counts_max", "kept_counts", "kept_counts_sd",
                   "seconds"});
}

std::string phasesCsv(const Reading& reading, Id sitting)
{
    std::string text;
    for (std::size_t c = 0; c < reading.cycles.size(); ++c) {
        const ReadCycle& cycle = reading.cycles[c];
        for (const ReadCycle::Kept& kept : cycle.phases) {
            // One that is open asks for no number.
            const auto* target = kept.target && !kept.target->open ? &*kept.target : nullptr;
            Line cells;
            cells << static_cast<double>(sitting) << static_cast<double>(c + 1)
                  << static_cast<double>(cycle.round + 1) << cycle.startS << cycle.accuracy
                  << cycle.countLengthS << std::string(toWord(kept.phase))
                  << (target ? std::optional(target->min) : std::nullopt)
                  << (target ? std::optional(target->max) : std::nullopt) << kept.counts
                  << kept.countsSd << kept.seconds;
            text += cells.end();
        }
    }
    return text;
}

std::string strokesCsvHeader()
{
    return headed({"sitting", "run", "round", "stroke", "time_s", "strength_db"});
}

std::string strokesCsv(const Reading& reading, Id sitting)
{
    std::string text;
    for (std::size_t r = 0; r < reading.strokeRuns.size(); ++r) {
        const ReadStrokeRun& run = reading.strokeRuns[r];
        for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i) {
            Line cells;
            cells << static_cast<double>(sitting) << static_cast<double>(r + 1)
                  << static_cast<double>(run.round + 1) << static_cast<double>(i + 1)
                  << run.strokeTimesS[i]
                  << (i < run.strengthsDb.size() ? std::optional(run.strengthsDb[i])
                                                 : std::nullopt);
            text += cells.end();
        }
    }
    return text;
}

std::string humsCsvHeader()
{
    return headed({"sitting", "hum", "start_s", "end_s", "pitch_hz", "note", "target_hz",
                   "cents_from_target", "wander_cents", "drift_cents_per_s", "breaks"});
}

std::string humsCsv(const Reading& reading, Id sitting)
{
    std::string text;
    for (std::size_t h = 0; h < reading.hums.size(); ++h) {
        const ReadHum& hum = reading.hums[h];
        Line cells;
        cells << static_cast<double>(sitting) << static_cast<double>(h + 1) << hum.startS
              << hum.endS << hum.pitchHz << hum.note << hum.targetHz << hum.centsFromTarget
              << hum.steadinessCents << hum.driftCentsPerS
              << static_cast<double>(hum.breaks.size());
        text += cells.end();
    }
    return text;
}

std::string captionsVtt(const Reading& reading)
{
    std::string text = "WEBVTT\n";
    for (const ReadPhase& phase : reading.phases) {
        std::string words = nameOf(phase.kind);
        if (phase.role == Role::Practice && phase.cycle)
            words += ", cycle " + std::to_string(*phase.cycle + 1);
        text += "\n" + captionTime(phase.startS) + " --> " + captionTime(phase.endS) + "\n" +
                words + "\n";
    }
    return text;
}

} // namespace layakari
