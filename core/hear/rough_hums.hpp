// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/listen/hums.hpp"

namespace layakari {

/// Hums are found where their harmonics stand; where the voice is rough, breathy or faint the
/// classes (`classes`, of the same recording) still hear it. `hums`, in time order, grow by what is
/// voiced or tonal at either end of them without a gap, if it lasts 0.3 to 3 s; two that meet so
/// are one, with a break where no harmonics stand. Frames that are added have no pitch.
void addRoughParts(std::vector<HeardHum>& hums, const ClassTrack& classes);

/// Makes `next`, a later hum, the rest of `hum`, with a break between them.
void append(HeardHum& hum, const HeardHum& next);

} // namespace layakari
