// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// Frames at which one breath turns into the next without a pause, within a stretch of sound: flow
/// passes through nothing there, so the level dips, and the spectrum mostly changes. A dip counts
/// by its depth against the loudness on both sides; the more the spectra differ, the less depth is
/// needed.
std::vector<std::size_t> findTurns(const FeatureTrack& track, const NoiseFloor& floor,
                                   const Bands& weights, const std::vector<float>& powerRiseDb,
                                   FrameRange range);

/// Mean rise of each band over the room in [begin, end).
Bands meanShape(const FeatureTrack& track, const NoiseFloor& floor, std::size_t begin,
                std::size_t end);

/// How much two spectra differ beside their level, in dB: the weighted standard deviation of their
/// difference. `weights` sum to 1.
float contrastDb(const Bands& a, const Bands& b, const Bands& weights);

/// The shortest breath that a turn may leave on either side.
inline constexpr double shortestBreathSeconds = 0.45;

} // namespace layakari
