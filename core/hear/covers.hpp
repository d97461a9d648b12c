// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/listen/heard.hpp"
#include "core/segments/observations.hpp"

#include <vector>

namespace layakari {

/// Where three quarters of the spectrum are hidden over five seconds and more, by nothing that is
/// known, and by which class of sound most of all.
std::vector<HeardCover> coversIn(const ClassTrack& classes, const KnownSounds& known);

} // namespace layakari
