// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/lay.hpp"

#include "desktop/controls/controls.hpp"

#include <QLabel>
#include <QRegularExpression>
#include <QWidget>

namespace layakari::lay {

namespace {

QBoxLayout* filled(QBoxLayout* layout, const Room& room, std::initializer_list<Item> items)
{
    layout->setContentsMargins(room.margins);
    if (room.spacing >= 0) layout->setSpacing(room.spacing);
    for (const Item& item : items) {
        if (item.widget)
            layout->addWidget(item.widget, item.share, item.alignment);
        else if (item.layout)
            layout->addLayout(item.layout, item.share);
        else if (item.isStretch)
            layout->addStretch(item.share);
        else
            layout->addSpacing(item.pixels);
    }
    return layout;
}

} // namespace

Item stretch(int share)
{
    Item item;
    item.isStretch = true;
    item.share = share;
    return item;
}

Item gap(int pixels)
{
    Item item;
    item.pixels = pixels;
    return item;
}

Item wide(Item item, int share)
{
    item.share = share;
    return item;
}

Item at(Qt::Alignment alignment, QWidget* widget)
{
    Item item(widget);
    item.alignment = alignment;
    return item;
}

QBoxLayout* sentence(const QString& text, std::initializer_list<QWidget*> boxes, QWidget* parent,
                     Type size)
{
    static const QRegularExpression place(QStringLiteral("%([1-9])"));
    auto* line = new QHBoxLayout;
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(8);
    const auto addWords = [&](const QString& words) {
        if (words.trimmed().isEmpty()) return;
        QLabel* label = textLabel(words.trimmed(), size, parent);
        label->setWordWrap(false);
        line->addWidget(label);
    };
    qsizetype said = 0;
    for (auto found = place.globalMatch(text); found.hasNext();) {
        const QRegularExpressionMatch match = found.next();
        addWords(text.mid(said, match.capturedStart() - said));
        said = match.capturedEnd();
        const auto box = static_cast<std::size_t>(match.captured(1).toInt() - 1);
        if (box < boxes.size()) line->addWidget(boxes.begin()[box]);
    }
    addWords(text.mid(said));
    line->addStretch(1);
    return line;
}

QBoxLayout* row(std::initializer_list<Item> items) { return row({}, items); }

QBoxLayout* row(const Room& room, std::initializer_list<Item> items)
{
    return filled(new QBoxLayout(QBoxLayout::LeftToRight), room, items);
}

QBoxLayout* column(std::initializer_list<Item> items) { return column({}, items); }

QBoxLayout* column(const Room& room, std::initializer_list<Item> items)
{
    return filled(new QBoxLayout(QBoxLayout::TopToBottom), room, items);
}

void row(QWidget* widget, const Room& room, std::initializer_list<Item> items)
{
    filled(new QBoxLayout(QBoxLayout::LeftToRight, widget), room, items);
}

void column(QWidget* widget, const Room& room, std::initializer_list<Item> items)
{
    filled(new QBoxLayout(QBoxLayout::TopToBottom, widget), room, items);
}

} // namespace layakari::lay
