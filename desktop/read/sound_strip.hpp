// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"
#include "desktop/read/staff_rows.hpp"

#include <QImage>
#include <QWidget>
#include <memory>
#include <optional>

namespace layakari {

/// The sound of the chosen row: its level over the spectrum, with the boundaries of its phases,
/// each as wide as it is unsure, and the place that is being played.
class SoundStrip : public QWidget {
    Q_OBJECT
public:
    explicit SoundStrip(QWidget* parent = nullptr);

    /// Shows a row of `reading`. `listened` may be null (a saved reading whose recording is not at
    /// hand): then only the boundaries are drawn. Both must outlive the strip's next call.
    void showRow(const Reading* reading, std::shared_ptr<const Listened> listened,
                 const StaffRow* row);
    void clear();

    double startS() const { return m_startS; }
    double endS() const { return m_endS; }

    /// The chosen phase of the row, as an index into the reading's phases.
    std::optional<std::size_t> chosenPhase() const { return m_chosen; }
    void choosePhase(std::optional<std::size_t> phase);
    /// Chooses the next or the previous phase of the row; the first or last when none is chosen.
    void stepPhase(int direction);

    void setCursor(std::optional<double> seconds);
    /// A place in a run of strokes that was clicked, or stepped to from stroke to stroke.
    std::optional<double> place() const { return m_placeS; }
    void setPlace(std::optional<double> seconds);

    QSize sizeHint() const override { return {800, 208}; }
    QSize minimumSizeHint() const override { return {400, 180}; }

signals:
    void phaseChosen();
    void menuWanted(const QPoint& at); ///< of the screen, for the phase that is chosen
    void playWanted(double startS, double endS);
    void boundaryMoved(double fromS, double toS); ///< dragged there

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    QRectF levelArea() const;
    QRectF spectrumArea() const;
    double xOf(double seconds) const;
    double secondsAt(double x) const;
    void drawSound();
    const ReadStrokeRun* chosenRun() const;
    bool stepStroke(int direction);
    void placeAt(double x);
    void paintPlace(QPainter& painter) const;
    void paintLevel(QPainter& painter) const;
    void paintBoundaries(QPainter& painter) const;
    void paintStrokesAndHums(QPainter& painter) const;
    void paintPhaseNames(QPainter& painter) const;
    QString phaseText(std::size_t phase) const;
    QString lengthText(std::size_t phase) const;
    QRectF nameArea(std::size_t phase) const;
    std::optional<double> boundaryAt(double x) const;

    const Reading* m_reading = nullptr;
    std::shared_ptr<const Listened> m_listened;
    std::size_t m_firstPhase = 0;
    std::size_t m_lastPhase = 0;
    bool m_hasPhases = false;
    double m_startS = 0;
    double m_endS = 0;
    std::optional<std::size_t> m_chosen;
    std::optional<double> m_cursorS;
    std::optional<double> m_placeS;
    struct Drag {
        double fromS = 0;
        double toS = 0;
    };
    std::optional<Drag> m_drag;
    QImage m_spectrum;
};

} // namespace layakari
