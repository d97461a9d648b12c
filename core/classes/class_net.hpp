// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_input.hpp"

#include <array>
#include <vector>

namespace layakari {

/// How likely each class of sound is, every 20 ms; several can sound at a time.
struct ClassTrack {
    /// Turbulence as of breath; speech and singing, counting, a crowd, a radio; other tones, of
    /// music, birds, dogs, a phone; what is struck, rustles or bursts; a room that swells, as
    /// traffic, rain, wind and machines do.
    enum Class : std::size_t { Breath, Voice, Tonal, Struck, Swell };
    static constexpr std::size_t classes = 5;

    std::vector<std::array<float, classes>> probability;
};

/// A network of four convolutions over 1.2 s and five sigmoids, 19,000 weights, learned from scenes
/// of recorded voices and sounds (docs/model-card.md).
ClassTrack findClasses(const ClassInput& input);

// Its weights, as bench/classes/train.py writes them: by output, tap and input; and biases.
inline constexpr std::size_t classWidth = 32;
inline constexpr std::size_t classTaps = 5;
inline constexpr std::size_t classInner = classWidth * classTaps * classWidth;
extern const std::array<float, ClassInput::size * classTaps * classWidth> classWeights0;
extern const std::array<float, classInner> classWeights1;
extern const std::array<float, classInner> classWeights2;
extern const std::array<float, classInner> classWeights3;
extern const std::array<float, classWidth * ClassTrack::classes> classWeights4;
extern const std::array<float, classWidth> classBiases0;
extern const std::array<float, classWidth> classBiases1;
extern const std::array<float, classWidth> classBiases2;
extern const std::array<float, classWidth> classBiases3;
extern const std::array<float, ClassTrack::classes> classBiases4;

} // namespace layakari
