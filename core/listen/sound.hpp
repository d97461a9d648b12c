// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace layakari {

/// A boundary: seconds from the recording's start, and their standard deviation.
struct Moment {
    double seconds = 0;
    double sdSeconds = 0;
};

/// A breath by its sound alone.
struct Sound {
    Moment start;
    Moment end;
    bool turns = false; ///< it begins where the breath before it ends, without a pause
    /// Probabilities: that it is breath, and if so, of the first of the recording's two kinds.
    double isBreath = 1;
    double isFirstKind = 0.5;
};

} // namespace layakari
