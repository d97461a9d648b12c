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

struct Practitioner::Chain {
    Temperament who;
    Performance performance;
    BreathPlayer breath;
    Placed microphone;
    long sample = 0;
    long samples = 0;

    Chain(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
        : who(temperament),
          performance(perform(plan, who, seed)),
          breath(performance.gestures, who, seed),
          microphone(who, seed),
          samples(static_cast<long>(performance.durationS * who.sampleRateHz))
    {
    }

    float next()
    {
        if (sample * 2 > samples) microphone.stepRoom();
        ++sample;
        return microphone.next(breath.next());
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
        if (auto done = writeFile(truth, truthToJson(practitioner.truth())); !done) return done;
    return writer->finish();
}

} // namespace layakari
