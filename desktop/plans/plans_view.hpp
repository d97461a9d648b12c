// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;

namespace layakari {

class JournalDesk;
class PlanEditor;
class PlanListView;
class PlanShape;

/// The library of plans: searched on the left, looked at on the right; and the editor in its place
/// while a plan is written.
class PlansView : public QWidget {
    Q_OBJECT
public:
    explicit PlansView(JournalDesk* desk, QWidget* parent = nullptr);

    /// Opens the editor on a copy of a plan.
    void editCopy(const Plan& plan);
    bool isEditing() const;
    PlanEditor* editor() const { return m_editor; }
    void importFile(const QString& file);
    void exportTo(const QString& file);

public slots:
    void focusSearch();

signals:
    void useWanted(const Plan& plan);
    void note(const QString& text);

private:
    QWidget* buildLibrary();
    void refill();
    void showChosen();
    void edit(const Plan& plan, Id ownId);
    void askForImport();
    void askForExport();
    void remove();

    JournalDesk* m_desk;
    QStackedWidget* m_stack;
    QLineEdit* m_search;
    PlanListView* m_list;
    PlanShape* m_shape;
    QLabel* m_name;
    QLabel* m_technique;
    QLabel* m_figures;
    QLabel* m_cautions;
    QPushButton* m_use;
    QPushButton* m_edit;
    QPushButton* m_vary;
    QPushButton* m_export;
    QPushButton* m_remove;
    PlanEditor* m_editor;
};

} // namespace layakari
