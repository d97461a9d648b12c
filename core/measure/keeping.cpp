// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/keeping.hpp"

#include <algorithm>

namespace layakari {

Keeping keepingOf(const ReadCycle::Kept& kept)
{
    if (!kept.target || kept.target->open || !kept.counts) return Keeping::Unscored;
    const double tolerance = std::max(0.5, 0.1 * kept.target->middle()) + kept.countsSd.value_or(0);
    if (kept.target->distance(*kept.counts) <= tolerance) return Keeping::Kept;
    return *kept.counts < kept.target->middle() ? Keeping::Short : Keeping::Long;
}

bool isUnheard(const ReadCycle::Kept& kept) { return !isHold(kept.phase) && kept.heard.empty(); }

bool hasUnheardTurn(const ReadCycle& cycle)
{
    return std::any_of(cycle.phases.begin(), cycle.phases.end(), isUnheard);
}

} // namespace layakari
