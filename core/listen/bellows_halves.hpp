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
/// there are none, the louder one is the exhale, or else the first inhale was not heard.
void nameHalves(std::vector<StrokeSequence*> runs, const std::vector<Burst>& bursts);

/// Whether the bursts of a chain are of two kinds that take turns, by how much better two kinds of
/// sound explain them than one. Both vectors as in `StrokeRecount`.
bool areHalves(const Chain& chain, const std::vector<Burst>& bursts,
               const std::vector<float>& lastingS);

/// Which half of a sitting's bellows is clearly the louder one.
enum class LouderHalf { Unknown, Inhale, Exhale };

/// By the runs of an even number of halves: these begin with the inhale. Where there are none, it
/// is the exhale, which a nose blows at the microphone.
LouderHalf louderHalfOf(const std::vector<std::vector<HeardStroke>>& runs);

/// The halves of bellows strokes without what makes their number odd: where one of both ends is
/// unlike its kind, it is a breath that came in the rhythm. Where neither is, a half was not heard,
/// and they stay as they are. Bellows begin with an inhale and end with an exhale; an end that is
/// one, by its loudness, is left out less easily.
std::vector<HeardStroke> evenHalves(std::vector<HeardStroke> halves,
                                    LouderHalf louder = LouderHalf::Unknown);

/// The strokes of halves that follow each other: each an exhale, with the inhale before it where
/// that was heard. Of an odd number, by their loudness, the first has no inhale, or the last is an
/// inhale that stands for its stroke.
std::vector<HeardStroke> strokesOfHalves(const std::vector<HeardStroke>& halves, LouderHalf louder);

} // namespace layakari
