// SPDX-License-Identifier: GPL-3.0-or-later
//
// Layouts written as they lie on the screen:
//
//     lay::column(this, {.margins = {28, 10, 24, 16}, .spacing = 6},
//                 {m_bar,
//                  lay::row({m_earlier, m_later, lay::gap(8), lay::wide(m_title), m_open}),
//                  lay::stretch()});
#pragma once

#include "desktop/theme/theme.hpp"

#include <QBoxLayout>
#include <QMargins>
#include <initializer_list>

class QWidget;

namespace layakari::lay {

/// One thing in a row or a column.
struct Item {
    Item(QWidget* w) : widget(w) {} // NOLINT(google-explicit-constructor): a list is to read like
    Item(QLayout* l) : layout(l) {} // NOLINT(google-explicit-constructor): what lies there
    Item() = default;

    QWidget* widget = nullptr;
    QLayout* layout = nullptr;
    int share = 0; ///< of the room that is left over
    int pixels = 0;
    bool isStretch = false;
    Qt::Alignment alignment;
};

/// Room that takes its share of what is left over (with 0, what nothing else wants), and room of so
/// many pixels.
Item stretch(int share = 1);
Item gap(int pixels);
/// A thing that takes what is left over, or that lies at one side of its place.
Item wide(Item item, int share = 1);
Item at(Qt::Alignment alignment, QWidget* widget);

struct Room {
    QMargins margins = {}; ///< around all
    int spacing = -1;      ///< between two; the style's where it is below 0
};

QBoxLayout* row(std::initializer_list<Item> items);
QBoxLayout* row(const Room& room, std::initializer_list<Item> items);
QBoxLayout* column(std::initializer_list<Item> items);
QBoxLayout* column(const Room& room, std::initializer_list<Item> items);
/// A sentence with boxes in it, "Settle for %1 s", so that a translation may put them in its order.
/// Its words are labels of `parent` in this size; the room to the right stays free.
QBoxLayout* sentence(const QString& text, std::initializer_list<QWidget*> boxes, QWidget* parent,
                     Type size = Type::Body);
/// The layout of a widget itself.
void row(QWidget* widget, const Room& room, std::initializer_list<Item> items);
void column(QWidget* widget, const Room& room, std::initializer_list<Item> items);

} // namespace layakari::lay
