// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/strokes/clapping.hpp"

#include "bench/common/shell.hpp"
#include "core/curriculum/presets.hpp"
#include "core/simulate/practitioner.hpp"

namespace layakari::bench {

namespace {

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
    Random random(what.seed, 905);
    addImpacts(heard, what.what, random);
    writeSound(heard, sound);
    return plan;
}

} // namespace layakari::bench
