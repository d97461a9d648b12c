// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tables.hpp"

#include "core/base/enum_words.hpp"
#include "core/journal/figures.hpp"

#include <cmath>
#include <fmt/format.h>

namespace layakari {

namespace {

Cell idCell(Id id) { return static_cast<std::int64_t>(id); }
// Counted from 1, as people do.
Cell nthCell(std::size_t index) { return static_cast<std::int64_t>(index + 1); }

std::string utcOf(std::int64_t seconds)
{
    const Day day = std::chrono::floor<std::chrono::days>(
        std::chrono::sys_seconds(std::chrono::seconds(seconds)));
    const std::int64_t rest = seconds - day.time_since_epoch().count() * 86'400LL;
    return dayToText(day) + fmt::format("T{:02}:{:02}:{:02}Z", static_cast<int>(rest / 3600),
                                        static_cast<int>(rest / 60 % 60),
                                        static_cast<int>(rest % 60));
}

constexpr EnumWords<ReadKind, ReadKind::Unknown> captionWords{
    "inhale", "hold in", "exhale", "hold out", "strokes", "voice", "unclear"};

std::string captionTime(double seconds)
{
    const auto ms = static_cast<std::int64_t>(std::llround(seconds * 1000));
    return fmt::format("{:02}:{:02}:{:02}.{:03}", static_cast<int>(ms / 3'600'000),
                       static_cast<int>(ms / 60'000 % 60), static_cast<int>(ms / 1000 % 60),
                       static_cast<int>(ms % 1000));
}

std::string joined(const std::vector<std::string>& words)
{
    std::string text;
    for (const std::string& word : words) text += (text.empty() ? "" : "; ") + word;
    return text;
}

using SittingColumns = std::vector<TableOf<NamedSitting>::Column>;

// A figure's column, and those of what it lies between.
void addFigure(SittingColumns& columns, const FigureKind& kind)
{
    const FigureKey key = kind.key;
    columns.push_back({std::string(key), [key](const NamedSitting& named) {
                           return cellOf(valueOf(named.sitting, key));
                       }});
    if (!kind.hasRange) return;
    const auto bound = [key](std::optional<double> FigureValue::*which) {
        return [key, which](const NamedSitting& named) {
            const auto& figures = named.sitting.figures;
            const auto figure = figures.find(key);
            return figure == figures.end() ? Cell() : cellOf(figure->second.*which);
        };
    };
    columns.push_back({std::string(key) + "_low", bound(&FigureValue::low)});
    columns.push_back({std::string(key) + "_high", bound(&FigureValue::high)});
}

SittingColumns sittingColumns()
{
    using S = const NamedSitting&;
    SittingColumns columns{
        {"sitting", [](S s) { return idCell(s.sitting.id); }},
        {"day", [](S s) -> Cell { return dayToText(s.sitting.day); }},
        {"started_utc", [](S s) -> Cell { return utcOf(s.sitting.startedAt); }},
        {"person", [](S s) -> Cell { return s.person; }},
        {"plan", [](S s) -> Cell { return s.plan; }},
        {"minutes", [](S s) -> Cell { return s.sitting.practiceS / 60; }},
    };
    for (const FigureKind& kind : figureKinds())
        if (kind.ofReading && !kind.cameLater) addFigure(columns, kind);
    const SittingColumns words{
        {"strain_signs", [](S s) { return cellOf(std::optional(s.sitting.strainSigns)); }},
        {"feel_before", [](S s) { return cellOf(s.sitting.words.feelBefore); }},
        {"feel_after", [](S s) { return cellOf(s.sitting.words.feelAfter); }},
        {"feel", [](S s) -> Cell { return s.sitting.words.feel; }},
        {"complaints", [](S s) -> Cell { return joined(s.sitting.words.complaints); }},
        {"note", [](S s) -> Cell { return s.sitting.words.note; }},
        {"left_out", [](S s) -> Cell { return s.sitting.words.leftOut; }},
        {"recording", [](S s) -> Cell { return s.sitting.recording; }},
        {"sha256", [](S s) -> Cell { return s.sitting.sha256; }},
    };
    columns.insert(columns.end(), words.begin(), words.end());
    for (const FigureKind& kind : figureKinds())
        if (kind.ofReading && kind.cameLater) addFigure(columns, kind);
    columns.push_back(
        {"certain", [](S s) { return cellOf(std::optional(s.sitting.sure ? 1 : 0)); }});
    return columns;
}

// One that is open asks for no number.
std::optional<double> targetOf(const PhaseOfSitting& p, double TargetCounts::*bound)
{
    const auto& target = p.kept.target;
    return target && !target->open ? std::optional((*target).*bound) : std::nullopt;
}

} // namespace

const TableOf<NamedSitting>& sittingsTable()
{
    static const TableOf<NamedSitting> table{"sittings", sittingColumns()};
    return table;
}

const TableOf<PhaseOfSitting>& phasesTable()
{
    using P = const PhaseOfSitting&;
    static const TableOf<PhaseOfSitting> table{
        "phases",
        {
            {"sitting", [](P p) { return idCell(p.sitting); }},
            {"cycle", [](P p) { return nthCell(p.index); }},
            {"round", [](P p) { return nthCell(static_cast<std::size_t>(p.cycle.round)); }},
            {"start_s", [](P p) -> Cell { return p.cycle.startS; }},
            {"cycle_accuracy", [](P p) { return cellOf(p.cycle.accuracy); }},
            {"count_s", [](P p) { return cellOf(p.cycle.countLengthS); }},
            {"phase", [](P p) -> Cell { return std::string(toWord(p.kept.phase)); }},
            {"planned_counts_min", [](P p) { return cellOf(targetOf(p, &TargetCounts::min)); }},
            {"planned_counts_max", [](P p) { return cellOf(targetOf(p, &TargetCounts::max)); }},
            {"kept_counts", [](P p) { return cellOf(p.kept.counts); }},
            {"kept_counts_sd", [](P p) { return cellOf(p.kept.countsSd); }},
            {"seconds", [](P p) -> Cell { return p.kept.seconds; }},
        }};
    return table;
}

const TableOf<StrokeOfSitting>& strokesTable()
{
    using S = const StrokeOfSitting&;
    static const TableOf<StrokeOfSitting> table{
        "strokes",
        {
            {"sitting", [](S s) { return idCell(s.sitting); }},
            {"run", [](S s) { return nthCell(s.runIndex); }},
            {"round", [](S s) { return nthCell(static_cast<std::size_t>(s.run.round)); }},
            {"stroke", [](S s) { return nthCell(s.index); }},
            {"time_s", [](S s) -> Cell { return s.run.strokeTimesS[s.index]; }},
            {"strength_db",
             [](S s) {
                 return s.index < s.run.strengthsDb.size()
                            ? cellOf(std::optional<double>(s.run.strengthsDb[s.index]))
                            : Cell();
             }},
        }};
    return table;
}

const TableOf<HumOfSitting>& humsTable()
{
    using H = const HumOfSitting&;
    static const TableOf<HumOfSitting> table{
        "hums",
        {
            {"sitting", [](H h) { return idCell(h.sitting); }},
            {"hum", [](H h) { return nthCell(h.index); }},
            {"start_s", [](H h) -> Cell { return h.hum.startS; }},
            {"end_s", [](H h) -> Cell { return h.hum.endS; }},
            {"pitch_hz", [](H h) { return cellOf(h.hum.pitchHz); }},
            {"note", [](H h) -> Cell { return h.hum.note; }},
            {"target_hz", [](H h) { return cellOf(h.hum.targetHz); }},
            {"cents_from_target", [](H h) { return cellOf(h.hum.centsFromTarget); }},
            {"wander_cents", [](H h) { return cellOf(h.hum.steadinessCents); }},
            {"drift_cents_per_s", [](H h) { return cellOf(h.hum.driftCentsPerS); }},
            {"breaks", [](H h) -> Cell { return static_cast<std::int64_t>(h.hum.breaks.size()); }},
        }};
    return table;
}

SittingTables::SittingTables(TableWriter& writer)
    : m_writer(writer),
      m_sittings(writer.begin(sittingsTable().head())),
      m_phases(writer.begin(phasesTable().head())),
      m_strokes(writer.begin(strokesTable().head())),
      m_hums(writer.begin(humsTable().head()))
{
}

void SittingTables::add(const NamedSitting& sitting)
{
    m_writer.add(m_sittings, sittingsTable().row(sitting));
}

void SittingTables::add(Id sitting, const Reading& reading)
{
    for (std::size_t c = 0; c < reading.cycles.size(); ++c)
        for (const ReadCycle::Kept& kept : reading.cycles[c].phases)
            m_writer.add(m_phases, phasesTable().row({sitting, c, reading.cycles[c], kept}));
    for (std::size_t r = 0; r < reading.strokeRuns.size(); ++r)
        for (std::size_t i = 0; i < reading.strokeRuns[r].strokeTimesS.size(); ++i)
            m_writer.add(m_strokes, strokesTable().row({sitting, r, i, reading.strokeRuns[r]}));
    for (std::size_t h = 0; h < reading.hums.size(); ++h)
        m_writer.add(m_hums, humsTable().row({sitting, h, reading.hums[h]}));
}

std::string captionsVtt(const Reading& reading)
{
    std::string text = "WEBVTT\n";
    for (const ReadPhase& phase : reading.phases) {
        std::string words = captionWords.of(phase.kind);
        if (phase.role == Role::Practice && phase.cycle)
            words += ", cycle " + std::to_string(*phase.cycle + 1);
        text += "\n" + captionTime(phase.startS) + " --> " + captionTime(phase.endS) + "\n" +
                words + "\n";
    }
    return text;
}

} // namespace layakari
