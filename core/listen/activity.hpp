// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/rise.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// Frames [begin, end) in which something sounds.
struct FrameRange {
    std::size_t begin = 0;
    std::size_t end = 0;

    std::size_t size() const { return end - begin; }
    bool has(std::size_t frame) const { return frame >= begin && frame < end; }
    double seconds() const { return static_cast<double>(size()) * FeatureTrack::hopSeconds; }
};

/// What quiet looks like in a recording, in dB of `riseOverFloor` after smoothing.
struct QuietLevel {
    float middleDb = 0;
    float spreadDb = 0;
};

/// Where a sound begins to be one, and where it has ended: well above the spread of quiet, and back
/// near quiet. In dB of `riseOverFloor` after smoothing.
struct ActivityLevels {
    float onDb = 0;
    float offDb = 0;
};
ActivityLevels activityLevels(const std::vector<float>& smoothedRiseDb, const QuietLevel& quiet);

/// The rise as activity is looked for in it: without what is shorter than 50 ms.
std::vector<float> smoothedRise(const std::vector<float>& meanRiseDb);

/// The lowest dense stretch of 1.5 dB among the lowest values, and the spread below its middle,
/// where no breath can widen it.
QuietLevel quietLevel(const std::vector<float>& smoothedRiseDb);

/// Where quiet lies when the first guess of the floor is right and no room swells.
QuietLevel quietAtFloor();

/// The middle of the frames that are not in `sounds`, and the spread below it. None where those are
/// less than 0.2 s, of which nothing is learned: rain lies so far over its quietest moments that it
/// passes for sound.
std::optional<QuietLevel> quietAmong(const std::vector<float>& smoothedRiseDb,
                                     const std::vector<bool>& sounds);

} // namespace layakari
