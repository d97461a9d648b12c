// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/room.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

// Reverberation that fades on and on is let go here, 600 dB down: smaller numbers are reckoned a
// hundred times as slowly.
constexpr float inaudible = 1e-30f;

float gainOf(double db) { return static_cast<float>(std::pow(10, db / 20)); }

// What a decay with this time constant leaves from one sample to the next.
float keepOf(double seconds, double rateHz)
{
    return static_cast<float>(std::exp(-1 / (seconds * rateHz)));
}

} // namespace

Reverb::Reverb(double decaySeconds, double rateHz)
{
    constexpr std::array combSeconds{0.0297, 0.0371, 0.0411,
                                     0.0437}; // Schroeder's own, without common factors
    constexpr std::array allPassSeconds{0.005, 0.0017};
    for (std::size_t i = 0; i < m_combs.size(); ++i) {
        m_combs[i].buffer.assign(static_cast<std::size_t>(combSeconds[i] * rateHz), 0.0f);
        m_combs[i].feedback = static_cast<float>(std::pow(10, -3 * combSeconds[i] / decaySeconds));
    }
    for (std::size_t i = 0; i < m_allPasses.size(); ++i) {
        m_allPasses[i].buffer.assign(static_cast<std::size_t>(allPassSeconds[i] * rateHz), 0.0f);
        m_allPasses[i].feedback = 0.7f;
    }
}

float& Reverb::Line::next()
{
    float& slot = buffer[at];
    if (++at == buffer.size()) at = 0;
    return slot;
}

float Reverb::next(float x)
{
    float sum = 0;
    for (Line& comb : m_combs) {
        float& slot = comb.next();
        sum += slot;
        slot = x + comb.feedback * slot;
        if (std::fabs(slot) < inaudible) slot = 0;
    }
    sum *= 0.25f;
    for (Line& line : m_allPasses) {
        float& slot = line.next();
        const float delayed = slot;
        slot = sum + line.feedback * delayed;
        if (std::fabs(slot) < inaudible) slot = 0;
        sum = delayed - line.feedback * slot;
    }
    return sum;
}

RoomNoise::RoomNoise(const Temperament& who, std::uint64_t seed)
    : m_kind(who.noise), m_rateHz(who.sampleRateHz), m_random(seed, 21), m_swell(2.5, m_rateHz)
{
    switch (m_kind) {
    case NoiseKind::Hiss: m_colour.setLowPass(6000, 0.7, m_rateHz); break;
    case NoiseKind::Fan: m_colour.setLowPass(500, 0.6, m_rateHz); break;
    case NoiseKind::Traffic: m_colour.setLowPass(250, 0.6, m_rateHz); break;
    case NoiseKind::Room: m_colour.setLowPass(900, 0.5, m_rateHz); break;
    }
    m_body.setLowPass(7000, 0.7, m_rateHz);
    Biquad low;
    Biquad high;
    low.setHighPass(100, 0.7, m_rateHz);
    high.setLowPass(7700, 0.7, m_rateHz);
    double power = 0;
    const int trial = static_cast<int>(2 * m_rateHz);
    for (int i = 0; i < trial; ++i) power += std::pow(high(low(raw())), 2);
    m_gain = static_cast<float>(1 / std::sqrt(power / trial));
}

float RoomNoise::raw()
{
    const float white = m_random.white();
    float sound = m_colour(white) + 0.06f * m_body(m_random.white());
    if (m_kind == NoiseKind::Fan) {
        constexpr std::array hz{50.0, 100.0, 150.0, 212.0};
        for (std::size_t i = 0; i < hz.size(); ++i) {
            m_humPhase[i] += hz[i] / m_rateHz;
            m_humPhase[i] -= std::floor(m_humPhase[i]);
            sound += 0.05f * static_cast<float>(std::sin(2 * std::numbers::pi * m_humPhase[i]));
        }
    }
    if (m_kind == NoiseKind::Traffic)
        sound *= std::exp(0.35f * m_swell(m_random.white()) * m_swell.unit());
    return sound;
}

float RoomNoise::next() { return m_gain * raw(); }

Disturbances::Disturbances(const Temperament& who, std::uint64_t seed)
    : m_rateHz(who.sampleRateHz),
      m_random(seed, 22),
      m_knockChance(who.knocksPerMinute / 60 / m_rateHz),
      m_ticks(who.clockTicks),
      m_knockKeep(keepOf(0.012, m_rateHz)),
      m_tickKeep(keepOf(0.002, m_rateHz))
{
    m_wood.setBandPass(350, 2, m_rateHz);
}

float Disturbances::next()
{
    if (m_knockChance > 0 && m_random.chance(m_knockChance))
        m_knock = static_cast<float>(m_random.uniform(4, 20));
    if (m_ticks && m_sample % static_cast<long>(m_rateHz) == 0) m_tick = 1.2f;
    ++m_sample;
    m_knock *= m_knockKeep;
    m_tick *= m_tickKeep;
    if (m_knock < 1e-4f && m_tick < 1e-4f) return 0;
    const float white = m_random.white();
    return 2 * m_wood(m_knock * white) + m_tick * white;
}

AutomaticGain::AutomaticGain(double targetDb, double rateHz)
    : m_target(gainOf(targetDb)),
      m_envelopeKeep(keepOf(0.2, rateHz)),
      m_downKeep(keepOf(0.05, rateHz)),
      m_upKeep(keepOf(3.0, rateHz))
{
}

float AutomaticGain::next(float x)
{
    const float level = std::fabs(x * m_gain);
    m_envelope = std::max(level, m_envelope * m_envelopeKeep);
    const float wanted = std::min(16.0f, m_gain * m_target / std::max(m_envelope, 1e-5f));
    const float slow = wanted < m_gain ? m_downKeep : m_upKeep;
    m_gain = slow * m_gain + (1 - slow) * wanted;
    return x * m_gain;
}

Placed::Placed(const Temperament& who, std::uint64_t seed)
    : m_reverb(who.reverbSeconds, who.sampleRateHz),
      m_noise(who, seed),
      m_disturbances(who, seed),
      m_automaticGain(who.breathLevelDb, who.sampleRateHz),
      m_reverbLevel(static_cast<float>(who.reverbLevel)),
      m_roomGain(gainOf(-who.breathToNoiseDb)),
      m_steppedGain(gainOf(-who.breathToNoiseDb + who.noiseStepDb)),
      m_level(gainOf(who.breathLevelDb)),
      m_offset(static_cast<float>(who.dcOffset)),
      m_hasAutomaticGain(who.automaticGain)
{
}

float Placed::next(float dry)
{
    const float wet = m_reverbLevel * m_reverb.next(dry);
    float x = dry + wet + m_roomGain * m_noise.next() + 0.3f * m_disturbances.next();
    x *= m_level;
    if (m_hasAutomaticGain) x = m_automaticGain.next(x);
    return std::clamp(x + m_offset, -1.0f, 1.0f);
}

} // namespace layakari
