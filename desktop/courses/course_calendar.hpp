// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>
#include <array>
#include <map>

namespace layakari {

/// The days of the week from the one on with which the region begins it; Monday is 0.
std::array<int, 7> weekdaysInOrder();
/// The first day of that day's week, as the region has it.
Day weekStart(Day day);

/// Weeks as rows of seven days: a ring where something is planned, filled where it was practised, a
/// small dot where one practised without a plan. Days that passed without are only faint.
class CourseCalendar : public QWidget {
    Q_OBJECT
public:
    struct DayLook {
        QStringList planned; ///< names of plans
        int done = 0;        ///< sittings
    };

    explicit CourseCalendar(QWidget* parent = nullptr);

    /// Shows `weeks` weeks from the one of `first` on.
    void show(std::map<Day, DayLook> days, Day first, int weeks, Day today);
    Day chosen() const { return m_chosen; }

    QSize sizeHint() const override { return {560, 360}; }

signals:
    void dayChosen();

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF cellOf(Day day) const;
    void choose(Day day);
    double weekHeight() const;

    std::map<Day, DayLook> m_days;
    Day m_first;
    int m_weeks = 0;
    Day m_today;
    Day m_chosen;
};

} // namespace layakari
