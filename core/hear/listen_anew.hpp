// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/listener.hpp"

namespace layakari {

/// The second design of `listenTo` (docs/ear.md): background, classes, segments, boundaries. Hums
/// and runs of strokes are still those of the first.
Heard listenAnew(const FeatureTrack& track, const Progress& progress = {});

} // namespace layakari
