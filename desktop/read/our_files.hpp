// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace layakari {

enum class JsonFile { NotOurs, Plan, Reading };

/// What a file is, by the format that its head names; a recording is NotOurs.
JsonFile kindOfJson(const QString& file);

/// Where the plan of a recording lies if there is one beside it: NAME.plan.json.
QString planBeside(const QString& recording);

} // namespace layakari
