// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/school.hpp"
#include "core/reading/reading.hpp"
#include "desktop/paper/paper.hpp"

#include <QString>

class QPainter;

namespace layakari {

/// What was drawn of a breath staff.
struct StaffDrawn {
    double height = 0;
    int leftOut = 0; ///< rows that found no room
};
/// Draws the breath staff of a reading with its head from the painter's origin, scaled to `width`,
/// and as many rows as find room in `mostHeight`; a line's height is left where some do not.
StaffDrawn drawStaff(QPainter& painter, const Reading& reading, double width, double mostHeight);

/// The sentence and the whole staff on as many pages as it takes.
Sheet sheetOf(const Reading& reading);

/// Saves the sentence and the whole staff as a picture, by the file's ending: .svg as a drawing,
/// else .png, as it is seen now, light or dark. Whole or not at all. CannotWrite: the file cannot
/// be written, or the staff is longer than a PNG is painted (32,000 pixels, at one for each unit).
Result<void> saveStaffPicture(const Reading& reading, const QString& file);

} // namespace layakari
