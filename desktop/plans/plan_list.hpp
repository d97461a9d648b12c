// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/library.hpp"
#include "core/journal/records.hpp"

#include <QAbstractListModel>
#include <QListView>
#include <QStyledItemDelegate>

namespace layakari {

class JournalDesk;

/// One row of the library: a heading, or a plan.
struct PlanEntry {
    QString heading; ///< of a heading row; then there is no plan
    Plan plan;
    Id ownId = 0; ///< 0: a preset
    QString asks; ///< how long it takes and how much it is, in the person's own count
    bool isHeading() const { return !heading.isEmpty(); }
};

/// One's own plans, then the presets in the person's school by what they are for; those that answer
/// to the search.
class PlanListModel : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;

    void fill(JournalDesk& desk, const QString& search);
    const PlanEntry* entry(const QModelIndex& index) const;
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

private:
    std::vector<PlanEntry> m_entries;
};

/// Paints a row: the small silhouette, the name, and what it asks.
class PlanListDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
};

class PlanListView : public QListView {
    Q_OBJECT
public:
    explicit PlanListView(QWidget* parent = nullptr);
    PlanListModel* plans() const { return m_model; }
    const PlanEntry* chosen() const;
    /// Chooses the first plan, or the one that equals `plan` if it is listed.
    void choose(const Plan* plan = nullptr);

signals:
    void planChosen();

protected:
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;

private:
    PlanListModel* m_model;
};

/// Paints a plan's first cycle or run small.
void paintSmallPlan(QPainter& painter, const QRectF& area, const Plan& plan);

} // namespace layakari
