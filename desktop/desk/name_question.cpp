// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/name_question.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace layakari {

QString askForName(QWidget* over, const QString& question, const QString& now)
{
    QDialog dialog(over);
    dialog.setObjectName(QStringLiteral("nameQuestion"));
    dialog.setWindowTitle(question);
    auto* name = new QLineEdit(now, &dialog);
    name->setObjectName(QStringLiteral("askedName"));
    name->setAccessibleName(question);
    name->setPlaceholderText(QObject::tr("A name"));
    name->setMaxLength(120);
    name->setMinimumWidth(360);
    QPushButton* save = leadButton(QObject::tr("Save"), "askedNameSave", &dialog);
    QPushButton* leave = wordButton(QObject::tr("Cancel"), "askedNameLeave", &dialog);
    save->setDefault(true);
    save->setEnabled(!now.trimmed().isEmpty());
    QObject::connect(name, &QLineEdit::textChanged, save,
                     [save](const QString& text) { save->setEnabled(!text.trimmed().isEmpty()); });
    QObject::connect(save, &QPushButton::clicked, &dialog, &QDialog::accept);
    QObject::connect(leave, &QPushButton::clicked, &dialog, &QDialog::reject);
    lay::column(&dialog, {.margins = {24, 20, 24, 18}, .spacing = 14},
                {textLabel(question, Type::Row, &dialog), name,
                 lay::row({.spacing = 12}, {lay::stretch(), leave, save})});
    return dialog.exec() == QDialog::Accepted ? name->text().trimmed() : QString();
}

} // namespace layakari
