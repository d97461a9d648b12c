// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/staff_picture.hpp"

#include "core/report/sentence.hpp"
#include "desktop/paper/paper.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/theme/theme.hpp"

#include <QBuffer>
#include <QFileInfo>
#include <QImage>
#include <QPagedPaintDevice>
#include <QPainter>
#include <QSvgGenerator>
#include <cmath>

namespace layakari {

namespace {

constexpr double staffWidth = 900; // what the staff is laid out for; it is scaled from there
constexpr double lineHeight = 20;
constexpr double pictureWidth = 1200;
constexpr double margin = 28;
constexpr double headHeight = 52; // of the sentence above the staff
constexpr double everything = 1e7;
constexpr double pageGap = 14; // between what lies on a printed page

// A staff that is laid out without being shown.
class LaidOut {
public:
    LaidOut(const Reading& reading) : m_head(&m_view)
    {
        m_view.resize(static_cast<int>(staffWidth), 100);
        m_view.setSheet(StaffSheet::of(reading));
        m_view.viewport()->resize(static_cast<int>(staffWidth), 100);
        m_head.resize(static_cast<int>(staffWidth), m_head.sizeHint().height());
        m_option.widget = &m_view;
    }
    int rows() const { return m_view.staff()->rowCount(); }
    int headHeight() const { return m_head.height(); }
    int heightOf(int row) const
    {
        return m_rows.sizeHint(m_option, m_view.staff()->index(row)).height();
    }
    void drawHead(QPainter& painter) { m_head.render(&painter, {}, {}, QWidget::DrawChildren); }
    void draw(QPainter& painter, int row)
    {
        m_option.rect = QRect(0, 0, static_cast<int>(staffWidth), heightOf(row));
        m_rows.paint(&painter, m_option, m_view.staff()->index(row));
    }

private:
    StaffView m_view;
    StaffHead m_head;
    StaffDelegate m_rows;
    QStyleOptionViewItem m_option;
};

void drawPicture(QPainter& painter, const Reading& reading)
{
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(typeface(Type::Sentence));
    painter.setPen(currentTheme().ink);
    painter.drawText(QRectF(margin, margin / 2, pictureWidth - 2 * margin, headHeight),
                     Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap,
                     QString::fromStdString(inOneSentence(reading)));
    painter.translate(margin, margin + headHeight);
    drawStaff(painter, reading, pictureWidth - 2 * margin, everything);
}

QByteArray asSvg(const Reading& reading, const QSizeF& size)
{
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    svg.setSize(size.toSize());
    svg.setViewBox(QRectF({}, size));
    svg.setTitle(QString::fromStdString(reading.recording.file));
    QPainter painter(&svg);
    painter.fillRect(QRectF({}, size), currentTheme().paper);
    drawPicture(painter, reading);
    painter.end();
    return bytes;
}

QByteArray asPng(const Reading& reading, const QSizeF& size)
{
    // Two for each unit are sharp in print. Qt paints no farther than this into an image.
    constexpr double mostPixels = 32'000;
    const int pixels = 2 * size.height() <= mostPixels ? 2 : 1;
    if (pixels * size.height() > mostPixels) return {};
    QImage image((size * pixels).toSize(), QImage::Format_RGB32);
    if (image.isNull()) return {};
    image.setDevicePixelRatio(pixels);
    image.fill(currentTheme().paper);
    QPainter painter(&image);
    drawPicture(painter, reading);
    painter.end();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    return image.save(&buffer, "PNG") ? bytes : QByteArray();
}

} // namespace

StaffDrawn drawStaff(QPainter& painter, const Reading& reading, double width, double mostHeight)
{
    LaidOut staff(reading);
    const double scale = width / staffWidth;
    StaffDrawn drawn{staff.headHeight() * scale, staff.rows()};
    const auto at = [&](double y, const auto& draw) {
        painter.save();
        painter.translate(0, y);
        painter.scale(scale, scale);
        draw();
        painter.restore();
    };
    at(0, [&] { staff.drawHead(painter); });
    for (int row = 0; row < staff.rows(); ++row) {
        const double height = staff.heightOf(row) * scale;
        // The last line of the room is for what finds none.
        const double needed = height + (row + 1 < staff.rows() ? lineHeight : 0);
        if (drawn.height + needed > mostHeight) break;
        at(drawn.height, [&] { staff.draw(painter, row); });
        drawn.height += height;
        --drawn.leftOut;
    }
    return drawn;
}

Sheet sheetOf(const Reading& reading)
{
    const QString title =
        QFileInfo(QString::fromStdString(reading.recording.file)).completeBaseName();
    return {title, [reading, title](QPagedPaintDevice& device) {
                QPainter painter(&device);
                Paper paper(painter);
                paper.soft(title);
                paper.text(QString::fromStdString(inOneSentence(reading)), Type::Row);
                paper.leave(pageGap);
                LaidOut staff(reading);
                const double scale = paper.width() / staffWidth;
                const auto draw = [&](double height, const auto& paint) {
                    painter.save();
                    painter.translate(0, paper.y());
                    painter.scale(scale, scale);
                    paint();
                    painter.restore();
                    paper.leave(height * scale);
                };
                const auto head = [&] {
                    draw(staff.headHeight(), [&] { staff.drawHead(painter); });
                };
                head();
                for (int row = 0; row < staff.rows(); ++row) {
                    const double height = staff.heightOf(row);
                    if (paper.y() + height * scale > paper.height() - pageGap * 3) {
                        paper.soft(observingOnly());
                        device.newPage();
                        paper.goTo(0);
                        head();
                    }
                    draw(height, [&] { staff.draw(painter, row); });
                }
                paper.leave(pageGap);
                paper.soft(observingOnly());
            }};
}

Result<void> saveStaffPicture(const Reading& reading, const QString& file)
{
    QImage measure(1, 1, QImage::Format_RGB32);
    QPainter nowhere(&measure);
    const double staff = drawStaff(nowhere, reading, pictureWidth - 2 * margin, everything).height;
    nowhere.end();
    const QSizeF size(pictureWidth, std::ceil(staff + headHeight + 2 * margin));
    const bool isDrawing = file.endsWith(QStringLiteral(".svg"), Qt::CaseInsensitive);
    const QByteArray bytes = isDrawing ? asSvg(reading, size) : asPng(reading, size);
    if (bytes.isEmpty())
        return fail({ErrorCode::CannotWrite, file.toStdString(), "",
                     "this staff is longer than a picture can be", "save it as .svg"});
    return writeBytes(file, bytes);
}

} // namespace layakari
