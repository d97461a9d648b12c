// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/shapes/lung_shape.hpp"

#include "desktop/theme/theme.hpp"

#include <QLinearGradient>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr double emptyHeight = 2.5; // empty lungs are a line, not nothing
constexpr double softness = 2;      // standard deviations over which an edge fades
constexpr double thinnestGap = 1.2; // so that two phases never melt into one

struct Fill {
    double from = 0; // 0 empty to 1 full
    double to = 0;
};

Fill fillOf(ReadKind kind, double before)
{
    switch (kind) {
    case ReadKind::Inhale: return {before < 0.5 ? before : 0, 1};
    case ReadKind::Exhale: return {before > 0.5 ? before : 1, 0};
    case ReadKind::HoldFull: return {1, 1};
    case ReadKind::HoldEmpty: return {0, 0};
    default: return {before, before};
    }
}

// Flow is gentle at both ends but never nothing, so that an end is seen where it is.
double eased(double z)
{
    z = std::clamp(z, 0.0, 1.0);
    return 0.45 * z + 0.55 * (0.5 - 0.5 * std::cos(std::numbers::pi * z));
}

// The upper edge of a phase, from left to right.
QPainterPath crest(double x0, double x1, Fill fill, double baseline, double height)
{
    QPainterPath path;
    const auto y = [&](double z) {
        return baseline - emptyHeight -
               (height - emptyHeight) * (fill.from + (fill.to - fill.from) * eased(z));
    };
    path.moveTo(x0, y(0));
    const int steps = fill.from == fill.to ? 1 : std::clamp(static_cast<int>((x1 - x0) / 4), 4, 60);
    for (int i = 1; i <= steps; ++i)
        path.lineTo(x0 + (x1 - x0) * i / steps, y(static_cast<double>(i) / steps));
    return path;
}

QLinearGradient softFill(const QColor& color, double x0, double x1, double startSoft,
                         double endSoft)
{
    QLinearGradient gradient(x0, 0, x1, 0);
    const double width = std::max(1.0, x1 - x0);
    QColor clear = color;
    clear.setAlphaF(0);
    const double start = std::clamp(startSoft / width, 0.0, 0.45);
    const double end = std::clamp(endSoft / width, 0.0, 0.45);
    gradient.setColorAt(0, start > 0.001 ? clear : color);
    gradient.setColorAt(start, color);
    gradient.setColorAt(1 - end, color);
    gradient.setColorAt(1, end > 0.001 ? clear : color);
    return gradient;
}

} // namespace

void LungShape::paintHeard(QPainter& painter, const std::vector<LungPhase>& shapes,
                           const Theme& theme) const
{
    double x = left;
    double fill = shapes.empty() || shapes.front().kind != ReadKind::Exhale ? 0 : 1;
    for (const LungPhase& shape : shapes) {
        const double end = x + shape.length * pixelsPerUnit;
        const Fill level = fillOf(shape.kind, fill);
        QPainterPath path = crest(x + thinnestGap / 2, std::max(x + 1, end - thinnestGap / 2),
                                  level, baseline, height);
        path.lineTo(std::max(x + 1, end - thinnestGap / 2), baseline);
        path.lineTo(x + thinnestGap / 2, baseline);
        path.closeSubpath();
        QColor color = theme.fill(shape.kind);
        if (shape.isStray) color.setAlphaF(0.45f);
        painter.setPen(Qt::NoPen);
        painter.setBrush(softFill(color, x, end, softness * shape.startSd * pixelsPerUnit,
                                  softness * shape.endSd * pixelsPerUnit));
        painter.drawPath(path);
        fill = level.to;
        x = end;
    }
}

void LungShape::paintFaint(QPainter& painter, const std::vector<LungPhase>& shapes,
                           const Theme& theme) const
{
    painter.setOpacity(0.42);
    std::vector<LungPhase> plain = shapes;
    for (LungPhase& shape : plain) shape.startSd = shape.endSd = 0;
    paintHeard(painter, plain, theme);
    painter.setOpacity(1);
}

void LungShape::paintPlanned(QPainter& painter, const std::vector<Phase>& phases,
                             const Theme& theme) const
{
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.ink, 1.4, Qt::DotLine, Qt::RoundCap));
    double x = left;
    double fill = phases.empty() || phases.front().kind != PhaseKind::Exhale ? 0 : 1;
    for (const Phase& phase : phases) {
        if (phase.counts.open) return; // what follows an open-ended phase has no planned place
        const double end = x + phase.counts.middle() * pixelsPerUnit;
        const Fill level = fillOf(toReadKind(phase.kind), fill);
        painter.drawPath(crest(x, end, level, baseline, height));
        fill = level.to;
        x = end;
    }
}

} // namespace layakari
