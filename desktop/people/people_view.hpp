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
    /// Waits for the name of somebody new; they are in the journal once it is there.
    void addPerson();

signals:
    void note(const QString& text);
    /// Somebody is gone, and with them these recordings.
    void erased(const QStringList& recordings);

private:
    QWidget* buildForm();
    void refill();
    void showPerson();
    void save();
    void setArchived(bool archived);
    void askToErase();
    void addNamed();
    void showMenu(const QPoint& at);
    bool eventFilter(QObject* watched, QEvent* event) override;

    JournalDesk* m_desk;
    std::vector<Person> m_shown;
    bool m_settingUp = false;
    bool m_isNaming = false; ///< somebody new waits for a name
    QWidget* m_side = nullptr;
    QLabel* m_naming = nullptr;
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
    QWidget* m_rest = nullptr; ///< of the form, once there is a name
    QPushButton* m_archive;
    QPushButton* m_erase;
};

} // namespace layakari
