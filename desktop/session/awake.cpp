// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/session/awake.hpp"

#include <QDBusMessage>
#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>

namespace layakari {

namespace {

QDBusMessage screenSaver(const char* method)
{
    return QDBusMessage::createMethodCall(QStringLiteral("org.freedesktop.ScreenSaver"),
                                          QStringLiteral("/org/freedesktop/ScreenSaver"),
                                          QStringLiteral("org.freedesktop.ScreenSaver"),
                                          QLatin1String(method));
}

} // namespace

Awake::Awake(QObject* parent, const QDBusConnection& session, const QDBusConnection& system)
    : QObject(parent), m_session(session), m_system(system)
{
}

Awake::~Awake() { letGo(); }

void Awake::keep(const QString& why)
{
    if (m_isKept) return;
    m_isKept = true;
    QDBusMessage screen = screenSaver("Inhibit");
    screen << QStringLiteral("layakari") << why;
    auto* ofScreen = new QDBusPendingCallWatcher(m_session.asyncCall(screen), this);
    connect(ofScreen, &QDBusPendingCallWatcher::finished, this,
            [this](QDBusPendingCallWatcher* call) {
                const QDBusPendingReply<uint> reply = *call;
                call->deleteLater();
                if (!reply.isValid()) return;
                m_cookie = reply.value();
                if (!m_isKept) letGo(); // it was over before the answer came
            });
    QDBusMessage sleep = QDBusMessage::createMethodCall(
        QStringLiteral("org.freedesktop.login1"), QStringLiteral("/org/freedesktop/login1"),
        QStringLiteral("org.freedesktop.login1.Manager"), QStringLiteral("Inhibit"));
    sleep << QStringLiteral("sleep:idle") << QStringLiteral("Layakari") << why
          << QStringLiteral("block");
    auto* ofSleep = new QDBusPendingCallWatcher(m_system.asyncCall(sleep), this);
    connect(ofSleep, &QDBusPendingCallWatcher::finished, this,
            [this](QDBusPendingCallWatcher* call) {
                const QDBusPendingReply<QDBusUnixFileDescriptor> reply = *call;
                call->deleteLater();
                if (reply.isValid() && m_isKept) m_lock = reply.value();
            });
}

void Awake::letGo()
{
    m_isKept = false;
    m_lock = QDBusUnixFileDescriptor();
    if (!m_cookie) return;
    QDBusMessage screen = screenSaver("UnInhibit");
    screen << *std::exchange(m_cookie, std::nullopt);
    m_session.send(screen);
}

} // namespace layakari
