// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/intake/readers.hpp"

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>
#include <map>
#include <memory>

namespace layakari {

class JournalDesk;

/// Reads in the background what was handed in together, over all cores, and keeps it in the
/// journal; goes on with what waits since the last time. A folder can be watched: what comes to lie
/// in it is handed in once it has stopped growing.
class IntakeDesk : public QObject {
    Q_OBJECT
public:
    explicit IntakeDesk(JournalDesk* desk, QObject* parent = nullptr);
    ~IntakeDesk() override;

    /// Takes recordings, and those in folders, as a step that can be taken back. Returns how many
    /// are new.
    int takeIn(const QStringList& paths);
    const std::vector<Handed>& all() const { return m_all; }
    /// How far the reading of one is, 0 to 1; nothing where it is not being read.
    std::optional<double> progressOf(Id handed) const;
    bool isReading() const { return !m_progress.empty(); }

    /// Says whose it is and what was practised, and reads it (again).
    void assign(Id handed, Id person, const std::optional<Plan>& plan);
    void stop(); ///< what is not read keeps waiting
    void goOn(); ///< reads what waits
    /// Puts away all that are no longer waiting; their sittings stay.
    void putAway();

    QString watched() const { return m_watched; }
    void watch(const QString& folder); ///< an empty one for none

signals:
    void changed();
    void finished(int read); ///< nothing is being read any more
    void progressed(layakari::Id handed);

private:
    void reload();
    std::vector<Id> add(const QStringList& paths);
    void take(const ReadOrder& order, const ReadIn& read);
    void lookIntoWatched();

    JournalDesk* m_desk;
    std::vector<Handed> m_all;
    std::map<Id, double> m_progress; ///< of those that are ordered
    int m_readInARow = 0;
    bool m_isStopped = false; ///< by a person, until something is to be read again
    QString m_watched;
    QFileSystemWatcher m_watcher;
    QTimer m_settle; ///< until what was seen has stopped growing
    std::map<QString, qint64> m_sizes;
    std::unique_ptr<Readers> m_readers; ///< last: its threads speak with the rest
};

} // namespace layakari
