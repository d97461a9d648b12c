// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/help_pictures.hpp"

#include "core/curriculum/presets.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/read/staff_picture.hpp"
#include "desktop/shapes/cycle_drawing.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/shapes/plan_shape.hpp"
#include "desktop/theme/theme.hpp"
#include "desktop/welcome/sample.hpp"

#include <QPainter>
#include <algorithm>

namespace layakari {

namespace {

constexpr double width = 660;

// The sample as it was read, so that the help shows what the program shows.
const Reading* sampleReading()
{
    static const std::optional<Reading> reading = readingOfSample();
    return reading ? &*reading : nullptr;
}

void drawSample(QPainter& painter, double height)
{
    if (const Reading* reading = sampleReading()) drawStaff(painter, *reading, width, height);
}

void drawPlan(QPainter& painter, double height)
{
    CycleDrawing drawing;
    drawing.phases = firstCycleOf(findPreset("four-seven-eight")->plan);
    drawing.area = QRectF(0, 0, width, height);
    drawing.paint(painter, currentTheme());
}

// Edges that are certain beside edges that are not.
void drawOutline(QPainter& painter, double height)
{
    const auto shape = [&](double left, double sd) {
        const LungShape lungs{left, height - 34, 60, 17};
        lungs.paintHeard(painter,
                         {{ReadKind::Inhale, 4, 0.02, sd},
                          {ReadKind::HoldFull, 6, sd, sd},
                          {ReadKind::Exhale, 6.5, sd, sd}},
                         currentTheme());
        lungs.paintPlanned(painter, firstCycleOf(findPreset("four-seven-eight")->plan),
                           currentTheme());
    };
    shape(10, 0.03);
    shape(width / 2 + 10, 0.7);
    painter.setPen(currentTheme().softInk);
    painter.setFont(typeface(Type::Small));
    painter.drawText(QRectF(10, height - 26, width / 2 - 20, 24), Qt::AlignLeft,
                     QObject::tr("sharp edges: certain"));
    painter.drawText(QRectF(width / 2 + 10, height - 26, width / 2 - 20, 24), Qt::AlignLeft,
                     QObject::tr("soft edges: uncertain"));
}

void drawStrokes(QPainter& painter, double height)
{
    Strokes strokes;
    strokes.strokes = 36;
    paintGrains(painter, QRectF(10, 6, width - 40, height - 12), strokes, currentTheme());
}

void drawPlaces(QPainter& painter, double height)
{
    Q_UNUSED(height)
    BreathLine line;
    line.resize(static_cast<int>(width), line.sizeHint().height());
    line.render(&painter, QPoint(), QRegion(), QWidget::DrawChildren);
}

struct Picture {
    const char* name;
    double height;
    void (*draw)(QPainter& painter, double height);
};

constexpr Picture pictures[]{{"row", 112, drawSample},
                             {"plan", 190, drawPlan},
                             {"outline", 124, drawOutline},
                             {"strokes", 70, drawStrokes},
                             {"places", 78, drawPlaces}};

} // namespace

QImage helpPicture(const QString& name, double pixelRatio)
{
    const auto at =
        std::find_if(std::begin(pictures), std::end(pictures),
                     [&](const Picture& picture) { return name == QLatin1String(picture.name); });
    if (at == std::end(pictures)) return {};
    QImage image((QSizeF(width, at->height) * pixelRatio).toSize(),
                 QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(pixelRatio);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    at->draw(painter, at->height);
    return image;
}

} // namespace layakari
