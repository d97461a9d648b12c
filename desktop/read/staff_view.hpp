// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/read/staff_rows.hpp"

#include <QAbstractListModel>
#include <QListView>
#include <QStyledItemDelegate>

namespace layakari {

/// The rows of a reading as a list model: the display text is the row in words.
class StaffModel : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;

    void setSheet(StaffSheet sheet);
    const StaffSheet& sheet() const { return m_sheet; }
    const StaffRow* row(const QModelIndex& index) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    StaffSheet m_sheet;
};

/// Where things lie across a row, for a width of the view; the head over the rows uses it too.
struct StaffColumns {
    double left = 0; ///< of the shapes
    double right = 0;
    double pixelsPerUnit = 1;
    std::vector<double> kept; ///< right edges of the kept counts
    double accuracy = 0;      ///< right edge

    static StaffColumns of(const StaffSheet& sheet, int width);
};

/// Paints a row: the silhouette of the lungs over counts, with the plan as a dotted outline.
class StaffDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
};

/// The breath staff: a row a cycle, all on one axis of counts, under a head with the axis.
class StaffView : public QListView {
    Q_OBJECT
public:
    explicit StaffView(QWidget* parent = nullptr);

    void setSheet(StaffSheet sheet);
    StaffModel* staff() const { return m_model; }
    const StaffRow* currentRow() const;

signals:
    void rowChosen();
    void playWanted();
    void loopWanted();
    void tonesWanted();
    void phaseStepWanted(int direction);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    StaffModel* m_model;
};

/// The axis over the staff: where planned phases end, and the names of the columns.
class StaffHead : public QWidget {
    Q_OBJECT
public:
    explicit StaffHead(const StaffView* view, QWidget* parent = nullptr);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    const StaffView* m_view;
};

} // namespace layakari
