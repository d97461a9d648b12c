// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/import_desk.hpp"

#include "core/intake/putting_right.hpp"
#include "core/report/take_out.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QFileInfo>

namespace layakari {

ImportDesk::ImportDesk(JournalDesk* desk, QObject* parent) : QObject(parent), m_desk(desk) {}

void ImportDesk::takeIn(const QString& folder)
{
    if (std::exchange(m_isRunning, true)) return;
    const QString doing = tr("Importing %1").arg(QFileInfo(folder).fileName());
    emit progressed(doing, 0);
    m_thread = std::jthread(
        [this, folder, doing, into = m_desk->journal().folder()](const std::stop_token& stop) {
            const Progress progress{[this, doing](double fraction) {
                                        QMetaObject::invokeMethod(
                                            this,
                                            [this, doing, fraction] {
                                                if (m_isRunning) emit progressed(doing, fraction);
                                            },
                                            Qt::QueuedConnection);
                                    },
                                    stop};
            auto journal = Journal::open(into, Journal::Missing::Refuse);
            const auto merged = journal ? takeInJournal(*journal, folder.toStdString(), progress)
                                        : fail(journal.error());
            QMetaObject::invokeMethod(
                this,
                [this, merged] {
                    m_isRunning = false;
                    if (!m_desk->told(merged)) return emit ended({});
                    const JournalStep step = takenIn(m_desk->journal(), merged->changes);
                    m_desk->perform(tr("Import"), step.act, step.takeBack);
                    emit ended(
                        tr("Imported. New people: %1, plans: %2, sittings: %3. Ctrl+Z undoes it.")
                            .arg(merged->people)
                            .arg(merged->plans)
                            .arg(merged->sittings));
                },
                Qt::QueuedConnection);
        });
}

} // namespace layakari
