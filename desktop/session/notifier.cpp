// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/session/notifier.hpp"
#include "core/language/message.hpp"

#include <QDBusMessage>
#include <QVariantMap>

namespace layakari {

namespace {

constexpr int asTheDesktopThinks = -1; // how long it is shown

} // namespace

Notifier::Notifier(QObject* parent, const QDBusConnection& session)
    : QObject(parent), m_session(session)
{
}

void Notifier::say(const QString& what, const QString& more)
{
    QDBusMessage notify = QDBusMessage::createMethodCall(
        QStringLiteral("org.freedesktop.Notifications"),
        QStringLiteral("/org/freedesktop/Notifications"),
        QStringLiteral("org.freedesktop.Notifications"), QStringLiteral("Notify"));
    notify << QStringLiteral("Layakari") << 0U << QStringLiteral("org.layakari.Layakari") << what
           << more << QStringList()
           << QVariantMap{{QStringLiteral("desktop-entry"),
                           QStringLiteral("org.layakari.Layakari")}}
           << asTheDesktopThinks;
    m_session.send(notify);
}

} // namespace layakari
