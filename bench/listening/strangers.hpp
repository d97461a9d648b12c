// SPDX-License-Identifier: GPL-3.0-or-later
//
// People whom the simulator did not make: a true course of phases, and all of its sound made in
// another way, so that the listener is not judged by the sound that it grew up with.
#pragma once

#include "bench/common/textures.hpp"
#include "core/evaluate/truth.hpp"

#include <cstdint>
#include <filesystem>
#include <string>
#include <vector>

namespace layakari::bench {

struct Stranger {
    Texture texture = Texture::Fricatives;
    bool held = false; ///< other consonants, rooms and seeds than for tuning
    std::uint64_t seed = 1;
    double breathToNoiseDb = 20; ///< mean power of the breaths over the room's
    /// Where an ocean breath is rough: its loudness pulses, as a snore's does.
    struct Snore {
        double startS = 0;
        double endS = 0;
        double hz = 0;
    };
    std::vector<Snore> snores = {};
    bool hasGain = false; ///< by `evenOut`
    TextureOf sound() const { return {texture, held}; }
};

/// Records `truth` as that person: breaths of two textures (in and out may be nearly alike), swells
/// and fades of their own, a room with reverberation, and a noise (hiss, rumble, a fan with its
/// harmonics, rain) by the seed. Ocean breaths are whispers, steadier than breath. 16 kHz, mono,
/// into `sound`; espeak-ng's files go to `folder`.
void recordStranger(const Truth& truth, const Stranger& who, const std::filesystem::path& folder,
                    const std::filesystem::path& sound);

} // namespace layakari::bench
