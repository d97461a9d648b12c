// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"

#include <string>
#include <vector>

namespace layakari {

/// How one direction of breath sounds at the microphone.
struct BreathVoice {
    double resonanceHz = 1200;    ///< middle of the turbulence's strongest resonance
    double spreadOctaves = 1.0;   ///< how far its three resonances lie apart
    double levelDb = 0;           ///< against the recording's breath level
    double swellDb = 0;           ///< end against start: above 0 it grows, below it fades
    double attackSeconds = 0.15;  ///< from no flow to full flow
    double releaseSeconds = 0.25; ///< from full flow to no flow
    double flutter = 0.15;        ///< standard deviation of the loudness in nepers, at 3 to 12 Hz
    double wind = 0;              ///< rumble of breath on the microphone, against the breath itself
    double sharpness = 1.2;       ///< Q of the resonances
};

enum class NoiseKind { Hiss, Fan, Traffic, Room };

/// How a simulated practitioner practises, and how it is recorded. All of it is set by name or
/// option; with one seed the outcome is the same on every run.
struct Temperament {
    std::string name = "steady";

    double ownCountS = 1.2;          ///< where the plan leaves the count to the practitioner
    double driftPerMinute = 0;       ///< relative change of the count length: below 0 it speeds up
    double cycleJitter = 0.02;       ///< standard deviation of the log of a cycle's tempo
    double phaseJitter = 0.03;       ///< of the log of each phase's duration
    double holdShrink = 0;           ///< share by which holds fall short
    double exhaleShrinkPerCycle = 0; ///< further share of the exhale that is lost, cycle by cycle

    BreathVoice inhale{1500, 1.0, -2, 2, 0.15, 0.12, 0.15, 0};
    BreathVoice exhale{800, 1.1, 0, -5, 0.12, 0.35, 0.15, 0};
    double voiceVariation = 0.1; ///< how much the voices differ from seed to seed (log scale)

    int settleBreaths = 3;
    int afterBreaths = 2;
    double restLevelDb = -4; ///< natural breaths against practised ones
    /// Of a natural breath; 5 to 6 s a side in trained and 1.5 to 3 s in most people.
    double restInhaleS = 2.0;
    double restExhaleS = 2.6;
    double restPauseS = 0.5;
    double leaveOutCycle = 0; ///< chance that a cycle is left out
    double breakOffCycle = 0; ///< chance that a cycle ends early, followed by a natural breath
    double stolenBreath = 0;  ///< chance of a sip of air within a hold
    bool extraCycle = false;  ///< does one cycle more than planned

    double humHz = 196; ///< where the plan names no pitch
    double humSteadinessCents = 12;
    double humVibratoCents = 0;   ///< to either side of the pitch, 5.5 times a second
    double humFundamentalDb = 0;  ///< of a hum's first harmonic, against what it would be
    double humBreak = 0;          ///< chance that a hum breaks once, for 0.12 to 0.35 s
    double passiveInhaleDb = -18; ///< between the expulsions of kapalabhati, against them
    double strokePause = 0;       ///< chance of a pause of one to two seconds after a stroke

    double breathToNoiseDb = 25; ///< mean power of practised breath over the room, 100 to 7,700 Hz
    NoiseKind noise = NoiseKind::Hiss;
    double noiseStepDb = 0; ///< the room changes by this much half-way through
    double knocksPerMinute = 0;
    bool clockTicks = false;
    double reverbSeconds = 0.25;
    double reverbLevel = 0.1; ///< grows with the distance to the microphone
    bool automaticGain = false;
    double breathLevelDb = -30; ///< at the microphone, dB re full scale
    double dcOffset = 0;
    int sampleRateHz = 48000;
};

/// The temperaments that can be called by name. Those whose name begins with "held-" are kept back:
/// they serve tests and the last figures of a benchmark, never the tuning of the listener.
std::vector<Temperament> temperaments();

/// The temperament of that name. BadArgument, with the list of names, when there is none.
Result<Temperament> temperamentByName(const std::string& name);

} // namespace layakari
