// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/shapes/plan_shape.hpp"

#include "core/language/times.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/language/names.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr double wholeHeight = 22;
constexpr double wholeLabel = 22;
constexpr double gap = 14;
constexpr double leastWithWhole = 165; // below, the cycle alone has room
constexpr double highest = 310;        // of the large drawing: a breath is a hill, not a wall

double secondsOf(const PlannedStep& step, double countS)
{
    if (const Cycles* cycles = step.cycle()) {
        double seconds = 0;
        for (const Phase& p : cycles->phases)
            seconds += (p.counts.open ? CycleDrawing::openCounts : p.counts.middle()) * countS;
        return seconds;
    }
    if (const auto* strokes = std::get_if<const Strokes*>(&step.content))
        return strokesSeconds(**strokes);
    const Rest& rest = *std::get<const Rest*>(step.content);
    return rest.seconds.value_or(rest.breaths.value_or(1) * usual::restBreathS);
}

} // namespace

std::vector<Phase> firstCycleOf(const Plan& plan)
{
    for (const PlannedStep& step : unfold(plan))
        if (const Cycles* cycles = step.cycle()) return cycles->phases;
    return {};
}

std::optional<Strokes> firstRunOf(const Plan& plan)
{
    for (const PlannedStep& step : unfold(plan))
        if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) return **strokes;
    return std::nullopt;
}

PlanShape::PlanShape(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("planShape"));
    runToTheRight(this);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void PlanShape::setPlan(const Plan& plan, double countS)
{
    m_plan = plan;
    m_countS = countS;
    m_first = firstCycleOf(plan);
    m_firstRun = firstRunOf(plan);
    QStringList words{shownName(plan.name)};
    if (!m_first.empty()) words << QString::fromStdString(targetsInWords(m_first));
    if (m_firstRun) words << tr("%n stroke(s)", nullptr, m_firstRun->strokes);
    setAccessibleName(words.join(QStringLiteral(", ")));
    update();
}

void PlanShape::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& theme = currentTheme();
    const bool hasWhole = height() >= leastWithWhole;
    QRectF whole(0, 0, width(), wholeHeight + scaled(wholeLabel));
    const double left = hasWhole ? height() - whole.height() - gap : height();
    QRectF large(0, 0, width() - 8, std::min(highest, left));
    whole.moveTop(large.bottom() + gap);
    if (m_firstRun) {
        QRectF run = large;
        if (!m_first.empty()) run.setHeight(large.height() * 0.3);
        QRectF grains = run.adjusted(0, 0, 0, -24);
        paintGrains(painter, grains, *m_firstRun, theme);
        painter.setPen(theme.exhaleText);
        painter.setFont(typeface(Type::Body, true));
        const int strokes = m_firstRun->strokes;
        const QString label = m_firstRun->ratePerMin ? tr("%n stroke(s) at %L1 per "
                                                          "minute",
                                                          nullptr, strokes)
                                                           .arg(*m_firstRun->ratePerMin)
                                                     : tr("%n stroke(s)", nullptr, strokes);
        painter.drawText(QRectF(2, grains.bottom() + 2, width(), scaled(22)), Qt::AlignLeft, label);
        large.setTop(run.bottom() + 14);
    }
    CycleDrawing drawing;
    drawing.phases = m_first;
    drawing.countS = m_countS;
    drawing.area = large;
    drawing.paint(painter, theme);
    if (hasWhole) paintWhole(painter, whole);
}

void PlanShape::paintWhole(QPainter& painter, const QRectF& area) const
{
    const Theme& theme = currentTheme();
    const auto steps = unfold(m_plan);
    if (steps.size() < 2) return;
    double seconds = 0;
    for (const PlannedStep& step : steps) seconds += secondsOf(step, m_countS);
    const double pixels = (area.width() - 8) / std::max(seconds, 1.0);
    double x = area.left();
    for (const PlannedStep& step : steps) {
        const double width = secondsOf(step, m_countS) * pixels;
        if (const Cycles* cycles = step.cycle()) {
            std::vector<LungPhase> shapes;
            for (const Phase& p : cycles->phases)
                shapes.push_back({toReadKind(p.kind),
                                  p.counts.open ? CycleDrawing::openCounts : p.counts.middle(), 0,
                                  0, false});
            LungShape lungs;
            lungs.left = x;
            lungs.baseline = area.top() + wholeHeight;
            lungs.height = wholeHeight;
            lungs.pixelsPerUnit = m_countS * pixels;
            lungs.paintHeard(painter, shapes, theme);
        } else if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) {
            paintGrains(painter, QRectF(x, area.top(), width, wholeHeight), **strokes, theme);
        } else {
            painter.setPen(QPen(theme.softInk, 1.5, Qt::DotLine));
            painter.drawLine(QPointF(x + 2, area.top() + wholeHeight - 1),
                             QPointF(x + width - 2, area.top() + wholeHeight - 1));
        }
        x += width;
    }
    painter.setFont(typeface(Type::Small));
    painter.setPen(theme.softInk);
    const QRectF label(area.left(), area.top() + wholeHeight + 2, area.width() - 8,
                       scaled(wholeLabel));
    painter.drawText(label, Qt::AlignLeft, tr("the whole sitting"));
    painter.drawText(label, Qt::AlignRight, QString::fromStdString(durationInWords(seconds)));
}

} // namespace layakari
