// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMargins>
#include <QRect>

class QWidget;

namespace layakari {

/// Where a window of `wanted` (without its frame) goes so that it lies with the frame within
/// `free`: what panels leave of a screen. Not smaller than `least`; then its upper left corner is
/// seen.
QRect placedWithin(const QRect& wanted, const QMargins& frame, const QRect& free,
                   const QSize& least);

/// Puts a window, shown or not yet, within its screen. Before it is shown its frame is guessed from
/// the style's title bar.
void placeWithinScreen(QWidget& window);

} // namespace layakari
