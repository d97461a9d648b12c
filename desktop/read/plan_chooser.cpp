// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/plan_chooser.hpp"

#include "core/plan/presets.hpp"
#include "desktop/theme/theme.hpp"

#include <QPainter>

namespace layakari {

namespace {

// What an entry stands for, as its item data.
const QString freeBreathing = QStringLiteral("free");
const QString fromFile = QStringLiteral("file");
const QString ownPlan = QStringLiteral("own");
const QString presetPrefix = QStringLiteral("preset:");

} // namespace

PlanChooser::PlanChooser(QWidget* parent) : QComboBox(parent)
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

void PlanChooser::paintEvent(QPaintEvent* event)
{
    QComboBox::paintEvent(event);
    // A small open angle that says that there is more to choose from.
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(currentTheme().softInk, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF tip(width() - 14, height() / 2.0 + 2);
    painter.drawPolyline(QPolygonF{tip - QPointF(5, 5), tip, tip + QPointF(5, -5)});
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
