// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/controls.hpp"

#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QStyleOptionComboBox>
#include <QVBoxLayout>
#include <cmath>

namespace layakari {

void ChoiceBox::initStyleOption(QStyleOptionComboBox* option) const
{
    constexpr int aroundText = 34; // the arrow, and the space left of the text
    QComboBox::initStyleOption(option);
    option->currentText =
        fontMetrics().elidedText(option->currentText, Qt::ElideRight, width() - aroundText);
}

void ChoiceBox::paintEvent(QPaintEvent* event)
{
    QComboBox::paintEvent(event);
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(currentTheme().softInk, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPoint right(width() - 14, height() / 2 + 2);
    const QPointF tip = QStyle::visualPos(layoutDirection(), rect(), right);
    painter.drawPolyline(QPolygonF{tip - QPointF(5, 5), tip, tip + QPointF(5, -5)});
}

QString NumberBox::textFromValue(double value) const
{
    const double scale = std::pow(10.0, decimals());
    return locale().toString(std::round(value * scale) / scale, 'g', 10);
}

QValidator::State NumberBox::validate(QString& text, int& at) const
{
    const QString point = locale().decimalPoint();
    if (point != QLatin1String(".")) text.replace(QLatin1Char('.'), point);
    return QDoubleSpinBox::validate(text, at);
}

void runToTheRight(QWidget* drawing) { drawing->setLayoutDirection(Qt::LeftToRight); }

std::string withPoint(QString text)
{
    return text.replace(QLatin1Char(','), QLatin1Char('.')).toStdString();
}

QPushButton* wordButton(const QString& text, const char* name, QWidget* parent, const QString& tip)
{
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QLatin1String(name));
    button->setToolTip(tip);
    button->setCursor(Qt::PointingHandCursor);
    button->setAutoDefault(false);
    return button;
}

QPushButton* sideButton(const QString& text, const char* name, QWidget* parent, const QString& tip)
{
    QPushButton* button = wordButton(text, name, parent, tip);
    button->setFocusPolicy(Qt::TabFocus);
    return button;
}

QPushButton* leadButton(const QString& text, const char* name, QWidget* parent, const QString& tip)
{
    QPushButton* button = wordButton(text, name, parent, tip);
    button->setProperty("lead", true);
    button->setAutoDefault(true); // Enter presses it, too
    return button;
}

QPushButton* placeButton(const QString& text, const char* name, QWidget* parent)
{
    QPushButton* button = wordButton(text, name, parent);
    button->setProperty("place", true);
    button->setCheckable(true);
    button->setAutoExclusive(true);
    return button;
}

QLabel* textLabel(const QString& text, Type type, QWidget* parent, const char* name, bool bold)
{
    auto* label = new QLabel(text, parent);
    label->setObjectName(QLatin1String(name));
    setTypeface(label, type, bold);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    return label;
}

QLabel* softLabel(const QString& text, Type type, QWidget* parent, const char* name)
{
    QLabel* label = textLabel(text, type, parent, name);
    label->setProperty("soft", true);
    return label;
}

QLabel* plainWord(const QString& text, QWidget* parent)
{
    QLabel* label = textLabel(text, Type::Body, parent);
    label->setWordWrap(false);
    return label;
}

QDoubleSpinBox* numberBox(const QString& what, const char* name, double least, double most,
                          double step, int decimals, const QString& unit, QWidget* parent)
{
    auto* box = new NumberBox(parent);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(what);
    box->setRange(least, most);
    box->setSingleStep(step);
    box->setDecimals(decimals);
    if (!unit.isEmpty()) box->setSuffix(QStringLiteral(" ") + unit);
    // As wide as its widest value: the text that is shown may be shorter than that.
    constexpr int frame = 26;
    box->setMinimumWidth(
        frame + QFontMetrics(typeface(Type::Body))
                    .horizontalAdvance(QString::number(most, 'f', decimals) + box->suffix()));
    return box;
}

QSpinBox* countBox(const QString& what, const char* name, int least, int most, QWidget* parent)
{
    auto* box = new QSpinBox(parent);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(what);
    box->setRange(least, most);
    return box;
}

QComboBox* choiceBox(const QString& what, const char* name, const QStringList& choices,
                     QWidget* parent)
{
    auto* box = new ChoiceBox(parent);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(what);
    box->addItems(choices);
    return box;
}

void paintSide(QWidget* page)
{
    constexpr int besides = 24 + 18; // the page's own margin, and air before the text
    QPainter painter(page);
    const QRect side(page->width() - sideWidth - besides, 0, sideWidth + besides, page->height());
    painter.fillRect(QStyle::visualRect(page->layoutDirection(), page->rect(), side),
                     currentTheme().panel);
}

QWidget* sideColumn(QWidget* inner, std::initializer_list<QWidget*> below, QWidget* parent)
{
    auto* scroll = new QScrollArea(parent);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inner);
    auto* side = new QWidget(parent);
    side->setFixedWidth(sideWidth);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(scroll, 1);
    for (QWidget* widget : below) column->addWidget(widget);
    return side;
}

} // namespace layakari
