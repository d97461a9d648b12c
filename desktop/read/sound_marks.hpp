// SPDX-License-Identifier: GPL-3.0-or-later
//
// Strokes, hums and rough friction as they are drawn on the staff and on the strip.
#pragma once

#include "core/reading/reading.hpp"
#include "desktop/theme/theme.hpp"

#include <QPainter>
#include <QRectF>
#include <functional>

namespace layakari {

/// Where a moment lies across a drawing, in pixels.
using XOf = std::function<double(double seconds)>;

/// One upright grain per stroke on the base of `area`, as high as it was strong; every tenth dark,
/// with its number below; a fine line of pace above.
void drawStrokeGrains(QPainter& painter, const ReadStrokeRun& run, const QRectF& area,
                      const XOf& xOf, const Theme& theme);

/// The pitch of a hum as a ribbon: height is cents from the target (or from its own middle where
/// there is none), 120 cents from the middle of `area` to either side; thickness is loudness; a gap
/// is a break. The pitch that was meant is a dotted line.
void drawPitchRibbon(QPainter& painter, const ReadHum& hum, const QRectF& area, const XOf& xOf,
                     const Theme& theme);

/// A small zigzag where friction was rough.
void drawRoughness(QPainter& painter, QPointF at, const Theme& theme);

/// "Sa, 7 cents under", "196 Hz (G3)".
QString pitchInWords(const ReadHum& hum);

} // namespace layakari
