// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"

namespace layakari {

/// Who hums breathes out, and must breathe in before the next hum: pieces of a hum without an
/// inhale between them are one, with a break where only breath or nothing was left of it; and
/// breath of the second kind, up to 2 s, that runs into it or on from it is of the same exhale.
/// `heard` has its hums set in, and its first kind of breath is the inhale, as segments with hums
/// have it.
///
/// Breath of the second kind from piece to piece may last 3 s. A silence may last half the usual
/// inhale, and 1.5 s at most: a longer one may hide an inhale that cannot be heard.
void makeHumsWhole(Heard& heard);

} // namespace layakari
