// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QString>

namespace layakari {

/// A picture of the help, drawn with the program's own shapes in the colours that are in force:
/// "staff", "row", "verdicts", "outline", "strokes", "rest", "plan", "places". Empty for any other.
QImage helpPicture(const QString& name, double pixelRatio = 1);

} // namespace layakari
