// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>

class QComboBox;
class QDateEdit;
class QLabel;
class QListWidget;
class QPushButton;
class QSpinBox;

namespace layakari {

class CourseCalendar;
class JournalDesk;

/// The course of the person at hand: what is planned on which days, what was done, and out as a
/// calendar file.
class CourseView : public QWidget {
    Q_OBJECT
public:
    explicit CourseView(JournalDesk* desk, QWidget* parent = nullptr);
    void exportTo(const QString& file);

signals:
    void note(const QString& text);

private:
    QWidget* buildForm();
    void refill();
    void showDay();
    void add();
    void remove();
    void refillPlans();
    QString nameOf(Id planVersion) const;

    JournalDesk* m_desk;
    std::vector<Course> m_courses;
    std::vector<Sitting> m_sittings;
    std::vector<Plan> m_plans;
    QLabel* m_sentence;
    CourseCalendar* m_calendar;
    QLabel* m_day;
    QListWidget* m_list;
    QComboBox* m_plan;
    std::vector<QPushButton*> m_weekdays;
    QSpinBox* m_weeks;
    QDateEdit* m_starts;
    QComboBox* m_hour;
    QPushButton* m_add;
    QPushButton* m_remove;
    QPushButton* m_export;
};

} // namespace layakari
