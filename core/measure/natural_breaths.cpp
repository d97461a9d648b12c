// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/natural_breaths.hpp"

#include <algorithm>

namespace layakari {

namespace {

bool isPractised(const ReadPhase& phase) { return phase.cycle || phase.kind == ReadKind::Strokes; }

} // namespace

double NaturalStretch::breathsPerMin() const
{
    return 60 * static_cast<double>(inhalesS.size() - 1) /
           std::max(1e-3, inhalesS.back() - inhalesS.front());
}

std::vector<NaturalStretch> naturalStretches(const std::vector<ReadPhase>& phases)
{
    std::vector<NaturalStretch> stretches;
    std::optional<std::size_t> practised;
    for (std::size_t i = 0; i < phases.size(); ++i) {
        if (isPractised(phases[i])) {
            practised = i;
            continue;
        }
        if (stretches.empty() || stretches.back().end != i)
            stretches.push_back({i, i, {}, practised});
        stretches.back().end = i + 1;
        if (phases[i].kind == ReadKind::Inhale)
            stretches.back().inhalesS.push_back(phases[i].startS);
    }
    return stretches;
}

} // namespace layakari
