// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"
#include "core/progress/series.hpp"

#include "desktop/paper/paper.hpp"

#include <QWidget>
#include <map>
#include <thread>

class QCheckBox;
class QComboBox;
class QLabel;
class QMenu;
class QPushButton;

namespace layakari {

class DayLine;
class JournalDesk;
class JourneyChart;
class EmptyOffer;
class MessageBar;
class SittingActions;

/// Weeks of practice: one figure of the person at hand over time, of all practices or of one plan,
/// beside somebody else's if wanted.
class JourneyPage : public QWidget {
    Q_OBJECT
public:
    JourneyPage(JournalDesk* desk, SittingActions* actions, QWidget* parent = nullptr);

    EmptyOffer* offer() const { return m_empty; }

    void showFigure(FigureKey figure);
    /// Writes the whole journal in open formats into a folder.
    void takeOutTo(const QString& folder);
    /// Saves the last weeks of the person at hand; says so, or what went wrong.
    bool saveWeeksPdf(const QString& file, int weeks);
    /// The last eight weeks, where one asks for it.
    void print();
    void askToTakeOut();
    bool isTakingOut() const { return m_isTakingOut; }
    void note(const QString& text);
    void leave(); ///< stops what runs, else closes the message
    void restyle();

signals:
    void exported(const QString& what);
    /// A sitting of this person is to be looked at.
    void sittingWanted(layakari::Id sitting);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void buildLayout();
    Result<Sheet> sheetOfWeeks(int weeks);
    void takeNews();
    void takePerson();
    void fillPractices();
    void fillFigures();
    void fillBeside();
    void showAll();
    void showChosen();
    /// Those of a plan or a technique, as the box of practices carries it.
    std::vector<Sitting> ofPractice(const std::vector<Sitting>& sittings, const QString& practice);
    std::vector<Sitting> besides();
    QString techniqueOf(const Sitting& sitting);
    QString practiceOf(const Sitting& sitting);
    const Plan* planOf(Id version);
    void fillRungs();
    void askForWeeks();
    const Sitting* chosen() const;
    void tellTakenOut(const Result<int>& taken, const QString& folder);

    JournalDesk* m_desk;
    SittingActions* m_actions;
    MessageBar* m_bar;
    QComboBox* m_figure;
    QComboBox* m_practice;
    QComboBox* m_beside;
    QLabel* m_sentence;
    QLabel* m_facts;
    EmptyOffer* m_empty;
    QCheckBox* m_withArchived;
    QWidget* m_body;
    JourneyChart* m_chart;
    DayLine* m_days;
    QLabel* m_chosen;
    QPushButton* m_open;
    QPushButton* m_this; ///< what can be done with the chosen sitting
    QMenu* m_thisMenu;
    QPushButton* m_weeks;
    QPushButton* m_takeOut;
    std::vector<Sitting> m_sittings;           ///< all of the person at hand, the latest first
    std::map<Id, std::optional<Plan>> m_plans; ///< by version
    QString m_ladder;                          ///< on which most of the sittings stand
    bool m_isStale = true; ///< the journal has changed since it was last looked into
    bool m_isTakingOut = false;
    std::jthread m_takingOut; ///< last: it speaks with the rest
};

} // namespace layakari
