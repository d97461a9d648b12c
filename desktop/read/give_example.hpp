// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <QString>
#include <optional>

class QWidget;

namespace layakari {

/// Asks whether `sound` and its reading may be put into a folder as a labelled example, and does
/// it. Returns what to say about it; nothing where it was left.
std::optional<Result<QString>> giveExample(QWidget* over, const Reading& reading,
                                           const QString& sound);

} // namespace layakari
