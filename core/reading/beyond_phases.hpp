// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a reading says beyond its phases: runs of strokes, hums and the friction of ocean breaths.
#pragma once

#include "core/reading/reading.hpp"

namespace layakari {

/// Each heard run with its figures, and which planned one it is. Marks nothing in the phases.
std::vector<ReadStrokeRun> readStrokeRuns(const Heard& heard, const std::optional<Plan>& plan);

/// Each hum with its figures, its cycle, and what the plan wanted of it. `reading` has its phases
/// and cycles. Where the plan names swaras but no Sa, it is found from the hums and stored in
/// `reading.saHz`.
std::vector<ReadHum> readHums(const Heard& heard, Reading& reading, Tuning tuning);

/// The friction of every breath that the plan wants as an ocean breath.
std::vector<ReadOcean> readOcean(const FeatureTrack& track, const Reading& reading);

/// Signs of strain in strokes and hums, in time order.
std::vector<StrainSign> strainBeyondPhases(const Reading& reading);

} // namespace layakari
