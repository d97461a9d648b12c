// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/voice_band.hpp"

#include <optional>

namespace layakari {

/// What is struck (a clap, a tick, a knock) is at its loudest within 3 ms, whatever the room makes
/// of it afterwards; a breath, however short, has to set air in motion: its expulsions take 8 ms
/// and more. Medians over a recording each: 169 of claps and ticks of 3 to 30 ms, and 186 of
/// expulsions of 60 ms and more, half of them through codecs (docs/benchmarks.md, "Strokes").
inline constexpr float softAttackS = 0.005f;

/// How long the sound that begins at `timeS` (seconds, within 30 ms) takes from 14 dB under its
/// peak to 3 dB under it, in seconds. Nothing where it rises by less than 6 dB over what sounds
/// before it, or where there is no sound to measure.
std::optional<float> attackOf(const VoiceBand& sound, double timeS);

} // namespace layakari
