// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/staff_rows.hpp"

#include "core/measure/keeping.hpp"
#include "core/report/sentence.hpp"
#include "desktop/read/playback.hpp"
#include "desktop/read/sound_marks.hpp"

#include <QObject>
#include <algorithm>
#include <cmath>
#include <set>

namespace layakari {

namespace {

constexpr std::size_t mostColumns = 4;
constexpr double sureOfCount = 0.6; // of the strokes: from here on nothing is said of it
constexpr double leastNaturalS = 2; // a silence shorter than this between cycles is not worth a row

class SheetBuilder {
public:
    SheetBuilder(const Reading& reading) : m_reading(reading)
    {
        m_sheet.inCounts = reading.summary.countLengthS.has_value();
        m_sheet.unitS = reading.summary.countLengthS.value_or(1);
        if (reading.plan) m_steps = unfold(*reading.plan);
    }

    StaffSheet build()
    {
        addRowsInTimeOrder();
        if (m_reading.plan && m_reading.heardBreathing()) addMissingRows();
        findColumns();
        for (const StaffRow& row : m_sheet.rows)
            m_sheet.span = std::max(m_sheet.span, rowLength(row));
        for (StaffRow& row : m_sheet.rows) {
            markCorrected(row);
            const QString spoken = inSpokenWords(row);
            row.spoken =
                row.correctedAtS.empty() ? spoken : QObject::tr("%1, corrected").arg(spoken);
        }
        return std::move(m_sheet);
    }

private:
    const Reading& m_reading;
    StaffSheet m_sheet;
    std::vector<PlannedStep> m_steps;

    void addRowsInTimeOrder()
    {
        const auto& phases = m_reading.phases;
        for (std::size_t begin = 0; begin < phases.size();) {
            std::size_t end = begin + 1;
            const bool isRun = phases[begin].kind == ReadKind::Strokes;
            while (!isRun && end < phases.size() && phases[end].cycle == phases[begin].cycle &&
                   phases[end].role == phases[begin].role && phases[end].kind != ReadKind::Strokes)
                ++end;
            if (isRun)
                addRun(begin);
            else if (phases[begin].cycle)
                addCycle(begin, end, *phases[begin].cycle);
            else
                addNatural(begin, end);
            begin = end;
        }
    }

    StaffRow rowOf(std::size_t begin, std::size_t end) const
    {
        StaffRow row;
        row.firstPhase = begin;
        row.lastPhase = end - 1;
        row.hasPhases = true;
        row.startS = m_reading.phases[begin].startS;
        addSounds(row, row.startS, m_reading.phases[end - 1].endS);
        for (std::size_t i = begin; i < end; ++i) {
            const ReadPhase& p = m_reading.phases[i];
            row.shapes.push_back({p.kind, p.seconds() / m_sheet.unitS, p.startSdS / m_sheet.unitS,
                                  p.endSdS / m_sheet.unitS, false});
        }
        return row;
    }

    void addSounds(StaffRow& row, double startS, double endS) const
    {
        for (const ReadHum& hum : m_reading.hums)
            if (hum.startS >= startS - 0.05 && hum.startS < endS) row.hums.push_back(hum);
        for (const ReadOcean& breath : m_reading.ocean)
            if (breath.friction.roughestAtS && breath.startS >= startS - 0.05 &&
                breath.startS < endS)
                row.roughAtS.push_back(*breath.friction.roughestAtS);
    }

    void addRun(std::size_t phase)
    {
        StaffRow row = rowOf(phase, phase + 1);
        row.kind = StaffRow::Kind::Strokes;
        const double start = m_reading.phases[phase].startS;
        for (const ReadStrokeRun& run : m_reading.strokeRuns)
            if (std::fabs(run.startS - start) < 0.01) row.run = run;
        if (!row.run) return;
        const ReadStrokeRun& run = *row.run;
        row.name =
            run.style == StrokeStyle::Bhastrika ? QObject::tr("bellows") : QObject::tr("strokes");
        if (run.roundsInAll > 1) row.round = QObject::tr("round %1").arg(run.round + 1);
        if (m_reading.plan && !run.targetCount) row.round = QObject::tr("not planned");
        if (run.ratePerMin)
            row.note = QObject::tr("%L1 per minute").arg(*run.ratePerMin, 0, 'f', 0);
        if (run.countConfidence < sureOfCount)
            row.note = QObject::tr("%1, uncertain").arg(row.note);
        m_sheet.longestRunS = std::max(m_sheet.longestRunS, run.endS - run.startS);
        m_sheet.rows.push_back(std::move(row));
    }

    void addCycle(std::size_t begin, std::size_t end, int index)
    {
        const ReadCycle& cycle = m_reading.cycles[static_cast<std::size_t>(index)];
        StaffRow row = rowOf(begin, end);
        row.kind = StaffRow::Kind::Cycle;
        row.cycle = index;
        row.name = QString::number(index + 1);
        if (cycle.roundsInAll > 1) row.round = QObject::tr("round %1").arg(cycle.round + 1);
        if (cycle.extra) row.round = QObject::tr("extra");
        if (!cycle.complete)
            row.round = hasUnheardTurn(cycle) ? QObject::tr("no turn") : QObject::tr("cut short");
        row.kept = cycle.phases;
        // A reading's file may say that a cycle was heard where its row is not.
        for (ReadCycle::Kept& kept : row.kept)
            std::erase_if(kept.heard, [&](std::size_t i) { return i < begin || i >= end; });
        row.accuracy = cycle.accuracy;
        std::set<std::size_t> scored;
        for (const auto& kept : cycle.phases) scored.insert(kept.heard.begin(), kept.heard.end());
        for (std::size_t i = begin; i < end; ++i)
            row.shapes[i - begin].isStray = !scored.contains(i);
        if (const auto* step = stepOf(cycle)) row.planned = step->cycle()->phases;
        m_sheet.rows.push_back(std::move(row));
    }

    const PlannedStep* stepOf(const ReadCycle& cycle) const
    {
        for (const PlannedStep& step : m_steps)
            if (step.part == cycle.part) return &step;
        return nullptr;
    }

    void addNatural(std::size_t begin, std::size_t end)
    {
        StaffRow row = rowOf(begin, end);
        row.kind = StaffRow::Kind::Natural;
        int breaths = 0;
        double seconds = 0;
        for (std::size_t i = begin; i < end; ++i) {
            breaths += m_reading.phases[i].kind == ReadKind::Exhale;
            seconds += m_reading.phases[i].seconds();
        }
        const bool anyBreath =
            std::any_of(row.shapes.begin(), row.shapes.end(), [](const LungPhase& s) {
                return s.kind == ReadKind::Inhale || s.kind == ReadKind::Exhale;
            });
        if (!anyBreath && seconds < leastNaturalS) return;
        const bool isFirst = m_sheet.rows.empty();
        if (m_reading.phases[begin].role == Role::Rest)
            row.name = anyBreath ? QObject::tr("rest") : QObject::tr("pause");
        else
            row.name = isFirst && m_reading.plan && !m_reading.cycles.empty()
                           ? QObject::tr("before")
                       : m_reading.cycles.empty() ? QObject::tr("heard")
                                                  : QObject::tr("after");
        const int decimals = seconds < 10 ? 1 : 0;
        row.note = breaths > 0 ? QObject::tr("%n breath(s), %L1 s", nullptr, breaths)
                                     .arg(seconds, 0, 'f', decimals)
                               : QObject::tr("%L1 s").arg(seconds, 0, 'f', decimals);
        m_sheet.rows.push_back(std::move(row));
    }

    // A planned cycle that nothing was matched with stands where the plan has it: before the next
    // that was done.
    void addMissingRows()
    {
        std::set<std::pair<std::string, int>> done;
        for (const ReadCycle& cycle : m_reading.cycles)
            if (!cycle.extra) done.insert({cycle.part, cycle.repetition});
        std::size_t at = 0;
        while (at < m_sheet.rows.size() && m_sheet.rows[at].kind == StaffRow::Kind::Natural) ++at;
        for (const PlannedStep& step : m_steps) {
            if (!step.cycle()) continue;
            if (done.contains({step.part, step.repetition})) {
                while (at < m_sheet.rows.size() && !shows(m_sheet.rows[at], step)) ++at;
                ++at;
                continue;
            }
            StaffRow row;
            row.kind = StaffRow::Kind::Missing;
            row.planned = step.cycle()->phases;
            row.name = QObject::tr("not done");
            if (step.roundsInAll > 1) row.round = QObject::tr("round %1").arg(step.round + 1);
            const std::size_t where = std::min(at, m_sheet.rows.size());
            m_sheet.rows.insert(m_sheet.rows.begin() + static_cast<std::ptrdiff_t>(where),
                                std::move(row));
            at = where + 1;
        }
    }

    bool shows(const StaffRow& row, const PlannedStep& step) const
    {
        if (row.kind != StaffRow::Kind::Cycle) return false;
        const ReadCycle& cycle = m_reading.cycles[static_cast<std::size_t>(row.cycle)];
        return !cycle.extra && cycle.part == step.part && cycle.repetition == step.repetition;
    }

    void findColumns()
    {
        const std::vector<Phase>* shared = nullptr;
        for (const PlannedStep& step : m_steps) {
            if (!step.cycle()) continue;
            if (!shared) shared = &step.cycle()->phases;
            const auto sameKind = [](const Phase& a, const Phase& b) { return a.kind == b.kind; };
            const auto& these = step.cycle()->phases;
            if (!std::equal(these.begin(), these.end(), shared->begin(), shared->end(), sameKind))
                return;
            if (these != *shared) m_sheet.marks.assign(1, -1);
        }
        if (!shared) return;
        const bool targetsDiffer = !m_sheet.marks.empty();
        m_sheet.marks.clear();
        double at = 0;
        for (const Phase& phase : *shared) {
            at += phase.counts.middle();
            if (!targetsDiffer && m_sheet.inCounts && !phase.counts.open)
                m_sheet.marks.push_back(at);
            if (shared->size() <= mostColumns) m_sheet.columns.push_back(phase.kind);
        }
    }

    static double rowLength(const StaffRow& row)
    {
        double heard = 0;
        double planned = 0;
        for (const LungPhase& shape : row.shapes) heard += shape.length;
        for (const Phase& phase : row.planned) planned += phase.counts.middle();
        return row.kind == StaffRow::Kind::Natural || row.kind == StaffRow::Kind::Strokes
                   ? 0
                   : std::max(heard, planned);
    }

    void markCorrected(StaffRow& row) const
    {
        for (std::size_t i = row.firstPhase; row.hasPhases && i <= row.lastPhase; ++i)
            if (const ReadPhase& phase = m_reading.phases[i]; phase.corrected)
                row.correctedAtS.push_back((phase.startS + phase.endS) / 2);
    }

    static QString inSpokenWords(const ReadStrokeRun& run, const StaffRow& row)
    {
        QStringList words;
        if (!row.round.isEmpty()) words << row.round;
        words
            << (run.targetCount
                    ? QObject::tr("%1: %2 of %3").arg(row.name).arg(run.count).arg(*run.targetCount)
                    : QObject::tr("%1: %2").arg(row.name).arg(run.count));
        if (!row.note.isEmpty()) words << row.note;
        return words.join(QStringLiteral(", "));
    }

    QString inSpokenWords(const StaffRow& row) const
    {
        if (row.kind == StaffRow::Kind::Natural)
            return QObject::tr("%1: %2").arg(row.name, row.note);
        if (row.kind == StaffRow::Kind::Missing)
            return QObject::tr("A planned cycle that was not done");
        if (row.kind == StaffRow::Kind::Strokes) return inSpokenWords(*row.run, row);
        const QString cycle = QObject::tr("Cycle %1").arg(row.name);
        QStringList words;
        for (const ReadCycle::Kept& kept : row.kept) words << inSpokenWords(kept);
        for (const ReadHum& hum : row.hums)
            words << QObject::tr("hum %L1 seconds, %2")
                         .arg(hum.seconds(), 0, 'f', 1)
                         .arg(pitchInWords(hum));
        if (row.accuracy) words << QObject::tr("accuracy %L1 %").arg(*row.accuracy, 0, 'f', 0);
        return QObject::tr("%1: %2").arg(
            row.round.isEmpty() ? cycle : QObject::tr("%1, %2").arg(cycle, row.round),
            words.join(QStringLiteral("; ")));
    }

    static QString inSpokenWords(const ReadCycle::Kept& kept)
    {
        const QString phase = QString::fromStdString(termFor(kept.phase));
        if (isUnheard(kept)) return QObject::tr("%1 not heard separately").arg(phase);
        QString length =
            kept.counts ? QObject::tr("%1 %L2 counts").arg(phase).arg(*kept.counts, 0, 'f', 1)
                        : QObject::tr("%1 %L2 seconds").arg(phase).arg(kept.seconds, 0, 'f', 1);
        switch (keepingOf(kept)) {
        case Keeping::Short: return QObject::tr("%1, short").arg(length);
        case Keeping::Long: return QObject::tr("%1, long").arg(length);
        default: return length;
        }
    }
};

} // namespace

double staffLeftMargin()
{
    constexpr double least = 132;
    constexpr double aroundText = 34; // of a button, and of a row's name
    return std::max(scaled(least), Playback::widestText() + scaled(aroundText));
}

StaffSheet StaffSheet::of(const Reading& reading) { return SheetBuilder(reading).build(); }

} // namespace layakari
