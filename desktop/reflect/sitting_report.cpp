// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/reflect/sitting_report.hpp"

#include "core/report/sentence.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/theme/theme.hpp"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <cmath>

namespace layakari {

namespace {

constexpr int dotsPerInch = 96; // so that the sizes of type are those of the screen
constexpr double marginMm = 17;
constexpr double staffWidth = 900; // what the staff is laid out for; it is scaled to the page
constexpr double gap = 14;

class Page {
public:
    Page(QPainter& painter, const SittingReport& report)
        : m_painter(painter),
          m_report(report),
          m_width(painter.viewport().width()),
          m_height(painter.viewport().height())
    {
    }

    void draw()
    {
        const SittingReport& r = m_report;
        soft(QStringLiteral("%1  ·  %2  ·  %3")
                 .arg(QString::fromStdString(r.person.name),
                      toQDate(r.sitting.day).toString(QStringLiteral("dddd d MMMM yyyy")),
                      r.planName));
        m_y += gap / 2;
        text(QString::fromStdString(inOneSentence(r.reading)), Type::Sentence);
        m_y += gap;
        figures();
        m_y += gap;
        // What is said below the staff comes first: the staff takes the room that is left.
        const double top = m_y;
        m_isMeasuring = true;
        words();
        m_isMeasuring = false;
        const double needed = m_y - top;
        m_y = top;
        staff(m_height - needed - gap);
        m_y = std::max(m_y + gap, m_y);
        words();
    }

private:
    QPainter& m_painter;
    const SittingReport& m_report;
    double m_width;
    double m_height;
    double m_y = 0;
    bool m_isMeasuring = false;

    void paragraph(const QString& words, const QFont& font, const QColor& color)
    {
        if (words.isEmpty()) return;
        m_painter.setFont(font);
        m_painter.setPen(color);
        const QRectF room(0, m_y, m_width, 10'000);
        const QRectF taken = m_painter.boundingRect(room, Qt::TextWordWrap, words);
        if (!m_isMeasuring) m_painter.drawText(room, Qt::TextWordWrap, words);
        m_y += taken.height() + 4;
    }
    void text(const QString& words, Type type = Type::Small, bool bold = false)
    {
        paragraph(words, typeface(type, bold), currentTheme().ink);
    }
    void soft(const QString& words)
    {
        paragraph(words, typeface(Type::Small), currentTheme().softInk);
    }

    void figures()
    {
        const Summary& s = m_report.reading.summary;
        std::vector<std::pair<QString, QString>> all;
        if (s.accuracy)
            all.emplace_back(QString::number(std::lround(*s.accuracy)),
                             QObject::tr("accuracy, of 100"));
        if (s.completion)
            all.emplace_back(QStringLiteral("%1 %").arg(std::lround(100 * *s.completion)),
                             QObject::tr("of the plan done"));
        if (s.countLengthS)
            all.emplace_back(QStringLiteral("%1 s").arg(*s.countLengthS, 0, 'f', 2),
                             QObject::tr("a count"));
        double x = 0;
        for (const auto& [value, name] : all) {
            m_painter.setPen(currentTheme().ink);
            m_painter.setFont(typeface(Type::Figure, true));
            m_painter.drawText(QRectF(x, m_y, 180, 40), Qt::AlignLeft | Qt::AlignBottom, value);
            m_painter.setFont(typeface(Type::Small));
            m_painter.setPen(currentTheme().softInk);
            m_painter.drawText(QRectF(x, m_y + 40, 180, 22), Qt::AlignLeft | Qt::AlignTop, name);
            x += 190;
        }
        if (!all.empty()) m_y += 64;
    }

    void staff(double bottom)
    {
        StaffView view;
        view.resize(static_cast<int>(staffWidth), 100);
        view.setSheet(StaffSheet::of(m_report.reading, m_report.person.school.terms));
        const StaffDelegate rows;
        QStyleOptionViewItem option;
        option.widget = &view;
        const double scale = m_width / staffWidth;
        // Without being shown, the view lays nothing out by itself.
        view.viewport()->resize(static_cast<int>(staffWidth), 100);
        StaffHead head(&view);
        head.resize(static_cast<int>(staffWidth), head.sizeHint().height());
        m_painter.save();
        m_painter.translate(0, m_y);
        m_painter.scale(scale, scale);
        head.render(&m_painter, {}, {}, QWidget::DrawChildren);
        m_painter.restore();
        m_y += head.height() * scale;
        const int all = view.staff()->rowCount();
        int drawn = 0;
        for (; drawn < all; ++drawn) {
            const QModelIndex index = view.staff()->index(drawn);
            const int height = rows.sizeHint(option, index).height();
            // The last line of the room is for what finds none.
            const double needed = height * scale + (drawn + 1 < all ? 20 : 0);
            if (m_y + needed > bottom) break;
            m_painter.save();
            m_painter.translate(0, m_y);
            m_painter.scale(scale, scale);
            option.rect = QRect(0, 0, static_cast<int>(staffWidth), height);
            rows.paint(&m_painter, option, index);
            m_painter.restore();
            m_y += height * scale;
        }
        if (drawn < all) soft(QObject::tr("… and %1 rows more").arg(all - drawn));
    }

    void words()
    {
        for (const Change& change : m_report.changes)
            if (change.isMoreThanChance()) text(QString::fromStdString(changeInWords(change)));
        for (const StrainSign& sign : m_report.reading.strainSigns)
            text(QObject::tr("At %1: %2")
                     .arg(QString::fromStdString(clockTime(sign.atS)),
                          QString::fromStdString(sign.explanation)));
        said();
        m_y += gap / 2;
        text(QString::fromStdString(m_report.judgement.reason), Type::Body);
        m_y += gap / 2;
        soft(QObject::tr(
            "Heard by Layakari in a recording, with the uncertainty of such hearing. It "
            "observes and proposes and never diagnoses; what speaks against a practice "
            "is for your doctor and your teacher to say."));
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
        if (!felt.isEmpty()) text(QObject::tr("It felt: %1.").arg(felt.join(QStringLiteral(", "))));
        if (!words.note.empty()) text(QString::fromStdString(words.note));
    }
};

} // namespace

Result<void> writeSittingPdf(const SittingReport& report, const QString& file)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        const PaintedIn paper(Theme::paperTheme());
        QPdfWriter writer(&buffer);
        writer.setResolution(dotsPerInch);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setPageMargins(QMarginsF(marginMm, marginMm, marginMm, marginMm),
                              QPageLayout::Millimeter);
        writer.setTitle(
            QStringLiteral("%1, %2").arg(QString::fromStdString(report.person.name),
                                         QString::fromStdString(dayToText(report.sitting.day))));
        QPainter painter(&writer);
        painter.setRenderHint(QPainter::Antialiasing);
        Page(painter, report).draw();
    }
    QSaveFile out(file);
    if (!out.open(QIODevice::WriteOnly) || out.write(buffer.data()) != buffer.size() ||
        !out.commit())
        return fail({ErrorCode::CannotWrite, file.toStdString(), "",
                     "it cannot be written (" + out.errorString().toStdString() + ")",
                     "choose another folder, and see that the disk is not full"});
    return {};
}

} // namespace layakari
