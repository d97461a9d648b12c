// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"

namespace layakari {

/// What was heard earlier, with a later look at the end of the same recording laid over it. `later`
/// began `laterStartS` into the recording; its times are moved. They meet at the last boundary that
/// both looks agree on within the first `joinGuardSeconds` of the later one, where it had not heard
/// enough to be trusted; where there is none, at the end of that guard. A later look at all of it
/// holds for all of it. Figures of the whole (room, speech, gain) are those of `later`, and which
/// kind of breath is called the first.
Heard joinLooks(Heard earlier, Heard later, double laterStartS);

inline constexpr double joinGuardSeconds = 20;

} // namespace layakari
