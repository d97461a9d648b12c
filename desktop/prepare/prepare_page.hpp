// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include "core/journal/records.hpp"

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
class SittingActions;
class TodayView;
class HandInView;
class IntakeDesk;

/// The Prepare page: who, what today, may I, how much. Opens on today.
class PreparePage : public QWidget {
    Q_OBJECT
public:
    enum View { Today, Plans, Ladders, Course, People, School, HandIn };
    static constexpr int viewCount = 7;

    explicit PreparePage(JournalDesk* desk, SittingActions* actions, QWidget* parent = nullptr);

    void showView(int view);
    int view() const;
    void focusView();
    void note(const QString& text);
    /// The page of the help for the view that is shown.
    QString helpTopic() const;
    IntakeDesk* intake() const { return m_intake; }
    /// Somebody new is to be named.
    void addPerson();
    /// Takes the last step back, or does it again.
    void undo(bool redo);
    PlansView* plans() const { return m_plans; }
    TodayView* today() const { return m_today; }
    /// Takes in recordings and folders, to be read in the background.
    void handInAll(const QStringList& paths);

public slots:
    /// Saves what is being written.
    void save();
    /// Leaves the editor, else closes a message, else goes back to today.
    void leave();

signals:
    void practiseWanted();
    void handInWanted(const Plan& plan);
    void sittingWanted(layakari::Id person, layakari::Id sitting);
    void answersWanted();
    void erased(const QStringList& recordings);

private:
    bool isEditing() const;
    void showPlaces();

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
    IntakeDesk* m_intake;
    HandInView* m_handIn;
};

} // namespace layakari
