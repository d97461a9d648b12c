// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPlainTextEdit;
class QPushButton;

namespace layakari {

class JournalDesk;

/// The people: a list on the left, one of them on the right. Whoever is chosen is at hand.
class PeopleView : public QWidget {
    Q_OBJECT
public:
    explicit PeopleView(JournalDesk* desk, QWidget* parent = nullptr);

public slots:
    /// Adds somebody new and waits for the name.
    void addPerson();

private:
    QWidget* buildForm();
    void refill();
    void showPerson();
    void save();
    void setArchived(bool archived);
    bool eventFilter(QObject* watched, QEvent* event) override;

    JournalDesk* m_desk;
    std::vector<Person> m_shown;
    bool m_settingUp = false;
    QListWidget* m_list;
    QCheckBox* m_withArchived;
    QWidget* m_form;
    QLineEdit* m_name;
    QPlainTextEdit* m_note;
    QComboBox* m_hour;
    QDoubleSpinBox* m_count;
    QLineEdit* m_sa;
    QLabel* m_saNote;
    QLabel* m_profile;
    std::vector<QCheckBox*> m_conditions;
    QPushButton* m_archive;
};

} // namespace layakari
