// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/simulate/filters.hpp"
#include "core/simulate/performance.hpp"
#include "core/simulate/random.hpp"

#include <array>
#include <optional>
#include <vector>

namespace layakari {

/// Turbulence of air in one direction: noise through three resonances that wander, with flutter.
/// Mean power is one at full flow.
class Turbulence {
public:
    Turbulence(const BreathVoice& voice, double variation, double rateHz, std::uint64_t seed,
               std::uint64_t purpose);
    float next();

    const BreathVoice& voice() const { return m_voice; }
    float level() const { return m_level; } // the voice's, as a factor

private:
    void wander();
    float raw();

    BreathVoice m_voice;
    float m_level = 1;
    double m_rateHz;
    Random m_random;
    std::array<Biquad, 3> m_resonances;
    std::array<double, 3> m_detune{};
    Biquad m_tilt;
    Biquad m_rumble;
    Smoother m_flutter;
    Smoother m_gust;
    float m_gain = 1;
    int m_untilWander = 0;
};

/// A hummed tone: harmonics falling 12 dB an octave, with slow unsteadiness and a scooped onset.
class HumTone {
public:
    HumTone(const Temperament& who, std::uint64_t seed);
    float next(double pitchHz, double secondsIn);

private:
    double m_rateHz;
    double m_steadinessCents;
    double m_vibratoCents;
    double m_fundamental; // gain of the first harmonic
    Random m_random;
    Smoother m_unsteady;
    double m_phase = 0;
};

/// Loudness (0 to 1) of a breath at `t` seconds into `duration`: flow rises from nothing, is kept
/// with a swell, and falls to nothing; sound grows faster than flow.
float flowEnvelope(const BreathVoice& voice, double t, double duration);

/// Plays the gestures of a performance, sample by sample, without room or noise.
class BreathPlayer {
public:
    BreathPlayer(const std::vector<Gesture>& gestures, const Temperament& temperament,
                 std::uint64_t seed);
    float next();

private:
    float sound(const Gesture& gesture, double t);

    const std::vector<Gesture>& m_gestures;
    double m_rateHz;
    Turbulence m_in, m_out, m_throatIn, m_throatOut;
    HumTone m_hum;
    std::size_t m_current = 0;
    std::optional<float> m_gain; // the current gesture's, once it sounds
    long m_sample = 0;
};

} // namespace layakari
