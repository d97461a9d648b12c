// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/window_place.hpp"

#include <QScreen>
#include <QStyle>
#include <QWidget>
#include <algorithm>

namespace layakari {

QRect placedWithin(const QRect& wanted, const QMargins& frame, const QRect& free,
                   const QSize& least)
{
    const QRect inner = free.marginsRemoved(frame);
    const QSize size = wanted.size().boundedTo(inner.size()).expandedTo(least);
    const QPoint corner(
        std::max(inner.left(),
                 std::min(wanted.left(), inner.left() + inner.width() - size.width())),
        std::max(inner.top(),
                 std::min(wanted.top(), inner.top() + inner.height() - size.height())));
    return {corner, size};
}

void placeWithinScreen(QWidget& window)
{
    const QRect inner = window.geometry();
    const QRect outer = window.frameGeometry();
    QMargins frame(inner.left() - outer.left(), inner.top() - outer.top(),
                   outer.right() - inner.right(), outer.bottom() - inner.bottom());
    if (!window.isVisible())
        frame = {0, window.style()->pixelMetric(QStyle::PM_TitleBarHeight), 0, 0};
    const QRect place =
        placedWithin(inner, frame, window.screen()->availableGeometry(), window.minimumSize());
    if (place != inner) window.setGeometry(place);
}

} // namespace layakari
