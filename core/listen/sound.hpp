// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/boundary.hpp"

namespace layakari {

/// Where a sound begins or ends: at first to a frame, and in the end to a moment.
struct SoundEdge {
    BoundaryKind kind = BoundaryKind::Onset;
    std::size_t frame = 0;
    Moment moment;
    float logOdds = 0; ///< of a turn
};

/// Something that sounds, before anybody knows what; neighbours that touch share the moment of
/// their turn.
struct Sound {
    SoundEdge start;
    SoundEdge end;
    bool isRoom = false;
    /// Probabilities: that it is breath, and if so, of the first of the recording's two kinds.
    double isBreath = 1;
    double isFirstKind = 0.5;
};

} // namespace layakari
