// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/planned_words.hpp"

#include <QObject>
#include <cmath>

namespace layakari {

QString plannedDuration(double seconds)
{
    const int whole = static_cast<int>(std::lround(seconds));
    if (whole < 90) return QObject::tr("%1 s").arg(whole);
    const int tens = (whole + 5) / 10; // to ten seconds
    const int minutes = tens / 6;
    const int rest = tens % 6 * 10;
    if (rest == 0 || minutes >= 10) return QObject::tr("%1 min").arg(minutes);
    return QObject::tr("%1 min %2 s").arg(minutes).arg(rest);
}

QString plannedTime(const PlanFigures& figures)
{
    const QString time = plannedDuration(figures.seconds);
    return figures.isAtLeast ? QObject::tr("at least %1").arg(time) : time;
}

QStringList plannedInWords(const PlanFigures& figures)
{
    QStringList words{plannedTime(figures)};
    if (figures.breathsPerMin)
        words << QObject::tr("%L1 breaths per minute").arg(*figures.breathsPerMin, 0, 'f', 1);
    if (figures.strokes > 0) words << QObject::tr("%n stroke(s)", nullptr, figures.strokes);
    if (figures.longestHoldS > 0)
        words << QObject::tr("longest hold %L1 s").arg(figures.longestHoldS, 0, 'f', 1);
    return words;
}

} // namespace layakari
