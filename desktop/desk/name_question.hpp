// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QWidget;

namespace layakari {

/// Asks for a name, and how it is written is the answer; empty where somebody leaves it.
QString askForName(QWidget* over, const QString& question, const QString& now = {});

} // namespace layakari
