// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/features/harmonic_pitch.hpp"
#include "core/listen/activity.hpp"

#include <vector>

namespace layakari {

/// One hummed exhale.
struct HeardHum {
    double startS = 0;
    double endS = 0;
    double startSdS = 0;
    double endSdS = 0;
    std::size_t firstFrame = 0;
    std::vector<PitchFrame> frames; ///< from `firstFrame` on; 0 Hz where the voice breaks
    struct Break {
        double startS = 0;
        double endS = 0;
    };
    std::vector<Break> breaks; ///< gaps of 80 ms and more within it

    double seconds() const { return endS - startS; }
};

/// The shortest hum; a shorter voiced sound is a word or a sigh with voice in it.
inline constexpr double shortestHumSeconds = 1.2;
inline constexpr double shortestBreakSeconds = 0.08;

/// Finds voiced sounds of one pitch that last: hums. Speech and song move from pitch to pitch, and
/// what sounds through the whole recording is the room. In time order, not overlapping.
std::vector<HeardHum> findHums(const FeatureTrack& track, const Progress& progress = {});

} // namespace layakari
