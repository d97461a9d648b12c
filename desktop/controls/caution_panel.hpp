// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "core/safety/cautions.hpp"

#include <QWidget>

class QComboBox;
class QLabel;
class QMenu;
class QPushButton;
class QVBoxLayout;

namespace layakari {

class JournalDesk;

/// May I? What speaks against a plan for the person at hand today, how the person is today, and a
/// gentler plan as the offer. It blocks nothing.
class CautionPanel : public QWidget {
    Q_OBJECT
public:
    explicit CautionPanel(JournalDesk* desk, QWidget* parent = nullptr);

    void setPlan(const Plan& plan);
    /// Whether the cautions wait to be read.
    bool mustRead() const { return m_mustRead; }

signals:
    void gentlerWanted(const Plan& plan);

private:
    void refresh();
    void showTexts(const std::vector<Clash>& clashes, const std::vector<std::string>& cautions);
    void fillGentler();
    void saveDay();
    void acknowledge();
    double hourNow() const;

    JournalDesk* m_desk;
    Plan m_plan;
    Conditions m_clashing;
    DayState m_shownDay; ///< as the boxes show it
    bool m_mustRead = false;
    QLabel* m_title;
    QLabel* m_clashes;
    QLabel* m_cautions;
    QPushButton* m_read;
    QPushButton* m_again;
    QPushButton* m_today;
    QMenu* m_todayMenu;
    QComboBox* m_meal;
    QPushButton* m_gentler;
    QMenu* m_gentlerMenu;
    bool m_showsAll = false;
};

} // namespace layakari
