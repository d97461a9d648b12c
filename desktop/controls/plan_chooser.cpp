// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/plan_chooser.hpp"

#include "core/curriculum/presets.hpp"

namespace layakari {

namespace {

// What an entry stands for, as its item data.
const QString foundByEar = QStringLiteral("ear");
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
    const int free = findData(freeBreathing);
    int index = free;
    if (plan) {
        index = -1;
        for (const Preset& preset : presets())
            if (preset.plan == *plan)
                index = findData(presetPrefix + QString::fromStdString(preset.id));
        if (index < 0) {
            index = free + 1;
            insertItem(index, QString::fromStdString(plan->name), ownPlan);
        }
    }
    m_current = index;
    setCurrentIndex(index);
}

void PlanChooser::offerByEar()
{
    insertItem(0, tr("Whichever plan fits best"), foundByEar);
    m_byEar = true;
    m_current = 0;
    setCurrentIndex(0);
}

void PlanChooser::insistOn(const std::optional<Plan>& plan)
{
    m_byEar = false;
    setPlan(plan);
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
    m_byEar = what == foundByEar;
    if (m_byEar) {
        m_current = index;
    } else if (what == freeBreathing) {
        setPlan(std::nullopt);
    } else {
        setPlan(findPreset(what.mid(presetPrefix.size()).toStdString())->plan);
    }
    emit planChosen();
}

} // namespace layakari
