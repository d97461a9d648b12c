// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/evaluate/truth.hpp"

#include <filesystem>
#include <string>
#include <vector>

namespace layakari::bench {

/// Something that sounds over a whole recording: a voice of espeak-ng's, or a sound that ffmpeg
/// makes.
struct LaidOver {
    std::string name;        ///< of the condition, "counting"
    std::string voice;       ///< of espeak-ng; empty: `source` is an ffmpeg expression
    std::string source;      ///< what is said, again and again, or the expression
    double overBreathDb = 0; ///< its level against the breath's
};

/// Those for tuning, or those that are kept back: other languages, voices and pitches.
std::vector<LaidOver> laidOver(bool held);

/// Mixes it over `recording`, whose breath lies at `breathLevelDb`, into `mixed`, with the
/// espeak-ng and ffmpeg commands. Returns when somebody speaks, up to `untilS`. Ends the program
/// when a command fails.
std::vector<Truth::Stretch> layOver(const LaidOver& what, const std::filesystem::path& recording,
                                    double breathLevelDb, double untilS,
                                    const std::filesystem::path& mixed);

} // namespace layakari::bench
