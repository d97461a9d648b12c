// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <QWidget>

class QPushButton;
class QStackedWidget;

namespace layakari {

class CourseView;
class JournalDesk;
class LaddersView;
class MessageBar;
class PeopleView;
class PlansView;
class SchoolView;
class TodayView;

/// The Prepare page: who, what today, may I, how much. Opens on today.
class PreparePage : public QWidget {
    Q_OBJECT
public:
    enum View { Today, Plans, Ladders, Course, People, School };
    static constexpr int viewCount = 6;

    explicit PreparePage(JournalDesk* desk, QWidget* parent = nullptr);

    void showView(int view);
    int view() const;
    void focusView();
    void note(const QString& text);
    PlansView* plans() const { return m_plans; }
    TodayView* today() const { return m_today; }

public slots:
    /// Saves what is being written.
    void save();
    /// Leaves the editor, else closes a message, else goes back to today.
    void leave();

signals:
    void handInWanted(const Plan& plan);

private:
    bool isEditing() const;
    void undo(bool redo);

    JournalDesk* m_desk;
    MessageBar* m_bar;
    std::vector<QPushButton*> m_places;
    QStackedWidget* m_stack;
    TodayView* m_today;
    PlansView* m_plans;
    LaddersView* m_ladders;
    CourseView* m_course;
    PeopleView* m_people;
    SchoolView* m_school;
};

} // namespace layakari
