// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/shared_practices.hpp"

#include "core/plan/plan.hpp"
#include "core/simulate/practitioner.hpp"

#include <catch2/catch.hpp>
#include <sstream>
#include <unistd.h>

namespace layakari {

namespace {

void write(std::ostream& out, const BreathVoice& voice)
{
    const auto& [resonance, spread, level, swell, attack, release, flutter, wind, sharpness] =
        voice;
    for (const double value :
         {resonance, spread, level, swell, attack, release, flutter, wind, sharpness})
        out << value << ' ';
}

// All that a practice hangs on. A field that is added to Temperament does not fit this binding, and
// has to be added to it.
std::string keyOf(const Plan& plan, const Temperament& who, std::uint64_t seed)
{
    std::ostringstream out;
    out.precision(17);
    const auto& [name, ownCount, drift, cycleJitter, phaseJitter, holdShrink, exhaleShrink, inhale,
                 exhale, variation, settle, after, restLevel, restInhale, restExhale, restPause,
                 leaveOut, breakOff, stolen, extra, humHz, humSteadiness, humVibrato,
                 humFundamental, humBreak, passive, strokePause, snr, noise, step, knocks, ticks,
                 reverbSeconds, reverbLevel, gain, breathLevel, dc, rate] = who;
    write(out, inhale);
    write(out, exhale);
    for (const double value : {ownCount,      drift,
                               cycleJitter,   phaseJitter,
                               holdShrink,    exhaleShrink,
                               variation,     restLevel,
                               restInhale,    restExhale,
                               restPause,     leaveOut,
                               breakOff,      stolen,
                               humHz,         humSteadiness,
                               humVibrato,    humFundamental,
                               humBreak,      passive,
                               strokePause,   snr,
                               step,          knocks,
                               reverbSeconds, reverbLevel,
                               breathLevel,   dc})
        out << value << ' ';
    out << settle << ' ' << after << ' ' << extra << ' ' << static_cast<int>(noise) << ' ' << ticks
        << ' ' << gain << ' ' << rate << ' ' << seed << ' ' << name << ' ' << SIMULATOR_VERSION
        << planToJson(plan);
    return out.str();
}

} // namespace

std::filesystem::path sharedRecording(const Plan& plan, const Temperament& who, std::uint64_t seed,
                                      const std::string& extension)
{
    const std::filesystem::path folder = SHARED_PRACTICES;
    std::filesystem::create_directories(folder);
    const std::string key = std::to_string(std::hash<std::string>{}(keyOf(plan, who, seed)));
    const std::filesystem::path file = folder / (key + extension);
    if (std::filesystem::exists(file)) return file;
    // Whole before it has its name; who comes second replaces it by the same.
    const std::filesystem::path part =
        folder / (key + "-" + std::to_string(::getpid()) + extension);
    REQUIRE(writeSimulation(plan, who, seed, part, {}).has_value());
    std::filesystem::rename(part, file);
    return file;
}

} // namespace layakari
