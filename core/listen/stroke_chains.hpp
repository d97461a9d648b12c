// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/bursts.hpp"

#include <cstddef>
#include <vector>

namespace layakari {

/// Bursts, by their index, that follow each other in a rhythm.
using Chain = std::vector<std::size_t>;

/// The shortest length that tells an expulsion from a clap, and the longest that says anything:
/// beyond it reverberation and the breath that follows are measured with it. Seconds.
inline constexpr float shortestTellingS = 0.09f;
inline constexpr float longestTellingS = 0.45f;

/// The longest time from one stroke to the next within a run of strokes `intervalS` apart: after a
/// longer pause another run has begun. A bellows stroke waits for its own inhale as well.
constexpr double longestGapS(double intervalS)
{
    constexpr double longestPauseS = 4;
    return longestPauseS + intervalS / 2;
}

/// What is a burst of its own: those of the room itself reach 12 dB over its level.
inline constexpr float audibleDb = 13;

/// How differently two bursts sound, in dB: their spectra, half of the difference in level, a third
/// of that in steepness; an octave of length weighs as much as 4 dB.
float burstDifference(const Burst& a, const Burst& b);

/// The best chains through the bursts [from, to), in time order: dynamic programming over the
/// bursts, as in the beat tracker of Ellis, J. New Music Res. 36(1), 2007, but with an interval
/// that each chain carries along, so that it may quicken and slow down. A new chain may begin
/// anywhere, and what lies between chains costs nothing. `weights`: one per burst, 1 for a clear
/// stroke and 0 for what is none. `strangerCost`: what it costs to go from one burst to another
/// that sounds differently, in clear strokes.
std::vector<Chain> bestChains(const std::vector<Burst>& bursts, const std::vector<float>& weights,
                              std::size_t from, std::size_t to, double strangerCost);

/// Whether somebody breathed between two bursts of a rhythm of `intervalS`: there is time for a
/// breath, and a long sound that is not the room's. `lastingS`: of each burst, until it has fallen
/// by 12 dB.
bool breathBetween(const std::vector<Burst>& bursts, const std::vector<float>& lastingS,
                   std::size_t from, std::size_t to, double intervalS);

} // namespace layakari
