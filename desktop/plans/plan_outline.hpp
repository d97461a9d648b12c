// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan_edit.hpp"

#include <QTreeWidget>

namespace layakari {

/// The parts of a plan in their order, rounds with their parts under them.
class PlanOutline : public QTreeWidget {
    Q_OBJECT
public:
    explicit PlanOutline(QWidget* parent = nullptr);

    /// Shows the plan and marks a part, without a signal.
    void setPlan(const Plan& plan, const PartPath& chosen);

signals:
    void partChosen(const layakari::PartPath& path);

private:
    bool m_settingUp = false;
};

} // namespace layakari
