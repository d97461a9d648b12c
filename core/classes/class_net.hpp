// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_input.hpp"

#include <array>
#include <vector>

namespace layakari {

/// How likely each class of sound is, every 20 ms, each on its own; and how likely each band is
/// hidden.
struct ClassTrack {
    /// Turbulence as of breath; speech and singing, counting, a crowd, a radio; other tones, of
    /// music, birds, dogs, a phone; what is struck, rustles or bursts; a room that swells, as
    /// traffic, rain, wind and machines do.
    enum Class : std::size_t { Breath, Voice, Tonal, Struck, Swell };
    static constexpr std::size_t classes = 5;
    std::vector<std::array<float, classes>> probability;

    /// That something else has more power in a part of the spectrum than breath and the usual room
    /// together. Parts end at 300, 630, 1080, 2000, 3700 and 7700 Hz.
    static constexpr std::size_t parts = 6;
    static constexpr std::array<std::size_t, parts> bandsUpTo{2, 5, 8, 12, 16, bandCount};
    std::vector<std::array<float, parts>> hidden;

    std::size_t steps() const { return probability.size(); }
    /// The probability of a voice, a tone, or both at a step.
    float voiceOrTone(std::size_t step) const
    {
        return 1 - (1 - probability[step][Voice]) * (1 - probability[step][Tonal]);
    }
};

/// A network of five convolutions over 2.5 s and eleven sigmoids, 24,000 weights, learned from
/// scenes of recorded voices and sounds (docs/model-card.md).
ClassTrack findClasses(const ClassInput& input);

// Its weights, as bench/classes/train.py writes them: of each layer by output, tap and input, then
// its biases.
inline constexpr std::size_t classWidth = 32;
inline constexpr std::size_t classTaps = 5;
inline constexpr std::array<std::size_t, 5> classDilations{1, 2, 4, 8, 16};
inline constexpr std::size_t classOutputs = ClassTrack::classes + ClassTrack::parts;
inline constexpr std::size_t classWeightCount =
    (ClassInput::size + (classDilations.size() - 1) * classWidth) * classTaps * classWidth +
    classDilations.size() * classWidth + classOutputs * (classWidth + 1);
extern const std::array<float, classWeightCount> classWeights;

} // namespace layakari
