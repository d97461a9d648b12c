// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDBusConnection>
#include <QDBusVariant>
#include <QObject>
#include <optional>

namespace layakari {

/// Whether the desktop prefers dark colours: the setting `color-scheme` of
/// `org.freedesktop.appearance` in org.freedesktop.portal.Settings. Asked for and followed without
/// waiting.
class DarkPreference : public QObject {
    Q_OBJECT
public:
    explicit DarkPreference(QObject* parent = nullptr,
                            const QDBusConnection& session = QDBusConnection::sessionBus());

    /// Nothing as long as it is not known.
    std::optional<bool> isDark() const { return m_isDark; }

signals:
    void changed(bool isDark);

private slots:
    void takeSetting(const QString& space, const QString& key, const QDBusVariant& value);

private:
    void take(const QVariant& value);

    QDBusConnection m_session;
    std::optional<bool> m_isDark;
};

} // namespace layakari
