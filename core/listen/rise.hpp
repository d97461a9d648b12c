// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/quantile.hpp"
#include "core/features/feature_track.hpp"
#include "core/features/noise_floor.hpp"

#include <vector>

namespace layakari {

/// How the bands are weighed to tell breath from room.
struct BandWeights {
    /// One set for the brighter and one for the darker half of what sounds. Weights may be
    /// negative: a band that swells with the room but not with the breath then takes the room out
    /// of the others.
    std::array<Bands, 2> detectors;
    /// Not negative, sum one: for the power that places boundaries, and for comparing spectra.
    Bands power;

    static BandWeights equal();
};

/// How far a frame rises over the room: weighted sum over the bands of the rise in dB, the larger
/// for the two kinds of breath. Finds activity.
float riseOfFrame(const Bands& levels, const Bands& room, const BandWeights& weights);
/// The same of all frames.
std::vector<float> riseOverFloor(const FeatureTrack& track, const NoiseFloor& floor,
                                 const BandWeights& weights);

/// Rise of the weighted sum of whitened power in dB, of all frames: follows a fading breath further
/// down, and a ramp of flow has a simple form in it. Places boundaries.
std::vector<float> powerOverFloor(const FeatureTrack& track, const NoiseFloor& floor,
                                  const BandWeights& weights);

/// Weights learned from the recording: Fisher's linear discriminant (Ann. Eugenics 7, 1936) of
/// active against quiet frames, over levels smoothed by a tenth of a second, with the covariance of
/// the quiet frames shrunk towards its diagonal. Scaled so that a breath rises as far as it does in
/// the plain mean over its bands. Equal weights when either kind of frame is missing.
BandWeights weighBands(const FeatureTrack& track, const NoiseFloor& floor,
                       const std::vector<bool>& active);

/// How much two spectra differ beside their level, in dB: the weighted standard deviation of their
/// difference. `weights` sum to 1.
float contrastDb(const Bands& a, const Bands& b, const Bands& weights);

/// Running mean over `width` (odd) frames, shorter at the ends.
std::vector<float> smoothed(const std::vector<float>& values, std::size_t width);

/// Running median over `width` (odd) frames, shorter at the ends.
std::vector<float> runningMedian(const std::vector<float>& values, std::size_t width);

} // namespace layakari
