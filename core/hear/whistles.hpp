// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/listen/hums.hpp"

namespace layakari {

/// Breath in a narrow nose whistles, and a telephone makes more of that: for seconds it has a
/// pitch. It wanders as no voice does, and the classes (`classes`, of the same recording) hear no
/// voice in it. Takes what is both out of `hums`.
void dropWhistles(std::vector<HeardHum>& hums, const ClassTrack& classes);

} // namespace layakari
