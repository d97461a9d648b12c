// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <vector>

namespace layakari {

/// How the quiet of a recording flutters between 2,000 and 3,700 Hz, from one window of 20 ms to
/// the next that does not overlap it.
///
/// The level of plain noise in a band of B Hz over a window of T seconds has as its deviation
/// 10 / ln 10 sqrt(trigamma(B T)) dB (Rice, Bell System Technical Journal 24, 1945), so that a
/// room flutters by as much as its bandwidth asks, whatever it sounds like. A recorder that
/// suppresses noise shuts and opens parts of its bands, each by itself: its quiet flutters by 1.2
/// to 1.6 times that. Rain does too, but a drop sounds in all bands at once. Below 4 kHz, where a
/// telephone's sound ends.
struct Flutter {
    double ratio = 0; ///< to that of plain noise, in the median of the bands; 0: too little quiet
    double together = 0; ///< correlation of bands that do not touch; of plain noise 0
};

/// `quiet`: of each frame whether nothing but the room is heard.
Flutter flutterOf(const FeatureTrack& track, const std::vector<bool>& quiet);

/// Whether the recorder suppressed noise.
bool suppressesNoise(const Flutter& flutter);

} // namespace layakari
