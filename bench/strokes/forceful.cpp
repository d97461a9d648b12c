// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/strokes/forceful.hpp"

#include "bench/common/shell.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

// How one person strikes; one draw for the whole recording.
struct Manner {
    double intervalS;
    double paceTrend; // of the log of the interval, over a run
    double jitter;    // of the log of an interval
    double levelJitterDb;
    double tiringDb; // last stroke against the first
    double pauseChance;
    double outAttackS;
    double outShare; // of the interval that the expulsion lasts
    double inLevelDb;
};

Manner mannerOf(StrokeStyle style, Random& random)
{
    const bool bellows = style == StrokeStyle::Bhastrika;
    const double pace =
        bellows ? 15 * std::exp2(random.uniform(0, 2.8)) : 35 * std::exp2(random.uniform(0, 2.1));
    return {60 / pace,
            random.uniform(-0.25, 0.15),
            random.uniform(0.015, 0.06),
            random.uniform(0.5, 2.5),
            random.uniform(-9, 1),
            random.chance(0.4) ? 0.02 : 0.0,
            bellows ? random.uniform(0.03, 0.12) : random.uniform(0.012, 0.04),
            bellows ? random.uniform(0.42, 0.55) : random.uniform(0.15, 0.4),
            bellows ? random.uniform(-7, 2) : random.uniform(-40, -3)};
}

class Recording {
public:
    Recording(const Forceful& who, const fs::path& folder)
        : m_who(who),
          m_random(who.seed, who.held ? 904 : 903),
          m_sources{breathSource({who.texture, who.held}, m_random, folder, 0),
                    breathSource({who.texture, who.held}, m_random, folder, 1)},
          m_manner(mannerOf(who.style, m_random))
    {
        if (m_random.chance(0.2)) m_sources[1] = m_sources[0];
    }

    Truth practise()
    {
        const int rounds = 2 + m_random.below(2);
        const int count = m_who.style == StrokeStyle::Bhastrika ? 8 + m_random.below(20)
                                                                : 12 + m_random.below(45);
        m_nowS = m_random.uniform(0.5, 2);
        naturalBreaths(2, Role::Outside);
        for (int round = 0; round < rounds; ++round) {
            if (round > 0) naturalBreaths(2 + m_random.below(3), Role::Rest);
            m_nowS += m_random.uniform(0.3, 2);
            strokes(count + (m_random.chance(0.4) ? m_random.below(7) - 3 : 0), round);
            m_nowS += m_random.uniform(0.3, 3);
        }
        naturalBreaths(2, Role::Outside);
        m_nowS += 2;
        m_truth.plan = planOf(rounds, count);
        return m_truth;
    }

    // What was practised as the microphone has it.
    Sound heard()
    {
        m_sound.resize(samplesIn(m_nowS), 0.0f);
        const double rms = std::sqrt(m_strokePower / static_cast<double>(m_strokeSamples));
        if (m_who.claps) clap(rms);
        reverberate(m_sound, m_random.uniform(0.15, 0.7), m_random.uniform(0.05, 0.35), m_random);
        const Sound noise = roomNoise(m_sound.size(), m_random);
        const float noiseLevel = static_cast<float>(rms) * gainOf(-m_who.strokeToNoiseDb);
        for (std::size_t i = 0; i < m_sound.size(); ++i) m_sound[i] += noiseLevel * noise[i];
        if (m_who.gain) evenOut(m_sound, m_random);
        double loudest = 0;
        for (const float x : m_sound) loudest = std::max(loudest, std::fabs(double{x}));
        const auto level = static_cast<float>(gainOf(m_random.uniform(-24, -3)) / loudest);
        for (float& x : m_sound) x *= level;
        return m_sound;
    }

private:
    const Forceful& m_who;
    Random m_random;
    std::array<Source, 2> m_sources; // in, out
    Manner m_manner;
    Truth m_truth;
    Sound m_sound;
    double m_nowS = 0;
    double m_strokePower = 0;
    std::size_t m_strokeSamples = 0;

    Plan planOf(int rounds, int count) const
    {
        Strokes run;
        run.style = m_who.style;
        run.strokes = count;
        Rest rest;
        rest.breaths = 3;
        Plan plan;
        plan.name = "Strokes";
        for (int round = 0; round < rounds; ++round) {
            if (round > 0) plan.parts.push_back({rest});
            plan.parts.push_back({run});
        }
        return plan;
    }

    double breath(int direction, double startS, double seconds, const Course& course)
    {
        Sound sound = m_sources[static_cast<std::size_t>(direction)](samplesIn(seconds));
        shape(sound, course, m_random);
        const std::size_t at = samplesIn(startS);
        if (m_sound.size() < at + sound.size()) m_sound.resize(at + sound.size(), 0.0f);
        double power = 0;
        for (std::size_t i = 0; i < sound.size(); ++i) {
            m_sound[at + i] += sound[i];
            power += sound[i] * sound[i];
        }
        return power;
    }

    void naturalBreaths(int count, Role role)
    {
        const double levelDb = m_random.uniform(-22, -9);
        for (int b = 0; b < 2 * count; ++b) {
            const int direction = b % 2;
            const double seconds = m_random.uniform(1.1, 2.2);
            breath(direction, m_nowS, seconds, {0.25, 0.5, levelDb + m_random.uniform(-2, 2), -3});
            m_truth.phases.push_back({direction == 0 ? "inhale" : "exhale",
                                      PhaseSound::Plain,
                                      m_nowS,
                                      m_nowS + seconds,
                                      role,
                                      {}});
            m_nowS += seconds + (direction == 1 ? m_random.uniform(0.4, 1.2) : 0.05);
        }
    }

    void strokes(int count, int run)
    {
        const bool bellows = m_who.style == StrokeStyle::Bhastrika;
        const double startS = m_nowS;
        for (int s = 0; s < count; ++s) {
            const double done = static_cast<double>(s) / count;
            const double interval =
                m_manner.intervalS *
                std::exp(m_manner.paceTrend * done + m_manner.jitter * m_random.normal());
            const double level =
                m_manner.tiringDb * done + m_manner.levelJitterDb * m_random.normal();
            const double outS = m_manner.outShare * interval;
            const double inS = 0.92 * (interval - outS);
            const double inLevel = level + m_manner.inLevelDb;
            if (bellows) {
                breath(0, m_nowS, inS, {m_manner.outAttackS, 0.4 * inS, inLevel, -2});
                expel(m_nowS + interval - outS, outS, level, run);
            } else {
                expel(m_nowS, outS, level, run);
                breath(0, m_nowS + outS, inS, {0.3 * inS, 0.4 * inS, inLevel, 0});
            }
            m_nowS += interval;
            if (s + 1 < count && m_random.chance(m_manner.pauseChance))
                m_nowS += m_random.uniform(0.8, 2.5);
        }
        m_truth.phases.push_back(
            {"strokes", PhaseSound::Plain, startS, m_nowS, Role::Practice, {}});
    }

    void expel(double atS, double seconds, double levelDb, int run)
    {
        const double fadeS = m_who.style == StrokeStyle::Bhastrika ? 0.4 * seconds : 0.75 * seconds;
        m_strokePower += breath(1, atS, seconds, {m_manner.outAttackS, fadeS, levelDb, -6});
        m_strokeSamples += samplesIn(seconds);
        m_truth.strokes.push_back({run, atS + m_manner.outAttackS / 2});
    }

    // Claps are noise through a hand's hollow, over in some ten milliseconds but for the room.
    void clap(double rms)
    {
        const double every = m_random.uniform(0.5, 2);
        const double levelDb = m_random.uniform(0, 12);
        const double decayS = m_random.uniform(0.002, 0.012);
        for (double at = m_random.uniform(0, every); at < m_nowS; at += every) {
            const std::size_t from = samplesIn(at);
            for (std::size_t i = from; i < m_sound.size() && i < from + samplesIn(0.08); ++i)
                m_sound[i] += static_cast<float>(rms) * gainOf(levelDb) * m_random.white() *
                              static_cast<float>(std::exp(-static_cast<double>(i - from) /
                                                          (decayS * analysisRateHz)));
        }
    }
};

} // namespace

Truth recordForceful(const Forceful& who, const fs::path& folder, const fs::path& sound)
{
    Recording recording(who, folder);
    Truth truth = recording.practise();
    writeSound(recording.heard(), sound);
    return truth;
}

} // namespace layakari::bench
