// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

class QLabel;
class QRadioButton;

namespace layakari {

class JournalDesk;

/// Where practitioners differ: each choice with a sentence of explanation, kept with the person at
/// hand.
class SchoolView : public QWidget {
    Q_OBJECT
public:
    explicit SchoolView(JournalDesk* desk, QWidget* parent = nullptr);

private:
    void refill();
    void choose(const std::string& key, std::size_t answer);

    JournalDesk* m_desk;
    QLabel* m_title;
    QWidget* m_choices;
    std::vector<std::vector<QRadioButton*>> m_answers; // as schoolChoices()
};

} // namespace layakari
