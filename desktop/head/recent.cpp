// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/recent.hpp"

#include <QFileInfo>
#include <QSettings>

namespace layakari {

namespace {

constexpr int mostRecent = 12;

QStringList without(QStringList all, const QStringList& files)
{
    for (const QString& file : files) all.removeAll(QFileInfo(file).absoluteFilePath());
    return all;
}

} // namespace

Recent::Recent(QString settingsFile, QObject* parent)
    : QObject(parent), m_settingsFile(std::move(settingsFile))
{
}

QStringList Recent::all() const
{
    return QSettings(m_settingsFile, QSettings::IniFormat)
        .value(QStringLiteral("recent"))
        .toStringList();
}

void Recent::add(const QStringList& files)
{
    QStringList recent = without(all(), files);
    for (const QString& file : files) recent.prepend(QFileInfo(file).absoluteFilePath());
    recent.removeDuplicates();
    write(recent.mid(0, mostRecent));
}

void Recent::forget(const QStringList& files) { write(without(all(), files)); }

void Recent::write(const QStringList& all)
{
    QSettings(m_settingsFile, QSettings::IniFormat).setValue(QStringLiteral("recent"), all);
    emit changed(all);
}

} // namespace layakari
