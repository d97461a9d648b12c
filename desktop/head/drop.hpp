// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

class QMimeData;

namespace layakari {

/// What would become of files that are dropped.
enum class Drop { Nothing, Import, AddAll, AddOne, PlanFile, ReadAgainst, Open };

/// Where they are dropped.
struct DropPlace {
    bool hasJournal = false;
    QString person; ///< at hand; empty for nobody
    bool isPrepare = false;
    bool isRead = false;
};

/// Files of this machine that are dragged; none for anything else.
QStringList localFiles(const QMimeData* data);

Drop dropOf(const QStringList& files, const DropPlace& place);

/// "Read morning.m4a": empty where nothing would happen.
QString inWords(Drop drop, const QStringList& files, const DropPlace& place);

} // namespace layakari
