// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/listening/strangers.hpp"

#include "bench/common/shell.hpp"

#include <array>
#include <cmath>
#include <numbers>
#include <optional>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

void pulse(Sound& breath, double startS, const std::vector<Stranger::Snore>& snores)
{
    for (const Stranger::Snore& snore : snores)
        for (std::size_t i = 0; i < breath.size(); ++i) {
            const double t = startS + static_cast<double>(i) / analysisRateHz;
            if (t < snore.startS || t >= snore.endS) continue;
            // A flap that opens and shuts: steep, and quiet for half of the time.
            const double beat = std::sin(2 * std::numbers::pi * snore.hz * t);
            breath[i] *= static_cast<float>(0.25 + 1.5 * std::max(0.0, beat));
        }
}

// A narrowed throat: both directions through one place, and steadier than an open breath.
class Throat {
public:
    Throat(const Stranger& who, const fs::path& folder) : m_random(who.seed, who.held ? 904 : 903)
    {
        const TextureOf sound{Texture::Whispers, who.held, m_random.below(6)};
        for (std::size_t which = 0; which < 2; ++which) {
            m_sources[which] = breathSource(sound, m_random, folder, static_cast<int>(which));
            m_courses[which] = {m_random.uniform(0.05, 0.5), m_random.uniform(0.1, 0.7),
                                m_random.uniform(-5, 1), m_random.uniform(-4, 3)};
        }
    }

    Sound breath(const Truth::Phase& phase, const std::vector<Stranger::Snore>& snores)
    {
        const std::size_t which = phase.kind == "exhale";
        Sound sound = m_sources[which](samplesIn(phase.endS - phase.startS));
        Course course = m_courses[which];
        course.levelDb += m_random.uniform(-1, 1);
        shape(sound, course, m_random);
        pulse(sound, phase.startS, snores);
        return sound;
    }

private:
    Random m_random;
    std::array<Source, 2> m_sources;
    std::array<Course, 2> m_courses;
};

} // namespace

void recordStranger(const Truth& truth, const Stranger& who, const fs::path& folder,
                    const fs::path& sound)
{
    Random random(who.seed, who.held ? 902 : 901);
    std::array<Source, 2> sources{breathSource(who.sound(), random, folder, 0),
                                  breathSource(who.sound(), random, folder, 1)};
    if (random.chance(0.2)) sources[1] = sources[0]; // in and out of one sound
    std::array<Course, 2> courses;
    for (Course& c : courses)
        c = {random.uniform(0.04, 0.4), random.uniform(0.08, 0.8), random.uniform(-5, 1),
             random.uniform(-8, 4)};
    std::optional<Throat> throat;
    constexpr double tailS = 3;
    Sound recording(samplesIn(truth.phases.back().endS + tailS), 0.0f);
    double power = 0;
    double breathing = 0;
    for (const Truth::Phase& phase : truth.phases) {
        const int which = phase.kind == "exhale" ? 1 : 0;
        if (which == 0 && phase.kind != "inhale") continue;
        Sound breath;
        if (phase.sound == PhaseSound::Ujjayi) {
            if (!throat) throat.emplace(who, folder);
            breath = throat->breath(phase, who.snores);
        } else {
            breath = sources[static_cast<std::size_t>(which)](samplesIn(phase.endS - phase.startS));
            Course course = courses[static_cast<std::size_t>(which)];
            course.levelDb += random.uniform(-1, 1) - (phase.role == Role::Practice ? 0 : 4);
            shape(breath, course, random);
        }
        std::size_t at = samplesIn(phase.startS);
        for (const float x : breath) {
            if (at >= recording.size()) break;
            recording[at++] += x;
            if (phase.role == Role::Practice) power += x * x;
        }
        if (phase.role == Role::Practice) breathing += phase.endS - phase.startS;
    }
    reverberate(recording, random.uniform(0.15, 0.6), random.uniform(0.05, 0.35), random);
    const double rms = std::sqrt(power / (breathing * analysisRateHz));
    const Sound noise = roomNoise(recording.size(), random);
    const float level = gainOf(random.uniform(-38, -22)) / static_cast<float>(rms);
    const float noiseLevel = static_cast<float>(rms) * gainOf(-who.breathToNoiseDb);
    for (std::size_t i = 0; i < recording.size(); ++i)
        recording[i] = level * (recording[i] + noiseLevel * noise[i]);
    if (who.hasGain) evenOut(recording, random);
    writeSound(recording, sound);
}

} // namespace layakari::bench
