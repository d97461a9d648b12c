// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/plan_chooser.hpp"

#include "core/plan/presets.hpp"

namespace layakari {

namespace {

// What an entry stands for, as its item data.
const QString freeBreathing = QStringLiteral("free");
const QString fromFile = QStringLiteral("file");
const QString ownPlan = QStringLiteral("own");
const QString presetPrefix = QStringLiteral("preset:");

} // namespace

PlanChooser::PlanChooser(QWidget* parent) : ChoiceBox(parent)
{
    setObjectName(QStringLiteral("planChooser"));
    setAccessibleName(tr("Plan that the recording is read against"));
    setMaxVisibleItems(18);
    setSizeAdjustPolicy(AdjustToMinimumContentsLengthWithIcon);
    setMinimumContentsLength(30);
    addItem(tr("No plan: free breathing"), freeBreathing);
    for (const Preset& preset : presets())
        addItem(QString::fromStdString(preset.plan.name),
                presetPrefix + QString::fromStdString(preset.id));
    addItem(tr("From a plan file…"), fromFile);
    connect(this, &QComboBox::activated, this, &PlanChooser::choose);
}

void PlanChooser::setPlan(const std::optional<Plan>& plan)
{
    m_plan = plan;
    if (const int own = findData(ownPlan); own >= 0) removeItem(own);
    int index = 0;
    if (plan) {
        index = -1;
        for (const Preset& preset : presets())
            if (preset.plan == *plan)
                index = findData(presetPrefix + QString::fromStdString(preset.id));
        if (index < 0) {
            insertItem(1, QString::fromStdString(plan->name), ownPlan);
            index = 1;
        }
    }
    m_current = index;
    setCurrentIndex(index);
}

void PlanChooser::choose(int index)
{
    const QString what = itemData(index).toString();
    if (what == fromFile) {
        setCurrentIndex(m_current);
        emit planFileWanted();
        return;
    }
    if (index == m_current) return;
    if (what == freeBreathing)
        setPlan(std::nullopt);
    else
        setPlan(findPreset(what.mid(presetPrefix.size()).toStdString())->plan);
    emit planChosen();
}

} // namespace layakari
