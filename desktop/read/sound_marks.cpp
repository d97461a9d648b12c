// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/sound_marks.hpp"

#include "core/report/sentence.hpp"

#include <QObject>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double paceBand = 0.28; // of the area's height, for the line of pace
constexpr double halfRangeCents = 120;
constexpr double leastGrain = 0.25;    // height of the weakest stroke
constexpr double strengthRangeDb = 16; // from it to the strongest

void drawPace(QPainter& painter, const ReadStrokeRun& run, const QRectF& band, const XOf& xOf,
              const Theme& theme)
{
    std::vector<QPointF> points;
    for (std::size_t i = 1; i < run.strokeTimesS.size(); ++i) {
        const double gap = run.strokeTimesS[i] - run.strokeTimesS[i - 1];
        const double usual = 60 / run.ratePerMin.value_or(60);
        // A third faster lies at the top, a third slower at the bottom.
        const double rise = std::clamp(std::log(usual / gap) / std::log(4.0 / 3), -1.0, 1.0);
        points.emplace_back(xOf((run.strokeTimesS[i] + run.strokeTimesS[i - 1]) / 2),
                            band.center().y() - rise * band.height() / 2);
    }
    // Over five strokes: what is looked at is the course, not each one's stumble.
    QPainterPath path;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const std::size_t first = i > 2 ? i - 2 : 0;
        const std::size_t last = std::min(points.size(), i + 3);
        double y = 0;
        for (std::size_t k = first; k < last; ++k)
            y += points[k].y() / static_cast<double>(last - first);
        if (i == 0)
            path.moveTo(points[i].x(), y);
        else
            path.lineTo(points[i].x(), y);
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.softInk, 1.2));
    painter.drawPath(path);
}

} // namespace

void drawStrokeGrains(QPainter& painter, const ReadStrokeRun& run, const QRectF& area,
                      const XOf& xOf, const Theme& theme)
{
    if (run.strokeTimesS.empty()) return;
    const QRectF pace(area.left(), area.top(), area.width(), area.height() * paceBand);
    const double room = area.height() * (1 - paceBand) - 3;
    const auto strongest = std::max_element(run.strengthsDb.begin(), run.strengthsDb.end());
    const double spacing = run.strokeTimesS.size() > 1
                               ? (xOf(run.strokeTimesS.back()) - xOf(run.strokeTimesS.front())) /
                                     static_cast<double>(run.strokeTimesS.size())
                               : 6;
    const double width = std::clamp(spacing * 0.45, 1.4, 5.0);
    painter.setFont(typeface(Type::Small));
    for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i) {
        const double below =
            strongest == run.strengthsDb.end() ? 0 : *strongest - run.strengthsDb[i];
        const double height = room * std::clamp(1 - below / strengthRangeDb, leastGrain, 1.0);
        const double x = xOf(run.strokeTimesS[i]);
        const bool tenth = (i + 1) % 10 == 0;
        painter.setPen(Qt::NoPen);
        painter.setBrush(tenth ? theme.ink : theme.fill(ReadKind::Exhale));
        painter.drawRoundedRect(QRectF(x - width / 2, area.bottom() - height, width, height),
                                width / 2, width / 2);
        if (!tenth || spacing * 10 < 26) continue;
        painter.setPen(theme.softInk);
        painter.drawText(QRectF(x - 20, area.bottom() + 1, 40, 16), Qt::AlignHCenter | Qt::AlignTop,
                         QString::number(i + 1));
    }
    drawPace(painter, run, pace, xOf, theme);
}

void drawPitchRibbon(QPainter& painter, const ReadHum& hum, const QRectF& area, const XOf& xOf,
                     const Theme& theme)
{
    if (!hum.pitchHz || hum.course.empty()) return;
    const double middle = hum.targetHz.value_or(*hum.pitchHz);
    const auto yOf = [&](double hz) {
        const double off =
            std::clamp(1200 * std::log2(hz / middle), -halfRangeCents, halfRangeCents);
        return area.center().y() - off / halfRangeCents * area.height() / 2;
    };
    painter.save();
    painter.setClipRect(area, Qt::IntersectClip);
    QPen meant(theme.softInk, 1, Qt::DotLine);
    painter.setPen(meant);
    painter.drawLine(QPointF(xOf(hum.startS), area.center().y()),
                     QPointF(xOf(hum.endS), area.center().y()));
    double loudest = -200;
    for (const ReadHum::Point& p : hum.course) loudest = std::max(loudest, p.levelDb);
    for (std::size_t i = 1; i < hum.course.size(); ++i) {
        const ReadHum::Point& a = hum.course[i - 1];
        const ReadHum::Point& b = hum.course[i];
        if (a.hz <= 0 || b.hz <= 0) continue;
        const double thickness = std::clamp(3.6 + (b.levelDb - loudest) / 5, 1.0, 3.6);
        painter.setPen(QPen(theme.ink, thickness, Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(
            QPointF(xOf(hum.startS + static_cast<double>(i - 1) * ReadHum::courseStepS), yOf(a.hz)),
            QPointF(xOf(hum.startS + static_cast<double>(i) * ReadHum::courseStepS), yOf(b.hz)));
    }
    painter.restore();
}

void drawRoughness(QPainter& painter, QPointF at, const Theme& theme)
{
    QPainterPath zigzag(at + QPointF(-9, 3));
    for (int k = 1; k <= 6; ++k) zigzag.lineTo(at + QPointF(-9 + 3 * k, k % 2 ? -3 : 3));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.ink, 1.4));
    painter.drawPath(zigzag);
}

QString pitchInWords(const ReadHum& hum)
{
    if (!hum.pitchHz) return {};
    if (!hum.centsFromTarget)
        return QObject::tr("%L1 Hz (%2)")
            .arg(*hum.pitchHz, 0, 'f', 0)
            .arg(QString::fromStdString(hum.note));
    const QString target = hum.targetName.empty()
                               ? QObject::tr("%L1 Hz").arg(*hum.targetHz, 0, 'f', 0)
                               : QString::fromStdString(hum.targetName);
    const int cents = static_cast<int>(std::lround(std::fabs(*hum.centsFromTarget)));
    if (cents == 0) return QObject::tr("on %1").arg(target);
    return (*hum.centsFromTarget < 0 ? QObject::tr("%n cent(s) below %1", nullptr, cents)
                                     : QObject::tr("%n cent(s) above %1", nullptr, cents))
        .arg(target);
}

} // namespace layakari
