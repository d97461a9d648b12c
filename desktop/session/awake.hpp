// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDBusConnection>
#include <QDBusUnixFileDescriptor>
#include <QObject>
#include <optional>

namespace layakari {

/// Keeps the machine from going to sleep and the screen from going dark, as long as it is asked to:
/// `Inhibit` of org.freedesktop.ScreenSaver on the session's bus, and of
/// org.freedesktop.login1.Manager on the system's. Where neither answers, nothing is said: the
/// practice goes on.
class Awake : public QObject {
    Q_OBJECT
public:
    explicit Awake(QObject* parent = nullptr,
                   const QDBusConnection& session = QDBusConnection::sessionBus(),
                   const QDBusConnection& system = QDBusConnection::systemBus());
    ~Awake() override;

    void keep(const QString& why);
    void letGo();
    bool isKept() const { return m_isKept; }

private:
    QDBusConnection m_session;
    QDBusConnection m_system;
    bool m_isKept = false;
    std::optional<uint> m_cookie;
    QDBusUnixFileDescriptor m_lock; ///< sleep is let go when it is closed
};

} // namespace layakari
