// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/noise_floor.hpp"

#include <array>
#include <optional>
#include <vector>

namespace layakari {

/// A sudden rise of the sound and what follows it: an expulsion, the inhale after it, a clap, a
/// word.
struct Burst {
    double timeS = 0;  ///< the steepest rise of the amplitude
    float levelDb = 0; ///< its peak over the room
    float riseDb = 0;  ///< how far it rises within 60 ms
    float seconds = 0; ///< from the rise until it has fallen by 12 dB
    float fullS = 0;   ///< that it stays within 6 dB of its peak
    /// Until nothing is left of it, whatever begins meanwhile: fallen by 20 dB or to the room, for
    /// three seconds at most.
    float soundsS = 0;
    /// By how much it falls from its peak, at the deepest, within one to five tenths of a second
    /// after its rise, dB.
    std::array<float, 5> fallsDb{};
    /// How long it takes from 14 dB under its peak to 3 dB under it (core/listen/attack.hpp), where
    /// that is known.
    std::optional<float> attackS;
    float voiced = 0; ///< mean strength of voicing in it
    Bands shape{}; ///< rise of each band over the room, dB, mean over its first tenth of a second

    /// Distance of two bursts' spectra without their levels, dB.
    float unlike(const Burst& other) const;
};

/// All bursts of a recording that rise by 5 dB or more within 60 ms, in time order; of rises within
/// a tenth of a second the steepest. `sound` is that of the recording, for their attacks, which
/// are not known without one.
std::vector<Burst> findBursts(const FeatureTrack& track, const NoiseFloor& floor,
                              const VoiceBand& sound);

} // namespace layakari
