// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QStringList>

namespace layakari {

/// The recordings that were read lately, the latest first, kept in the settings.
class Recent : public QObject {
    Q_OBJECT
public:
    explicit Recent(QString settingsFile, QObject* parent = nullptr);

    QStringList all() const;
    void add(const QStringList& files);
    void forget(const QStringList& files);

signals:
    void changed(const QStringList& all);

private:
    void write(const QStringList& all);

    QString m_settingsFile;
};

} // namespace layakari
