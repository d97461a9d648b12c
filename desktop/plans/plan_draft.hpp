// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan_edit.hpp"

#include <QObject>
#include <QUndoStack>
#include <functional>
#include <optional>

namespace layakari {

/// A plan while it is written: every change is a step that can be undone, and the plan is checked
/// as it changes. The part that is chosen goes with the steps.
class PlanDraft : public QObject {
    Q_OBJECT
public:
    explicit PlanDraft(QObject* parent = nullptr);

    /// Begins anew, without a past.
    void begin(const Plan& plan);
    const Plan& plan() const { return m_plan; }
    const PartPath& chosen() const { return m_chosen; }
    void choose(const PartPath& path);
    const Part* chosenPart() const { return partAt(m_plan, m_chosen); }

    /// Changes the plan; `edit` may return another part to choose. Steps with the same `gesture`
    /// above 0 that follow each other become one: a drag, a word as it is typed.
    using Edit = std::function<void(Plan&, PartPath& chosen)>;
    void change(const QString& what, const Edit& edit, int gesture = 0);

    QUndoStack* undoStack() { return &m_undo; }
    bool isChanged() const { return m_plan != m_saved; }
    /// What is not valid, with its pointer; nothing when all is.
    std::optional<Error> fault() const;

signals:
    void changed();
    void chosenChanged();

private:
    friend class DraftStep;
    void set(const Plan& plan, const PartPath& chosen);

    Plan m_plan;
    Plan m_saved;
    PartPath m_chosen;
    QUndoStack m_undo;
};

} // namespace layakari
