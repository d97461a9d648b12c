// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/measure/stroke_runs.hpp"
#include "core/reading/corrections.hpp"

#include <vector>

namespace layakari {

/// Lays the corrections of strokes over the runs as they are counted, and measures what changed
/// again: whoever counts by ear counts whole strokes, not the halves of a bellows. An added stroke
/// belongs to the run in which it lies or whose end is within two of its intervals, and is as
/// strong as the run's middle one. A run of which every stroke is removed stays, with none.
/// Returns the indices of those that found no run, or no stroke within a third of a second.
std::vector<std::size_t> correctStrokes(std::vector<ReadStrokeRun>& runs,
                                        const std::vector<Correction>& corrections);

} // namespace layakari
