// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/plan_draft.hpp"

#include <QUndoCommand>

namespace layakari {

// A step keeps the plan before and after: plans are small, and any sequence of steps can be undone
// to the same plan.
class DraftStep : public QUndoCommand {
public:
    struct State {
        Plan plan;
        PartPath chosen;
    };

    DraftStep(PlanDraft* draft, const QString& what, State before, State after, int gesture)
        : QUndoCommand(what),
          m_draft(draft),
          m_before(std::move(before)),
          m_after(std::move(after)),
          m_gesture(gesture)
    {
    }
    void undo() override { m_draft->set(m_before.plan, m_before.chosen); }
    void redo() override { m_draft->set(m_after.plan, m_after.chosen); }
    int id() const override { return m_gesture > 0 ? m_gesture : -1; }
    bool mergeWith(const QUndoCommand* other) override
    {
        const auto* step = static_cast<const DraftStep*>(other);
        m_after = step->m_after;
        return true;
    }

private:
    PlanDraft* m_draft;
    State m_before;
    State m_after;
    int m_gesture;
};

PlanDraft::PlanDraft(QObject* parent) : QObject(parent) {}

void PlanDraft::begin(const Plan& plan)
{
    m_undo.clear();
    m_saved = plan;
    // What one wants to change first is a breath, not the round around it.
    PartPath first{0};
    for (const Part* part = partAt(plan, first);
         part && std::holds_alternative<Group>(part->content); part = partAt(plan, first))
        first.push_back(0);
    set(plan, first);
}

void PlanDraft::set(const Plan& plan, const PartPath& chosen)
{
    m_plan = plan;
    m_chosen = partAt(m_plan, chosen) ? chosen : PartPath{0};
    emit changed();
    emit chosenChanged();
}

void PlanDraft::choose(const PartPath& path)
{
    if (path == m_chosen || !partAt(m_plan, path)) return;
    m_chosen = path;
    emit chosenChanged();
}

void PlanDraft::change(const QString& what, const Edit& edit, int gesture)
{
    Plan plan = m_plan;
    PartPath chosen = m_chosen;
    edit(plan, chosen);
    if (plan == m_plan && chosen == m_chosen) return;
    m_undo.push(new DraftStep(this, what, {m_plan, m_chosen}, {std::move(plan), chosen}, gesture));
}

std::optional<Error> PlanDraft::fault() const
{
    const auto parsed = parsePlan(planToJson(m_plan), m_plan.name);
    return parsed ? std::nullopt : std::optional(parsed.error());
}

} // namespace layakari
