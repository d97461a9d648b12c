// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan_figures.hpp"

#include <QStringList>

namespace layakari {

/// "45 s", "2 min 10 s", "12 min": to ten seconds from a minute and a half on.
QString plannedDuration(double seconds);

/// How long a plan takes, "at least" where a part of it is open.
QString plannedTime(const PlanFigures& figures);

/// Time, breaths per minute, strokes and the longest hold, as far as the plan has them.
QStringList plannedInWords(const PlanFigures& figures);

} // namespace layakari
