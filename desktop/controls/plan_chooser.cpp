// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/plan_chooser.hpp"

#include "core/curriculum/presets.hpp"
#include "desktop/language/names.hpp"

namespace layakari {

namespace {

// What an entry stands for, as its item data.
const QString foundByEar = QStringLiteral("ear");
const QString freeBreathing = QStringLiteral("free");
const QString fromFile = QStringLiteral("file");
const QString ownPlan = QStringLiteral("own");
const QString presetPrefix = QStringLiteral("preset:");
const QString offeredPrefix = QStringLiteral("offered:");

} // namespace

PlanChooser::PlanChooser(QWidget* parent) : ChoiceBox(parent)
{
    setObjectName(QStringLiteral("planChooser"));
    setAccessibleName(tr("Plan that the recording is read against"));
    setMaxVisibleItems(18);
    setSizeAdjustPolicy(AdjustToMinimumContentsLengthWithIcon);
    setMinimumContentsLength(22);
    addItem(tr("No plan: free breathing"), freeBreathing);
    for (const Preset& preset : presets())
        addItem(shownName(preset.plan.name), presetPrefix + QString::fromStdString(preset.id));
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
        for (std::size_t p = 0; p < m_offered.size() && index < 0; ++p)
            if (m_offered[p] == *plan) index = findData(offeredPrefix + QString::number(p));
        if (index < 0) {
            index = free + 1;
            insertItem(index, shownName(plan->name), ownPlan);
        }
    }
    m_current = index;
    setCurrentIndex(index);
}

void PlanChooser::offer(const std::vector<Plan>& plans)
{
    for (int i = count() - 1; i >= 0; --i)
        if (itemData(i).toString().startsWith(offeredPrefix)) removeItem(i);
    m_offered = plans;
    int at = findData(freeBreathing) + 1;
    for (std::size_t p = 0; p < plans.size(); ++p)
        insertItem(at++, QString::fromStdString(plans[p].name), offeredPrefix + QString::number(p));
    if (!m_byEar) setPlan(m_plan);
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
    } else if (what.startsWith(offeredPrefix)) {
        setPlan(m_offered[what.mid(offeredPrefix.size()).toUInt()]);
    } else {
        setPlan(findPreset(what.mid(presetPrefix.size()).toStdString())->plan);
    }
    emit planChosen();
}

} // namespace layakari
