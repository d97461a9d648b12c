// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a capable person does without this program: a silence detector, and naming in turns.
#pragma once

#include "core/reading/reading.hpp"

#include <filesystem>
#include <vector>

namespace layakari::bench {

/// A reading of `recording` for each of several thresholds of ffmpeg's silence detector (0.3 s and
/// more is silence), from 14 dB under the recording's mean level up to it. The first sound is
/// what the plan begins with, then sounds take turns; silence is held in or out by the breath
/// before it.
std::vector<Reading> readBySilence(const std::filesystem::path& recording, const Plan& plan);

} // namespace layakari::bench
