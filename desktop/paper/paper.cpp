// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/paper/paper.hpp"

#include "core/base/new_file.hpp"

#include <QBuffer>
#include <QPdfWriter>
#include <QPrintDialog>
#include <QPrinter>

namespace layakari {

namespace {

constexpr int dotsPerInch = 96; // so that the sizes of type are those of the screen
constexpr double marginMm = 17;

} // namespace

Paper::Paper(QPainter& painter)
    : m_painter(painter), m_width(painter.viewport().width()), m_height(painter.viewport().height())
{
    painter.setRenderHint(QPainter::Antialiasing);
}

void Paper::paragraph(const QString& words, const QFont& font, const QColor& color)
{
    if (words.isEmpty()) return;
    m_painter.setFont(font);
    m_painter.setPen(color);
    const QRectF room(0, m_y, m_width, 10'000);
    const QRectF taken = m_painter.boundingRect(room, Qt::TextWordWrap, words);
    if (!m_isMeasuring) m_painter.drawText(room, Qt::TextWordWrap, words);
    m_y += taken.height() + 4;
}

void Paper::text(const QString& words, Type type, bool bold)
{
    paragraph(words, typeface(type, bold), currentTheme().ink);
}

void Paper::soft(const QString& words, Type type)
{
    paragraph(words, typeface(type), currentTheme().softInk);
}

void Paper::figures(const std::vector<std::pair<QString, QString>>& valuesAndNames)
{
    constexpr double columnWidth = 190;
    constexpr double figureHeight = 40;
    constexpr double allHeight = 64;
    double x = 0;
    for (const auto& [value, name] : valuesAndNames) {
        m_painter.setPen(currentTheme().ink);
        m_painter.setFont(typeface(Type::Figure, true));
        m_painter.drawText(QRectF(x, m_y, columnWidth - 10, figureHeight),
                           Qt::AlignLeft | Qt::AlignBottom, value);
        m_painter.setFont(typeface(Type::Small));
        m_painter.setPen(currentTheme().softInk);
        m_painter.drawText(QRectF(x, m_y + figureHeight, columnWidth - 10, 22),
                           Qt::AlignLeft | Qt::AlignTop, name);
        x += columnWidth;
    }
    if (!valuesAndNames.empty()) m_y += allHeight;
}

double Paper::heightOf(const std::function<void()>& write)
{
    const double top = m_y;
    m_isMeasuring = true;
    write();
    m_isMeasuring = false;
    const double height = m_y - top;
    m_y = top;
    return height;
}

namespace {

void drawOnPaper(QPagedPaintDevice& device, const Sheet& sheet)
{
    const PaintedIn paper(Theme::paperTheme());
    device.setPageSize(QPageSize(QPageSize::A4));
    device.setPageMargins(QMarginsF(marginMm, marginMm, marginMm, marginMm),
                          QPageLayout::Millimeter);
    sheet.draw(device);
}

} // namespace

Result<void> writePdf(const QString& file, const Sheet& sheet)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(dotsPerInch);
        writer.setTitle(sheet.title);
        drawOnPaper(writer, sheet);
    }
    return writeBytes(file, buffer.data());
}

Result<bool> printSheet(QWidget* over, const Sheet& sheet)
{
    QPrinter printer;
    printer.setResolution(dotsPerInch);
    printer.setDocName(sheet.title);
    QPrintDialog dialog(&printer, over);
    if (dialog.exec() != QDialog::Accepted) return false;
    drawOnPaper(printer, sheet);
    if (printer.printerState() == QPrinter::Error)
        return fail({ErrorCode::CannotWrite, printer.printerName().toStdString(), "",
                     "the printer does not respond", "check that it is on, or save a PDF instead"});
    return true;
}

QString observingOnly()
{
    return QObject::tr("Measured by Layakari from recordings, as certain as the sound allows. It "
                       "observes and proposes and never diagnoses. Whether a practice suits you is "
                       "for your doctor and your teacher to say.");
}

Result<void> writeBytes(const QString& file, const QByteArray& bytes)
{
    return writeFile(file.toStdString(),
                     {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace layakari
