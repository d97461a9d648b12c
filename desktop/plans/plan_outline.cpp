// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/plan_outline.hpp"

namespace layakari {

namespace {

constexpr int pathRole = Qt::UserRole + 1;

QVariantList toList(const PartPath& path)
{
    QVariantList list;
    for (const std::size_t i : path) list << static_cast<qulonglong>(i);
    return list;
}

PartPath toPath(const QVariant& list)
{
    PartPath path;
    for (const QVariant& i : list.toList()) path.push_back(i.toULongLong());
    return path;
}

void addItems(QTreeWidgetItem* parent, const std::vector<Part>& parts, const PartPath& above,
              const PartPath& chosen)
{
    for (std::size_t i = 0; i < parts.size(); ++i) {
        PartPath path = above;
        path.push_back(i);
        auto* item = new QTreeWidgetItem(parent, {QString::fromStdString(partInWords(parts[i]))});
        item->setData(0, pathRole, toList(path));
        if (const auto* group = std::get_if<Group>(&parts[i].content))
            addItems(item, group->parts, path, chosen);
        item->setExpanded(true);
        if (path == chosen) item->treeWidget()->setCurrentItem(item);
    }
}

} // namespace

PlanOutline::PlanOutline(QWidget* parent) : QTreeWidget(parent)
{
    setObjectName(QStringLiteral("editorOutline"));
    setAccessibleName(tr("Parts of the plan, in order"));
    setHeaderHidden(true);
    setIndentation(18);
    connect(this, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (!m_settingUp && item) emit partChosen(toPath(item->data(0, pathRole)));
    });
}

void PlanOutline::setPlan(const Plan& plan, const PartPath& chosen)
{
    m_settingUp = true;
    clear();
    addItems(invisibleRootItem(), plan.parts, {}, chosen);
    m_settingUp = false;
}

} // namespace layakari
