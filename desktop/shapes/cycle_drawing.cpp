// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/shapes/cycle_drawing.hpp"

#include "desktop/shapes/lung_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <QLocale>
#include <QObject>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double labelHeight = 50; // two lines under the silhouette
constexpr double axisHeight = 20;
constexpr double handleRadius = 5;
constexpr double openSoftness = 1.6; // counts over which an open phase fades

QString pitchInWords(const TargetPitch& pitch)
{
    if (const auto* hz = std::get_if<double>(&pitch)) return QObject::tr("%L1 Hz").arg(*hz);
    return QString::fromStdString(std::get<std::string>(pitch));
}

} // namespace

QString countsInWords(const TargetCounts& counts)
{
    if (counts.open) return QObject::tr("open");
    if (counts.isRange()) return QObject::tr("%L1 to %L2").arg(counts.min).arg(counts.max);
    return QLocale().toString(counts.min);
}

QString traitsInWords(const Phase& phase)
{
    QStringList words;
    if (phase.nostril && *phase.nostril != Nostril::Both)
        words << (*phase.nostril == Nostril::Left ? QObject::tr("left") : QObject::tr("right"));
    if (phase.opening == Opening::Narrow) words << QObject::tr("narrow");
    if (phase.route == Route::Mouth) words << QObject::tr("mouth");
    if (phase.sound == PhaseSound::Ujjayi) words << QObject::tr("ujjayi");
    if (phase.sound == PhaseSound::Sigh) words << QObject::tr("sigh");
    if (phase.sound == PhaseSound::Hum) {
        words << (phase.pitch ? QObject::tr("hum on %1").arg(pitchInWords(*phase.pitch))
                              : QObject::tr("hum"));
    }
    for (const Lock lock : phase.locks)
        words << (lock == Lock::Chin   ? QObject::tr("chin lock")
                  : lock == Lock::Root ? QObject::tr("root lock")
                                       : QObject::tr("belly lock"));
    return words.join(QStringLiteral(", "));
}

double CycleDrawing::drawnCounts(const Phase& phase) const
{
    return phase.counts.open ? openCounts : phase.counts.max;
}

double CycleDrawing::countsAcross() const
{
    double sum = 0;
    for (const Phase& phase : phases) sum += drawnCounts(phase);
    return std::max({sum, leastSpan, 1.0});
}

double CycleDrawing::pixelsPerCount() const { return area.width() / countsAcross(); }

double CycleDrawing::edgeX(std::size_t i) const
{
    double counts = 0;
    for (std::size_t k = 0; k < i; ++k) counts += drawnCounts(phases[k]);
    return area.left() + counts * pixelsPerCount();
}

int CycleDrawing::phaseAt(double x) const
{
    for (std::size_t i = 0; i < phases.size(); ++i)
        if (x >= edgeX(i) && x < edgeX(i + 1)) return static_cast<int>(i);
    return -1;
}

double CycleDrawing::baseline() const { return area.bottom() - scaled(labelHeight); }

void CycleDrawing::paintGrid(QPainter& painter, const Theme& theme) const
{
    const double pixels = pixelsPerCount();
    // Lines a hand's breadth of pixels apart: every count, or every second, fifth, tenth ...
    double step = 1;
    for (const double wider : {2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0})
        if (step * pixels < 14) step = wider;
    painter.setFont(typeface(Type::Small));
    const double labelStep = step * std::max(1.0, std::ceil(34 / (step * pixels)));
    for (double count = 0; count <= countsAcross() + 1e-9; count += step) {
        const double x = area.left() + count * pixels;
        painter.setPen(QPen(theme.line, 1));
        painter.drawLine(QPointF(x, area.top() + scaled(axisHeight)), QPointF(x, baseline()));
        if (std::fmod(count + 1e-9, labelStep) > 1e-6 * labelStep + 2e-9) continue;
        painter.setPen(theme.softInk);
        const bool first = count == 0;
        painter.drawText(QRectF(first ? x : x - 30, area.top(), 60, scaled(axisHeight) - 2),
                         (first ? Qt::AlignLeft : Qt::AlignHCenter) | Qt::AlignTop,
                         QString::number(count));
    }
}

void CycleDrawing::paintLabels(QPainter& painter, const Theme& theme) const
{
    for (std::size_t i = 0; i < phases.size(); ++i) {
        const Phase& phase = phases[i];
        const double x = edgeX(i);
        const double width = edgeX(i + 1) - x;
        const bool isChosen = static_cast<int>(i) == chosen;
        painter.setPen(theme.text(toReadKind(phase.kind)));
        QString name = QString::fromStdString(termFor(phase.kind)) + QStringLiteral(" ") +
                       countsInWords(phase.counts);
        painter.setFont(typeface(Type::Body, true));
        if (painter.fontMetrics().horizontalAdvance(name) > width - 4)
            name = countsInWords(phase.counts);
        painter.drawText(QRectF(x + 2, baseline() + 3, width - 2, scaled(24)), Qt::AlignLeft, name);
        painter.setFont(typeface(Type::Small));
        painter.setPen(theme.softInk);
        QStringList second;
        if (!phase.counts.open)
            second << QObject::tr("%L1 "
                                  "s")
                          .arg(phase.counts.max * countS, 0, 'f', 1);
        if (const QString traits = traitsInWords(phase); !traits.isEmpty()) second << traits;
        painter.drawText(
            QRectF(x + 2, baseline() + scaled(25), width - 4, scaled(22)), Qt::AlignLeft,
            painter.fontMetrics().elidedText(second.join(QStringLiteral(" · ")), Qt::ElideRight,
                                             static_cast<int>(width - 4)));
        if (!isChosen) continue;
        painter.setPen(QPen(theme.ink, 3));
        painter.drawLine(QPointF(x + 1, area.bottom() - 1),
                         QPointF(x + width - 2, area.bottom() - 1));
    }
}

void CycleDrawing::paintHandles(QPainter& painter, const Theme& theme) const
{
    painter.setPen(QPen(theme.ink, 1.6));
    painter.setBrush(theme.paper);
    for (std::size_t i = 1; i <= phases.size(); ++i) {
        if (phases[i - 1].counts.open) continue;
        painter.drawLine(QPointF(edgeX(i), area.top() + scaled(axisHeight)),
                         QPointF(edgeX(i), baseline()));
        painter.drawEllipse(QPointF(edgeX(i), area.top() + scaled(axisHeight) + handleRadius),
                            handleRadius, handleRadius);
    }
}

void CycleDrawing::paint(QPainter& painter, const Theme& theme) const
{
    if (phases.empty()) return;
    paintGrid(painter, theme);
    std::vector<LungPhase> shapes;
    for (const Phase& phase : phases) {
        LungPhase shape{toReadKind(phase.kind), drawnCounts(phase), 0, 0, false};
        if (phase.counts.open) shape.endSd = openSoftness;
        if (phase.counts.isRange()) shape.endSd = (phase.counts.max - phase.counts.min) / 2;
        shapes.push_back(shape);
    }
    LungShape lungs;
    lungs.left = area.left();
    lungs.baseline = baseline();
    lungs.height = baseline() - area.top() - scaled(axisHeight) - 8;
    lungs.pixelsPerUnit = pixelsPerCount();
    lungs.paintHeard(painter, shapes, theme);
    paintLabels(painter, theme);
    if (showsHandles) paintHandles(painter, theme);
}

void paintGrains(QPainter& painter, const QRectF& area, const Strokes& strokes, const Theme& theme)
{
    const int drawn = std::min(strokes.strokes, static_cast<int>(area.width() / 3));
    if (drawn < 1) return;
    const double step = area.width() / drawn;
    const double wide = std::min(5.0, 0.6 * step);
    const double share = static_cast<double>(strokes.strokes) / drawn;
    painter.setPen(Qt::NoPen);
    for (int i = 0; i < drawn; ++i) {
        const bool tenth =
            static_cast<int>((i + 1) * share) / 10 > static_cast<int>(i * share) / 10;
        const double height = area.height() * (tenth ? 1.0 : 0.72);
        painter.setBrush(tenth ? theme.ink : theme.exhale);
        painter.drawRoundedRect(
            QRectF(area.left() + (i + 0.5) * step - wide / 2, area.bottom() - height, wide, height),
            wide / 2, wide / 2);
    }
}

} // namespace layakari
