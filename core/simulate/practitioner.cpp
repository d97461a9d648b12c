// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/practitioner.hpp"

#include "core/audio/sound_writer.hpp"
#include "core/base/files.hpp"
#include "core/simulate/breath_sound.hpp"
#include "core/simulate/room.hpp"

#include <algorithm>
#include <cmath>
#include <vector>

namespace layakari {

namespace {

float gainOf(double db) { return static_cast<float>(std::pow(10, db / 20)); }

} // namespace

struct Practitioner::Chain {
    Temperament who;
    Performance performance;
    BreathPlayer breath;
    Reverb reverb;
    RoomNoise noise;
    Disturbances disturbances;
    AutomaticGain automaticGain;
    long sample = 0;
    long samples = 0;

    Chain(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
        : who(temperament),
          performance(perform(plan, who, seed)),
          breath(performance.gestures, who, seed),
          reverb(who.reverbSeconds, who.sampleRateHz),
          noise(who, seed),
          disturbances(who, seed),
          automaticGain(who.breathLevelDb, who.sampleRateHz),
          samples(static_cast<long>(performance.durationS * who.sampleRateHz))
    {
    }

    float next()
    {
        const float dry = breath.next();
        const auto wet = static_cast<float>(who.reverbLevel) * reverb.next(dry);
        const bool stepped = sample * 2 > samples;
        const float noiseGain = gainOf(-who.breathToNoiseDb + (stepped ? who.noiseStepDb : 0));
        float x = dry + wet + noiseGain * noise.next() + 0.3f * disturbances.next();
        x *= gainOf(who.breathLevelDb);
        if (who.automaticGain) x = automaticGain.next(x);
        ++sample;
        return std::clamp(x + static_cast<float>(who.dcOffset), -1.0f, 1.0f);
    }
};

Practitioner::Practitioner(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
    : m_chain(std::make_unique<Chain>(plan, temperament, seed))
{
}

Practitioner::~Practitioner() = default;

const Truth& Practitioner::truth() const { return m_chain->performance.truth; }
double Practitioner::durationS() const { return m_chain->performance.durationS; }

std::size_t Practitioner::read(std::span<float> out)
{
    const auto left = static_cast<std::size_t>(m_chain->samples - m_chain->sample);
    const std::size_t count = std::min(out.size(), left);
    for (std::size_t i = 0; i < count; ++i) out[i] = m_chain->next();
    return count;
}

Result<void> writeSimulation(const Plan& plan, const Temperament& temperament, std::uint64_t seed,
                             const std::filesystem::path& sound, const std::filesystem::path& truth,
                             const Progress& progress)
{
    auto writer = SoundWriter::create(sound, temperament.sampleRateHz);
    if (!writer) return fail(writer.error());
    Practitioner practitioner(plan, temperament, seed);
    std::vector<float> block(1 << 14);
    double written = 0;
    while (const std::size_t count = practitioner.read(block)) {
        if (progress.stopped())
            return fail({ErrorCode::Cancelled, sound.string(), "", "simulating was stopped", ""});
        if (auto done = writer->write({block.data(), count}); !done) return done;
        written += static_cast<double>(count);
        progress.tell(written / temperament.sampleRateHz / practitioner.durationS());
    }
    if (!truth.empty())
        if (auto done = writeTextFile(truth, truthToJson(practitioner.truth())); !done) return done;
    return writer->finish();
}

} // namespace layakari
