// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/simulate/filters.hpp"
#include "core/simulate/random.hpp"
#include "core/simulate/temperament.hpp"

#include <array>
#include <vector>

namespace layakari {

/// A room's reverberation: Schroeder's combs and all-passes (J. Audio Eng. Soc. 10(3), 1962).
class Reverb {
public:
    Reverb(double decaySeconds, double rateHz);
    float next(float x);

private:
    struct Line {
        std::vector<float> buffer;
        std::size_t at = 0;
        float feedback = 0;

        float& next(); // the slot that is a line's length old, to be filled anew
    };
    std::array<Line, 4> m_combs;
    std::array<Line, 2> m_allPasses;
};

/// What a room sounds like with nobody breathing in it. Mean power is one within 100 to 7,700 Hz.
class RoomNoise {
public:
    RoomNoise(const Temperament& temperament, std::uint64_t seed);
    float next();

private:
    float raw();

    NoiseKind m_kind;
    double m_rateHz;
    Random m_random;
    Biquad m_colour;
    Biquad m_body;
    Smoother m_swell;
    std::array<double, 4> m_humPhase{};
    float m_gain = 1;
};

/// Knocks, ticks: short sounds that are no breath, at the level of the breath.
class Disturbances {
public:
    Disturbances(const Temperament& temperament, std::uint64_t seed);
    float next();

private:
    double m_rateHz;
    Random m_random;
    double m_knockChance;
    bool m_ticks;
    float m_knockKeep;
    float m_tickKeep;
    long m_sample = 0;
    Biquad m_wood;
    float m_knock = 0;
    float m_tick = 0;
};

/// The recorder's automatic gain: pulls the level towards a target, fast down and slowly up.
class AutomaticGain {
public:
    AutomaticGain(double targetDb, double rateHz);
    float next(float x);

private:
    float m_target;
    float m_envelopeKeep;
    float m_downKeep;
    float m_upKeep;
    float m_envelope = 0;
    float m_gain = 1;
};

/// All that lies between the breath and its recording: the room, its sounds, the recorder.
class Placed {
public:
    Placed(const Temperament& temperament, std::uint64_t seed);
    /// What the microphone gives while the breath sounds like `dry`.
    float next(float dry);
    /// From now on the room is as loud as after the temperament's `noiseStepDb`.
    void stepRoom() { m_roomGain = m_steppedGain; }

private:
    Reverb m_reverb;
    RoomNoise m_noise;
    Disturbances m_disturbances;
    AutomaticGain m_automaticGain;
    float m_reverbLevel;
    float m_roomGain;
    float m_steppedGain;
    float m_level;
    float m_offset;
    bool m_hasAutomaticGain;
};

} // namespace layakari
