// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/language/dates.hpp"

#include <QLocale>
#include <QObject>

namespace layakari {

namespace {

QString written(QDate day, const QString& format) { return QLocale().toString(day, format); }

} // namespace

QString fullDate(QDate day)
{
    //: A date in Qt's notation, as are the other texts of d, M and y: put its parts in your order.
    return written(day, QObject::tr("dddd d MMMM yyyy"));
}

QString dateWithYear(QDate day) { return written(day, QObject::tr("d MMMM yyyy")); }
QString dayAndMonth(QDate day) { return written(day, QObject::tr("d MMMM")); }
QString shortDate(QDate day) { return written(day, QObject::tr("ddd d MMM yyyy")); }
QString shortDateWithYear(QDate day) { return written(day, QObject::tr("d MMM yyyy")); }
QString shortDayAndMonth(QDate day) { return written(day, QObject::tr("d MMM")); }
QString weekdayAndDay(QDate day) { return written(day, QObject::tr("dddd d MMMM")); }

QString timeOfDay(QTime time) { return QLocale().toString(time, QLocale::ShortFormat); }

QString hourOfDay(int hour) { return timeOfDay(QTime(hour, 0)); }

QString shortMoment(const QDateTime& t)
{
    return QObject::tr("%1, %2").arg(written(t.date(), QObject::tr("ddd d MMM")),
                                     timeOfDay(t.time()));
}

QString dateFormat() { return QObject::tr("ddd d MMM yyyy"); }

QString momentFormat()
{
    return QObject::tr("ddd d MMMM yyyy") + QStringLiteral(", ") +
           QLocale().timeFormat(QLocale::ShortFormat);
}

} // namespace layakari
