// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

namespace layakari {

/// Mono sound at another pace (0.25 to 1; 0.5 takes twice as long) without another pitch, by
/// SoundTouch's overlap of waveforms, which leaves noise as breath is what it was. The length is
/// that of the sound over `pace`, to a sample; `pace` 1 gives it unchanged.
std::vector<float> atPace(std::span<const float> sound, int rateHz, double pace);

} // namespace layakari
