// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/shapes/cycle_drawing.hpp"

#include <QWidget>

namespace layakari {

/// A cycle to be written by hand: drag an edge, or choose a phase with the left and right arrow
/// keys and change it with up and down. Whole counts; with Shift quarters.
class CycleCanvas : public QWidget {
    Q_OBJECT
public:
    explicit CycleCanvas(QWidget* parent = nullptr);

    void setCycle(const std::vector<Phase>& phases, double countS);
    int chosen() const { return m_drawing.chosen; }
    void choose(int phase);
    /// Where the end of a phase can be taken hold of.
    QPointF handleOf(int phase) const;

    QSize sizeHint() const override { return {600, 240}; }
    QSize minimumSizeHint() const override { return {260, 130}; }

signals:
    void phaseChosen(int phase);
    /// `gesture` is the same for all moves of one drag, 0 for a key.
    void countsWanted(int phase, double counts, int gesture);
    void removeWanted(int phase);

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    int edgeNear(double x) const;
    void layOut();

    CycleDrawing m_drawing;
    int m_dragged = -1;
    int m_gesture = 0;
};

} // namespace layakari
