// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"
#include "desktop/controls/controls.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// Chooses what a recording is read against: free breathing, a preset, or a plan file.
class PlanChooser : public ChoiceBox {
    Q_OBJECT
public:
    explicit PlanChooser(QWidget* parent = nullptr);

    const std::optional<Plan>& plan() const { return m_plan; }
    /// Shows `plan` as chosen, without a signal. A plan that is no preset gets an entry of its own.
    void setPlan(const std::optional<Plan>& plan);

    /// Offers plans of one's own before the ones that ship.
    void offer(const std::vector<Plan>& plans);
    /// Offers, and chooses, to have the plan of each recording found by what is heard.
    void offerByEar();
    /// That is chosen; `setPlan` then shows what was found.
    bool isByEar() const { return m_byEar; }
    /// A person says which plan it is, from now on.
    void insistOn(const std::optional<Plan>& plan);

signals:
    void planChosen();
    void planFileWanted();

private:
    void choose(int index);

    std::optional<Plan> m_plan;
    std::vector<Plan> m_offered;
    int m_current = 0;
    bool m_byEar = false;
};

} // namespace layakari
