// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <algorithm>
#include <functional>
#include <vector>

namespace layakari {

/// The level of the room in each band over the recording, in steps of `stepSeconds`.
///
/// First guess: minimum statistics (Martin, IEEE Trans. Speech Audio Proc. 9(5), 2001), here with
/// the whole recording known: the minimum of the smoothed level over the `windowSeconds` before a
/// moment and over those after it, of these two the higher, and on it the bias that a minimum has.
/// A room that grows louder or quieter in the middle is followed at once, which a one-sided minimum
/// does only a window later. `refine` then takes the mean level of the frames that were found to be
/// quiet.
class NoiseFloor {
public:
    static constexpr double stepSeconds = 0.25;
    /// Longer than the longest breath without a pause that anybody practises (20 s and more).
    static constexpr double windowSeconds = 30;

    explicit NoiseFloor(const FeatureTrack& track);

    /// Moves the floor to the mean level of the quiet frames near each moment; where there are none
    /// within `windowSeconds`, the first guess stays. `isQuiet(frame)` says which frames are quiet.
    void refine(const FeatureTrack& track, const std::function<bool(std::size_t)>& isQuiet);

    /// Lowers the floor, and what `refine` takes for its first guess, to where the room is known to
    /// be, in dB: minutes of breath without a pause have a minimum, too, that is none of the
    /// room's.
    void lowerTo(const Bands& room);

    const Bands& at(std::size_t frame) const
    {
        return m_steps[std::min(frame / framesPerStep, m_steps.size() - 1)];
    }
    std::size_t steps() const { return m_steps.size(); }
    const Bands& step(std::size_t index) const { return m_steps[index]; }

private:
    static constexpr auto framesPerStep =
        static_cast<std::size_t>(stepSeconds / FeatureTrack::hopSeconds);

    std::vector<Bands> m_steps;
    std::vector<Bands> m_firstGuess;
};

} // namespace layakari
