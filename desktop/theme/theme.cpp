// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/theme/theme.hpp"

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QStyleFactory>
#include <QWidget>
#include <algorithm>
#include <cmath>
#include <utility>

// Resources of a static library are linked in only when they are asked for, outside any namespace.
static void loadResources() { Q_INIT_RESOURCE(resources); }

namespace layakari {

namespace {

const Theme* inForce = nullptr;
double scaleInForce = 1;
constexpr const char* typeProperty = "type";
constexpr const char* boldProperty = "bold";

QPalette paletteOf(const Theme& t)
{
    QPalette palette;
    palette.setColor(QPalette::Window, t.paper);
    palette.setColor(QPalette::Base, t.paper);
    palette.setColor(QPalette::AlternateBase, t.panel);
    palette.setColor(QPalette::Button, t.panel);
    palette.setColor(QPalette::ToolTipBase, t.panel);
    palette.setColor(QPalette::Highlight, t.panel.darker(t.dark ? 70 : 108));
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText,
                            QPalette::ToolTipText, QPalette::HighlightedText})
        palette.setColor(role, t.ink);
    palette.setColor(QPalette::PlaceholderText, t.softInk);
    palette.setColor(QPalette::Link, t.inhaleText);
    palette.setColor(QPalette::LinkVisited, t.inhaleText);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(QPalette::Disabled, role, t.softInk);
    return palette;
}

// Controls are words on the ground with a fine rule under them; no boxes, no relief.
QString styleSheetOf(const Theme& t)
{
    return QStringLiteral(R"(
        QPushButton, QComboBox { background: transparent; color: %1; border: 0; border-bottom: 2px solid %3;
                                 padding: 4px 8px; min-height: %6px; }
        QPushButton:hover, QComboBox:hover { border-bottom-color: %1; }
        QPushButton:focus, QComboBox:focus { border-bottom-color: %1; background: %2; }
        QPushButton:pressed { background: %3; }
        QPushButton:checked { background: %3; border-bottom-color: %1; }
        QPushButton:disabled { color: %4; border-bottom-color: transparent; }
        QComboBox::drop-down { border: 0; width: 22px; }
        QComboBox QAbstractItemView { background: %5; color: %1; border: 1px solid %3; selection-background-color: %2;
                                      selection-color: %1; outline: 0; }
        /* A list of its own, such as the names that fit what is typed, has nothing behind it to show through. */
        QListView { background: %5; color: %1; border: 1px solid %3; outline: 0; selection-background-color: %2; selection-color: %1; }
        QWidget QListView, QTreeView { background: transparent; border: 0; outline: 0; }
        QListView[popup="true"]::item { padding: 5px 8px; }
        QTreeView::item, QListWidget::item { padding: 4px 2px; }
        QTreeView::branch { background: transparent; border-image: none; }
        QTreeView::branch:selected { background: %2; }
        QListWidget::item { border-left: 4px solid transparent; padding-left: 6px; }
        QTreeView::item:selected { background: %2; color: %1; border-left: 4px solid %1; }
        QTreeWidget { background: transparent; border: 0; outline: 0; }
        QTreeWidget::item { padding: 5px 4px; color: %1; }
        QTreeWidget::item:selected { background: %2; color: %1; border-left: 0; }
        QTreeWidget::item:selected:first { border-left: 4px solid %1; }
        QTreeWidget:focus { border-bottom: 2px solid %3; }
        QHeaderView::section { background: transparent; color: %4; border: 0; border-bottom: 2px solid %3; padding: 4px; }
        QListWidget::item:selected { background: %2; color: %1; border-left: 4px solid %1; }
        QLineEdit, QPlainTextEdit, QAbstractSpinBox { background: %5; color: %1; border: 1px solid %3; border-radius: 3px;
            padding: 3px 6px; min-height: %6px; selection-background-color: %4; selection-color: %5; }
        QLineEdit:focus, QPlainTextEdit:focus, QAbstractSpinBox:focus { border-color: %1; }
        QAbstractSpinBox::up-button, QAbstractSpinBox::down-button { width: 0; border: 0; }
        QAbstractSpinBox:disabled, QLineEdit:disabled { color: %4; }
        QCheckBox, QRadioButton { color: %1; spacing: 8px; padding: 2px; }
        QCheckBox::indicator, QRadioButton::indicator { width: 13px; height: 13px; border: 2px solid %4; background: %5; }
        QRadioButton::indicator { border-radius: 8px; }
        QCheckBox::indicator:checked, QRadioButton::indicator:checked { background: %1; border-color: %1; }
        QCheckBox:focus, QRadioButton:focus { background: %2; }
        QCheckBox:disabled { color: %4; }
        QMenu { background: %5; color: %1; border: 1px solid %3; padding: 4px; }
        QMenu::item { padding: 5px 18px; }
        QMenu::item:selected { background: %2; }
        QMenu::item:disabled { color: %4; }
        QPushButton::menu-indicator { width: 0; }
        QLabel[soft="true"], QCheckBox[soft="true"] { color: %4; }
        QPushButton[lead="true"] { background: %1; color: %5; border: 0; border-radius: 4px; padding: 8px 18px; font-weight: bold; }
        QPushButton[lead="true"]:hover { background: %4; }
        QPushButton[lead="true"]:focus { border: 3px double %5; padding: 5px 15px; }
        QPushButton[lead="true"]:disabled { background: %3; color: %4; }
        QPushButton[place="true"] { border-bottom-color: transparent; color: %4; padding: 4px 10px; }
        QPushButton[place="true"]:checked { background: transparent; color: %1; border-bottom-color: %1; font-weight: bold; }
        QPushButton[place="true"]:focus { background: %2; }
        QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: 0; }
        QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
        QScrollBar::handle:vertical { background: %3; border-radius: 4px; min-height: 36px; margin: 1px; }
        QScrollBar::handle:vertical:hover { background: %4; }
        QScrollBar:horizontal { background: transparent; height: 10px; margin: 0; }
        QScrollBar::handle:horizontal { background: %3; border-radius: 4px; min-width: 36px; margin: 1px; }
        QScrollBar::add-line:horizontal, QScrollBar::sub-line:horizontal { width: 0; }
        QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: transparent; height: 0; }
        QProgressBar { background: %3; border: 0; max-height: 4px; min-height: 4px; }
        QProgressBar::chunk { background: %1; }
        QToolTip { background: %2; color: %1; border: 1px solid %3; padding: 4px; }
    )")
        .arg(t.ink.name(), t.panel.name(), t.line.name(), t.softInk.name(), t.paper.name())
        .arg(std::lround(scaled(22)));
}

double luminance(const QColor& c)
{
    const auto linear = [](double v) {
        return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
}

} // namespace

const Theme& Theme::paperTheme()
{
    static const Theme theme{
        .name = QStringLiteral("paper"),
        .dark = false,
        .paper = "#F6F2E9",
        .panel = "#EFE9DC",
        .ink = "#22303A",
        .softInk = "#57636B",
        .line = "#DDD5C4",
        .inhale = "#2B7A83",
        .holdFull = "#C1892C",
        .exhale = "#7B4A6E",
        .holdEmpty = "#8C959C",
        .inhaleText = "#1F636B",
        .holdFullText = "#79500F",
        .exhaleText = "#6B3B60",
        .holdEmptyText = "#57636B",
    };
    return theme;
}

const Theme& Theme::beforeDawn()
{
    static const Theme theme{
        .name = QStringLiteral("before dawn"),
        .dark = true,
        .paper = "#141A20",
        .panel = "#1B232B",
        .ink = "#E8E2D4",
        .softInk = "#9AA6AE",
        .line = "#313B44",
        .inhale = "#5FB3BA",
        .holdFull = "#DDAE57",
        .exhale = "#B98BB0",
        .holdEmpty = "#7F8A93",
        .inhaleText = "#7CC4CA",
        .holdFullText = "#E3BA6D",
        .exhaleText = "#CBA3C3",
        .holdEmptyText = "#9AA6AE",
    };
    return theme;
}

QColor Theme::fill(ReadKind kind) const
{
    switch (kind) {
    case ReadKind::Inhale: return inhale;
    case ReadKind::HoldFull: return holdFull;
    case ReadKind::Exhale: return exhale;
    default: return holdEmpty;
    }
}

QColor Theme::text(ReadKind kind) const
{
    switch (kind) {
    case ReadKind::Inhale: return inhaleText;
    case ReadKind::HoldFull: return holdFullText;
    case ReadKind::Exhale: return exhaleText;
    default: return holdEmptyText;
    }
}

double textScale() { return scaleInForce; }

double scaled(double pixels) { return pixels * scaleInForce; }

void setTextScale(double scale) { scaleInForce = scale; }

QFont typeface(Type type, bool bold)
{
    QFont font(QStringLiteral("Andika"));
    font.setPixelSize(static_cast<int>(std::lround(scaled(static_cast<int>(type)))));
    font.setBold(bold);
    return font;
}

void setTypeface(QWidget* widget, Type type, bool bold)
{
    widget->setProperty(typeProperty, static_cast<int>(type));
    widget->setProperty(boldProperty, bold);
    widget->setFont(typeface(type, bold));
}

const Theme& currentTheme() { return inForce ? *inForce : Theme::paperTheme(); }

void applyTheme(const Theme& theme)
{
    static const bool loaded = [] {
        loadResources();
        for (const char* file : {":/fonts/Andika-Regular.ttf", ":/fonts/Andika-Bold.ttf"})
            QFontDatabase::addApplicationFont(file);
        // A style that draws from the palette alone, the same on every desktop.
        QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
        return true;
    }();
    Q_UNUSED(loaded)
    inForce = &theme;
    QApplication::setFont(typeface(Type::Body));
    QApplication::setPalette(paletteOf(theme));
    qApp->setStyleSheet(styleSheetOf(theme));
    // A style sheet brings back the fonts that widgets had first.
    for (QWidget* widget : QApplication::allWidgets())
        if (const QVariant type = widget->property(typeProperty); type.isValid())
            widget->setFont(
                typeface(static_cast<Type>(type.toInt()), widget->property(boldProperty).toBool()));
}

PaintedIn::PaintedIn(const Theme& theme)
    : m_before(std::exchange(inForce, &theme)), m_scaleBefore(std::exchange(scaleInForce, 1))
{
}

PaintedIn::~PaintedIn()
{
    inForce = m_before;
    scaleInForce = m_scaleBefore;
}

double contrastRatio(const QColor& a, const QColor& b)
{
    const double la = luminance(a);
    const double lb = luminance(b);
    return (std::max(la, lb) + 0.05) / (std::min(la, lb) + 0.05);
}

} // namespace layakari
