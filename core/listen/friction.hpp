// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <optional>

namespace layakari {

/// How the soft friction of an ocean breath sounds from a breath's beginning to its end.
struct Friction {
    /// 0 to 1: one less the standard deviation of its loudness, over a quarter of a second, in
    /// parts of 6 dB. The tenth at either end, where a breath begins and fades, is left out.
    double evenness = 0;
    /// 0 to 1, the same of its brightness, in parts of an octave.
    double spectralEvenness = 0;
    /// 0 to 1: how regularly its loudness pulses between 20 and 120 times a second, as a snore
    /// does; the mean over the breath. Smooth friction stays under 0.1.
    double roughness = 0;
    std::optional<double> roughestAtS; ///< where it pulses most, if anywhere
    double soundShare = 0;             ///< of its time, in which the sound is there
    double levelDb = 0;                ///< median, dB re full scale
    double brightnessHz = 0; ///< median of the middle of its power; over 0 where it was measured

    static constexpr double evenDb = 6;
};

/// Measures the stretch from `startS` to `endS`. A track without its voice band has no roughness.
Friction measureFriction(const FeatureTrack& track, double startS, double endS);

/// The evenness of its loudness alone, for much less work.
double loudnessEvenness(const FeatureTrack& track, double startS, double endS);

} // namespace layakari
