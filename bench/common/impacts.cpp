// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/impacts.hpp"

#include "core/simulate/filters.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari::bench {

namespace {

// How one person claps, one metronome ticks, one cupboard clatters.
struct Manner {
    double everyS;
    double jitter; // of the log of an interval
    double levelDb;
    double levelJitterDb;
    double decayS;
    std::vector<double> pitchesHz; // none: noise
    double lowPassHz = 0;          // of the noise; 0: all of it
};

Manner mannerOf(Impact what, Random& random)
{
    const double perMin = 40 * std::exp2(random.uniform(0, 2.3));
    const double levelDb = random.uniform(3, 18);
    constexpr double irregular = 0.8;
    switch (what) {
    case Impact::Ticks: {
        const double decayS = random.uniform(0.004, 0.02);
        return {60 / perMin, 0, levelDb, 0, decayS, {random.uniform(600, 3000)}};
    }
    case Impact::Claps: {
        const double jitter = random.uniform(0.01, 0.05);
        const double levelJitterDb = random.uniform(0.5, 3);
        return {60 / perMin, jitter, levelDb, levelJitterDb, random.uniform(0.003, 0.025), {}};
    }
    case Impact::Clatter: {
        Manner manner{random.uniform(1.5, 8),     irregular, levelDb, 4,
                      random.uniform(0.01, 0.08), {}};
        for (int pitches = 2 + random.below(4); pitches > 0; --pitches)
            manner.pitchesHz.push_back(400 * std::exp2(random.uniform(0, 4)));
        return manner;
    }
    case Impact::Thumps: break;
    }
    const double decayS = random.uniform(0.015, 0.06);
    return {random.uniform(1.5, 8),  irregular, levelDb + 6, 4, decayS, {},
            random.uniform(150, 600)};
}

// One of them, `samples` long, at its level while it begins.
Sound strike(std::size_t samples, const Manner& manner, Random& random)
{
    const float level = gainOf(manner.levelDb + manner.levelJitterDb * random.normal());
    Biquad low;
    float lowGain = 1; // what the filter leaves of white noise, made good
    if (manner.lowPassHz > 0) {
        low.setLowPass(manner.lowPassHz, 0.7, analysisRateHz);
        lowGain = static_cast<float>(std::sqrt(analysisRateHz / 2 / manner.lowPassHz));
    }
    Sound sound(samples);
    for (std::size_t i = 0; i < samples; ++i) {
        const double t = static_cast<double>(i) / analysisRateHz;
        float carrier = 0;
        for (const double hz : manner.pitchesHz)
            carrier += static_cast<float>(std::sin(2 * std::numbers::pi * hz * t) /
                                          std::sqrt(manner.pitchesHz.size()));
        if (manner.pitchesHz.empty()) carrier = random.white();
        if (manner.lowPassHz > 0) carrier = lowGain * low(carrier);
        sound[i] = level * carrier * static_cast<float>(std::exp(-t / manner.decayS));
    }
    return sound;
}

} // namespace

std::string nameOf(Impact what)
{
    switch (what) {
    case Impact::Ticks: return "ticks";
    case Impact::Claps: return "claps";
    case Impact::Clatter: return "clatter";
    case Impact::Thumps: break;
    }
    return "thumps";
}

void addImpacts(Sound& recording, Impact what, Random& random)
{
    const Manner manner = mannerOf(what, random);
    Sound struck(recording.size(), 0.0f);
    double at = random.uniform(0, manner.everyS);
    while (samplesIn(at) < struck.size()) {
        const std::size_t from = samplesIn(at);
        const Sound one =
            strike(std::min(struck.size() - from, samplesIn(8 * manner.decayS)), manner, random);
        for (std::size_t i = 0; i < one.size(); ++i) struck[from + i] += one[i];
        at += manner.everyS * std::exp(manner.jitter * random.normal());
    }
    reverberate(struck, random.uniform(0.15, 1), random.uniform(0.05, 0.4), random);
    double power = 0;
    for (const float x : recording) power += x * x / static_cast<double>(recording.size());
    const auto level = static_cast<float>(std::sqrt(power));
    float loudest = 0;
    for (std::size_t i = 0; i < recording.size(); ++i) {
        recording[i] += level * struck[i];
        loudest = std::max(loudest, std::fabs(recording[i]));
    }
    constexpr float peak = 0.7f;
    if (loudest > 0)
        for (float& x : recording) x *= peak / loudest;
}

} // namespace layakari::bench
