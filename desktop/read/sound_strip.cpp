// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/sound_strip.hpp"

#include "core/language/times.hpp"
#include "core/measure/keeping.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/read/pin_labels.hpp"
#include "desktop/read/sound_marks.hpp"
#include "desktop/theme/theme.hpp"

#include <QEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <utility>

namespace layakari {

namespace {

constexpr double labelHeight = 24; // times over, names under the sound
constexpr double spectrumShare = 0.3;
constexpr double aroundS = 0.6; // sound shown before and after the row

QString nameOf(ReadKind kind)
{
    if (const auto phase = toPhaseKind(kind)) return QString::fromStdString(shortTermFor(*phase));
    return kind == ReadKind::Voice ? QObject::tr("voice") : QObject::tr("other sound");
}

float totalDb(const Bands& bands)
{
    float power = 0;
    for (const float level : bands) power += std::pow(10.0f, level / 10);
    return 10 * std::log10(power);
}

} // namespace

SoundStrip::SoundStrip(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("soundStrip"));
    runToTheRight(this);
    setAccessibleName(tr("Sound of the chosen row"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setMouseTracking(true);
}

void SoundStrip::showRow(const Reading* reading, std::shared_ptr<const Listened> listened,
                         const StaffRow* row)
{
    m_reading = reading;
    m_listened = std::move(listened);
    m_chosen.reset();
    m_cursorS.reset();
    m_placeS.reset();
    m_hasPhases = reading && row && row->hasPhases;
    if (m_hasPhases) {
        m_firstPhase = row->firstPhase;
        m_lastPhase = row->lastPhase;
        m_startS = std::max(0.0, reading->phases[m_firstPhase].startS - aroundS);
        m_endS = std::min(reading->recording.durationSeconds,
                          reading->phases[m_lastPhase].endS + aroundS);
    }
    drawSound();
    setAccessibleDescription(m_hasPhases ? phaseText(m_firstPhase) : QString());
    update();
}

void SoundStrip::clear() { showRow(nullptr, nullptr, nullptr); }

void SoundStrip::choosePhase(std::optional<std::size_t> phase)
{
    if (phase != m_chosen) m_placeS.reset();
    m_chosen = phase;
    if (phase) setAccessibleDescription(phaseText(*phase));
    update();
    emit phaseChosen();
}

void SoundStrip::stepPhase(int direction)
{
    if (!m_hasPhases || stepStroke(direction)) return;
    if (!m_chosen) return choosePhase(direction > 0 ? m_firstPhase : m_lastPhase);
    const auto next = static_cast<std::ptrdiff_t>(*m_chosen) + direction;
    if (next < static_cast<std::ptrdiff_t>(m_firstPhase) ||
        next > static_cast<std::ptrdiff_t>(m_lastPhase))
        return;
    choosePhase(static_cast<std::size_t>(next));
}

void SoundStrip::setPlace(std::optional<double> seconds)
{
    m_placeS = seconds;
    update();
    emit phaseChosen();
}

const ReadStrokeRun* SoundStrip::chosenRun() const
{
    if (!m_chosen || m_reading->phases[*m_chosen].kind != ReadKind::Strokes) return nullptr;
    const ReadPhase& phase = m_reading->phases[*m_chosen];
    for (const ReadStrokeRun& run : m_reading->strokeRuns)
        if (std::fabs(run.startS - phase.startS) < 0.01) return &run;
    return nullptr;
}

// From stroke to stroke in the chosen run; false beyond its ends.
bool SoundStrip::stepStroke(int direction)
{
    constexpr double beside = 1e-3;
    const ReadStrokeRun* run = chosenRun();
    if (!run || run->strokeTimesS.empty()) return false;
    const std::vector<double>& times = run->strokeTimesS;
    const double from = m_placeS.value_or(direction > 0 ? times.front() - 1 : times.back() + 1);
    if (direction > 0) {
        const auto next = std::upper_bound(times.begin(), times.end(), from + beside);
        if (next == times.end()) return false;
        setPlace(*next);
    } else {
        const auto next = std::lower_bound(times.begin(), times.end(), from - beside);
        if (next == times.begin()) return false;
        setPlace(*(next - 1));
    }
    return true;
}

// On a stroke where one is under the mouse, else between them.
void SoundStrip::placeAt(double x)
{
    constexpr double reach = 5; // pixels
    const ReadStrokeRun* run = chosenRun();
    if (!run) return;
    double place = secondsAt(x);
    for (const double t : run->strokeTimesS)
        if (std::fabs(xOf(t) - x) < reach) place = t;
    setPlace(place);
}

void SoundStrip::paintPlace(QPainter& painter) const
{
    if (!m_placeS) return;
    constexpr double side = 7;
    const QRectF level = levelArea();
    const double x = xOf(*m_placeS);
    painter.setPen(Qt::NoPen);
    painter.setBrush(currentTheme().ink);
    painter.drawPolygon(QPolygonF{QPointF(x - side, level.top() - side),
                                  QPointF(x + side, level.top() - side), QPointF(x, level.top())});
    painter.fillRect(QRectF(x - 1, level.top(), 2, level.height()), currentTheme().ink);
}

void SoundStrip::setCursor(std::optional<double> seconds)
{
    m_cursorS = seconds;
    update();
}

QRectF SoundStrip::levelArea() const
{
    const double height = this->height() - 2 * scaled(labelHeight) - 10;
    return {staffLeftMargin(), scaled(labelHeight), width() - staffLeftMargin() - staffRightMargin,
            height * (1 - spectrumShare) - 6};
}

QRectF SoundStrip::spectrumArea() const
{
    const QRectF level = levelArea();
    return {level.left(), level.bottom() + 6, level.width(),
            this->height() - scaled(labelHeight) - 10 - level.bottom() - 6};
}

double SoundStrip::xOf(double seconds) const
{
    const QRectF area = levelArea();
    return area.left() + (seconds - m_startS) / std::max(1e-3, m_endS - m_startS) * area.width();
}

double SoundStrip::secondsAt(double x) const
{
    const QRectF area = levelArea();
    return m_startS + (x - area.left()) / area.width() * (m_endS - m_startS);
}

// The spectrum as ink on the panel: a column a pixel, a line a band, low below; dark where it rises
// over the room.
void SoundStrip::drawSound()
{
    m_spectrum = QImage();
    if (!m_hasPhases || !m_listened || m_listened->track.frames() == 0) return;
    const FeatureTrack& track = m_listened->track;
    const int columns = std::max(1, static_cast<int>(spectrumArea().width()));
    m_spectrum = QImage(columns, static_cast<int>(bandCount), QImage::Format_ARGB32);
    Bands lowest;
    lowest.fill(1e9f);
    const std::size_t from = track.frameAt(m_startS);
    const std::size_t to = track.frameAt(m_endS);
    for (std::size_t i = from; i <= to; ++i)
        for (std::size_t b = 0; b < bandCount; ++b)
            lowest[b] = std::min(lowest[b], track.levels(i)[b]);
    const QColor ink = currentTheme().ink;
    for (int x = 0; x < columns; ++x) {
        const double t0 = m_startS + (m_endS - m_startS) * x / columns;
        const double t1 = m_startS + (m_endS - m_startS) * (x + 1) / columns;
        const std::size_t first = track.frameAt(t0);
        const std::size_t last = std::max(first, track.frameAt(t1));
        for (std::size_t b = 0; b < bandCount; ++b) {
            float loud = -200;
            for (std::size_t i = first; i <= last; ++i) loud = std::max(loud, track.levels(i)[b]);
            const double shade = std::clamp((loud - lowest[b] - 12) / 34.0, 0.0, 1.0);
            QColor color = ink;
            color.setAlphaF(static_cast<float>(0.05 + 0.8 * shade));
            m_spectrum.setPixelColor(x, static_cast<int>(bandCount - 1 - b), color);
        }
    }
}

void SoundStrip::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), theme.panel);
    if (!m_hasPhases) return;
    if (m_chosen) {
        const ReadPhase& p = m_reading->phases[*m_chosen];
        QColor ground = theme.paper;
        const QRectF area(xOf(p.startS), 0, xOf(p.endS) - xOf(p.startS), height());
        painter.fillRect(area, ground);
        painter.fillRect(QRectF(area.left(), area.bottom() - 4, area.width(), 4), theme.ink);
    }
    if (m_listened) {
        paintLevel(painter);
        painter.drawImage(spectrumArea(), m_spectrum);
    } else {
        painter.setPen(theme.softInk);
        painter.setFont(typeface(Type::Body));
        painter.drawText(levelArea(), Qt::AlignCenter,
                         tr("The recording is missing, so its sound cannot be shown or played."));
    }
    paintStrokesAndHums(painter);
    paintBoundaries(painter);
    paintPhaseNames(painter);
    paintPlace(painter);
    if (m_drag) {
        painter.setPen(QPen(theme.ink, 2, Qt::DashLine));
        const double x = xOf(m_drag->toS);
        painter.drawLine(QPointF(x, 0), QPointF(x, height()));
    }
    if (m_cursorS) {
        painter.setPen(QPen(theme.ink, 2));
        const double x = xOf(*m_cursorS);
        painter.drawLine(QPointF(x, scaled(labelHeight) - 4),
                         QPointF(x, height() - scaled(labelHeight) - 4));
    }
}

// One-sided: height over the base is the level over the room. Each column in the colour of its
// phase.
void SoundStrip::paintLevel(QPainter& painter) const
{
    const Theme& theme = currentTheme();
    const FeatureTrack& track = m_listened->track;
    const QRectF area = levelArea();
    // Between amplitude, which hides what fades, and decibels, which flatten what swells. A faint
    // recording fills the strip as well as a loud one.
    constexpr double decibelsPerDecade = 30;
    const double top = m_listened->heard.loudestDb + 5;
    for (int x = 0; x < static_cast<int>(area.width()); ++x) {
        const double t = secondsAt(area.left() + x);
        const std::size_t first = track.frameAt(t);
        const std::size_t last = std::max(first, track.frameAt(secondsAt(area.left() + x + 1)));
        float loud = -200;
        for (std::size_t i = first; i <= last; ++i) loud = std::max(loud, totalDb(track.levels(i)));
        QColor color = theme.softInk;
        for (std::size_t p = m_firstPhase; p <= m_lastPhase; ++p)
            if (t >= m_reading->phases[p].startS && t < m_reading->phases[p].endS)
                color = theme.fill(m_reading->phases[p].kind);
        const double rise = std::clamp(std::pow(10, (loud - top) / decibelsPerDecade), 0.012, 1.0);
        painter.fillRect(
            QRectF(area.left() + x, area.bottom() - rise * area.height(), 1, rise * area.height()),
            color);
    }
}

void SoundStrip::paintBoundaries(QPainter& painter) const
{
    const Theme& theme = currentTheme();
    painter.setFont(typeface(Type::Small));
    std::vector<std::pair<double, double>> boundaries; // seconds and standard deviation
    for (std::size_t p = m_firstPhase; p <= m_lastPhase; ++p) {
        const ReadPhase& phase = m_reading->phases[p];
        boundaries.emplace_back(phase.startS, phase.startSdS);
        if (p == m_lastPhase || m_reading->phases[p + 1].startS > phase.endS + 1e-6)
            boundaries.emplace_back(phase.endS, phase.endSdS);
    }
    std::vector<Pin> pins;
    std::vector<QString> texts;
    for (const auto& [seconds, sd] : boundaries) {
        texts.push_back(QStringLiteral("%1 ± %2 ms")
                            .arg(QString::fromStdString(clockTime(seconds, true)))
                            .arg(std::lround(1000 * sd)));
        const int textWidth = painter.fontMetrics().horizontalAdvance(texts.back());
        pins.push_back({xOf(seconds), static_cast<double>(textWidth)});
    }
    const auto lefts = pinLabels(pins, width());
    for (std::size_t i = 0; i < boundaries.size(); ++i) {
        const auto [seconds, sd] = boundaries[i];
        const double x = pins[i].x;
        const double half = std::max(1.0, xOf(seconds + 2 * sd) - x);
        QColor band = theme.ink;
        band.setAlphaF(0.13f);
        painter.fillRect(QRectF(x - half, scaled(labelHeight), 2 * half,
                                height() - 2 * scaled(labelHeight) - 10),
                         band);
        painter.setPen(QPen(theme.ink, 1.6));
        painter.drawLine(QPointF(x, scaled(labelHeight) - 8),
                         QPointF(x, height() - scaled(labelHeight) - 8));
        painter.setBrush(theme.ink);
        painter.drawEllipse(QPointF(x, scaled(labelHeight) - 10), 3.6, 3.6);
        if (!lefts[i]) continue;
        painter.setPen(theme.softInk);
        painter.drawText(QRectF(*lefts[i], 2, pins[i].textWidth + 2, scaled(labelHeight) - 4),
                         Qt::AlignLeft | Qt::AlignVCenter, texts[i]);
    }
}

// Each stroke a line through the level; a hum's pitch over its spectrum.
void SoundStrip::paintStrokesAndHums(QPainter& painter) const
{
    const Theme& theme = currentTheme();
    const QRectF level = levelArea();
    for (const ReadStrokeRun& run : m_reading->strokeRuns) {
        if (run.endS < m_startS || run.startS > m_endS) continue;
        for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i) {
            const double x = xOf(run.strokeTimesS[i]);
            if (x < level.left() || x > level.right()) continue;
            const bool tenth = (i + 1) % 10 == 0;
            painter.setPen(QPen(theme.ink, tenth ? 1.6 : 0.8));
            painter.drawLine(QPointF(x, level.top() + (tenth ? 0 : level.height() * 0.4)),
                             QPointF(x, level.bottom()));
        }
    }
    for (const ReadHum& hum : m_reading->hums)
        if (hum.endS > m_startS && hum.startS < m_endS)
            drawPitchRibbon(
                painter, hum, spectrumArea(), [this](double s) { return xOf(s); }, theme);
}

QString SoundStrip::phaseText(std::size_t index) const
{
    const QString text = lengthText(index);
    return m_reading->phases[index].corrected ? tr("%1, corrected").arg(text) : text;
}

QString SoundStrip::lengthText(std::size_t index) const
{
    const ReadPhase& p = m_reading->phases[index];
    for (const ReadStrokeRun& run : m_reading->strokeRuns)
        if (p.kind == ReadKind::Strokes && std::fabs(run.startS - p.startS) < 0.01) {
            QStringList words{
                run.targetCount ? tr("%1 of %n stroke(s)", nullptr, *run.targetCount).arg(run.count)
                                : tr("%n stroke(s)", nullptr, run.count)};
            if (run.ratePerMin) words << tr("%L1 per minute").arg(*run.ratePerMin, 0, 'f', 1);
            if (run.intervalCv)
                words << tr("intervals within %L1 %").arg(100 * *run.intervalCv, 0, 'f', 0);
            if (run.strengthCvDb)
                words << tr("strength within %L1 dB").arg(*run.strengthCvDb, 0, 'f', 1);
            return words.join(QStringLiteral(", "));
        }
    const QString name = nameOf(p.kind);
    const auto withDoubt = [&](const QString& text) {
        return p.confidence < 0.8 ? tr("%1 (%2 % "
                                       "sure)")
                                        .arg(text)
                                        .arg(std::lround(100 * p.confidence))
                                  : text;
    };
    if (p.cycle) {
        const ReadCycle& cycle = m_reading->cycles[static_cast<std::size_t>(*p.cycle)];
        for (const ReadCycle::Kept& kept : cycle.phases) {
            if (kept.heard.empty() || kept.heard.front() != index || !kept.counts) continue;
            const Keeping keeping = keepingOf(kept);
            const double length = m_reading->summary.countLengthS.value_or(1);
            const double off = kept.target ? kept.target->distance(*kept.counts) * length : 0;
            if (keeping == Keeping::Short)
                return withDoubt(tr("%1 %L2, target %L3: %L4 s short")
                                     .arg(name)
                                     .arg(*kept.counts, 0, 'f', 1)
                                     .arg(kept.target->min)
                                     .arg(off, 0, 'f', 1));
            if (keeping == Keeping::Long)
                return withDoubt(tr("%1 %L2, target %L3: %L4 s long")
                                     .arg(name)
                                     .arg(*kept.counts, 0, 'f', 1)
                                     .arg(kept.target->max)
                                     .arg(off, 0, 'f', 1));
            return withDoubt(tr("%1 %L2").arg(name).arg(*kept.counts, 0, 'f', 1));
        }
    }
    return withDoubt(tr("%1 %L2 s").arg(name).arg(p.seconds(), 0, 'f', 1));
}

// Where a phase's name stands under it, as far as the strip has room.
QRectF SoundStrip::nameArea(std::size_t phase) const
{
    const QFontMetrics metrics(typeface(Type::Small, true));
    const double textWidth = metrics.horizontalAdvance(phaseText(phase));
    const double left = std::max(xOf(m_reading->phases[phase].startS) + 2, 4.0);
    return {std::min(left, width() - textWidth - 6),
            static_cast<double>(height()) - scaled(labelHeight) - 4, textWidth + 2,
            scaled(labelHeight)};
}

// From left to right as far as there is room; that of the chosen phase in any case.
void SoundStrip::paintPhaseNames(QPainter& painter) const
{
    constexpr double gap = 8;
    painter.setFont(typeface(Type::Small, true));
    const QRectF chosen = m_chosen ? nameArea(*m_chosen) : QRectF();
    double free = 0;
    for (std::size_t p = m_firstPhase; p <= m_lastPhase; ++p) {
        const QRectF area = nameArea(p);
        const bool isChosen = p == m_chosen;
        if (!isChosen && (area.left() < free || area.adjusted(0, 0, gap, 0).intersects(chosen)))
            continue;
        painter.setPen(currentTheme().text(m_reading->phases[p].kind));
        painter.drawText(area, Qt::AlignLeft | Qt::AlignVCenter, phaseText(p));
        free = area.right() + gap;
    }
}

void SoundStrip::resizeEvent(QResizeEvent*) { drawSound(); }

void SoundStrip::changeEvent(QEvent* event)
{
    if (event->type() == QEvent::PaletteChange) drawSound();
    QWidget::changeEvent(event);
}

// The boundary under the mouse; that of a hum or of strokes lies where the sound has it.
std::optional<double> SoundStrip::boundaryAt(double x) const
{
    constexpr double reach = 6; // pixels
    if (!m_hasPhases || !m_listened) return std::nullopt;
    std::optional<double> nearest;
    for (std::size_t p = m_firstPhase; p <= m_lastPhase; ++p)
        for (const double at : {m_reading->phases[p].startS, m_reading->phases[p].endS})
            if (std::fabs(xOf(at) - x) < reach &&
                (!nearest || std::fabs(xOf(at) - x) < std::fabs(xOf(*nearest) - x)))
                nearest = at;
    return nearest;
}

void SoundStrip::mousePressEvent(QMouseEvent* event)
{
    if (!m_hasPhases) return;
    const double x = event->position().x();
    const bool mayDrag = event->button() == Qt::LeftButton;
    if (const auto boundary = boundaryAt(x); boundary && mayDrag)
        m_drag = Drag{*boundary, *boundary};
    const double seconds = secondsAt(x);
    for (std::size_t p = m_firstPhase; p <= m_lastPhase; ++p)
        if (seconds >= m_reading->phases[p].startS && seconds < m_reading->phases[p].endS) {
            choosePhase(p);
            return placeAt(x);
        }
    choosePhase(std::nullopt);
}

void SoundStrip::contextMenuEvent(QContextMenuEvent* event)
{
    if (m_hasPhases) emit menuWanted(event->globalPos());
}

void SoundStrip::mouseMoveEvent(QMouseEvent* event)
{
    const double x = event->position().x();
    if (m_drag) {
        m_drag->toS = std::clamp(secondsAt(x), m_startS, m_endS);
        update();
    }
    QWidget::setCursor(m_drag || boundaryAt(x) ? Qt::SplitHCursor : Qt::ArrowCursor);
}

void SoundStrip::mouseReleaseEvent(QMouseEvent*)
{
    constexpr double aClick = 2; // pixels
    const auto drag = std::exchange(m_drag, std::nullopt);
    if (!drag) return;
    update();
    if (std::fabs(xOf(drag->toS) - xOf(drag->fromS)) > aClick)
        emit boundaryMoved(drag->fromS, drag->toS);
}

void SoundStrip::mouseDoubleClickEvent(QMouseEvent* event)
{
    mousePressEvent(event);
    m_drag.reset();
    if (!m_chosen) return;
    const ReadPhase& p = m_reading->phases[*m_chosen];
    emit playWanted(p.startS, p.endS);
}

} // namespace layakari
