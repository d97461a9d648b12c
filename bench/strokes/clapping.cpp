// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/strokes/clapping.hpp"

#include "bench/common/shell.hpp"
#include "bench/common/textures.hpp"
#include "core/audio/sound_writer.hpp"
#include "core/plan/presets.hpp"
#include "core/simulate/practitioner.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari::bench {

namespace {

// How one person claps, or one metronome ticks.
struct Manner {
    double everyS;
    double jitter; // of the log of an interval
    double levelDb;
    double levelJitterDb;
    double decayS;
    double pitchHz; // 0: noise
};

Manner mannerOf(Clapping::What what, Random& random)
{
    const double perMin = 40 * std::exp2(random.uniform(0, 2.3));
    const double levelDb = random.uniform(3, 18);
    if (what == Clapping::What::Ticks)
        return {60 / perMin, 0, levelDb, 0, random.uniform(0.004, 0.02), random.uniform(600, 3000)};
    return {60 / perMin,
            random.uniform(0.01, 0.05),
            levelDb,
            random.uniform(0.5, 3),
            random.uniform(0.003, 0.025),
            0};
}

Sound clapsFor(std::size_t samples, const Manner& manner, Random& random)
{
    Sound claps(samples, 0.0f);
    double at = random.uniform(0, manner.everyS);
    while (samplesIn(at) < samples) {
        const float level = gainOf(manner.levelDb + manner.levelJitterDb * random.normal());
        const std::size_t from = samplesIn(at);
        for (std::size_t i = from; i < std::min(samples, from + samplesIn(8 * manner.decayS));
             ++i) {
            const double t = static_cast<double>(i - from) / analysisRateHz;
            const float carrier =
                manner.pitchHz > 0
                    ? static_cast<float>(std::sin(2 * std::numbers::pi * manner.pitchHz * t))
                    : random.white();
            claps[i] += level * carrier * static_cast<float>(std::exp(-t / manner.decayS));
        }
        at += manner.everyS * std::exp(manner.jitter * random.normal());
    }
    reverberate(claps, random.uniform(0.15, 1), random.uniform(0.05, 0.4), random);
    return claps;
}

Sound breathOf(const Plan& plan, const Clapping& what)
{
    const auto who = temperamentByName(what.temperament);
    if (!who) giveUp("no temperament " + what.temperament);
    Temperament temperament = *who;
    temperament.sampleRateHz = analysisRateHz;
    Practitioner practitioner(plan, temperament, what.seed);
    Sound sound(samplesIn(practitioner.durationS()) + analysisRateHz);
    sound.resize(practitioner.read(sound));
    return sound;
}

} // namespace

Plan recordClapping(const Clapping& what, const std::filesystem::path& sound)
{
    Plan plan = findPreset("even-4-4")->plan;
    Sound heard = breathOf(plan, what);
    double power = 0;
    for (const float x : heard) power += x * x / static_cast<double>(heard.size());
    Random random(what.seed, 905);
    const Sound claps = clapsFor(heard.size(), mannerOf(what.what, random), random);
    const auto level = static_cast<float>(std::sqrt(power));
    float loudest = 0;
    for (std::size_t i = 0; i < heard.size(); ++i) {
        heard[i] += level * claps[i];
        loudest = std::max(loudest, std::fabs(heard[i]));
    }
    constexpr float peak = 0.7f;
    for (float& x : heard) x *= peak / loudest;
    auto writer = SoundWriter::create(sound, analysisRateHz);
    if (!writer || !writer->write(heard) || !writer->finish())
        giveUp("cannot write " + sound.string());
    return plan;
}

} // namespace layakari::bench
