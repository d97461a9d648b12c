// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/plans/cycle_canvas.hpp"

#include "core/report/sentence.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/theme/theme.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double reach = 9; // pixels from an edge within which it is taken hold of
constexpr double quarter = 0.25;
constexpr int firstDragGesture = 1000; // apart from the gestures of typing

double stepFor(Qt::KeyboardModifiers modifiers)
{
    return modifiers & Qt::ShiftModifier ? quarter : 1.0;
}

} // namespace

CycleCanvas::CycleCanvas(QWidget* parent) : QWidget(parent), m_gesture(firstDragGesture)
{
    setObjectName(QStringLiteral("cycleCanvas"));
    runToTheRight(this);
    setToolTip(tr("Drag an edge; or left and right choose a phase, up and down change it (with "
                  "Shift by quarters), Delete removes it"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    m_drawing.showsHandles = true;
}

void CycleCanvas::layOut()
{
    m_drawing.area = QRectF(8, 4, width() - 24, height() - 10);
    if (m_dragged < 0) {
        // Room to draw an edge outwards.
        m_drawing.leastSpan = 0;
        m_drawing.leastSpan = std::ceil(m_drawing.countsAcross() * 1.15 + 1);
    }
}

void CycleCanvas::setCycle(const std::vector<Phase>& phases, double countS)
{
    m_drawing.phases = phases;
    m_drawing.countS = countS;
    m_drawing.chosen =
        phases.empty() ? -1 : std::clamp(m_drawing.chosen, 0, static_cast<int>(phases.size()) - 1);
    layOut();
    setAccessibleName(tr("The cycle: %1").arg(QString::fromStdString(targetsInWords(phases))));
    update();
}

void CycleCanvas::choose(int phase)
{
    if (m_drawing.phases.empty()) return;
    const int chosen = std::clamp(phase, 0, static_cast<int>(m_drawing.phases.size()) - 1);
    if (chosen == m_drawing.chosen) return;
    m_drawing.chosen = chosen;
    update();
    emit phaseChosen(chosen);
}

QPointF CycleCanvas::handleOf(int phase) const
{
    return {m_drawing.edgeX(static_cast<std::size_t>(phase) + 1), height() / 2.0};
}

int CycleCanvas::edgeNear(double x) const
{
    int nearest = -1;
    double distance = reach;
    for (std::size_t i = 0; i < m_drawing.phases.size(); ++i) {
        if (m_drawing.phases[i].counts.open) continue;
        const double d = std::fabs(m_drawing.edgeX(i + 1) - x);
        if (d <= distance) {
            distance = d;
            nearest = static_cast<int>(i);
        }
    }
    return nearest;
}

void CycleCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    if (hasFocus()) {
        painter.setPen(QPen(currentTheme().softInk, 1));
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    }
    m_drawing.paint(painter, currentTheme());
}

void CycleCanvas::resizeEvent(QResizeEvent*) { layOut(); }

void CycleCanvas::mousePressEvent(QMouseEvent* event)
{
    m_dragged = edgeNear(event->position().x());
    ++m_gesture;
    const int under = m_drawing.phaseAt(event->position().x());
    choose(m_dragged >= 0 ? m_dragged : under);
}

void CycleCanvas::mouseMoveEvent(QMouseEvent* event)
{
    const double x = event->position().x();
    setCursor(m_dragged >= 0 || edgeNear(x) >= 0 ? Qt::SizeHorCursor : Qt::ArrowCursor);
    if (m_dragged < 0) return;
    const double step = stepFor(event->modifiers());
    const auto phase = static_cast<std::size_t>(m_dragged);
    const double counts = (x - m_drawing.edgeX(phase)) / m_drawing.pixelsPerCount();
    const double wanted = std::max(step, std::round(counts / step) * step);
    if (wanted != m_drawing.phases[phase].counts.max)
        emit countsWanted(m_dragged, wanted, m_gesture);
}

void CycleCanvas::mouseReleaseEvent(QMouseEvent*)
{
    m_dragged = -1;
    layOut();
    update();
}

void CycleCanvas::keyPressEvent(QKeyEvent* event)
{
    const int phase = m_drawing.chosen;
    if (phase < 0) return QWidget::keyPressEvent(event);
    const TargetCounts& counts = m_drawing.phases[static_cast<std::size_t>(phase)].counts;
    const double step = stepFor(event->modifiers());
    switch (event->key()) {
    case Qt::Key_Left: return choose(phase - 1);
    case Qt::Key_Right: return choose(phase + 1);
    case Qt::Key_Up:
        if (!counts.open) emit countsWanted(phase, counts.max + step, 0);
        return;
    case Qt::Key_Down:
        if (!counts.open && counts.max > step) emit countsWanted(phase, counts.max - step, 0);
        return;
    case Qt::Key_Delete: emit removeWanted(phase); return;
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace layakari
