// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/measure/measures.hpp"

#include <QPainter>
#include <vector>

namespace layakari {

struct Theme;

/// One phase of a silhouette, in the drawing's unit.
struct LungPhase {
    ReadKind kind = ReadKind::Unknown;
    double length = 0;
    double startSd = 0; ///< of its boundaries
    double endSd = 0;
    bool isStray = false; ///< within the cycle but none of its phases: a pause that crept in
};

/// The silhouette of the lungs over time: rising through an inhale, level in a hold, falling
/// through an exhale.
struct LungShape {
    double left = 0;
    double baseline = 0;
    double height = 36;
    double pixelsPerUnit = 1;

    /// What was heard, in the phases' colours; each edge as soft as its uncertainty.
    void paintHeard(QPainter& painter, const std::vector<LungPhase>& shapes,
                    const Theme& theme) const;
    /// The same small and pale, for natural breaths.
    void paintFaint(QPainter& painter, const std::vector<LungPhase>& shapes,
                    const Theme& theme) const;
    /// What was intended, as a dotted outline.
    void paintPlanned(QPainter& painter, const std::vector<Phase>& phases,
                      const Theme& theme) const;
};

} // namespace layakari
