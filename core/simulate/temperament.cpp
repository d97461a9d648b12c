// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/temperament.hpp"

namespace layakari {

namespace {

Temperament named(const char* name)
{
    Temperament t;
    t.name = name;
    return t;
}

Temperament hurried()
{
    Temperament t = named("hurried");
    t.ownCountS = 0.9;
    t.driftPerMinute = -0.06;
    t.cycleJitter = 0.04;
    t.phaseJitter = 0.07;
    t.holdShrink = 0.12;
    t.exhaleShrinkPerCycle = 0.03;
    t.breathToNoiseDb = 20;
    return t;
}

Temperament mouth()
{
    Temperament t = named("mouth");
    t.ownCountS = 1.4;
    t.inhale = {900, 0.8, -4, 0, 0.25, 0.10, 0.25, 0};
    t.exhale = {600, 1.3, 0, -9, 0.08, 0.6, 0.3, 0.8};
    t.breathToNoiseDb = 18;
    t.noise = NoiseKind::Room;
    t.passiveInhaleDb = -12;
    t.humFundamentalDb = -25;
    return t;
}

Temperament faint()
{
    Temperament t = named("faint");
    t.inhale.levelDb = -5;
    t.exhale.swellDb = -8;
    t.breathToNoiseDb = 14;
    t.breathLevelDb = -46;
    t.reverbLevel = 0.4;
    t.knocksPerMinute = 3;
    return t;
}

Temperament alike()
{
    Temperament t = named("alike");
    t.inhale = {1000, 1.0, 0, 0, 0.2, 0.2, 0.2, 0};
    t.exhale = t.inhale;
    t.noise = NoiseKind::Fan;
    t.breathToNoiseDb = 20;
    return t;
}

Temperament reversed()
{
    Temperament t = named("reversed"); // the inhale is the louder and the darker one
    t.inhale = {700, 1.0, 2, 0, 0.2, 0.15, 0.2, 0};
    t.exhale = {1600, 0.9, -4, -3, 0.15, 0.4, 0.15, 0};
    t.noise = NoiseKind::Traffic;
    t.breathToNoiseDb = 15;
    return t;
}

Temperament restless()
{
    Temperament t =
        named("restless"); // in a room that grows louder, with knocks and stolen breaths
    t.ownCountS = 1.1;
    t.phaseJitter = 0.08;
    t.inhale = {1900, 0.8, -3, 2, 0.12, 0.1, 0.25, 0};
    t.exhale = {1300, 1.2, 0, -6, 0.1, 0.5, 0.3, 0.5};
    t.breathToNoiseDb = 15;
    t.noise = NoiseKind::Traffic;
    t.noiseStepDb = 6;
    t.knocksPerMinute = 3;
    t.stolenBreath = 0.1;
    t.passiveInhaleDb = -8;
    t.strokePause = 0.02;
    t.humVibratoCents = 25;
    return t;
}

Temperament windy()
{
    Temperament t = named("windy");
    t.ownCountS = 1.05;
    t.driftPerMinute = 0.03;
    t.cycleJitter = 0.035;
    t.phaseJitter = 0.06;
    t.inhale = {2100, 0.7, -5, 4, 0.3, 0.08, 0.3, 0};
    t.exhale = {1000, 1.4, 0, -7, 0.1, 0.5, 0.35, 1.6};
    t.breathToNoiseDb = 16;
    t.noise = NoiseKind::Room;
    t.knocksPerMinute = 2;
    t.reverbSeconds = 0.5;
    t.reverbLevel = 0.25;
    t.humBreak = 0.15;
    t.humFundamentalDb = -12;
    return t;
}

Temperament slow()
{
    Temperament t = named("slow");
    t.ownCountS = 1.55;
    t.phaseJitter = 0.05;
    t.inhale = {1250, 1.3, -3, 3, 0.4, 0.2, 0.2, 0};
    t.exhale = {1100, 1.0, 0, -10, 0.2, 0.8, 0.2, 0};
    t.breathToNoiseDb = 17;
    t.noise = NoiseKind::Fan;
    t.clockTicks = true;
    t.settleBreaths = 5;
    t.sampleRateHz = 44100;
    return t;
}

Temperament street()
{
    Temperament t = named("street");
    t.ownCountS = 1.25;
    t.driftPerMinute = -0.04;
    t.holdShrink = 0.08;
    t.exhaleShrinkPerCycle = 0.02;
    t.inhale = {650, 1.2, 1, 1, 0.1, 0.2, 0.35, 0};
    t.exhale = {1700, 1.1, -2, -4, 0.25, 0.3, 0.3, 0.3};
    t.breathToNoiseDb = 15;
    t.noise = NoiseKind::Traffic;
    t.noiseStepDb = 5;
    t.sampleRateHz = 32000;
    return t;
}

Temperament heldKitchen()
{
    Temperament t = named("held-kitchen"); // a phone's automatic gain beside a refrigerator
    t.ownCountS = 1.0;
    t.cycleJitter = 0.03;
    t.phaseJitter = 0.06;
    t.exhaleShrinkPerCycle = 0.015;
    t.inhale = {1750, 0.9, -4, 1, 0.25, 0.15, 0.2, 0};
    t.exhale = {750, 1.2, 0, -6, 0.15, 0.4, 0.25, 0.4};
    t.breathToNoiseDb = 16;
    t.noise = NoiseKind::Fan;
    t.knocksPerMinute = 2;
    t.automaticGain = true;
    t.sampleRateHz = 44100;
    t.passiveInhaleDb = -6;
    t.strokePause = 0.02;
    t.humVibratoCents = 30;
    return t;
}

Temperament heldAttic()
{
    Temperament t = named("held-attic"); // rain on the roof; the inhale is the louder one
    t.ownCountS = 1.35;
    t.driftPerMinute = 0.02;
    t.phaseJitter = 0.05;
    t.holdShrink = 0.06;
    t.inhale = {1350, 1.1, 1, 2, 0.2, 0.2, 0.25, 0};
    t.exhale = {1000, 1.0, -2, -4, 0.2, 0.5, 0.2, 0};
    t.breathToNoiseDb = 15;
    t.noise = NoiseKind::Hiss;
    t.noiseStepDb = -4;
    t.settleBreaths = 4;
    t.passiveInhaleDb = -10;
    t.humFundamentalDb = -20;
    t.humBreak = 0.1;
    return t;
}

Temperament heldBoathouse()
{
    Temperament t = named("held-boathouse"); // a large hard room, the phone some way off
    t.ownCountS = 1.15;
    t.driftPerMinute = -0.03;
    t.cycleJitter = 0.04;
    t.phaseJitter = 0.05;
    t.inhale = {1600, 0.8, -4, 3, 0.3, 0.1, 0.3, 0};
    t.exhale = {900, 1.3, 0, -8, 0.12, 0.6, 0.25, 0.6};
    t.breathToNoiseDb = 17;
    t.noise = NoiseKind::Room;
    t.reverbSeconds = 0.8;
    t.reverbLevel = 0.35;
    t.knocksPerMinute = 1.5;
    t.stolenBreath = 0.05;
    t.sampleRateHz = 32000;
    t.strokePause = 0.015;
    t.humBreak = 0.2;
    t.humVibratoCents = 12;
    return t;
}

} // namespace

std::vector<Temperament> temperaments()
{
    return {named("steady"), hurried(),   mouth(),        faint(), alike(),
            reversed(),      restless(),  windy(),        slow(),  street(),
            heldKitchen(),   heldAttic(), heldBoathouse()};
}

Result<Temperament> temperamentByName(const std::string& name)
{
    std::string names;
    for (const Temperament& t : temperaments()) {
        if (t.name == name) return t;
        names += (names.empty() ? "" : ", ") + t.name;
    }
    return fail({ErrorCode::BadArgument, "", "", "there is no temperament called \"" + name + "\"",
                 "choose one of " + names});
}

} // namespace layakari
