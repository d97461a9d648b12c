// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>
#include <map>
#include <set>

class QComboBox;
class QLabel;
class QPushButton;
class QTreeWidget;
class QTreeWidgetItem;

namespace layakari {

class AnswerButton;
class IntakeDesk;
class JournalDesk;
class PlanChooser;
class SittingActions;

/// What was handed in together: each recording with whose it is, what was practised, and what
/// became of it. What could not be matched is given to somebody here.
class HandInView : public QWidget {
    Q_OBJECT
public:
    HandInView(JournalDesk* desk, IntakeDesk* intake, SittingActions* actions,
               QWidget* parent = nullptr);

    void chooseFiles();

signals:
    void note(const QString& text);
    void sittingWanted(layakari::Id person, layakari::Id sitting);
    void answersWanted();

private:
    void buildLayout();
    void showAll();
    void showOne(const Handed& handed);
    void showChoice();
    QString stateOf(const Handed& handed) const;
    QString planOf(const Handed& handed);
    void showMenu(const QPoint& at);
    void chooseFolder();
    void chooseWatched();
    void assignChosen();
    std::vector<Handed> chosen() const;

    JournalDesk* m_desk;
    SittingActions* m_actions;
    IntakeDesk* m_intake;
    QLabel* m_sentence;
    QLabel* m_watching;
    QTreeWidget* m_list;
    QPushButton* m_files;
    QPushButton* m_folder;
    QPushButton* m_watch;
    QPushButton* m_copy;
    AnswerButton* m_answer;
    QPushButton* m_stop;
    QPushButton* m_putAway;
    QWidget* m_choice;
    QComboBox* m_person;
    PlanChooser* m_plan;
    QPushButton* m_assign;
    std::map<Id, QTreeWidgetItem*> m_items;
    std::map<Id, QString> m_planNames;
    std::set<Id> m_asking; ///< sittings that have a question
};

} // namespace layakari
