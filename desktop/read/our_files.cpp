// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/our_files.hpp"

#include <QFile>
#include <QFileInfo>

namespace layakari {

JsonFile kindOfJson(const QString& file)
{
    QFile in(file);
    if (!file.endsWith(QStringLiteral(".json"), Qt::CaseInsensitive) ||
        !in.open(QIODevice::ReadOnly))
        return JsonFile::NotOurs;
    // Another program may have sorted its keys: those before "format" are short.
    const QByteArray head = in.read(20000);
    // A reading has its plan within it, but names its own format first.
    const qsizetype plan = head.indexOf("\"layakari.plan\"");
    const qsizetype reading = head.indexOf("\"layakari.reading\"");
    if (plan < 0 && reading < 0) return JsonFile::NotOurs;
    return plan < 0 || (reading >= 0 && reading < plan) ? JsonFile::Reading : JsonFile::Plan;
}

QString planBeside(const QString& recording)
{
    const QFileInfo info(recording);
    return info.path() + QLatin1Char('/') + info.completeBaseName() + QStringLiteral(".plan.json");
}

} // namespace layakari
