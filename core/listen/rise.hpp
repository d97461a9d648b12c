// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"
#include "core/features/noise_floor.hpp"

#include <vector>

namespace layakari {

/// How far the sound rises over the room, per frame.
struct Rise {
    /// Weighted mean over the bands of the rise in dB: steady under narrow-band noise; finds activity.
    std::vector<float> meanDb;
    /// Rise of the weighted sum of whitened power in dB: follows a fading breath further down, and a
    /// ramp of flow has a simple form in it; places boundaries.
    std::vector<float> powerDb;
};

/// `weights` sum to one. Both lists have one value a frame.
Rise riseOverFloor(const FeatureTrack& track, const NoiseFloor& floor, const Bands& weights);

/// Weights that favour the bands in which this recording's breath stands out: mean rise of the active
/// frames over the variance of the quiet ones (Fisher's linear discriminant with a diagonal covariance).
/// All equal when either kind of frame is missing.
Bands weighBands(const FeatureTrack& track, const NoiseFloor& floor, const std::vector<bool>& active);

Bands equalWeights();

/// Running mean over `width` (odd) frames, shorter at the ends.
std::vector<float> smoothed(const std::vector<float>& values, std::size_t width);

/// Running median over `width` (odd) frames, shorter at the ends.
std::vector<float> runningMedian(const std::vector<float>& values, std::size_t width);

/// The value below which `share` of the values lie; 0 for none.
float quantile(std::vector<float> values, double share);

}  // namespace layakari
