// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace layakari::soundLimits {

/// What a recording may be at most. Above any practice, and little enough that no file takes the
/// machine: an hour of sound takes some 90 MB while it is read (bench/speed).
inline constexpr double hours = 12;
/// What sound takes at least, of anything longer than an hour: the thriftiest coding of speech,
/// which leaves out silence, takes six times as much (AMR at 4.75 kbit/s, 3GPP TS 26.071).
inline constexpr double bytesPerSecond = 100;
inline constexpr int lowestRateHz = 4000;    ///< below it no breath is left
inline constexpr int highestRateHz = 768000; ///< of the fastest converters that are sold
inline constexpr int channels = 8;
/// The largest value that a sample can be meant to have: full scale of 32-bit integers, which some
/// programs write into float files as it is. Anything above is damage.
inline constexpr float largestSample = 2147483648.0f;
/// The decoder's memory. What it needs is a few blocks; a file that makes it take more means harm.
inline constexpr long decoderMegabytes = 300;
/// How long the decoder may take to hand over the next block, or nothing of the file will come.
inline constexpr double secondsWithoutSound = 15;

} // namespace layakari::soundLimits
