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
    const std::vector<Compared> breaths = compared(reading.phases, preRollS);
    if (agreement(breaths).value_or(1) > 1 - mostly) return {};
    const std::vector<Correction> names = cuedNames(breaths, &Compared::otherS, breaths.size());
    if (names.size() < fewest) return {};
    return {names.begin(),
            names.begin() + static_cast<std::ptrdiff_t>(std::min(most, names.size()))};
}

std::vector<Correction> CuedBreaths::namesThatAgree(const Reading& reading, double preRollS,
                                                    std::size_t most) const
{
    const std::vector<Compared> breaths = compared(reading.phases, preRollS);
    if (agreement(breaths).value_or(0) < mostly) return {};
    return cuedNames(breaths, &Compared::agreeS, most);
}

// As they were cued, of those that lie for most of their time under cues that agree, or under
// others.
std::vector<Correction> CuedBreaths::cuedNames(std::vector<Compared> breaths,
                                               double Compared::*under, std::size_t most)
{
    std::erase_if(breaths, [&](const Compared& breath) {
        return 2 * breath.*under <= breath.agreeS + breath.otherS;
    });
    std::stable_sort(breaths.begin(), breaths.end(),
                     [&](const Compared& a, const Compared& b) { return a.*under > b.*under; });
    std::vector<Correction> names;
    for (std::size_t i = 0; i < std::min(most, breaths.size()); ++i) {
        const ReadPhase& phase = *breaths[i].breath;
        const bool isInhale = (phase.kind == ReadKind::Inhale) == (under == &Compared::agreeS);
        Correction name{Correction::Kind::Rename, (phase.startS + phase.endS) / 2};
        name.name = isInhale ? Correction::Name::Inhale : Correction::Name::Exhale;
        names.push_back(name);
    }
    return names;
}

} // namespace layakari
