// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/recording.hpp"
#include "tests/support/sounds.hpp"

#include <algorithm>
#include <cmath>
#include <random>
#include <vector>

namespace layakari {

/// Strokes made here, not by the simulator: noise through one resonance, the expulsions in one
/// place of the spectrum and the inhales in another, in a room of noise.
class StrokeSound {
public:
    explicit StrokeSound(unsigned seed) : m_engine(seed) {}

    std::vector<double> timesS;
    std::vector<double> turnsS; // of bellows

    StrokeSound& quiet(double seconds)
    {
        m_now += seconds;
        fill();
        return *this;
    }
    // A sound with a rise and a fall; `hz` is where it lies.
    StrokeSound& sound(double seconds, double levelDb, double riseS, double hz)
    {
        fill();
        const double amplitude = std::pow(10, levelDb / 20);
        const double bandwidth = hz * 0.6;
        const double r = std::exp(-M_PI * bandwidth / analysisRateHz);
        const double c = 2 * r * std::cos(2 * M_PI * hz / analysisRateHz);
        double y1 = 0;
        double y2 = 0;
        const auto count = static_cast<std::size_t>(seconds * analysisRateHz);
        for (std::size_t i = 0; i < count; ++i) {
            const double t = static_cast<double>(i) / analysisRateHz;
            const double y = m_normal(m_engine) * (1 - r) * 2 + c * y1 - r * r * y2;
            y2 = y1;
            y1 = y;
            const double envelope = std::min({1.0, t / riseS, (seconds - t) / (0.6 * seconds)});
            add(m_now + t, static_cast<float>(amplitude * envelope * y));
        }
        m_now += seconds;
        fill();
        return *this;
    }
    // `inhaleDb` against the expulsion; nothing under -50.
    StrokeSound& strokes(int count, double perMin, double inhaleDb, double jitter = 0.03)
    {
        for (int i = 0; i < count; ++i) {
            const double interval = 60 / perMin * std::exp(jitter * m_normal(m_engine));
            const double burst = std::min(0.18, 0.45 * interval);
            timesS.push_back(m_now + 0.01);
            sound(burst, -20 + m_normal(m_engine), 0.02, 900);
            const double rest = interval - burst;
            if (inhaleDb > -50) {
                quiet(0.03);
                sound(std::min(0.6, rest - 0.06), -20 + inhaleDb, 0.08, 2400);
                quiet(std::max(0.03, rest - 0.03 - std::min(0.6, rest - 0.06)));
            } else {
                quiet(rest);
            }
        }
        return *this;
    }
    // Over within 50 ms.
    StrokeSound& shortStrokes(int count, double perMin)
    {
        for (int i = 0; i < count; ++i) {
            const double seconds = 0.06;
            sound(seconds, -18 + m_normal(m_engine), 0.02, 900)
                .quiet(60 / perMin * std::exp(0.02 * m_normal(m_engine)) - seconds);
        }
        return *this;
    }
    // As a recorder's gain may leave them that each stroke turns down for the next.
    StrokeSound& strokesInTurns(int count, double perMin, double weakerDb)
    {
        for (int i = 0; i < count; ++i) {
            const double seconds = 0.12;
            sound(seconds, -14 - (i % 2) * weakerDb + m_normal(m_engine), 0.02, 900)
                .quiet(60 / perMin * std::exp(0.02 * m_normal(m_engine)) - seconds);
        }
        return *this;
    }
    // As through a hand before the mouth.
    StrokeSound& softStrokes(int count, double riseS = 0.2)
    {
        for (int i = 0; i < count; ++i) sound(0.35, -36, riseS, 900).quiet(0.45);
        return *this;
    }
    StrokeSound& bellows(int count, double perMin)
    {
        for (int i = 0; i < count; ++i) {
            const double interval = 60 / perMin * std::exp(0.03 * m_normal(m_engine));
            sound(0.46 * interval, -22, 0.04, 2400).quiet(0.04 * interval);
            turnsS.push_back(m_now - 0.02 * interval);
            timesS.push_back(m_now + 0.02);
            sound(0.46 * interval, -20, 0.04, 900).quiet(0.04 * interval);
            turnsS.push_back(m_now - 0.02 * interval);
        }
        return *this;
    }
    StrokeSound& naturalBreaths(int count)
    {
        for (int i = 0; i < count; ++i)
            sound(2, -32, 0.4, 2000).quiet(0.05).sound(2.5, -30, 0.3, 900).quiet(0.7);
        return *this;
    }
    StrokeSound& clapsOver(double everyS) { return clapsBetween(0.4, m_now, everyS); }
    StrokeSound& clapsBetween(double fromS, double toS, double everyS)
    {
        for (double t = fromS; t < toS; t += everyS) clap(t, 0.4, 0.008, 0);
        return *this;
    }
    // As people clap, neither evenly nor equally loud, in a room whose reverberation sets in
    // `roomDb` under the clap and is gone after `roomS` (60 dB).
    StrokeSound& clapsInARoom(double everyS, double decayS, double roomDb, double roomS)
    {
        for (double t = 0.4; t < m_now; t += everyS * std::exp(0.03 * m_normal(m_engine)))
            clap(t, 0.25 * std::pow(10, 0.1 * m_normal(m_engine)), decayS,
                 std::pow(10, roomDb / 20), roomS);
        return *this;
    }
    StrokeSound& ticksInARoom(double everyS, double hz, double roomDb, double roomS)
    {
        for (double t = 0.4; t < m_now; t += everyS)
            for (int i = 0; i < analysisRateHz / 2; ++i) {
                const double seconds = static_cast<double>(i) / analysisRateHz;
                const double tone = std::sin(2 * M_PI * hz * seconds);
                add(t + seconds,
                    static_cast<float>(0.3 * tone *
                                       (std::exp(-seconds / 0.01) +
                                        std::pow(10, roomDb / 20) * fading(seconds, roomS))));
            }
        return *this;
    }
    double now() const { return m_now; }

    /// All of it, in its room.
    std::vector<float> samples()
    {
        std::vector<float> noisy = m_sound;
        for (float& s : noisy) s += static_cast<float>(0.0012 * m_normal(m_engine));
        return noisy;
    }
    FeatureTrack track() { return trackOf(samples()); }

private:
    std::mt19937 m_engine;
    std::normal_distribution<double> m_normal{0, 1};
    std::vector<float> m_sound;
    double m_now = 0;

    static double fading(double seconds, double roomS)
    {
        return std::pow(10, -3 * seconds / roomS);
    }
    void clap(double t, double level, double decayS, double room, double roomS = 0.1)
    {
        for (int i = 0; i < analysisRateHz / 2; ++i) {
            const double seconds = static_cast<double>(i) / analysisRateHz;
            const double envelope = std::exp(-seconds / decayS) + room * fading(seconds, roomS);
            add(t + seconds, static_cast<float>(level * envelope * m_normal(m_engine)));
        }
    }
    void fill()
    {
        m_sound.resize(
            std::max(m_sound.size(), static_cast<std::size_t>(m_now * analysisRateHz) + 1));
    }
    void add(double t, float value)
    {
        const auto i = static_cast<std::size_t>(t * analysisRateHz);
        if (i >= m_sound.size()) m_sound.resize(i + 1);
        m_sound[i] += value;
    }
};

} // namespace layakari
