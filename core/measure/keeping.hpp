// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/measure/measures.hpp"

namespace layakari {

enum class Keeping { Unscored, Kept, Short, Long };

/// Whether a phase was kept, for words and marks; the score itself has no such threshold. Kept
/// means within half a count or a tenth of the target, whichever is more (nobody counts finer than
/// that), and one standard deviation of what was heard on top, so that an unsure boundary is not
/// called short.
Keeping keepingOf(const ReadCycle::Kept& kept);

/// Whether a breath was done without a phase of its own: the turn to its neighbour was not heard.
/// In a reading that goes on it may also be still to come.
bool isUnheard(const ReadCycle::Kept& kept);
/// Whether that is so of any breath of the cycle.
bool hasUnheardTurn(const ReadCycle& cycle);

} // namespace layakari
