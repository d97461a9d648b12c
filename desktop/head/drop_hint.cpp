// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/drop_hint.hpp"

#include "desktop/theme/theme.hpp"

#include <QPainter>

namespace layakari {

DropHint::DropHint(QWidget* window) : QWidget(window)
{
    setObjectName(QStringLiteral("dropHint"));
    setAttribute(Qt::WA_TransparentForMouseEvents);
    hide();
}

void DropHint::showFor(const QString& where)
{
    m_where = where;
    setAccessibleName(where);
    setGeometry(parentWidget()->rect());
    show();
    raise();
    update();
}

void DropHint::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    QColor veil = theme.paper;
    veil.setAlphaF(0.82f);
    painter.fillRect(rect(), veil);
    painter.setPen(QPen(theme.ink, 2, Qt::DotLine, Qt::RoundCap));
    painter.drawRoundedRect(QRectF(rect()).adjusted(18, 18, -18, -18), 14, 14);
    painter.setFont(typeface(Type::Figure, true));
    painter.setPen(theme.ink);
    painter.drawText(rect().adjusted(90, 60, -90, -60), Qt::AlignCenter | Qt::TextWordWrap,
                     m_where);
}

} // namespace layakari
