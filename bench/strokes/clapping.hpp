// SPDX-License-Identifier: GPL-3.0-or-later
//
// Practices without a single stroke, beside somebody who claps or a metronome that ticks.
#pragma once

#include "bench/common/impacts.hpp"
#include "core/plan/plan.hpp"

#include <cstdint>
#include <filesystem>
#include <string>

namespace layakari::bench {

struct Clapping {
    Impact what = Impact::Claps;
    std::string temperament; ///< of whoever breathes
    std::uint64_t seed = 1;
};

/// Even breath, counted, beside claps or a metronome; 16 kHz, mono, into `sound`. Returns the plan.
Plan recordClapping(const Clapping& what, const std::filesystem::path& sound);

} // namespace layakari::bench
