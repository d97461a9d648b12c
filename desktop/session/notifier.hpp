// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDBusConnection>
#include <QObject>

namespace layakari {

/// Says through the desktop (`Notify` of org.freedesktop.Notifications) that something long is
/// done.
class Notifier : public QObject {
    Q_OBJECT
public:
    explicit Notifier(QObject* parent = nullptr,
                      const QDBusConnection& session = QDBusConnection::sessionBus());

    void say(const QString& what, const QString& more);

private:
    QDBusConnection m_session;
};

} // namespace layakari
