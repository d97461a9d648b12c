// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/classes/class_input.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

ClassInput classInput(const FeatureTrack& track, const NoiseFloor& floor)
{
    constexpr float lowestPitchHz = 66;
    constexpr float repeats = 0.5f;
    ClassInput input;
    const std::size_t steps = track.frames() / ClassInput::framesPerStep;
    input.values.resize(steps * ClassInput::size);
    for (std::size_t i = 0; i < steps; ++i) {
        float* value = input.values.data() + i * ClassInput::size;
        const std::size_t frame = i * ClassInput::framesPerStep;
        const Bands& room = floor.at(frame);
        for (std::size_t b = 0; b < bandCount; ++b) {
            const float power =
                (powerOfDb(track.levels(frame)[b]) + powerOfDb(track.levels(frame + 1)[b])) / 2;
            value[b] = std::clamp((10 * std::log10(power) - room[b]) / 10, -0.5f, 4.0f);
        }
        const Voicing& a = track.voicing(frame);
        const Voicing& b = track.voicing(frame + 1);
        const Voicing& more = a.strength > b.strength ? a : b;
        value[bandCount] = std::clamp(more.strength, 0.0f, 1.0f);
        value[bandCount + 1] = more.strength > repeats && more.pitchHz > 0
                                   ? std::log2(more.pitchHz / lowestPitchHz)
                                   : 0.0f;
    }
    return input;
}

} // namespace layakari
