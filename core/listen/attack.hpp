// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/voice_band.hpp"

#include <optional>

namespace layakari {

/// How long the sound that begins at `timeS` (seconds, within 30 ms) takes from 14 dB under its
/// peak to 3 dB under it, in seconds. Nothing where it rises by less than 6 dB over what sounds
/// before it, or where there is no sound to measure.
std::optional<float> attackOf(const VoiceBand& sound, double timeS);

} // namespace layakari
