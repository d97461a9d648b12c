// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/breath_line.hpp"

#include "desktop/theme/theme.hpp"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr double margin = 24;
constexpr double lowY = 47;
constexpr double highY = 20;
constexpr double nameHeight = 22;
constexpr double airBelow = 7;
// Where along the line the places lie: on the way in, at its height, and on the way out.
constexpr std::array<double, 5> along{0.07, 0.285, 0.51, 0.735, 0.94};

double eased(double z)
{
    z = std::clamp(z, 0.0, 1.0);
    return 0.5 - 0.5 * std::cos(std::numbers::pi * z);
}

} // namespace

BreathLine::BreathLine(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("breathLine"));
    setMouseTracking(true);
    setPlace(preparePlace);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize BreathLine::sizeHint() const
{
    return {700, static_cast<int>(lowY + airBelow + scaled(nameHeight))};
}

QSize BreathLine::minimumSizeHint() const { return {480, sizeHint().height()}; }

double BreathLine::heightAt(double x) const
{
    const double z = (x - margin) / (width() - 2 * margin);
    const double fill = z < 0.5 ? eased((z - 0.14) / 0.28) : 1 - eased((z - 0.6) / 0.26);
    return lowY + (highY - lowY) * fill;
}

QPointF BreathLine::placeAt(int place) const
{
    const double x = margin + along[static_cast<std::size_t>(place)] * (width() - 2 * margin);
    return {x, heightAt(x)};
}

void BreathLine::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    QPainterPath line;
    line.moveTo(margin, heightAt(margin));
    for (double x = margin; x <= width() - margin; x += 4) line.lineTo(x, heightAt(x));
    painter.setPen(QPen(theme.line, 2.5));
    painter.drawPath(line);
    for (int place = 0; place < static_cast<int>(places.size()); ++place) {
        const QPointF at = placeAt(place);
        const bool here = place == m_place;
        painter.setPen(QPen(theme.ink, 1.6));
        painter.setBrush(here ? theme.ink : theme.paper);
        const double radius = here ? 6 : 4.5;
        painter.drawEllipse(at, radius, radius);
        painter.setFont(typeface(Type::Body, here));
        painter.setPen(theme.ink);
        painter.drawText(QRectF(at.x() - 80, at.y() + 5, 160, scaled(nameHeight)),
                         Qt::AlignHCenter | Qt::AlignTop,
                         tr(places[static_cast<std::size_t>(place)]));
    }
}

void BreathLine::setPlace(int place)
{
    m_place = place;
    setAccessibleName(tr("Places: you are at %1").arg(tr(places[static_cast<std::size_t>(place)])));
    update();
}

int BreathLine::placeNear(const QPointF& point) const
{
    constexpr double reach = 44; // a place with its name under it
    for (int place = 0; place < static_cast<int>(places.size()); ++place) {
        const QPointF distance = placeAt(place) + QPointF(0, 8) - point;
        if (std::hypot(distance.x(), distance.y()) <= reach) return place;
    }
    return -1;
}

void BreathLine::mousePressEvent(QMouseEvent* event)
{
    if (const int place = placeNear(event->position()); place >= 0) emit placeWanted(place);
}

void BreathLine::mouseMoveEvent(QMouseEvent* event)
{
    const int place = placeNear(event->position());
    setCursor(place >= 0 ? Qt::PointingHandCursor : Qt::ArrowCursor);
}

bool BreathLine::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int place = placeNear(help->pos());
        if (place < 0) {
            QToolTip::hideText();
            return true;
        }
        const QString name = tr(places[static_cast<std::size_t>(place)]);
        QToolTip::showText(help->globalPos(),
                           place == m_place ? tr("%1: you are here").arg(name)
                                            : tr("%1 (%2)").arg(name).arg(place + 1),
                           this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace layakari
