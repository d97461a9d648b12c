// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/session/dark_preference.hpp"

#include <QDBusMessage>
#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>

namespace layakari {

namespace {

const QString service = QStringLiteral("org.freedesktop.portal.Desktop");
const QString path = QStringLiteral("/org/freedesktop/portal/desktop");
const QString interface = QStringLiteral("org.freedesktop.portal.Settings");
const QString space = QStringLiteral("org.freedesktop.appearance");
const QString key = QStringLiteral("color-scheme");
constexpr uint dark = 1; // 0 none, 2 light

} // namespace

DarkPreference::DarkPreference(QObject* parent, const QDBusConnection& session)
    : QObject(parent), m_session(session)
{
    m_session.connect(service, path, interface, QStringLiteral("SettingChanged"), this,
                      SLOT(takeSetting(QString, QString, QDBusVariant)));
    QDBusMessage read =
        QDBusMessage::createMethodCall(service, path, interface, QStringLiteral("Read"));
    read << space << key;
    auto* call = new QDBusPendingCallWatcher(m_session.asyncCall(read), this);
    connect(call, &QDBusPendingCallWatcher::finished, this, [this](QDBusPendingCallWatcher* done) {
        const QDBusPendingReply<QDBusVariant> reply = *done;
        done->deleteLater();
        if (reply.isValid()) take(reply.value().variant());
    });
}

void DarkPreference::takeSetting(const QString& ofSpace, const QString& ofKey,
                                 const QDBusVariant& value)
{
    if (ofSpace == space && ofKey == key) take(value.variant());
}

// Some portals wrap it once more.
void DarkPreference::take(const QVariant& value)
{
    const QVariant inner =
        value.canConvert<QDBusVariant>() ? value.value<QDBusVariant>().variant() : value;
    const bool isDark = inner.toUInt() == dark;
    if (m_isDark == isDark) return;
    m_isDark = isDark;
    emit changed(isDark);
}

} // namespace layakari
