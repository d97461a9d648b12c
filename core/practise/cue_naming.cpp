// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/cue_naming.hpp"

#include "core/practise/cued_breaths.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double meantConfidence = 0.95;
constexpr double sureOfKind = 0.85;      // for the ear to be believed more than the cue
constexpr double nearlySureOfKind = 0.7; // for it to count as contradicting the cue
constexpr double sameBeginningS = 0.4; // by so much a look may move the beginning of the same sound

bool isQuiet(const LiveReading::Now& heard) { return heard.sound == HeardSpan::Kind::Silence; }

} // namespace

bool CueNaming::isNamed(const LiveReading::Now& heard) const
{
    return m_named && m_named->isQuiet == isQuiet(heard) &&
           std::fabs(m_named->sinceS - heard.sinceS) < sameBeginningS;
}

void CueNaming::hear(const LiveReading::Now& heard, const CueMoment& cue, const CueStep& step)
{
    if (cue.over || cue.paused || step.kind != CueStep::Kind::Phase ||
        heard.sound == HeardSpan::Kind::Strokes || isQuiet(heard) != isHold(step.phase.kind))
        return;
    // A quiet in the midst of a hold is the hold, after air was stolen in it.
    const double lateS = heard.sinceS - cue.beganS;
    if (lateS < -meantS || (lateS > meantS && !isQuiet(heard))) return;
    if (!isQuiet(heard)) {
        if (!isNamed(heard)) m_didBefore = m_contradicts;
        m_contradicts =
            heard.phase && heard.phase != step.phase.kind && sureness(heard) > nearlySureOfKind;
    }
    // What follows may find that it was mistaken; the clock is not.
    if (!isNamed(heard) || m_lead == Lead::Following)
        m_named = Named{heard.sinceS, isQuiet(heard), step.phase.kind};
}

// Where ear and cue have agreed, which kind is the inhale is in doubt no more.
double CueNaming::sureness(const LiveReading::Now& heard) const
{
    return m_agreement && *m_agreement > CuedBreaths::mostly ? heard.confidence / heard.sides
                                                             : heard.confidence;
}

bool CueNaming::believesEar(const LiveReading::Now& heard) const
{
    const bool differs = m_agreement && *m_agreement < 1 - CuedBreaths::mostly;
    return sureness(heard) > sureOfKind && (!differs || heard.sides > sureOfSides);
}

std::optional<PhaseKind> CueNaming::surely(const LiveReading::Now& heard) const
{
    if (!believesEar(heard)) return std::nullopt;
    // A look may have changed its mind since this breath was compared with the cue.
    const bool contradicts = isNamed(heard) && heard.phase != m_named->kind;
    return contradicts && !m_didBefore ? std::nullopt : heard.phase;
}

LiveReading::Now CueNaming::named(LiveReading::Now heard) const
{
    const bool mayName = m_lead == Lead::ByClock || !believesEar(heard);
    if (mayName && isNamed(heard)) {
        heard.phase = m_named->kind;
        heard.confidence = std::max(heard.confidence, meantConfidence);
    }
    return heard;
}

} // namespace layakari
