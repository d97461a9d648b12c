// SPDX-License-Identifier: GPL-3.0-or-later
//
// The controls that pages are made of. Their colours come from the style sheet, so that they follow
// a change of theme by themselves.
#pragma once

#include "desktop/theme/theme.hpp"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <initializer_list>

class QLabel;
class QPushButton;
class QSpinBox;
class QWidget;

namespace layakari {

/// A choice among words, with a small open angle that says that there is more.
class ChoiceBox : public QComboBox {
    Q_OBJECT
public:
    using QComboBox::QComboBox;

protected:
    void initStyleOption(QStyleOptionComboBox* option) const override; ///< a long choice is elided
    void paintEvent(QPaintEvent* event) override;
};

/// A number without idle zeros: 4, 4.25.
class NumberBox : public QDoubleSpinBox {
    Q_OBJECT
public:
    using QDoubleSpinBox::QDoubleSpinBox;
    QString textFromValue(double value) const override;
    /// A point is taken for a comma where the region writes one: it is what many keypads have.
    QValidator::State validate(QString& text, int& at) const override;
};

/// For drawings of time, which runs to the right in languages that are read to the left as well.
void runToTheRight(QWidget* drawing);

/// A number or note that was written in a field, with a point as the core reads it.
std::string withPoint(QString text);

/// A word that can be pressed. `name` is its object name, `tip` its tool tip.
QPushButton* wordButton(const QString& text, const char* name, QWidget* parent,
                        const QString& tip = {});
/// One beside a list: a click on it leaves the keys to the list, Tab still comes here.
QPushButton* sideButton(const QString& text, const char* name, QWidget* parent, const QString& tip);
/// The one thing to do on a page, filled.
QPushButton* leadButton(const QString& text, const char* name, QWidget* parent,
                        const QString& tip = {});
/// A part of a page to go to: checkable, one of its siblings at a time.
QPushButton* placeButton(const QString& text, const char* name, QWidget* parent);

/// Text that wraps.
QLabel* textLabel(const QString& text, Type type, QWidget* parent, const char* name = "",
                  bool bold = false);
/// The same in the softer ink.
QLabel* softLabel(const QString& text, Type type, QWidget* parent, const char* name = "");

/// A word or two within a line of controls: never wrapped.
QLabel* plainWord(const QString& text, QWidget* parent);

/// A number with its unit; `what` is its name for screen readers.
QDoubleSpinBox* numberBox(const QString& what, const char* name, double least, double most,
                          double step, int decimals, const QString& unit, QWidget* parent);
QSpinBox* countBox(const QString& what, const char* name, int least, int most, QWidget* parent);
QComboBox* choiceBox(const QString& what, const char* name, const QStringList& choices,
                     QWidget* parent);

/// The right-hand side of a page, on a ground of its own.
inline constexpr int sideWidth = 344;
/// Paints that ground; from the page's paint event.
void paintSide(QWidget* page);
/// The side itself: `inner` scrolls, `below` stays under it.
QWidget* sideColumn(QWidget* inner, std::initializer_list<QWidget*> below, QWidget* parent);

} // namespace layakari
