// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/sound_damage.hpp"

#include "core/audio/sound_limits.hpp"

#include <cmath>

namespace layakari {

// A comparison with NaN is false, whatever it is compared with.
bool isSound(float sample) { return std::fabs(sample) <= soundLimits::largestSample; }

void SoundDamage::clean(std::span<float> sound)
{
    samples += static_cast<std::int64_t>(sound.size());
    for (float& s : sound) {
        const bool sounds = isSound(s);
        notANumber += !sounds;
        s = sounds ? s : 0;
        clippedSamples += std::fabs(s) >= clippedLevel;
    }
}

} // namespace layakari
