// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/proposal.hpp"

#include <QWidget>
#include <optional>

class QDoubleSpinBox;
class QLabel;
class QPushButton;
class QSpinBox;

namespace layakari {

class CautionPanel;
class JournalDesk;
class PlanShape;

/// Today: what is proposed and why, its shape, may I, and on to the practice. The proposal is only
/// that: any plan can be put in its place.
class TodayView : public QWidget {
    Q_OBJECT
public:
    explicit TodayView(JournalDesk* desk, QWidget* parent = nullptr);

    /// Puts a plan that was chosen elsewhere in the place of the proposal.
    void usePlan(const Plan& plan, const QString& why);
    /// The plan with the count and the number of rounds as they are set.
    Plan plan() const;

public slots:
    /// Proposes anew for the person at hand.
    void propose();
    void follow();

signals:
    void practiseWanted();
    void handInWanted(const Plan& plan);
    void editWanted(const Plan& plan);
    void personWanted(); ///< there is nobody yet

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* buildLeft();
    QWidget* buildRight();
    void takeCount();
    void takePlan(const Plan& plan);
    void showPlan();
    void showAdvice();
    void stand(int rungsAway);

    JournalDesk* m_desk;
    std::optional<Proposal> m_proposal;
    Id m_proposedTo = 0;
    Plan m_plan;
    bool m_settingUp = false;
    double m_countTaken = 0; ///< what the count was when nobody had set it

    QLabel* m_sentence;
    QLabel* m_why;
    PlanShape* m_shape;
    QLabel* m_figures;
    QLabel* m_compared;
    QDoubleSpinBox* m_count;
    QLabel* m_countNote;
    QSpinBox* m_rounds;
    QWidget* m_changes = nullptr;
    QLabel* m_roundsName;
    QPushButton* m_practise;
    QPushButton* m_handIn;
    QPushButton* m_edit;
    QPushButton* m_back;
    CautionPanel* m_cautions;
    QLabel* m_advice;
    QPushButton* m_goOn;
    QPushButton* m_easeOff;
};

/// The number of times that a plan's main part is done: cycles, or rounds of its outermost group;
/// nothing where it has no such part. `withRounds` sets it.
std::optional<int> roundsOf(const Plan& plan);
Plan withRounds(Plan plan, int rounds);

} // namespace layakari
