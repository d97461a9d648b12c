// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/cued_breaths.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr std::size_t fewest = 4; // breaths: of fewer, one may have been natural, one misheard

} // namespace

void CuedBreaths::add(const CueMoment& cue, const CueStep& step, double untilS)
{
    const bool isCued = step.kind == CueStep::Kind::Phase && !step.endsByBreath && !cue.paused;
    if (!isCued || isHold(step.phase.kind)) return;
    if (m_cued.empty() || m_cued.back().fromS != cue.beganS)
        m_cued.push_back({step.phase.kind, cue.beganS, untilS});
    m_cued.back().untilS = untilS;
}

std::vector<CuedBreaths::Compared> CuedBreaths::compared(const std::vector<ReadPhase>& phases,
                                                         double preRollS) const
{
    std::vector<Compared> breaths;
    std::size_t next = 0;
    for (const ReadPhase& phase : phases) {
        if (phase.kind != ReadKind::Inhale && phase.kind != ReadKind::Exhale) continue;
        const double startS = phase.startS - preRollS;
        const double endS = phase.endS - preRollS;
        const bool isInhale = phase.kind == ReadKind::Inhale;
        Compared breath{&phase};
        while (next < m_cued.size() && m_cued[next].untilS <= startS) ++next;
        for (std::size_t c = next; c < m_cued.size() && m_cued[c].fromS < endS; ++c) {
            const double bothS =
                std::min(endS, m_cued[c].untilS) - std::max(startS, m_cued[c].fromS);
            (isInhale == (m_cued[c].kind == PhaseKind::Inhale) ? breath.agreeS : breath.otherS) +=
                bothS;
        }
        breaths.push_back(breath);
    }
    return breaths;
}

std::optional<double> CuedBreaths::agreement(const std::vector<Compared>& breaths)
{
    double agreeS = 0;
    double allS = 0;
    std::size_t cued = 0;
    for (const Compared& breath : breaths) {
        agreeS += breath.agreeS;
        allS += breath.agreeS + breath.otherS;
        cued += breath.agreeS + breath.otherS > 0;
    }
    return cued >= fewest ? std::optional(agreeS / allS) : std::nullopt;
}

std::optional<double> CuedBreaths::agreement(const std::vector<ReadPhase>& phases,
                                             double preRollS) const
{
    return agreement(compared(phases, preRollS));
}

std::vector<Correction> CuedBreaths::namesFor(const Reading& reading, double preRollS,
                                              std::size_t most) const
{
    std::vector<Compared> breaths = compared(reading.phases, preRollS);
    if (agreement(breaths).value_or(1) > 1 - mostly) return {};
    std::erase_if(breaths, [](const Compared& breath) { return breath.otherS <= breath.agreeS; });
    if (breaths.size() < fewest) return {};
    std::stable_sort(breaths.begin(), breaths.end(),
                     [](const Compared& a, const Compared& b) { return a.otherS > b.otherS; });
    std::vector<Correction> names;
    for (std::size_t i = 0; i < std::min(most, breaths.size()); ++i) {
        const ReadPhase& phase = *breaths[i].breath;
        Correction name{Correction::Kind::Rename, (phase.startS + phase.endS) / 2};
        name.name =
            phase.kind == ReadKind::Inhale ? Correction::Name::Exhale : Correction::Name::Inhale;
        names.push_back(name);
    }
    return names;
}

} // namespace layakari
