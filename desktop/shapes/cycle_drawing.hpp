// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/words/terms.hpp"

#include <QPainter>
#include <QString>
#include <vector>

namespace layakari {

struct Theme;

/// One planned cycle as the silhouette of the lungs on a grid of counts, with each phase's name,
/// counts and seconds under it. Value type: give it what to draw, then paint or ask where things
/// lie.
struct CycleDrawing {
    std::vector<Phase> phases;
    double countS = 1;         ///< seconds a count
    QRectF area;               ///< of the whole drawing, labels included
    int chosen = -1;           ///< phase that is chosen, or -1
    bool showsHandles = false; ///< grips at the edges that can be dragged
    double leastSpan = 0;      ///< counts the axis has at least, so that it does not jump about

    /// An open-ended phase is drawn this long, with an edge that fades.
    static constexpr double openCounts = 6;

    double countsAcross() const; ///< of the axis
    double pixelsPerCount() const;
    /// Where a phase begins (`i` = phases.size(): where the last one ends).
    double edgeX(std::size_t i) const;
    /// The phase under x; -1 for none.
    int phaseAt(double x) const;
    void paint(QPainter& painter, const Theme& theme) const;

private:
    double drawnCounts(const Phase& phase) const;
    double baseline() const;
    void paintGrid(QPainter& painter, const Theme& theme) const;
    void paintLabels(QPainter& painter, const Theme& theme) const;
    void paintHandles(QPainter& painter, const Theme& theme) const;
};

/// "4", "5 to 8", "open".
QString countsInWords(const TargetCounts& counts);

/// A side, opening, sound, locks and pitch in a few words: "left, hum on Sa". Empty for none.
QString traitsInWords(const Phase& phase);

/// A run of strokes: one upright grain a stroke, each tenth taller.
void paintGrains(QPainter& painter, const QRectF& area, const Strokes& strokes, const Theme& theme);

} // namespace layakari
