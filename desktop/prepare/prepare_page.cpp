// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/prepare/prepare_page.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/courses/course_view.hpp"
#include "desktop/desk/intake_desk.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/undo_keys.hpp"
#include "desktop/inbox/hand_in_view.hpp"
#include "desktop/people/people_view.hpp"
#include "desktop/people/school_view.hpp"
#include "desktop/plans/ladders_view.hpp"
#include "desktop/plans/plan_editor.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/today/today_view.hpp"

#include <QHBoxLayout>
#include <QPushButton>
#include <QShortcut>
#include <QStackedWidget>

namespace layakari {

PreparePage::PreparePage(JournalDesk* desk, SittingActions* actions, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_bar(new MessageBar(QStringLiteral("prepareMessage"), this)),
      m_stack(new QStackedWidget(this)),
      m_today(new TodayView(desk, this)),
      m_plans(new PlansView(desk, this)),
      m_ladders(new LaddersView(desk, this)),
      m_course(new CourseView(desk, this)),
      m_people(new PeopleView(desk, this)),
      m_school(new SchoolView(desk, this)),
      m_intake(new IntakeDesk(desk, this)),
      m_handIn(new HandInView(desk, m_intake, actions, this))
{
    setObjectName(QStringLiteral("preparePage"));
    auto* places = new QHBoxLayout;
    places->setContentsMargins(20, 0, 28, 0);
    places->setSpacing(4);
    struct Place {
        QString name;
        const char* objectName;
        QWidget* view;
    };
    const Place all[] = {{tr("Today"), "toToday", m_today},
                         {tr("Plans"), "toPlans", m_plans},
                         {tr("Progressions"), "toLadders", m_ladders},
                         {tr("Course"), "toCourse", m_course},
                         {tr("People"), "toPeople", m_people},
                         {tr("School"), "toSchool", m_school},
                         {tr("Inbox"), "toHandIn", m_handIn}};
    for (const Place& place : all) {
        QPushButton* button = placeButton(place.name, place.objectName, this);
        const int at = m_stack->addWidget(place.view);
        button->setToolTip(tr("%1 (Alt+%2)").arg(place.name).arg(at + 1));
        connect(button, &QPushButton::clicked, this, [this, at] { showView(at); });
        connect(new QShortcut(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + at)), this),
                &QShortcut::activated, this, [this, at] { showView(at); });
        m_places.push_back(button);
        places->addWidget(button);
    }
    places->addStretch(1);
    lay::column(this, {.spacing = 0}, {m_bar, places, lay::wide(m_stack)});

    const auto on = [this](const QKeySequence& keys, auto&& action) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, action);
    };
    on(QKeySequence::Find, [this] {
        showView(Plans);
        m_plans->focusSearch();
    });
    on(QKeySequence::Undo, [this] { undo(false); });
    for (const auto keys : {Qt::CTRL | Qt::SHIFT | Qt::Key_Z, Qt::CTRL | Qt::Key_Y})
        on(keys, [this] { undo(true); });

    connect(m_today, &TodayView::practiseWanted, this, &PreparePage::practiseWanted);
    connect(m_today, &TodayView::handInWanted, this, &PreparePage::handInWanted);
    connect(m_today, &TodayView::personWanted, this, &PreparePage::addPerson);
    connect(m_desk, &JournalDesk::peopleChanged, this, &PreparePage::showPlaces);
    connect(m_today, &TodayView::editWanted, this, [this](const Plan& plan) {
        showView(Plans);
        m_plans->editCopy(plan);
    });
    connect(m_plans, &PlansView::useWanted, this, [this](const Plan& plan) {
        m_today->usePlan(plan, tr("Chosen from the plans."));
        showView(Today);
    });
    connect(m_ladders, &LaddersView::useWanted, this, [this](const Plan& plan, const QString& why) {
        m_today->usePlan(plan, why);
        showView(Today);
    });
    connect(m_plans, &PlansView::note, m_bar, &MessageBar::showNote);
    connect(m_ladders, &LaddersView::note, m_bar, &MessageBar::showNote);
    connect(m_people, &PeopleView::note, m_bar, &MessageBar::showNote);
    connect(m_people, &PeopleView::erased, this, &PreparePage::erased);
    connect(m_course, &CourseView::note, m_bar, &MessageBar::showNote);
    connect(m_handIn, &HandInView::note, m_bar, &MessageBar::showNote);
    connect(m_handIn, &HandInView::sittingWanted, this, &PreparePage::sittingWanted);
    connect(m_handIn, &HandInView::answersWanted, this, &PreparePage::answersWanted);
    connect(m_desk, &JournalDesk::failed, m_bar, &MessageBar::showError);
    connect(m_desk, &JournalDesk::done, this, [this](const QString& what) {
        m_bar->showNote(tr("Done: %1. Ctrl+Z undoes it.").arg(what));
    });
    connect(m_bar, &MessageBar::stopWanted, m_bar, &QWidget::hide);
    showPlaces();
    showView(Today);
}

// Whoever practises alone has no people to choose from, but a page about themselves.
void PreparePage::showPlaces()
{
    m_places[People]->setText(m_desk->isTeaching() ? tr("People") : tr("About you"));
}

void PreparePage::addPerson()
{
    showView(People);
    m_people->addPerson();
}

int PreparePage::view() const { return m_stack->currentIndex(); }

void PreparePage::showView(int view)
{
    m_places[static_cast<std::size_t>(view)]->setChecked(true);
    m_stack->setCurrentIndex(view);
    m_bar->hide();
    focusView();
}

void PreparePage::handInAll(const QStringList& paths)
{
    showView(HandIn);
    const int taken = m_intake->takeIn(paths);
    if (taken == 0) m_bar->showNote(tr("There is nothing new in it to read."));
}

void PreparePage::note(const QString& text) { m_bar->showNote(text); }

QString PreparePage::helpTopic() const
{
    switch (view()) {
    case Plans:
    case Ladders:
    case Course: return QStringLiteral("plans");
    case People:
    case School: return QStringLiteral("people");
    case HandIn: return QStringLiteral("inbox");
    default: return QStringLiteral("prepare");
    }
}

void PreparePage::focusView()
{
    switch (view()) {
    case Today: return m_today->setFocus();
    case Plans: return m_plans->focusSearch();
    default: m_stack->currentWidget()->setFocus();
    }
}

bool PreparePage::isEditing() const { return view() == Plans && m_plans->isEditing(); }

void PreparePage::save()
{
    if (isEditing()) m_plans->editor()->save();
}

void PreparePage::leave()
{
    if (isEditing())
        m_plans->editor()->leave();
    else if (m_bar->isVisible())
        m_bar->hide();
    else
        showView(Today);
}

void PreparePage::undo(bool redo)
{
    if (isEditing()) {
        QUndoStack* steps = m_plans->editor()->draft()->undoStack();
        return redo ? steps->redo() : steps->undo();
    }
    if (const QString words = undoStep(m_desk, redo); !words.isEmpty()) m_bar->showNote(words);
}

} // namespace layakari
