// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/journey/day_line.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/journey/journey_chart.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/theme/theme.hpp"

#include <QHelpEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr int rowHeight = 46;
// Beyond this a sitting is a long one, however long.
constexpr double longMinutes = 30;
constexpr double leastWidth = 3;

} // namespace

DayLine::DayLine(const JourneyChart* chart, QWidget* parent) : QWidget(parent), m_chart(chart)
{
    setObjectName(QStringLiteral("dayLine"));
    runToTheRight(this);
    setFixedHeight(rowHeight);
    connect(chart, &JourneyChart::axisMoved, this, qOverload<>(&QWidget::update));
}

void DayLine::setSittings(const std::vector<Sitting>& sittings)
{
    m_minutes.clear();
    for (const Sitting& s : sittings) m_minutes[s.day] += s.practiceS / 60;
    setAccessibleName(tr("%n day(s) practised", nullptr, daysPractised()));
    update();
}

void DayLine::paintEvent(QPaintEvent*)
{
    if (m_minutes.empty()) return;
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double ground = height() - 8;
    const double dayWidth = m_chart->xOf(m_chart->firstDay() + std::chrono::days(1)) -
                            m_chart->xOf(m_chart->firstDay());
    painter.setPen(QPen(theme.line, 1.5));
    painter.drawLine(QPointF(m_chart->xOf(m_chart->firstDay()) - dayWidth / 2, ground),
                     QPointF(m_chart->xOf(m_chart->lastDay()) + dayWidth / 2, ground));
    const double half = std::max(leastWidth, dayWidth * 0.9) / 2;
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.inhale);
    for (const auto& [day, minutes] : m_minutes) {
        const double x = m_chart->xOf(day);
        const double top =
            ground - 4 - (height() - 16) * std::sqrt(std::min(1.0, minutes / longMinutes));
        QPainterPath rise(QPointF(x - half, ground));
        rise.cubicTo(x - half * 0.4, ground, x - half * 0.5, top, x, top);
        rise.cubicTo(x + half * 0.5, top, x + half * 0.4, ground, x + half, ground);
        painter.drawPath(rise);
    }
}

bool DayLine::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    for (const auto& [day, minutes] : m_minutes)
        if (std::fabs(m_chart->xOf(day) - help->pos().x()) < 6) {
            QToolTip::showText(
                help->globalPos(),
                tr("%1: %2 min").arg(shortDate(toQDate(day))).arg(minutes, 0, 'f', 0), this);
            return true;
        }
    QToolTip::hideText();
    return true;
}

} // namespace layakari
