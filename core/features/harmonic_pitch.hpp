// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/features/voice_band.hpp"

#include <array>
#include <cstddef>
#include <memory>
#include <vector>

namespace layakari {

/// A moment of a voiced sound.
struct PitchFrame {
    float hz = 0;      ///< f0; 0 where nothing was found
    float clarity = 0; ///< 0 to 1: how much more sounds on its harmonics than between them
    float levelDb =
        -110; ///< of its harmonics, what sounds all the time taken away, dB re full scale
};

/// Measures the pitch of steady voiced sounds, 65 to 560 Hz, every 10 ms (`FeatureTrack::timeOf`),
/// by what lies on the harmonics of a pitch less what lies between them (a sawtooth-shaped comb,
/// after Camacho and Harris, J. Acoust. Soc. Am. 124(3), 2008): neither a missing fundamental nor a
/// weak octave moves it. What sounds through the whole recording, a fan's hum or a drone, is taken
/// out of the spectrum first. The best path through time is found by dynamic programming; a pitch
/// is then refined on its strongest harmonics.
class HarmonicPitch {
public:
    static constexpr double windowSeconds = 0.096;
    static constexpr double lowestHz = 65;
    static constexpr double highestHz = 560;

    explicit HarmonicPitch(const VoiceBand& sound);
    ~HarmonicPitch();
    HarmonicPitch(const HarmonicPitch&) = delete;
    HarmonicPitch& operator=(const HarmonicPitch&) = delete;

    /// The frames [begin, end), numbered as those of the FeatureTrack.
    std::vector<PitchFrame> track(std::size_t begin, std::size_t end);

    /// How clear the best pitch is in every `every`th of the first `frames` frames, by itself: a
    /// quick look at where something is voiced.
    std::vector<float> clarities(std::size_t frames, std::size_t every,
                                 const Progress& progress = {});

private:
    struct Transform;
    static constexpr std::size_t bins = 512;
    using Spectrum = std::array<float, bins>;

    const VoiceBand& m_sound;
    std::unique_ptr<Transform> m_transform;
    Spectrum m_background{};       // power of what sounds all the time
    float m_leastLoudness = 1e-3f; // of the room: what stands out by less is not voiced

    Spectrum powerAt(std::size_t frame);
    void learnBackground();
    void scoresOf(const Spectrum& power, std::vector<float>& scores) const;
    float clarityOf(const Spectrum& power, std::size_t pitch) const;
    float refined(const Spectrum& power, float hz) const;
};

} // namespace layakari
