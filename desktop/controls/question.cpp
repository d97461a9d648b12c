// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/question.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QCheckBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace layakari {

bool isAgreed(QWidget* over, const Question& question, bool* ticked)
{
    QDialog dialog(over);
    dialog.setObjectName(QStringLiteral("question"));
    dialog.setWindowTitle(question.title);
    QLabel* title = textLabel(question.title, Type::Sentence, &dialog, "questionTitle");
    QLabel* text = textLabel(question.text, Type::Body, &dialog, "questionText");
    text->setMinimumWidth(460);
    auto* option = new QCheckBox(question.option, &dialog);
    option->setObjectName(QStringLiteral("questionOption"));
    option->setChecked(question.isTicked);
    option->setVisible(!question.option.isEmpty());
    auto* word = new QLineEdit(&dialog);
    word->setObjectName(QStringLiteral("questionWord"));
    word->setVisible(!question.toWrite.isEmpty());
    word->setAccessibleName(QObject::tr("Write %1").arg(question.toWrite));
    word->setPlaceholderText(QObject::tr("Write %1 here").arg(question.toWrite));
    QPushButton* doIt = wordButton(question.doIt, "questionDoIt", &dialog);
    QPushButton* leave = leadButton(question.leaveIt, "questionLeave", &dialog);
    leave->setDefault(true);
    leave->setFocus();
    doIt->setEnabled(question.toWrite.isEmpty());
    QObject::connect(word, &QLineEdit::textChanged, doIt, [&](const QString& written) {
        const bool isWritten =
            written.trimmed().compare(question.toWrite, Qt::CaseInsensitive) == 0;
        doIt->setEnabled(isWritten);
        (isWritten ? doIt : leave)->setDefault(true); // Enter does what was just written
    });
    QObject::connect(doIt, &QPushButton::clicked, &dialog, &QDialog::accept);
    QObject::connect(leave, &QPushButton::clicked, &dialog, &QDialog::reject);
    lay::column(
        &dialog, {.margins = {26, 22, 26, 18}, .spacing = 12},
        {title, text, option, word, lay::row({.spacing = 14}, {lay::stretch(), doIt, leave})});
    const bool agreed = dialog.exec() == QDialog::Accepted;
    if (ticked) *ticked = option->isChecked();
    return agreed;
}

} // namespace layakari
