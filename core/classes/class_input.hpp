// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"
#include "core/features/noise_floor.hpp"

#include <vector>

namespace layakari {

/// What the classes of sound are told from, every 20 ms.
struct ClassInput {
    static constexpr std::size_t framesPerStep = 2;
    /// The 20 bands over the room's floor in units of 10 dB, from -0.5 to 4; how strongly the sound
    /// repeats itself, 0 to 1; and where it does by more than half, its pitch over 66 Hz in
    /// octaves, else 0.
    static constexpr std::size_t size = bandCount + 2;

    std::vector<float> values; ///< step by step, `size` of each

    std::size_t steps() const { return values.size() / size; }
};

ClassInput classInput(const FeatureTrack& track, const NoiseFloor& floor);

} // namespace layakari
