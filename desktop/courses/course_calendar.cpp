// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/courses/course_calendar.hpp"

#include "core/progress/course_days.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/theme/theme.hpp"

#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

namespace layakari {

namespace {

constexpr double headHeight = 26;
constexpr double leftWidth = 64; // "12 Oct"
constexpr double ring = 11;
constexpr double highestWeek = 46;

} // namespace

std::array<int, 7> weekdaysInOrder()
{
    std::array<int, 7> days{};
    for (int d = 0; d < 7; ++d)
        days[static_cast<std::size_t>(d)] =
            (static_cast<int>(QLocale().firstDayOfWeek()) - 1 + d) % 7;
    return days;
}

Day weekStart(Day day)
{
    const int since = (weekdayOf(day) - weekdaysInOrder().front() + 7) % 7;
    return day - std::chrono::days(since);
}

CourseCalendar::CourseCalendar(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("courseCalendar"));
    setAccessibleName(tr("Calendar of the course"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void CourseCalendar::show(std::map<Day, DayLook> days, Day first, int weeks, Day today)
{
    m_days = std::move(days);
    m_first = weekStart(first);
    m_weeks = std::max(1, weeks);
    m_today = today;
    const Day last = m_first + std::chrono::days(7 * m_weeks - 1);
    if (m_chosen < m_first || m_chosen > last) m_chosen = std::clamp(today, m_first, last);
    update();
}

double CourseCalendar::weekHeight() const
{
    return std::min(scaled(highestWeek), (height() - scaled(headHeight)) / m_weeks);
}

QRectF CourseCalendar::cellOf(Day day) const
{
    const double width = (this->width() - scaled(leftWidth)) / 7.0;
    const auto week = static_cast<double>((weekStart(day) - m_first).count()) / 7;
    return {scaled(leftWidth) + width * static_cast<double>((day - weekStart(day)).count()),
            scaled(headHeight) + weekHeight() * week, width, weekHeight()};
}

void CourseCalendar::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(typeface(Type::Small));
    for (int d = 0; d < 7; ++d) {
        const QRectF cell = cellOf(m_first + std::chrono::days(d));
        painter.setPen(theme.softInk);
        painter.drawText(QRectF(cell.left(), 0, cell.width(), scaled(headHeight)), Qt::AlignCenter,
                         QLocale().dayName(weekdaysInOrder()[static_cast<std::size_t>(d)] + 1,
                                           QLocale::ShortFormat));
    }
    for (int d = 0; d < 7 * m_weeks; ++d) {
        const Day day = m_first + std::chrono::days(d);
        const QRectF cell = cellOf(day);
        if (day == weekStart(day)) {
            painter.setPen(theme.softInk);
            painter.drawText(QRectF(0, cell.top(), scaled(leftWidth) - 8, cell.height()),
                             Qt::AlignRight | Qt::AlignVCenter, shortDayAndMonth(toQDate(day)));
        }
        if (day == m_chosen) {
            painter.setPen(hasFocus() ? QPen(theme.ink, 1.5) : QPen(theme.softInk, 1));
            painter.setBrush(theme.panel);
            painter.drawRoundedRect(cell.adjusted(4, 2, -4, -2), 6, 6);
        }
        if (day == m_today) {
            painter.setPen(QPen(theme.ink, 2));
            painter.drawLine(QPointF(cell.center().x() - 12, cell.bottom() - 3),
                             QPointF(cell.center().x() + 12, cell.bottom() - 3));
        }
        const auto look = m_days.find(day);
        const bool planned = look != m_days.end() && !look->second.planned.isEmpty();
        const bool done = look != m_days.end() && look->second.done > 0;
        const double r = std::min(ring, cell.height() / 2 - 6);
        painter.setBrush(done ? QBrush(theme.inhale) : Qt::NoBrush);
        if (planned) {
            painter.setPen(QPen(day < m_today && !done ? theme.line : theme.inhale, 2));
            painter.drawEllipse(cell.center(), r, r);
        } else if (done) {
            painter.setPen(Qt::NoPen);
            painter.drawEllipse(cell.center(), r * 0.5, r * 0.5);
        } else {
            painter.setPen(theme.softInk);
            painter.drawText(cell, Qt::AlignCenter, QString::number(toQDate(day).day()));
        }
    }
}

void CourseCalendar::choose(Day day)
{
    const Day last = m_first + std::chrono::days(7 * m_weeks - 1);
    m_chosen = std::clamp(day, m_first, last);
    update();
    emit dayChosen();
}

void CourseCalendar::mousePressEvent(QMouseEvent* event)
{
    for (int d = 0; d < 7 * m_weeks; ++d)
        if (const Day day = m_first + std::chrono::days(d); cellOf(day).contains(event->position()))
            choose(day);
}

void CourseCalendar::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return choose(m_chosen - std::chrono::days(1));
    case Qt::Key_Right: return choose(m_chosen + std::chrono::days(1));
    case Qt::Key_Up: return choose(m_chosen - std::chrono::days(7));
    case Qt::Key_Down: return choose(m_chosen + std::chrono::days(7));
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace layakari
