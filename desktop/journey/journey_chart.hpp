// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/series.hpp"

#include <QWidget>

class QCustomPlot;
class QCPGraph;
class QCPPainter;

namespace layakari {

/// One figure over time: a point for each sitting with the range of what is known of it, the trend
/// as a line with its doubt, and beside them somebody else's points. Points are chosen by a click
/// or the arrow keys; a double click or Enter opens one.
class JourneyChart : public QWidget {
    Q_OBJECT
public:
    explicit JourneyChart(QWidget* parent = nullptr);

    /// The sittings in any order; `beside` may be empty. `trend` is that of the first.
    void show(const std::vector<Sitting>& sittings, const std::vector<Sitting>& beside,
              FigureKey figure, const std::optional<Trend>& trend);
    /// Draws it without a ground, as it is shown last, from the painter's origin.
    void drawOn(QCPPainter& painter, int width, int height);
    void choose(Id sitting); ///< one of the first list; 0 for none
    Id chosen() const { return m_chosen; }

    /// Where a day lies across this widget, and which days are seen.
    double xOf(Day day) const;
    Day firstDay() const { return m_firstDay; }
    Day lastDay() const { return m_lastDay; }
    /// Where a point of the first list lies; nothing where the sitting has no such figure.
    std::optional<QPointF> placeOf(Id sitting) const;

signals:
    void chosenChanged(layakari::Id sitting);
    void openWanted(layakari::Id sitting);
    void menuWanted(const QPoint& at); ///< for the one that is chosen; of the screen
    void axisMoved();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Point {
        Id sitting = 0;
        double time = 0; ///< seconds since 1970
        double value = 0;
        double below = 0; ///< how much lower it may be
        double above = 0;
        bool counts = true;
    };
    static std::vector<Point> pointsOf(const std::vector<Sitting>& sittings, FigureKey figure);
    void draw();
    void style();
    void addPoints(const std::vector<Point>& points, const QColor& color, bool isBeside);
    void addTrend();
    void addSteps();
    void addRing();
    void fitAxes();
    const Point* nearest(const QPointF& at) const;
    void step(int by);

    QCustomPlot* m_plot;
    std::vector<Point> m_points; ///< in time order
    std::vector<Point> m_beside;
    std::optional<Trend> m_trend;
    FigureKey m_figure = figure::accuracy;
    Id m_chosen = 0;
    Day m_firstDay{};
    Day m_lastDay{};
};

} // namespace layakari
