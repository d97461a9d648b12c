// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <thread>

namespace layakari {

class JournalDesk;

/// Takes an exported journal into the one at hand, beside the window's thread and over a journal
/// of its own: it can be large.
class ImportDesk : public QObject {
    Q_OBJECT
public:
    explicit ImportDesk(JournalDesk* desk, QObject* parent = nullptr);

    void takeIn(const QString& folder);      ///< one at a time: another is left while one runs
    void stop() { m_thread.request_stop(); } ///< takes in nothing

signals:
    void progressed(const QString& what, double fraction);
    void ended(const QString& what); ///< in words; empty after the desk has said why it failed

private:
    JournalDesk* m_desk;
    bool m_isRunning = false;
    std::jthread m_thread;
};

} // namespace layakari
