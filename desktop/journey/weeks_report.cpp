// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/journey/weeks_report.hpp"

#include "core/base/quantile.hpp"
#include "core/journal/sitting.hpp"
#include "core/language/message.hpp"
#include "core/progress/series.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/journey/journey_chart.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/paper/paper.hpp"

#include <QPagedPaintDevice>
#include <algorithm>
#include <cmath>
#include <qcustomplot.h>
#include <set>

namespace layakari {

namespace {

constexpr double gap = 12;
constexpr double chartHeight = 176;
constexpr double lineHeight = 19;
// Shares of the width in the list of sittings; its figures have the rest.
constexpr double dayEnds = 0.13;
constexpr double practiceEnds = 0.46;

// The charts that say most come first; what finds no room is on the screen.
std::vector<FigureKind> charted()
{
    std::vector<FigureKind> kinds = figureKinds();
    std::erase_if(kinds, [](const FigureKind& kind) { return kind.chart == 0; });
    std::sort(kinds.begin(), kinds.end(),
              [](const FigureKind& a, const FigureKind& b) { return a.chart < b.chart; });
    return kinds;
}

std::optional<double> usual(const std::vector<Sitting>& sittings, FigureKey figure)
{
    std::vector<double> values;
    for (const Sitting& s : sittings)
        if (const auto value = valueOf(s, figure); value && s.counts()) values.push_back(*value);
    return values.empty() ? std::nullopt : std::optional(median(std::move(values)));
}

class Pages {
public:
    Pages(QPagedPaintDevice& writer, const WeeksReport& report)
        : m_writer(writer), m_painter(&writer), m_paper(m_painter), m_report(report)
    {
    }

    void draw()
    {
        head();
        practices();
        charts();
        m_writer.newPage();
        m_paper.goTo(0);
        head();
        sittings();
    }

private:
    QPagedPaintDevice& m_writer;
    QCPPainter m_painter;
    Paper m_paper;
    const WeeksReport& m_report;
    std::map<QString, std::vector<Sitting>> m_byPractice;

    QString practiceOf(const Sitting& sitting) const
    {
        const auto known = sitting.planVersion ? m_report.practice.find(*sitting.planVersion)
                                               : m_report.practice.end();
        return known == m_report.practice.end() ? QObject::tr("free practice") : known->second;
    }

    void head()
    {
        m_paper.soft(QObject::tr("%1  ·  %2 to %3")
                         .arg(QString::fromStdString(m_report.person.name),
                              dayAndMonth(toQDate(m_report.from)),
                              dateWithYear(toQDate(m_report.to))));
        m_paper.leave(gap / 2);
    }

    void practices()
    {
        std::set<Day> days;
        double seconds = 0;
        for (const Sitting& s : m_report.sittings) {
            days.insert(s.day);
            seconds += s.practiceS;
            m_byPractice[practiceOf(s)].push_back(s);
        }
        const auto span = (m_report.to - m_report.from).count() + 1;
        m_paper.text(m_report.sittings.size() == 1
                         ? QObject::tr("One sitting in %n day(s).", nullptr, static_cast<int>(span))
                         : QObject::tr("%1 sittings on %2 of %3 days, %n minute(s) of practice.",
                                       nullptr, static_cast<int>(std::lround(seconds / 60)))
                               .arg(m_report.sittings.size())
                               .arg(days.size())
                               .arg(span),
                     Type::Sentence);
        m_paper.leave(gap / 2);
        for (const auto& [name, some] : m_byPractice) m_paper.text(inWords(name, some));
        m_paper.leave(gap / 2);
    }

    static QString inWords(const QString& name, const std::vector<Sitting>& sittings)
    {
        QStringList words{QObject::tr("%n sitting(s)", nullptr, static_cast<int>(sittings.size()))};
        if (const auto accuracy = usual(sittings, figure::accuracy))
            words << QObject::tr("accuracy usually %1 %").arg(std::lround(*accuracy));
        const QString text = QStringLiteral("%1: %2.").arg(name, words.join(QStringLiteral(", ")));
        const auto trend = trendOf(sittings, figure::accuracy);
        return trend ? text + QLatin1Char(' ') +
                           QString::fromStdString(trendInWords(trend, figure::accuracy))
                     : text;
    }

    // Of what was practised most: figures of several practices make no common line.
    void charts()
    {
        const auto most = std::max_element(
            m_byPractice.begin(), m_byPractice.end(),
            [](const auto& a, const auto& b) { return a.second.size() < b.second.size(); });
        if (m_byPractice.size() > 1) m_paper.soft(most->first, Type::Body);
        const std::vector<FigureKey> there = figuresIn(most->second);
        for (const FigureKind& kind : charted()) {
            if (std::find(there.begin(), there.end(), kind.key) == there.end()) continue;
            if (m_paper.y() + 30 + chartHeight > m_paper.height()) return;
            chart(kind.key, most->second);
        }
    }

    void chart(FigureKey figure, const std::vector<Sitting>& sittings)
    {
        const auto trend = trendOf(sittings, figure);
        m_paper.text(QString::fromStdString(trendInWords(trend, figure)), Type::Body);
        JourneyChart chart;
        chart.show(sittings, {}, figure, trend);
        m_painter.save();
        m_painter.translate(0, m_paper.y());
        chart.drawOn(m_painter, static_cast<int>(m_paper.width()), static_cast<int>(chartHeight));
        m_painter.restore();
        m_paper.leave(chartHeight + gap);
    }

    struct Column {
        QString name;
        double right; // share of the width at which it ends
        Qt::AlignmentFlag align;
        FigureKey figure; // empty: its name is what it says
    };

    static QString number(const Sitting& sitting, FigureKey figure)
    {
        const auto value = valueOf(sitting, figure);
        return value ? QLocale().toString(*value, 'f', kindOf(figure).decimals) : QString();
    }

    void cells(const std::vector<Column>& columns,
               const std::function<QString(const Column&)>& text)
    {
        double left = 0;
        for (const Column& column : columns) {
            const double right = column.right * m_paper.width();
            m_painter.drawText(
                QRectF(left, m_paper.y(), right - left - 8, lineHeight),
                column.align | Qt::AlignVCenter,
                m_painter.fontMetrics().elidedText(text(column), Qt::ElideRight,
                                                   static_cast<int>(right - left - 8)));
            left = right;
        }
        m_paper.leave(lineHeight);
    }

    void sittings()
    {
        std::vector<Column> columns;
        for (const FigureKind& kind : figureKinds())
            if (kind.isListed)
                columns.push_back(
                    {QString::fromStdString(say("figure-column." + std::string(kind.key))), 0,
                     Qt::AlignRight, kind.key});
        for (std::size_t i = 0; i < columns.size(); ++i)
            columns[i].right = practiceEnds + (1 - practiceEnds) * static_cast<double>(i + 1) /
                                                  static_cast<double>(columns.size());
        m_painter.setPen(currentTheme().softInk);
        m_painter.setFont(typeface(Type::Small));
        row(QObject::tr("day"), QObject::tr("practice"), columns,
            [](const Column& column) { return column.name; });
        const double closing = m_paper.heightOf([this] { close(0); });
        const std::size_t all = m_report.sittings.size();
        std::size_t told = 0;
        for (; told < all; ++told) {
            if (m_paper.y() + 2 * lineHeight + closing > m_paper.height()) break;
            const Sitting& s = m_report.sittings[told];
            m_painter.setPen(s.counts() ? currentTheme().ink : currentTheme().softInk);
            m_painter.setFont(typeface(Type::Small));
            row(QLocale().toString(toQDate(s.day), QObject::tr("ddd d MMM")),
                s.words.leftOut.empty() ? practiceOf(s)
                                        : QObject::tr("%1 (does not count)").arg(practiceOf(s)),
                columns, [&](const Column& column) { return number(s, column.figure); });
        }
        close(all - told);
    }

    void row(const QString& day, const QString& practice, const std::vector<Column>& columns,
             const std::function<QString(const Column&)>& text)
    {
        std::vector<Column> all{{day, dayEnds, Qt::AlignLeft, {}},
                                {practice, practiceEnds, Qt::AlignLeft, {}}};
        all.insert(all.end(), columns.begin(), columns.end());
        cells(all, [&](const Column& column) {
            return column.figure.empty() ? column.name : text(column);
        });
    }

    // What was complained of, and that the program only observes.
    void close(std::size_t leftOut)
    {
        if (leftOut > 0) m_paper.soft(QObject::tr("… and %1 earlier ones").arg(leftOut));
        m_paper.leave(gap);
        constexpr std::size_t most = 6;
        std::size_t told = 0;
        for (const Sitting& s : m_report.sittings) {
            QStringList words;
            for (const std::string& complaint : complaintsInWords(s.words.complaints))
                words << QString::fromStdString(complaint);
            if (words.isEmpty() || ++told > most) continue;
            m_paper.text(QObject::tr("%1, after %2: %3.")
                             .arg(shortDayAndMonth(toQDate(s.day)), practiceOf(s),
                                  words.join(QStringLiteral(", "))));
        }
        m_paper.leave(gap / 2);
        m_paper.soft(observingOnly());
    }
};

} // namespace

Result<Sheet> sheetOf(const WeeksReport& report)
{
    if (report.sittings.empty())
        return fail({ErrorCode::BadArgument, "", "",
                     report.person.name + " has no sitting in these weeks", "choose more weeks"});
    const QString title = QStringLiteral("%1, %2 to %3")
                              .arg(QString::fromStdString(report.person.name),
                                   QString::fromStdString(dayToText(report.from)),
                                   QString::fromStdString(dayToText(report.to)));
    return Sheet{title, [report](QPagedPaintDevice& device) { Pages(device, report).draw(); }};
}

} // namespace layakari
