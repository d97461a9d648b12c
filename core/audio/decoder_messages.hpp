// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the decoder's process says to the program that started it, through a pipe: one `Format`,
// then `Sound` as often as there is some (a `SoundHead` and its samples), then `End`; or at any
// time a `Complaint`, which ends it: the cause, a line break, and what to try. Both are built from
// one tree and run on one machine, so values go as they lie in memory.
#pragma once

#include "core/audio/sound_damage.hpp"

#include <cstddef>
#include <cstdint>

namespace layakari::decoder {

enum class Kind : std::uint32_t { Format, Sound, End, Complaint };

struct Head {
    Kind kind = Kind::End;
    std::uint32_t bytes = 0; ///< of what follows
};

struct Format {
    std::int32_t sampleRateHz = 0;
    std::int32_t channels = 0;
    std::int32_t chosenChannel = 0;
    double headerSeconds = 0;
    double startsAtSeconds = 0;           ///< of the first sample that will come
    std::int64_t createdMicroseconds = 0; ///< Unix time; 0: the file does not say
};

/// Before each block of sound: how far the file is read.
struct SoundHead {
    double readSeconds = 0;
};

using End = SoundDamage;

/// No message is longer: what is larger comes from a decoder that a file has made run wild.
inline constexpr std::size_t mostBytes = 1 << 20;
inline constexpr std::size_t mostSamples = 1 << 16; ///< in one `Sound`

} // namespace layakari::decoder
