// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>

namespace layakari {

/// For how long two stretches of time lie over each other; 0 where they do not.
inline double overlap(double startS, double endS, double otherStartS, double otherEndS)
{
    return std::max(0.0, std::min(endS, otherEndS) - std::max(startS, otherStartS));
}

} // namespace layakari
