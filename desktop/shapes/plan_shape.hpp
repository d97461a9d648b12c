// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/shapes/cycle_drawing.hpp"

#include <QWidget>
#include <optional>

namespace layakari {

/// A plan to look at: its first cycle or run large, the whole of it in time as a thin line under
/// it.
class PlanShape : public QWidget {
    Q_OBJECT
public:
    explicit PlanShape(QWidget* parent = nullptr);

    void setPlan(const Plan& plan, double countS);
    const Plan& plan() const { return m_plan; }

    QSize sizeHint() const override { return {600, 260}; }
    QSize minimumSizeHint() const override { return {260, 150}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    void paintWhole(QPainter& painter, const QRectF& area) const;

    Plan m_plan;
    std::vector<Phase> m_first;
    std::optional<Strokes> m_firstRun;
    double m_countS = 1;
};

/// The phases of the first cycle of a plan; empty when it has none. The first run of strokes.
std::vector<Phase> firstCycleOf(const Plan& plan);
std::optional<Strokes> firstRunOf(const Plan& plan);

} // namespace layakari
