// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bursts.hpp"

namespace layakari {

/// What is struck (a clap, a tick, a knock) is at its loudest within 3 ms, whatever the room makes
/// of it afterwards; a breath, however short, has to set air in motion: its expulsions take 8 ms
/// and more. Medians over a recording each: 169 of claps and ticks of 3 to 30 ms, and 186 of
/// expulsions of 60 ms and more, half of them through codecs (docs/benchmarks.md, "Strokes").
inline constexpr float softAttackS = 0.005f;

/// What is struck stays within 6 dB of its peak for no longer. Measured on 216 recordings of claps
/// and ticks: the fullest fifth of them stays so for 20 to 40 ms, that of expulsions for 50 and
/// more, beside a recorder's gain too.
inline constexpr float mostFullS = 0.045f;

/// A clap or a tick has fallen by 12 dB within 50 ms, windows included; an expulsion lasts a tenth
/// of a second and more. Tells where it is not known how a burst begins.
inline constexpr float clapS = 0.055f;

/// Whether a burst begins as suddenly as a clap and is over as soon. Of strokes one in seventy is,
/// of claps those six of seven that rise clearly over what else sounds.
bool isLikeAClap(const Burst& burst);

} // namespace layakari
