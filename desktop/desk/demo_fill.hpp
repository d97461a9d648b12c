// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <thread>

namespace layakari {

class JournalDesk;

/// Fills the journal with the demo club beside the window's thread (`fillDemoClub`), so that its
/// weeks come in while one looks.
class DemoFill : public QObject {
    Q_OBJECT
public:
    explicit DemoFill(JournalDesk* desk, QObject* parent = nullptr);

    void stop() { m_thread.request_stop(); } ///< goes on the next time

signals:
    void progressed(double fraction);
    void ended(const QString& what); ///< in words

private:
    JournalDesk* m_desk;
    bool m_isThere = true; ///< nothing had to be done yet
    std::jthread m_thread;
};

} // namespace layakari
