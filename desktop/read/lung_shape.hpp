// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/read/staff_rows.hpp"

#include <QPainter>

namespace layakari {

struct Theme;

/// The silhouette of the lungs over time: rising through an inhale, level in a hold, falling
/// through an exhale.
struct LungShape {
    double left = 0;
    double baseline = 0;
    double height = 36;
    double pixelsPerUnit = 1;

    /// What was heard, in the phases' colours; each edge as soft as its uncertainty.
    void paintHeard(QPainter& painter, const std::vector<StaffRow::Shape>& shapes,
                    const Theme& theme) const;
    /// The same small and pale, for natural breaths.
    void paintFaint(QPainter& painter, const std::vector<StaffRow::Shape>& shapes,
                    const Theme& theme) const;
    /// What was intended, as a dotted outline.
    void paintPlanned(QPainter& painter, const std::vector<Phase>& phases,
                      const Theme& theme) const;
};

} // namespace layakari
