// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/plan_list.hpp"

#include "core/curriculum/technique.hpp"
#include "core/plan/plan_figures.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/planned_words.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/shapes/plan_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <QPainter>
#include <algorithm>

namespace layakari {

namespace {

constexpr int planHeight = 46;
constexpr int headingHeight = 34;
constexpr double smallWidth = 84;

QString asksInWords(const Plan& plan, std::optional<double> ownCountS)
{
    const PlanFigures f = planFigures(plan, ownCountS);
    QStringList words{plannedTime(f)};
    if (f.strokes > 0) words << QObject::tr("%n stroke(s)", nullptr, f.strokes);
    if (f.cycles > 0) words << QObject::tr("%n cycle(s)", nullptr, f.cycles);
    return words.join(QStringLiteral(" · "));
}

// The presets as a school does them; two that become the same are listed once.
std::vector<Plan> presetsIn(const School& school)
{
    std::vector<Plan> plans;
    for (const Preset& preset : presets()) {
        Plan plan = inSchool(preset.plan, school);
        const bool isThere = std::any_of(plans.begin(), plans.end(), [&](const Plan& p) {
            return p.parts == plan.parts && p.countLengthS == plan.countLengthS;
        });
        if (!isThere) plans.push_back(std::move(plan));
    }
    return plans;
}

} // namespace

void paintSmallPlan(QPainter& painter, const QRectF& area, const Plan& plan)
{
    const std::vector<Phase> phases = firstCycleOf(plan);
    if (const auto run = firstRunOf(plan); run && phases.empty()) {
        paintGrains(painter, area, *run, currentTheme());
        return;
    }
    std::vector<LungPhase> shapes;
    double counts = 0;
    for (const Phase& p : phases) {
        const double length = p.counts.open ? CycleDrawing::openCounts : p.counts.max;
        shapes.push_back({toReadKind(p.kind), length, 0, p.counts.open ? 1.5 : 0, false});
        counts += length;
    }
    LungShape lungs;
    lungs.left = area.left();
    lungs.baseline = area.bottom();
    lungs.height = area.height();
    lungs.pixelsPerUnit = area.width() / std::max(1.0, counts);
    lungs.paintHeard(painter, shapes, currentTheme());
}

void PlanListModel::fill(JournalDesk& desk, const QString& search)
{
    const std::string words = search.toStdString();
    const auto countS = desk.ownCountS();
    beginResetModel();
    m_entries.clear();
    const auto addAll = [&](const QString& heading, std::vector<PlanEntry> entries) {
        std::erase_if(entries, [&](const PlanEntry& e) { return !answersTo(e.plan, words); });
        if (entries.empty()) return;
        m_entries.push_back({heading, {}, 0, {}});
        for (PlanEntry& entry : entries) entry.asks = asksInWords(entry.plan, countS);
        m_entries.insert(m_entries.end(), entries.begin(), entries.end());
    };
    const auto& person = desk.person();
    std::vector<PlanEntry> own;
    for (const Id whose : {person ? person->id : Id(0), Id(0)}) {
        const auto kept = desk.told(desk.journal().plans(whose));
        for (const KeptPlan& plan : kept.value_or(std::vector<KeptPlan>{}))
            own.push_back({{}, plan.plan, plan.id, {}});
        if (!person) break;
    }
    addAll(tr("Written here"), std::move(own));
    const auto ready = presetsIn(person ? person->school : School{});
    for (int p = 0; p < purposeCount; ++p) {
        const auto purpose = static_cast<Purpose>(p);
        std::vector<PlanEntry> entries;
        for (const Plan& plan : ready)
            if (purposeOf(plan.technique) == purpose) entries.push_back({{}, plan, 0, {}});
        addAll(tr("%1: %2").arg(QString::fromUtf8(purposeName(purpose)),
                                QString::fromUtf8(purposeClause(purpose))),
               std::move(entries));
    }
    endResetModel();
}

const PlanEntry* PlanListModel::entry(const QModelIndex& index) const
{
    if (!index.isValid() || index.row() >= rowCount()) return nullptr;
    return &m_entries[static_cast<std::size_t>(index.row())];
}

int PlanListModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_entries.size());
}

QVariant PlanListModel::data(const QModelIndex& index, int role) const
{
    const PlanEntry* e = entry(index);
    if (!e || (role != Qt::DisplayRole && role != Qt::AccessibleTextRole)) return {};
    if (e->isHeading()) return e->heading;
    const QString name = shownName(e->plan.name);
    return role == Qt::DisplayRole ? name : name + QStringLiteral(", ") + e->asks;
}

Qt::ItemFlags PlanListModel::flags(const QModelIndex& index) const
{
    const PlanEntry* e = entry(index);
    if (!e || e->isHeading()) return Qt::NoItemFlags;
    return Qt::ItemIsEnabled | Qt::ItemIsSelectable;
}

QSize PlanListDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const
{
    const bool heading = !(index.flags() & Qt::ItemIsSelectable);
    return {200, static_cast<int>(scaled(heading ? headingHeight : planHeight))};
}

void PlanListDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                             const QModelIndex& index) const
{
    const auto* model = qobject_cast<const PlanListModel*>(index.model());
    const PlanEntry* entry = model ? model->entry(index) : nullptr;
    if (!entry) return;
    const Theme& theme = currentTheme();
    const QRectF area(option.rect);
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    if (entry->isHeading()) {
        painter->setFont(typeface(Type::Body, true));
        painter->setPen(theme.softInk);
        painter->drawText(area.adjusted(8, 8, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                          entry->heading);
        painter->restore();
        return;
    }
    if (option.state & QStyle::State_Selected) {
        painter->fillRect(area, theme.panel);
        painter->fillRect(QRectF(area.left(), area.top() + 6, 4, area.height() - 12), theme.ink);
    }
    paintSmallPlan(*painter, QRectF(area.left() + 14, area.top() + 11, smallWidth, 24),
                   entry->plan);
    const QRectF text = area.adjusted(14 + smallWidth + 14, 3, -6, -3);
    painter->setPen(theme.ink);
    painter->setFont(typeface(Type::Body, option.state & QStyle::State_Selected));
    painter->drawText(text, Qt::AlignLeft | Qt::AlignTop,
                      painter->fontMetrics().elidedText(shownName(entry->plan.name), Qt::ElideRight,
                                                        static_cast<int>(text.width())));
    painter->setPen(theme.softInk);
    painter->setFont(typeface(Type::Small));
    painter->drawText(text, Qt::AlignLeft | Qt::AlignBottom, entry->asks);
    painter->restore();
}

PlanListView::PlanListView(QWidget* parent) : QListView(parent), m_model(new PlanListModel(this))
{
    setObjectName(QStringLiteral("planList"));
    setAccessibleName(tr("Plans"));
    setModel(m_model);
    setItemDelegate(new PlanListDelegate(this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
}

const PlanEntry* PlanListView::chosen() const
{
    const PlanEntry* entry = m_model->entry(currentIndex());
    return entry && !entry->isHeading() ? entry : nullptr;
}

void PlanListView::choose(const Plan* plan)
{
    QModelIndex first;
    for (int row = 0; row < m_model->rowCount(); ++row) {
        const QModelIndex index = m_model->index(row);
        const PlanEntry* entry = m_model->entry(index);
        if (entry->isHeading()) continue;
        if (!first.isValid()) first = index;
        if (plan && entry->plan == *plan) {
            first = index;
            break;
        }
    }
    setCurrentIndex(first);
    if (!first.isValid()) emit planChosen();
}

void PlanListView::currentChanged(const QModelIndex& current, const QModelIndex& previous)
{
    QListView::currentChanged(current, previous);
    emit planChosen();
}

} // namespace layakari
