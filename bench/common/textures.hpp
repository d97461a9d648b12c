// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sound of breath and of rooms that the simulator does not make, so that nothing is judged by the
// sound that it grew up with. Mono, at the rate of the analysis.
#pragma once

#include "core/audio/recording.hpp"
#include "core/simulate/random.hpp"

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

namespace layakari::bench {

using Sound = std::vector<float>;

std::size_t samplesIn(double seconds);
float gainOf(double db);
void normalise(Sound& sound); ///< to a mean power of one

/// Writes it to `path`, in the format that its extension says; ends the program when it cannot.
void writeSound(const Sound& sound, const std::filesystem::path& path);

/// What their breath is made of.
enum class Texture {
    Fricatives, ///< grains of consonants that people spoke, from espeak-ng's data
    Resonances, ///< noise through narrow resonances that wander
    Gusts,      ///< wind on the microphone through half of each breath
    Whispers,   ///< grains of whispered vowels, from espeak-ng's data: a narrowed throat
};

std::string nameOf(Texture texture);

struct TextureOf {
    Texture texture = Texture::Fricatives;
    bool held = false; ///< other consonants and vowels than for tuning
    int vowel = 0;     ///< of whispers: which, and whose; the same for both directions
};

/// Makes as much of one texture as is asked for, at a mean power of one.
using Source = std::function<Sound(std::size_t samples)>;

/// One direction of a person's breath, `which` 0 or 1. `random` must outlive it; espeak-ng's files
/// go to `folder`.
Source breathSource(const TextureOf& who, Random& random, const std::filesystem::path& folder,
                    int which);

struct Course {
    double attackS;
    double releaseS;
    double levelDb;
    double bendDb; ///< end against start
};

/// Gives sound the flow of a breath: it rises, goes on and fades, and never quite evenly.
void shape(Sound& sound, const Course& course, Random& random);

/// Velvet noise (Järveläinen & Karjalainen, AES 30th Conf., 2007) under an exponential decay.
void reverberate(Sound& sound, double decayS, double level, Random& random);

/// What a phone's recorder does to loud and quiet: a gain towards an even level, falling within a
/// tenth of a second or less and rising over tenths of a second to seconds, of 10 to 30 dB.
void evenOut(Sound& sound, Random& random);

/// Hiss, rumble, mains hum or rain, at a mean power of one.
Sound roomNoise(std::size_t samples, Random& random);

} // namespace layakari::bench
