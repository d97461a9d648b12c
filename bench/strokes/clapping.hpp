// SPDX-License-Identifier: GPL-3.0-or-later
//
// Practices without a single stroke, beside somebody who claps or a metronome that ticks.
#pragma once

#include "core/plan/plan.hpp"

#include <cstdint>
#include <filesystem>
#include <string>

namespace layakari::bench {

struct Clapping {
    enum class What { Ticks, Claps };
    What what = What::Claps;
    std::string temperament; ///< of whoever breathes
    std::uint64_t seed = 1;
};

/// Even breath, counted, and the claps or ticks from its beginning to its end, 40 to 200 a minute,
/// over the breath by 3 to 18 dB, in a room of their own; 16 kHz, mono, into `sound`. Returns the
/// plan. People clap unevenly; a metronome's pitch goes on in the room.
Plan recordClapping(const Clapping& what, const std::filesystem::path& sound);

} // namespace layakari::bench
