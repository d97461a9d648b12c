// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>

namespace layakari {

/// What was wrong with the sound on its way in. Counted over the samples of all channels.
struct SoundDamage {
    std::int64_t samples = 0;
    std::int64_t clippedSamples = 0; ///< at or beyond `clippedLevel`
    std::int64_t notANumber = 0;     ///< NaN, infinite or absurd (`isSound`); read as silence
    std::int64_t undecodablePackets = 0;
    double headerSeconds = 0; ///< the duration that the file claims; 0: it claims none
    double readSeconds = 0;

    /// The level at which 8-bit and lossy codecs put a clipped peak.
    static constexpr float clippedLevel = 0.985f;
    /// Counts sound that comes in by another way than a file, and silences what is no sound in it.
    void clean(std::span<float> sound);
};

/// Whether a sample is a number that somebody can have meant: finite, and at most
/// `soundLimits::largestSample`.
bool isSound(float sample);

} // namespace layakari
