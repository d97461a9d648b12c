// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// A moment at which one breath turns into the next.
struct Turn {
    std::size_t frame = 0;
    float logOdds = 0; ///< that it is one, against an accidental dip
};

/// Finds where one breath turns into the next without a pause, for each of the stretches of
/// sound: flow passes through nothing there, so the level dips, and the spectrum mostly changes.
///
/// Every sound flutters, and how much differs from breath to breath and mic to mic: what an
/// accidental dip looks like, in depth and in the change of spectrum across it, is learned from the
/// many shallow dips of the recording itself. A dip is a turn when it is far likelier than such an
/// accident. Under one of `voices`, which was painted over, a dip may be deeper than it seems.
std::vector<std::vector<Turn>> findTurns(const FeatureTrack& track, const NoiseFloor& floor,
                                         const Bands& weights,
                                         const std::vector<float>& powerRiseDb,
                                         const std::vector<FrameRange>& ranges,
                                         const std::vector<FrameRange>& voices);

/// Mean rise of each band over the room in [begin, end).
Bands meanShape(const FeatureTrack& track, const NoiseFloor& floor, std::size_t begin,
                std::size_t end);

/// How much two spectra differ beside their level, in dB: the weighted standard deviation of their
/// difference. `weights` sum to 1.
float contrastDb(const Bands& a, const Bands& b, const Bands& weights);

/// The shortest breath that a turn may leave on either side.
inline constexpr double shortestBreathSeconds = 0.45;

} // namespace layakari
