// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/cued_breaths.hpp"

#include <algorithm>

namespace layakari {

void CuedBreaths::add(const CueMoment& cue, const CueStep& step, double untilS)
{
    const bool isCued = step.kind == CueStep::Kind::Phase && !step.endsByBreath && !cue.paused;
    if (!isCued || isHold(step.phase.kind)) return;
    if (m_cued.empty() || m_cued.back().fromS != cue.beganS)
        m_cued.push_back({step.phase.kind, cue.beganS, untilS});
    m_cued.back().untilS = untilS;
}

std::vector<Correction> CuedBreaths::namesFor(const Reading& reading, double preRollS) const
{
    constexpr std::size_t most = 6;
    constexpr std::size_t fewest = 4; // after fewer, one of them may have been natural breath
    struct Swapped {
        Correction name;
        double coveredS = 0;
    };
    std::vector<Swapped> swapped;
    double agreeS = 0;
    double differS = 0;
    std::size_t next = 0;
    for (const ReadPhase& phase : reading.phases) {
        if (phase.kind != ReadKind::Inhale && phase.kind != ReadKind::Exhale) continue;
        const double startS = phase.startS - preRollS;
        const double endS = phase.endS - preRollS;
        const bool isInhale = phase.kind == ReadKind::Inhale;
        double otherS = 0; // of this breath, under cues to the other
        while (next < m_cued.size() && m_cued[next].untilS <= startS) ++next;
        for (std::size_t c = next; c < m_cued.size() && m_cued[c].fromS < endS; ++c) {
            const double bothS =
                std::min(endS, m_cued[c].untilS) - std::max(startS, m_cued[c].fromS);
            (isInhale == (m_cued[c].kind == PhaseKind::Inhale) ? agreeS : otherS) += bothS;
        }
        if (otherS <= 0) continue;
        differS += otherS;
        Correction name{Correction::Kind::Rename, (phase.startS + phase.endS) / 2};
        name.name = isInhale ? Correction::Name::Exhale : Correction::Name::Inhale;
        swapped.push_back({name, otherS});
    }
    if (differS <= 2 * agreeS || swapped.size() < fewest) return {};
    std::stable_sort(swapped.begin(), swapped.end(),
                     [](const Swapped& a, const Swapped& b) { return a.coveredS > b.coveredS; });
    std::vector<Correction> names;
    for (std::size_t i = 0; i < std::min(most, swapped.size()); ++i)
        names.push_back(swapped[i].name);
    return names;
}

} // namespace layakari
