// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/stroke_recount.hpp"
#include "core/listen/strokes.hpp"

#include <vector>

namespace layakari {

/// Turns kinds around so that 0 is the inhale in each run of strokes with two audible halves. A
/// half that is clearly steeper, or steeper and shorter, is the expulsion. Else a run with as many
/// halves of either kind begins with the inhale, as bellows do; where one end has lost or gained a
/// half, the other runs of the recording tell which of the two sounds is the inhale, and where
/// there are none, the first inhale was not heard.
void nameHalves(std::vector<StrokeSequence*> runs, const std::vector<Burst>& bursts);

/// Whether the bursts of a chain are of two kinds that take turns, by how much better two kinds of
/// sound explain them than one. Both vectors as in `StrokeRecount`.
bool areHalves(const Chain& chain, const std::vector<Burst>& bursts,
               const std::vector<float>& lastingS);

/// The halves of bellows strokes without what makes their number odd: where one of both ends is
/// unlike its kind, it is a breath that came in the rhythm. Where neither is, a half was not heard,
/// and they stay as they are.
std::vector<HeardStroke> evenHalves(std::vector<HeardStroke> halves);

} // namespace layakari
