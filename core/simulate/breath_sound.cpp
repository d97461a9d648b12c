// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/breath_sound.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr int wanderEvery = 96; // samples between moves of the resonances: inaudible steps

BreathVoice varied(BreathVoice voice, double variation, Random& random)
{
    voice.resonanceHz *= std::exp(variation * random.normal());
    voice.spreadOctaves *= std::exp(variation * random.normal());
    voice.attackSeconds *= std::exp(2 * variation * random.normal());
    voice.releaseSeconds *= std::exp(2 * variation * random.normal());
    return voice;
}

// The friction of ujjayi sits in the throat and sounds through the whole vocal tract, as a whisper
// does: near the resonances of a tube of 17 cm that is closed at one end, 500, 1,500 and 2,500 Hz
// (Fant, Acoustic Theory of Speech Production, 1960), damped by the open glottis, and steady.
BreathVoice throat(const BreathVoice& voice)
{
    BreathVoice friction = voice;
    friction.resonanceHz = 1150 + 0.1 * voice.resonanceHz;
    friction.spreadOctaves = 1.15;
    friction.sharpness = 5;
    friction.swellDb = 0;
    friction.wind = 0;
    return friction;
}

float strokeEnvelope(double t, double duration)
{
    constexpr double rise = 0.02;
    const double decay = duration * 0.35;
    return static_cast<float>(std::min(1.0, t / rise) * std::exp(-std::max(0.0, t - rise) / decay));
}

} // namespace

Turbulence::Turbulence(const BreathVoice& voice, double variation, double rateHz,
                       std::uint64_t seed, std::uint64_t purpose)
    : m_rateHz(rateHz), m_random(seed, purpose), m_flutter(0.03, rateHz), m_gust(0.06, rateHz)
{
    m_voice = varied(voice, variation, m_random);
    m_level = static_cast<float>(std::pow(10, m_voice.levelDb / 20));
    m_tilt.setLowPass(std::min(3.5 * m_voice.resonanceHz, 7000.0), 0.6, rateHz);
    m_rumble.setLowPass(140, 0.7, rateHz);
    wander();
    double power = 0;
    const int trial = static_cast<int>(rateHz);
    for (int i = 0; i < trial; ++i) power += std::pow(raw(), 2);
    m_gain = static_cast<float>(1 / std::sqrt(power / trial));
}

void Turbulence::wander()
{
    constexpr std::array places{-1.0, 0.0, 1.0};
    for (std::size_t i = 0; i < m_resonances.size(); ++i) {
        m_detune[i] = 0.995 * m_detune[i] + 0.012 * m_random.normal();
        const double hz =
            m_voice.resonanceHz * std::exp2(places[i] * m_voice.spreadOctaves + m_detune[i]);
        m_resonances[i].setBandPass(hz, m_voice.sharpness, m_rateHz);
    }
    m_untilWander = wanderEvery;
}

float Turbulence::raw()
{
    if (--m_untilWander <= 0) wander();
    const float white = m_random.white();
    const float coloured = 0.8f * m_resonances[0](white) + m_resonances[1](white) +
                           0.5f * m_resonances[2](white) + 0.12f * m_tilt(white);
    const float flutter = m_flutter(m_random.white()) * m_flutter.unit();
    const float gust = std::max(0.0f, m_gust(m_random.white()) * m_gust.unit());
    const float rumble =
        static_cast<float>(m_voice.wind) * gust * 3.0f * m_rumble(m_random.white());
    return coloured * std::exp(static_cast<float>(m_voice.flutter) * flutter) + rumble;
}

float Turbulence::next() { return m_gain * raw(); }

HumTone::HumTone(const Temperament& who, std::uint64_t seed)
    : m_rateHz(who.sampleRateHz),
      m_steadinessCents(who.humSteadinessCents / 3),
      m_vibratoCents(who.humVibratoCents),
      m_fundamental(std::pow(10, who.humFundamentalDb / 20)),
      m_random(seed, 31),
      m_unsteady(0.25, m_rateHz)
{
}

float HumTone::next(double pitchHz, double secondsIn)
{
    const double cents = m_steadinessCents * m_unsteady(m_random.white()) * m_unsteady.unit() -
                         80 * std::exp(-secondsIn / 0.08) +
                         m_vibratoCents * std::sin(2 * std::numbers::pi * 5.5 * secondsIn);
    m_phase += pitchHz * std::exp2(cents / 1200) / m_rateHz;
    m_phase -= std::floor(m_phase);
    double sum = 0;
    for (int k = 1; k <= 6; ++k)
        sum +=
            (k == 1 ? m_fundamental : 1) * std::sin(2 * std::numbers::pi * k * m_phase) / (k * k);
    return static_cast<float>(1.3 * sum);
}

float flowEnvelope(const BreathVoice& voice, double t, double duration)
{
    if (t <= 0 || t >= duration) return 0;
    const double attack = std::min(voice.attackSeconds, 0.45 * duration);
    const double release = std::min(voice.releaseSeconds, 0.5 * duration);
    const double flow = std::sin(std::numbers::pi / 2 * std::min(1.0, t / attack)) *
                        std::sin(std::numbers::pi / 2 * std::min(1.0, (duration - t) / release));
    // Turbulent sound power goes with flow squared and more: Gavriely & Cugell, J. Appl. Physiol.
    // 80(1), 1996.
    const double swell =
        voice.swellDb == 0 ? 1 : std::pow(10, voice.swellDb * (t / duration - 0.5) / 20);
    return static_cast<float>(std::pow(flow, 1.3) * swell);
}

BreathPlayer::BreathPlayer(const std::vector<Gesture>& gestures, const Temperament& who,
                           std::uint64_t seed)
    : m_gestures(gestures),
      m_rateHz(who.sampleRateHz),
      m_in(who.inhale, who.voiceVariation, m_rateHz, seed, 11),
      m_out(who.exhale, who.voiceVariation, m_rateHz, seed, 12),
      m_throatIn(throat(who.inhale), who.voiceVariation, m_rateHz, seed, 13),
      m_throatOut(throat(who.exhale), who.voiceVariation, m_rateHz, seed, 14),
      m_hum(who, seed)
{
}

float BreathPlayer::next()
{
    const double now = static_cast<double>(m_sample++) / m_rateHz;
    while (m_current < m_gestures.size() && now >= m_gestures[m_current].endS) {
        ++m_current;
        m_gain.reset();
    }
    if (m_current >= m_gestures.size()) return 0;
    const Gesture& gesture = m_gestures[m_current];
    if (gesture.kind == Gesture::Kind::Silence) return 0;
    if (!m_gain) m_gain = static_cast<float>(std::pow(10, gesture.levelDb / 20));
    return *m_gain * sound(gesture, now - gesture.startS);
}

float BreathPlayer::sound(const Gesture& gesture, double t)
{
    const double duration = gesture.endS - gesture.startS;
    const auto breath = [&](Turbulence& air) {
        return air.level() * flowEnvelope(air.voice(), t, duration) * air.next();
    };
    switch (gesture.kind) {
    case Gesture::Kind::Inhale: return breath(m_in);
    case Gesture::Kind::Exhale: return breath(m_out);
    case Gesture::Kind::Ujjayi: return breath(gesture.outward ? m_throatOut : m_throatIn);
    case Gesture::Kind::Stroke:
        return strokeEnvelope(t, duration) * (gesture.outward ? m_out : m_in).next();
    case Gesture::Kind::Hum: {
        const double edge = std::min({1.0, t / 0.06, (duration - t) / 0.15});
        return static_cast<float>(std::max(0.0, edge)) * m_hum.next(gesture.pitchHz, t);
    }
    case Gesture::Kind::Silence: break;
    }
    return 0;
}

} // namespace layakari
