// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/journey/journey_chart.hpp"

#include "core/measure/robust.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/theme/theme.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QToolTip>
#include <algorithm>
#include <cmath>
#include <qcustomplot.h>

namespace layakari {

namespace {

constexpr double daySeconds = 86'400;
constexpr double reachPixels = 16;

double secondsOf(Day day)
{
    return static_cast<double>(day.time_since_epoch().count()) * daySeconds;
}

} // namespace

JourneyChart::JourneyChart(QWidget* parent) : QWidget(parent), m_plot(new QCustomPlot(this))
{
    setObjectName(QStringLiteral("journeyChart"));
    runToTheRight(this);
    setAccessibleName(tr("Figures over time"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(180);
    m_plot->setFocusPolicy(Qt::NoFocus);
    m_plot->installEventFilter(this);
    m_plot->setMouseTracking(true);
    lay::column(this, {}, {m_plot});
    connect(m_plot, &QCustomPlot::afterReplot, this, &JourneyChart::axisMoved);
}

std::vector<JourneyChart::Point> JourneyChart::pointsOf(const std::vector<Sitting>& sittings,
                                                        FigureKey figure)
{
    std::vector<Point> points;
    for (const Sitting& s : sittings) {
        const auto value = valueOf(s, figure);
        if (!value) continue;
        Point point{s.id, static_cast<double>(s.startedAt), *value, 0, 0, s.counts()};
        const auto kept = s.figures.find(figure);
        if (kept != s.figures.end() && kept->second.low && kept->second.high) {
            point.below = std::max(0.0, *value - *kept->second.low);
            point.above = std::max(0.0, *kept->second.high - *value);
        }
        points.push_back(point);
    }
    std::sort(points.begin(), points.end(),
              [](const Point& a, const Point& b) { return a.time < b.time; });
    return points;
}

void JourneyChart::show(const std::vector<Sitting>& sittings, const std::vector<Sitting>& beside,
                        FigureKey figure, const std::optional<Trend>& trend)
{
    m_points = pointsOf(sittings, figure);
    m_beside = pointsOf(beside, figure);
    m_trend = trend;
    m_figure = figure;
    const auto isThere = [&](const Point& p) { return p.sitting == m_chosen; };
    if (std::none_of(m_points.begin(), m_points.end(), isThere)) m_chosen = 0;
    m_firstDay = m_lastDay = Day{};
    const auto take = [&](const std::vector<Sitting>& list) {
        for (const Sitting& s : list) {
            if (m_firstDay == Day{} || s.day < m_firstDay) m_firstDay = s.day;
            m_lastDay = std::max(m_lastDay, s.day);
        }
    };
    take(sittings);
    take(beside);
    draw();
}

void JourneyChart::draw()
{
    m_plot->clearPlottables();
    style();
    if (m_figure == figure::rung)
        addSteps();
    else
        addTrend();
    addPoints(m_beside, currentTheme().holdFull, true);
    addPoints(m_points, currentTheme().inhale, false);
    addRing();
    fitAxes();
    m_plot->replot();
}

void JourneyChart::style()
{
    const Theme& theme = currentTheme();
    m_plot->setBackground(QBrush(theme.paper));
    const QSharedPointer<QCPAxisTickerDateTime> dates(new QCPAxisTickerDateTime);
    const bool isLong = m_lastDay - m_firstDay > std::chrono::days(300);
    dates->setDateTimeFormat(isLong ? QStringLiteral("MMM yyyy") : QObject::tr("d MMM"));
    dates->setDateTimeSpec(Qt::UTC);
    m_plot->xAxis->setTicker(dates);
    for (QCPAxis* axis : {m_plot->xAxis, m_plot->yAxis}) {
        axis->setBasePen(QPen(Qt::NoPen));
        axis->setTickPen(QPen(Qt::NoPen));
        axis->setSubTickPen(QPen(Qt::NoPen));
        axis->setTickLabelFont(typeface(Type::Small));
        axis->setTickLabelColor(theme.softInk);
        axis->setTickLabelPadding(6);
    }
    m_plot->yAxis->setLabel(QString::fromStdString(figureUnit(m_figure)));
    m_plot->yAxis->setLabelFont(typeface(Type::Small));
    m_plot->yAxis->setLabelColor(theme.softInk);
    m_plot->xAxis->grid()->setVisible(false);
    m_plot->yAxis->grid()->setPen(QPen(theme.line, 1));
    m_plot->yAxis->grid()->setZeroLinePen(QPen(theme.line, 1));
    if (m_figure == figure::rung) {
        const QSharedPointer<QCPAxisTickerFixed> rungs(new QCPAxisTickerFixed);
        rungs->setScaleStrategy(QCPAxisTickerFixed::ssMultiples);
        m_plot->yAxis->setTicker(rungs);
    } else {
        m_plot->yAxis->setTicker(QSharedPointer<QCPAxisTicker>(new QCPAxisTicker));
        m_plot->yAxis->ticker()->setTickCount(4);
    }
    m_plot->yAxis->setNumberFormat(QStringLiteral("g"));
    m_plot->axisRect()->setMinimumMargins(QMargins(48, 8, 16, 26));
}

void JourneyChart::addPoints(const std::vector<Point>& points, const QColor& color, bool isBeside)
{
    for (const bool counts : {true, false}) {
        auto* graph = m_plot->addGraph();
        graph->setLineStyle(QCPGraph::lsNone);
        const QPen pen(color, 1.6);
        // What was left out, and somebody else's, are told by shape too.
        graph->setScatterStyle(
            isBeside ? QCPScatterStyle(QCPScatterStyle::ssDiamond, pen, Qt::NoBrush, 8)
            // Filled without an outline: outlines of thousands take longer than all the rest.
            : counts ? QCPScatterStyle(QCPScatterStyle::ssCircle, Qt::NoPen, color, 8.6)
                     : QCPScatterStyle(QCPScatterStyle::ssCross, pen, Qt::NoBrush, 7));
        auto* ranges = new QCPErrorBars(m_plot->xAxis, m_plot->yAxis);
        ranges->setDataPlottable(graph);
        ranges->setPen(QPen(color, 1.2));
        ranges->setWhiskerWidth(0);
        ranges->setSymbolGap(0);
        for (const Point& point : points) {
            if (point.counts != counts) continue;
            graph->addData(point.time, point.value);
            ranges->addData(point.below, point.above);
        }
    }
}

// The line through the middle of the points, and the two that are as steep as the trend may be.
void JourneyChart::addTrend()
{
    if (!m_trend) return;
    std::vector<double> times;
    std::vector<double> values;
    for (const Point& point : m_points)
        if (point.counts) {
            times.push_back(point.time);
            values.push_back(point.value);
        }
    const double middle = median(times);
    const double perSecond = m_trend->perMonth / (30 * daySeconds);
    std::vector<double> levelled;
    for (std::size_t i = 0; i < times.size(); ++i)
        levelled.push_back(values[i] - perSecond * (times[i] - middle));
    const double height = median(levelled);
    const auto line = [&](double perMonth) {
        auto* graph = m_plot->addGraph();
        for (const double time : {times.front(), middle, times.back()})
            graph->addData(time, height + perMonth / (30 * daySeconds) * (time - middle));
        graph->setPen(QPen(Qt::NoPen));
        return graph;
    };
    // Drawn apart on either side of the middle, where the steeper line changes sides.
    QCPGraph* low = line(m_trend->low);
    QCPGraph* high = line(m_trend->high);
    QColor doubt = currentTheme().inhale;
    doubt.setAlpha(28);
    high->setBrush(doubt);
    high->setChannelFillGraph(low);
    line(m_trend->perMonth)->setPen(QPen(currentTheme().softInk, 1.6, Qt::DashLine));
}

// A rung is stood on until the next sitting on another.
void JourneyChart::addSteps()
{
    auto* steps = m_plot->addGraph();
    steps->setLineStyle(QCPGraph::lsStepLeft);
    steps->setPen(QPen(currentTheme().inhale, 2.4));
    for (const Point& point : m_points)
        if (point.counts) steps->addData(point.time, point.value);
}

void JourneyChart::drawOn(QCPPainter& painter, int width, int height)
{
    m_plot->setBackground(Qt::NoBrush); // paper has its own
    m_plot->toPainter(&painter, width, height);
}

void JourneyChart::addRing()
{
    const auto point = std::find_if(m_points.begin(), m_points.end(),
                                    [&](const Point& p) { return p.sitting == m_chosen; });
    if (point == m_points.end()) return;
    auto* ring = m_plot->addGraph();
    ring->setLineStyle(QCPGraph::lsNone);
    ring->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssCircle, QPen(currentTheme().ink, 2.2),
                                          Qt::NoBrush, hasFocus() ? 17 : 14));
    ring->addData(point->time, point->value);
}

void JourneyChart::fitAxes()
{
    double low = 0;
    double high = 1;
    bool isFirst = true;
    for (const auto* points : {&m_points, &m_beside})
        for (const Point& point : *points) {
            low = isFirst ? point.value - point.below : std::min(low, point.value - point.below);
            high = isFirst ? point.value + point.above : std::max(high, point.value + point.above);
            isFirst = false;
        }
    const double grain = 4 * kindOf(m_figure).grain;
    const double air = std::max(0.12 * (high - low), grain);
    low = std::max(0.0, low - air); // none of the figures is ever negative
    high += air;
    constexpr double headroom = 1.03; // a point at the top is seen whole
    high = std::min(high, headroom * kindOf(m_figure).most);
    m_plot->yAxis->setRange(low, high);
    const double days = std::max(14.0, (secondsOf(m_lastDay) - secondsOf(m_firstDay)) / daySeconds);
    const double end = secondsOf(m_lastDay) + 1.5 * daySeconds + 0.02 * days * daySeconds;
    m_plot->xAxis->setRange(end - (days + 3) * daySeconds * 1.04, end);
}

double JourneyChart::xOf(Day day) const
{
    return m_plot->xAxis->coordToPixel(secondsOf(day) + daySeconds / 2);
}

std::optional<QPointF> JourneyChart::placeOf(Id sitting) const
{
    for (const Point& point : m_points)
        if (point.sitting == sitting)
            return QPointF(m_plot->xAxis->coordToPixel(point.time),
                           m_plot->yAxis->coordToPixel(point.value));
    return std::nullopt;
}

const JourneyChart::Point* JourneyChart::nearest(const QPointF& at) const
{
    const Point* best = nullptr;
    double bestDistance = reachPixels;
    for (const Point& point : m_points) {
        const QPointF there(m_plot->xAxis->coordToPixel(point.time),
                            m_plot->yAxis->coordToPixel(point.value));
        const double distance = std::hypot(there.x() - at.x(), there.y() - at.y());
        if (distance >= bestDistance) continue;
        bestDistance = distance;
        best = &point;
    }
    return best;
}

void JourneyChart::choose(Id sitting)
{
    if (m_chosen == sitting) return;
    m_chosen = sitting;
    draw();
    emit chosenChanged(sitting);
}

void JourneyChart::step(int by)
{
    if (m_points.empty()) return;
    const auto at = std::find_if(m_points.begin(), m_points.end(),
                                 [&](const Point& p) { return p.sitting == m_chosen; });
    const auto last = static_cast<std::ptrdiff_t>(m_points.size()) - 1;
    const std::ptrdiff_t index =
        at == m_points.end() ? last
                             : std::clamp<std::ptrdiff_t>(at - m_points.begin() + by, 0, last);
    choose(m_points[static_cast<std::size_t>(index)].sitting);
}

void JourneyChart::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return step(-1);
    case Qt::Key_Right: return step(+1);
    case Qt::Key_Home: return step(-static_cast<int>(m_points.size()));
    case Qt::Key_End: return step(+static_cast<int>(m_points.size()));
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_chosen) emit openWanted(m_chosen);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

void JourneyChart::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    draw();
}

void JourneyChart::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    draw();
}

void JourneyChart::contextMenuEvent(QContextMenuEvent* event)
{
    if (!m_chosen) return;
    if (event->reason() == QContextMenuEvent::Mouse) return emit menuWanted(event->globalPos());
    const auto at = placeOf(m_chosen);
    emit menuWanted(mapToGlobal(at ? at->toPoint() : rect().center()));
}

bool JourneyChart::eventFilter(QObject* watched, QEvent* event)
{
    const auto type = event->type();
    if (type != QEvent::MouseButtonPress && type != QEvent::MouseButtonDblClick &&
        type != QEvent::MouseMove)
        return QWidget::eventFilter(watched, event);
    const auto* mouse = static_cast<QMouseEvent*>(event);
    const Point* point = nearest(mouse->position());
    if (type == QEvent::MouseMove) {
        m_plot->setCursor(point ? Qt::PointingHandCursor : Qt::ArrowCursor);
        if (point)
            QToolTip::showText(
                mouse->globalPosition().toPoint(),
                QStringLiteral("%1\n%2").arg(
                    shortMoment(QDateTime::fromSecsSinceEpoch(static_cast<qint64>(point->time))),
                    QString::fromStdString(valueInWords(point->value, m_figure))),
                m_plot);
        return false;
    }
    setFocus(Qt::MouseFocusReason);
    if (point) choose(point->sitting);
    if (point && type == QEvent::MouseButtonDblClick) emit openWanted(point->sitting);
    return true;
}

} // namespace layakari
