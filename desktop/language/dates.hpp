// SPDX-License-Identifier: GPL-3.0-or-later
//
// Days and times as the program's language and region write them. The order of day, month and year
// is a matter of translation; names of days and 12 or 24 hours are the region's.
#pragma once

#include <QDate>
#include <QDateTime>
#include <QString>

namespace layakari {

QString fullDate(QDate day);             ///< "Monday 5 October 2026"
QString dateWithYear(QDate day);         ///< "5 October 2026"
QString dayAndMonth(QDate day);          ///< "5 October"
QString shortDate(QDate day);            ///< "Mon 5 Oct 2026"
QString shortDateWithYear(QDate day);    ///< "5 Oct 2026"
QString shortDayAndMonth(QDate day);     ///< "5 Oct"
QString weekdayAndDay(QDate day);        ///< "Monday 5 October"
QString timeOfDay(QTime time);           ///< "14:05", "2:05 PM"
QString hourOfDay(int hour);             ///< of a whole hour, 0 to 23
QString shortMoment(const QDateTime& t); ///< "Mon 5 Oct, 14:05"

/// For boxes in which a date is written, in Qt's notation.
QString dateFormat();
QString momentFormat();

} // namespace layakari
