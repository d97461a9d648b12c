// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/prepare/no_journal_page.hpp"

#include "core/journal/backup.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace layakari {

namespace {

QString dayInWords(Day day) { return dateWithYear(toQDate(day)); }

} // namespace

NoJournalPage::NoJournalPage(std::filesystem::path dataFolder, const Error& error, QWidget* parent)
    : QWidget(parent),
      m_dataFolder(std::move(dataFolder)),
      m_words(textLabel(tr("The journal cannot be used.\n\n%1.\n\nReading a recording works "
                           "without it: press 3.")
                            .arg(QString::fromStdString(error.message())),
                        Type::Sentence, this, "noJournal"))
{
    auto* page = new QVBoxLayout(this);
    page->setContentsMargins(28, 40, 120, 40);
    page->addWidget(m_words);
    if (const auto backups = backupsIn(m_dataFolder); !backups.empty()) {
        QPushButton* button = leadButton(
            tr("Put back the backup of %1").arg(dayInWords(backups.front().day)), "restoreBackup",
            this, tr("The journal that is there is moved aside, not deleted"));
        connect(button, &QPushButton::clicked, this, &NoJournalPage::restore);
        page->addWidget(button, 0, Qt::AlignLeft);
    }
    page->addStretch(1);
}

void NoJournalPage::restore()
{
    const auto restored = restoreLastBackup(m_dataFolder);
    m_words->setText(
        restored ? tr("The backup of %1 is in its place. Close Layakari and start it again; what "
                      "was there lies beside it as journal-aside.")
                       .arg(dayInWords(restored->day))
                 : tr("%1.").arg(QString::fromStdString(restored.error().message())));
}

} // namespace layakari
