// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/recording.hpp"
#include "core/listen/listener.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// How well a recording can be read, and what would make the next one better.
struct Quality {
    enum class Verdict { Good, Usable, Poor };
    Verdict verdict = Verdict::Good;
    double noiseFloorDb = 0;               ///< dB re full scale
    std::optional<double> breathToNoiseDb; ///< nothing when no breath was heard
    double clippedFraction = 0;
    std::vector<std::string> advice; ///< whole sentences, the most important first
};

/// Judges by the breath over the room (good from 15 dB, poor under 8: the levels at which the
/// listener's errors grow, docs/benchmarks.md), clipping and damage.
Quality judgeQuality(const Heard& heard, const SoundDamage& damage);

const char* toWord(Quality::Verdict verdict);

} // namespace layakari
