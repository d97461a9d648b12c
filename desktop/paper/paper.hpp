// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"
#include "desktop/theme/theme.hpp"

#include <QPainter>
#include <functional>

class QWidget;

class QPagedPaintDevice;

namespace layakari {

/// A page of paper that is filled from the top: what is written goes where the last line ended.
class Paper {
public:
    explicit Paper(QPainter& painter);

    QPainter& painter() { return m_painter; }
    double width() const { return m_width; }
    double height() const { return m_height; }
    double y() const { return m_y; }
    void goTo(double y) { m_y = y; }
    void leave(double gap) { m_y += gap; }

    /// Lines that break at words; nothing for no words.
    void text(const QString& words, Type type = Type::Small, bool bold = false);
    void soft(const QString& words, Type type = Type::Small);
    /// Large figures in a row, each with its name under it.
    void figures(const std::vector<std::pair<QString, QString>>& valuesAndNames);
    /// How far down `write` comes, without anything being drawn.
    double heightOf(const std::function<void()>& write);

private:
    QPainter& m_painter;
    double m_width;
    double m_height;
    double m_y = 0;
    bool m_isMeasuring = false;

    void paragraph(const QString& words, const QFont& font, const QColor& color);
};

/// What can be printed, or written as PDF: pages of A4 whose units are those of the screen.
struct Sheet {
    QString title;
    std::function<void(QPagedPaintDevice&)> draw;
};

/// Writes a PDF in the colours of paper and the usual size of text, whatever is shown. Whole or not
/// at all. CannotWrite: the file cannot be written.
Result<void> writePdf(const QString& file, const Sheet& sheet);

/// Asks for a printer and prints; false where somebody leaves it. Errors as a printer has them:
/// CannotWrite.
Result<bool> printSheet(QWidget* over, const Sheet& sheet);

/// That the program observes and proposes, and whose it is to judge: at the end of every report.
QString observingOnly();

/// Writes bytes to a file, whole or not at all. CannotWrite as above.
Result<void> writeBytes(const QString& file, const QByteArray& bytes);

} // namespace layakari
