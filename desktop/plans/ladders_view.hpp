// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/proposal.hpp"

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QSpinBox;

namespace layakari {

class JournalDesk;

/// Ladders: on which rung a person stands and what the next one adds; making and editing one's own.
class LaddersView : public QWidget {
    Q_OBJECT
public:
    explicit LaddersView(JournalDesk* desk, QWidget* parent = nullptr);
    void importFile(const QString& file);
    void exportTo(const QString& file);

signals:
    void useWanted(const Plan& plan, const QString& why);
    void note(const QString& text);

private:
    QWidget* buildList();
    QWidget* buildRungs();
    QWidget* buildRule();
    void refill();
    void showLadder();
    void stand();
    void leaveLadder();
    void useRung();
    void oneSitting();
    void makeFromLine();
    void keepNew(const Ladder& ladder);
    void saveOwn(const QString& what, const Ladder& ladder);
    void changeRungs(const QString& what, const std::function<void(std::vector<Plan>&, int)>& edit);
    void readRule();
    void removeLadder();
    const NamedLadder* chosen() const;
    std::optional<Id> ownId() const;
    int chosenRung() const;

    JournalDesk* m_desk;
    std::vector<NamedLadder> m_ladders;
    std::vector<LadderPlace> m_places;
    std::vector<Plan> m_bases;
    bool m_settingUp = false;
    QListWidget* m_list;
    QLineEdit* m_line;
    QComboBox* m_base;
    QLineEdit* m_rename;
    QLabel* m_name;
    QLabel* m_standing;
    QListWidget* m_rungs;
    QPushButton* m_stand;
    QPushButton* m_leave;
    QPushButton* m_own;
    QWidget* m_ownTools;
    QWidget* m_rule;
    QSpinBox* m_kept;
    QSpinBox* m_accuracy;
    QSpinBox* m_poor;
    QSpinBox* m_break;
};

} // namespace layakari
