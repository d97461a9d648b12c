// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/reflect/sitting_report.hpp"

#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/paper/paper.hpp"
#include "desktop/read/staff_picture.hpp"

#include <QPagedPaintDevice>
#include <QPainter>
#include <cmath>

namespace layakari {

namespace {

constexpr double gap = 14;

class Page {
public:
    Page(QPainter& painter, const SittingReport& report) : m_paper(painter), m_report(report) {}

    void draw()
    {
        const SittingReport& r = m_report;
        m_paper.soft(QStringLiteral("%1  ·  %2  ·  %3")
                         .arg(QString::fromStdString(r.person.name),
                              fullDate(toQDate(r.sitting.day)), r.planName));
        m_paper.leave(gap / 2);
        m_paper.text(QString::fromStdString(inOneSentence(r.reading)), Type::Sentence);
        m_paper.leave(gap);
        figures();
        m_paper.leave(gap);
        // What is said below the staff comes first: the staff takes the room that is left.
        const double needed = m_paper.heightOf([this] { words(); });
        staff(m_paper.height() - needed - gap);
        m_paper.leave(gap);
        words();
    }

private:
    Paper m_paper;
    const SittingReport& m_report;

    void figures()
    {
        const Summary& s = m_report.reading.summary;
        std::vector<std::pair<QString, QString>> all;
        if (s.accuracy)
            all.emplace_back(QString::number(std::lround(*s.accuracy)), QObject::tr("accuracy, %"));
        if (s.completion)
            all.emplace_back(QStringLiteral("%1 %").arg(std::lround(100 * *s.completion)),
                             QObject::tr("of the plan done"));
        if (s.countLengthS)
            all.emplace_back(QObject::tr("%L1 s").arg(*s.countLengthS, 0, 'f', 2),
                             QObject::tr("a count"));
        m_paper.figures(all);
    }

    void staff(double bottom)
    {
        m_paper.painter().save();
        m_paper.painter().translate(0, m_paper.y());
        const StaffDrawn drawn =
            drawStaff(m_paper.painter(), m_report.reading, m_paper.width(), bottom - m_paper.y());
        m_paper.painter().restore();
        m_paper.leave(drawn.height);
        if (drawn.leftOut > 0) m_paper.soft(QObject::tr("… and %1 rows more").arg(drawn.leftOut));
    }

    void words()
    {
        if (const std::string doubt = uncertaintyInWords(m_report.reading); !doubt.empty())
            m_paper.text(QString::fromStdString(doubt));
        for (const Change& change : m_report.changes)
            if (change.isMoreThanChance())
                m_paper.text(QString::fromStdString(changeInWords(change)));
        for (const StrainSign& sign : m_report.reading.strainSigns)
            m_paper.text(QObject::tr("At %1: %2")
                             .arg(QString::fromStdString(clockTime(sign.atS)),
                                  QString::fromStdString(say(sign.explanation))));
        said();
        m_paper.leave(gap / 2);
        m_paper.text(QString::fromStdString(m_report.judgement.reason), Type::Body);
        m_paper.leave(gap / 2);
        m_paper.soft(observingOnly());
    }

    void said()
    {
        const SittingWords& words = m_report.sitting.words;
        QStringList felt;
        if (words.feelBefore) felt << QObject::tr("%1 of 10 before").arg(*words.feelBefore);
        if (words.feelAfter) felt << QObject::tr("%1 of 10 after").arg(*words.feelAfter);
        if (!words.feel.empty()) felt << QString::fromStdString(words.feel);
        for (const std::string& complaint : words.complaints)
            felt << QString::fromStdString(complaint);
        if (!felt.isEmpty())
            m_paper.text(QObject::tr("It felt: %1.").arg(felt.join(QStringLiteral(", "))));
        if (!words.note.empty()) m_paper.text(QString::fromStdString(words.note));
    }
};

} // namespace

Sheet sheetOf(const SittingReport& report)
{
    const QString title =
        QStringLiteral("%1, %2").arg(QString::fromStdString(report.person.name),
                                     QString::fromStdString(dayToText(report.sitting.day)));
    return {title, [report](QPagedPaintDevice& device) {
                QPainter painter(&device);
                Page(painter, report).draw();
            }};
}

} // namespace layakari
