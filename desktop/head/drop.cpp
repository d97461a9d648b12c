// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/drop.hpp"

#include "core/report/take_out.hpp"
#include "desktop/read/our_files.hpp"

#include <QFileInfo>
#include <QMimeData>
#include <QObject>
#include <QUrl>

namespace layakari {

QStringList localFiles(const QMimeData* data)
{
    QStringList files;
    for (const QUrl& url : data->urls())
        if (url.isLocalFile()) files.push_back(url.toLocalFile());
    return files;
}

Drop dropOf(const QStringList& files, const DropPlace& place)
{
    if (files.isEmpty()) return Drop::Nothing;
    const QString& first = files.first();
    const bool isFolder = files.size() == 1 && QFileInfo(first).isDir();
    const bool isSomebody = !place.person.isEmpty();
    if (isFolder && place.hasJournal && isTakenOut(first.toStdString())) return Drop::Import;
    if (isFolder || files.size() > 1) return isSomebody ? Drop::AddAll : Drop::Open;
    const JsonFile kind = kindOfJson(first);
    if (kind == JsonFile::Plan && place.isRead) return Drop::ReadAgainst;
    if (kind == JsonFile::Plan && isSomebody) return Drop::PlanFile;
    if (kind == JsonFile::NotOurs && isSomebody && place.isPrepare) return Drop::AddOne;
    return Drop::Open;
}

QString inWords(Drop drop, const QStringList& files, const DropPlace& place)
{
    const QString name = QFileInfo(files.value(0)).fileName();
    switch (drop) {
    case Drop::Nothing: return {};
    case Drop::Import: return QObject::tr("Import the journal in %1").arg(name);
    case Drop::AddAll:
        return files.size() > 1 ? QObject::tr("Add %n recording(s) to the inbox", nullptr,
                                              static_cast<int>(files.size()))
                                : QObject::tr("Add all recordings in %1 to the inbox").arg(name);
    case Drop::AddOne: return QObject::tr("Read %1, and save it for %2").arg(name, place.person);
    case Drop::PlanFile: return QObject::tr("Look at the plan in %1").arg(name);
    case Drop::ReadAgainst: return QObject::tr("Read against the plan in %1").arg(name);
    case Drop::Open: return QObject::tr("Read %1").arg(name);
    }
    return {};
}

} // namespace layakari
