// SPDX-License-Identifier: GPL-3.0-or-later
//
// Simulated recordings for the benches of strokes and hums.
#pragma once

#include "core/evaluate/truth.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/temperament.hpp"

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

namespace layakari::bench {

struct SoundCase {
    std::string preset;
    std::string temperament;
    double breathToNoiseDb = 0; ///< 0: the temperament's own
    std::string codec;          ///< "", "m4a", "opus", "telephone"
    std::uint64_t seed = 1;
    bool automaticGain = false; ///< also where the temperament has none
};

/// A case with its recording and its reading.
struct SoundOutcome {
    SoundCase what;
    Truth truth;
    Reading reading;
    std::filesystem::path recording; ///< as the listener had it
    std::filesystem::path plain;     ///< the same as 16-bit mono WAV at 44.1 kHz, for other tools
    double readingS = 0;             ///< time that listening and reading took
};

/// The presets over the tuning temperaments, or over those that are kept back, each once plain and
/// once coded; what is kept back at 12 dB of breath over the room too, what serves tuning with an
/// automatic gain, since only one that is kept back has it.
std::vector<SoundCase> soundCases(const std::vector<std::string>& presets, bool held, int seeds);

/// Simulates, encodes, reads and hands each outcome on, as many at a time as there are cores; `use`
/// is called by one at a time. Ends the program with a message when something cannot be made.
void runCases(const std::vector<SoundCase>& cases,
              const std::function<void(const SoundOutcome&)>& use);

/// The rows of a table that a case belongs to, in the order in which they are printed when sorted.
std::vector<std::string> conditionsOf(const SoundCase& what);

/// `--held`, `--seeds N`, `--verbose`, and `--strangers` for those alone.
struct Arguments {
    bool held = false;
    int seeds = 1;
    bool verbose = false;
    bool strangersOnly = false;
};
Arguments argumentsOf(int argc, char** argv);

} // namespace layakari::bench
