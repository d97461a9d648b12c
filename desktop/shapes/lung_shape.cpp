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

struct Stretch {
    ReadKind kind = ReadKind::Unknown;
    double length = 0;
};

bool isHeld(ReadKind kind) { return kind == ReadKind::HoldFull || kind == ReadKind::HoldEmpty; }

// How full the lungs are from the beginning to the end of each stretch. A breath that is taken in
// steps, with pauses between them, fills or empties by the length of each step.
std::vector<Fill> fillsOf(const std::vector<Stretch>& stretches)
{
    std::vector<Fill> fills;
    double level = stretches.empty() || stretches.front().kind != ReadKind::Exhale ? 0 : 1;
    while (fills.size() < stretches.size()) {
        const ReadKind kind = stretches[fills.size()].kind;
        if (kind != ReadKind::Inhale && kind != ReadKind::Exhale) {
            if (isHeld(kind)) level = kind == ReadKind::HoldFull ? 1 : 0;
            fills.push_back({level, level});
            continue;
        }
        // As far as the last step of this breath.
        std::size_t end = fills.size();
        double all = 0;
        for (std::size_t i = end; i < stretches.size(); ++i) {
            if (stretches[i].kind == kind) {
                all += stretches[i].length;
                end = i + 1;
            } else if (!isHeld(stretches[i].kind)) {
                break;
            }
        }
        const bool in = kind == ReadKind::Inhale;
        const double from = in == (level < 0.5) ? level : in ? 0 : 1;
        const double to = in ? 1 : 0;
        level = from;
        for (double done = 0; fills.size() < end;) {
            const Stretch& step = stretches[fills.size()];
            const double before = level;
            if (step.kind == kind) {
                done += step.length;
                level = all > 0 ? from + (to - from) * done / all : to;
            }
            fills.push_back({before, level});
        }
    }
    return fills;
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
    std::vector<Stretch> stretches;
    for (const LungPhase& shape : shapes) stretches.push_back({shape.kind, shape.length});
    const std::vector<Fill> fills = fillsOf(stretches);
    double x = left;
    for (std::size_t i = 0; i < shapes.size(); ++i) {
        const LungPhase& shape = shapes[i];
        const double end = x + shape.length * pixelsPerUnit;
        QPainterPath path = crest(x + thinnestGap / 2, std::max(x + 1, end - thinnestGap / 2),
                                  fills[i], baseline, height);
        path.lineTo(std::max(x + 1, end - thinnestGap / 2), baseline);
        path.lineTo(x + thinnestGap / 2, baseline);
        path.closeSubpath();
        QColor color = theme.fill(shape.kind);
        if (shape.isStray) color.setAlphaF(0.45f);
        painter.setPen(Qt::NoPen);
        painter.setBrush(softFill(color, x, end, softness * shape.startSd * pixelsPerUnit,
                                  softness * shape.endSd * pixelsPerUnit));
        painter.drawPath(path);
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
    std::vector<Stretch> stretches;
    for (const Phase& phase : phases)
        stretches.push_back({toReadKind(phase.kind), phase.counts.middle()});
    const std::vector<Fill> fills = fillsOf(stretches);
    double x = left;
    for (std::size_t i = 0; i < phases.size(); ++i) {
        if (phases[i].counts.open) return; // what follows an open-ended phase has no planned place
        const double end = x + stretches[i].length * pixelsPerUnit;
        painter.drawPath(crest(x, end, fills[i], baseline, height));
        x = end;
    }
}

} // namespace layakari
