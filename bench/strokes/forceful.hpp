// SPDX-License-Identifier: GPL-3.0-or-later
//
// Kapalabhati and bhastrika of people whom the simulator did not make: other sound, other ways of
// striking, tiring and pausing, other recorders.
#pragma once

#include "bench/common/textures.hpp"
#include "core/evaluate/truth.hpp"

#include <cstdint>
#include <filesystem>

namespace layakari::bench {

struct Forceful {
    StrokeStyle style = StrokeStyle::Kapalabhati;
    Texture texture = Texture::Fricatives;
    bool held = false;
    std::uint64_t seed = 1;
    double strokeToNoiseDb = 20; ///< mean power of the strokes over the room's
    bool gain = false;           ///< the recorder evens loud and quiet out
    bool claps = false;          ///< somebody claps or a metronome ticks, at a pace of its own
};

/// What such a person does and how it sounds, 16 kHz, mono, into `sound`: settling breaths, two or
/// three runs with rests, 35 to 150 strokes a minute (bellows from 15), louder and quieter, tiring,
/// drifting in pace, pausing now and then; passive inhales from silent to nearly as loud as the
/// expulsions. The truth's plan is what was meant: often not what was done.
Truth recordForceful(const Forceful& who, const std::filesystem::path& folder,
                     const std::filesystem::path& sound);

} // namespace layakari::bench
