// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/keys_sheet.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/head/commands.hpp"

#include <QDialog>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QScreen>
#include <QScrollArea>
#include <algorithm>

namespace layakari {

namespace {

// A page's keys, one under another.
QWidget* columnOf(const std::vector<KeyEntry>& keys, std::size_t from, std::size_t to,
                  QWidget* parent)
{
    auto* column = new QWidget(parent);
    auto* grid = new QGridLayout(column);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(3);
    grid->setColumnStretch(1, 1);
    int row = 0;
    for (std::size_t k = from; k < to; ++k) {
        if (k == from || keys[k].where != keys[k - 1].where) {
            QLabel* head = textLabel(keys[k].where, Type::Body, column, "", true);
            head->setContentsMargins(0, row > 0 ? 10 : 0, 0, 2);
            grid->addWidget(head, row++, 0, 1, 2);
        }
        QLabel* name = plainWord(keys[k].keys, column);
        QLabel* what = softLabel(keys[k].what, Type::Body, column);
        grid->addWidget(name, row, 0, Qt::AlignTop);
        grid->addWidget(what, row++, 1, Qt::AlignTop);
    }
    grid->setRowStretch(row, 1);
    return column;
}

} // namespace

void showKeysSheet(QWidget* over)
{
    QDialog dialog(over);
    dialog.setObjectName(QStringLiteral("keysSheet"));
    dialog.setWindowTitle(QObject::tr("All keys"));
    const std::vector<KeyEntry> keys = keyEntries();
    const auto startOf = [&](const QString& where) {
        return static_cast<std::size_t>(
            std::find_if(keys.begin(), keys.end(),
                         [&](const KeyEntry& k) { return k.where == where; }) -
            keys.begin());
    };
    const std::size_t prepare = startOf(QObject::tr("Prepare"));
    const std::size_t first = std::min(prepare, keys.size());
    const std::size_t read = std::min(startOf(QObject::tr("Read")), keys.size());
    const std::size_t second = std::min(startOf(QObject::tr("Reflect and Journey")), keys.size());
    auto* inner = new QWidget(&dialog);
    lay::row(inner, {.margins = {4, 0, 12, 0}, .spacing = 36},
             {lay::wide(columnOf(keys, 0, first, inner)),
              lay::wide(columnOf(keys, read, second, inner)),
              lay::wide(lay::column({.spacing = 12}, {columnOf(keys, first, read, inner),
                                                      columnOf(keys, second, keys.size(), inner),
                                                      lay::stretch()}))});
    auto* scroll = new QScrollArea(&dialog);
    scroll->setWidgetResizable(true);
    scroll->setWidget(inner);
    QPushButton* close = leadButton(QObject::tr("Close"), "keysClose", &dialog);
    QObject::connect(close, &QPushButton::clicked, &dialog, &QDialog::accept);
    lay::column(&dialog, {.margins = {26, 20, 22, 16}, .spacing = 12},
                {textLabel(QObject::tr("All keys"), Type::Sentence, &dialog), lay::wide(scroll),
                 lay::row({lay::stretch(), close})});
    const QSize room = over->size() - QSize(60, 60);
    dialog.resize(QSize(1160, 680).boundedTo(room));
    dialog.exec();
}

} // namespace layakari
