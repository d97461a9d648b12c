// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "desktop/plans/plan_draft.hpp"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSpinBox;
class QStackedWidget;

namespace layakari {

class CycleCanvas;
class JournalDesk;
class PhaseForm;
class PlanOutline;
class RestForm;
class StrokesForm;

/// Writing a plan down: one line of shorthand, the cycle as a shape to drag, and the parts as an
/// outline. Checked as it is typed; every step can be undone.
class PlanEditor : public QWidget {
    Q_OBJECT
public:
    explicit PlanEditor(JournalDesk* desk, QWidget* parent = nullptr);

    /// Begins with a plan; `ownId` 0: it becomes a new one of the person at hand.
    void open(const Plan& plan, Id ownId);
    void focusFirst();
    PlanDraft* draft() { return &m_draft; }

public slots:
    /// Keeps the plan among one's own and closes the editor; nothing happens while it is not valid.
    void save();
    /// Closes it. What is not saved is asked about once, in place.
    void leave();

signals:
    void closed(const std::optional<Plan>& saved);
    void note(const QString& text);

private:
    void connectAll();
    QWidget* buildHead();
    QWidget* buildOutline();
    QWidget* buildPart();
    QWidget* buildFoot();

    void showDraft();
    void showOutline();
    void showPart();
    QWidget* withShape(QWidget* form);
    void showShapeOf(const Part& part);
    void showFigures();
    void takeLine(const QString& line);
    void takeCounts(int phase, double counts, int gesture);
    void changeCycle(const QString& what, const std::function<void(std::vector<Phase>&)>& edit,
                     int gesture = 0);
    void addPhase();
    void removePhase(int phase);
    void addPart(const QString& what, Part part);
    template <class Content>
    void replacePart(const QString& what, const Content& content);
    void readCount();
    double countS() const;

    JournalDesk* m_desk;
    PlanDraft m_draft;
    Id m_ownId = 0;
    bool m_settingUp = false;
    bool m_asksToLeave = false;

    QLineEdit* m_name;
    QComboBox* m_technique;
    QComboBox* m_counting;
    QDoubleSpinBox* m_count;
    QPushButton* m_undo;
    QPushButton* m_redo;
    QLineEdit* m_line;
    QLabel* m_lineFault;
    PlanOutline* m_outline;
    QLineEdit* m_sa;
    QLineEdit* m_roundName;
    QSpinBox* m_repeat;
    QLabel* m_repeatName;
    QStackedWidget* m_part;
    CycleCanvas* m_canvas;
    PhaseForm* m_phase;
    StrokesForm* m_strokes;
    RestForm* m_rest;
    QLabel* m_figures;
    QLabel* m_fault;
    QPushButton* m_save;
    QPushButton* m_leave;
};

} // namespace layakari
