// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/measure/measures.hpp"

#include <QColor>
#include <QFont>
#include <QString>

class QWidget;

namespace layakari {

/// The colours of the application. Two of them: "paper" by day, "before dawn" for the dark.
struct Theme {
    QString name;
    bool dark = false;
    QColor paper; ///< the ground
    QColor panel; ///< a little off the ground: the strip, the chosen row
    QColor ink;
    QColor softInk;
    QColor line;                                ///< count lines and hairlines
    QColor inhale, holdFull, exhale, holdEmpty; ///< fills
    QColor inhaleText, holdFullText, exhaleText,
        holdEmptyText; ///< the same hues, dark or light enough to read

    static const Theme& paperTheme();
    static const Theme& beforeDawn();

    QColor fill(ReadKind kind) const;
    QColor text(ReadKind kind) const;
};

/// Sizes of type, in pixels at a scale of one.
enum class Type { Small = 13, Body = 15, Row = 19, Sentence = 22, Figure = 30 };

/// How much larger than usual the text is, 1 at first; seen from the next `applyTheme` on.
void setTextScale(double scale);
double textScale();
/// A length that holds text, in pixels at a scale of one, as it is now.
double scaled(double pixels);

/// The shipped typeface, which has to be loaded by `applyTheme` first.
QFont typeface(Type type, bool bold = false);

/// Gives a widget the typeface in this size. It follows the text scale from then on.
void setTypeface(QWidget* widget, Type type, bool bold = false);

/// The theme in force. Widgets that paint themselves ask for it in their paint events.
const Theme& currentTheme();

/// Loads the typeface once and sets palette, font and style sheet of the application.
void applyTheme(const Theme& theme);

/// While it lives, what is painted is painted in this theme and at the usual size of text; widgets
/// keep theirs. For paper.
class PaintedIn {
public:
    explicit PaintedIn(const Theme& theme);
    ~PaintedIn();
    PaintedIn(const PaintedIn&) = delete;
    PaintedIn& operator=(const PaintedIn&) = delete;

private:
    const Theme* m_before;
    double m_scaleBefore;
};

/// Contrast ratio of two opaque colours by WCAG 2.1 (1 to 21).
double contrastRatio(const QColor& a, const QColor& b);

} // namespace layakari
