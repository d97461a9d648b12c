// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/cued_practitioner.hpp"

#include <algorithm>

namespace layakari {

namespace {

// How late people are after a tone that they expect (Repp, Psychon. Bull. Rev. 12(6), 2005, finds
// taps to be early; a breath has to be turned first).
constexpr double leastReactionS = 0.05;
constexpr double mostReactionS = 0.3;
constexpr double waitS = 0.01;

} // namespace

CuedPractitioner::CuedPractitioner(const Plan& plan, std::vector<CueStep> steps, Lead lead,
                                   const Temperament& temperament, std::uint64_t seed)
    : m_who(temperament),
      m_steps(std::move(steps)),
      m_lead(lead),
      m_body(plan, m_who, seed),
      m_breath(m_body.performance().gestures, m_who, seed),
      m_microphone(m_who, seed)
{
}

void CuedPractitioner::read(std::span<float> out, const CueMoment& cue)
{
    const double endS =
        static_cast<double>(m_sample + static_cast<long>(out.size())) / m_who.sampleRateHz;
    if (m_wasPaused && !cue.paused) m_next = cue.step;
    m_wasPaused = cue.paused;
    // Whoever leads does not skip what a mistaken cue has skipped.
    const bool leads = m_lead == Lead::Following && m_next < m_steps.size() &&
                       m_steps[m_next].kind == CueStep::Kind::Phase;
    if (!leads && cue.step > m_next) m_next = m_isAtRest ? whereToJoin(cue.step) : cue.step;
    while (m_body.now() < endS) decide(cue);
    for (float& sample : out) sample = m_microphone.next(m_breath.next());
    m_sample += static_cast<long>(out.size());
}

// The cue went on in the midst of a natural breath: the first phase is made up for as long as the
// cue is in the hold after it; later, the next cycle is waited for.
std::size_t CuedPractitioner::whereToJoin(std::size_t step) const
{
    if (m_steps[step].kind != CueStep::Kind::Phase || m_steps[step].beginsCycle) return step;
    const PhaseKind kind = m_steps[step].phase.kind;
    const bool isHold = kind == PhaseKind::HoldFull || kind == PhaseKind::HoldEmpty;
    if (isHold && m_steps[step - 1].beginsCycle) return step - 1;
    while (step < m_steps.size() && m_steps[step].kind == CueStep::Kind::Phase &&
           !m_steps[step].beginsCycle)
        ++step;
    return step;
}

void CuedPractitioner::decide(const CueMoment& cue)
{
    if (cue.over || cue.paused || m_next >= m_steps.size() || !mayBegin(cue)) return idle(cue);
    begin(m_steps[m_next], cue);
    ++m_next;
    m_reactionS = m_body.random().uniform(leastReactionS, mostReactionS);
}

bool CuedPractitioner::mayBegin(const CueMoment& cue) const
{
    if (cue.step >= m_next) return m_body.now() >= cue.beganS + m_reactionS;
    // Where the breath leads, nobody waits to be told.
    const CueStep& before = m_steps[m_next - 1];
    return before.kind == CueStep::Kind::Phase && m_steps[m_next].kind != CueStep::Kind::Strokes &&
           (before.endsByBreath || m_lead == Lead::Following);
}

void CuedPractitioner::begin(const CueStep& step, const CueMoment& cue)
{
    m_isAtRest = step.kind == CueStep::Kind::Settle || step.kind == CueStep::Kind::Rest;
    switch (step.kind) {
    case CueStep::Kind::Settle: return m_body.naturalBreaths(1, Role::Outside);
    case CueStep::Kind::Rest: return m_body.naturalBreaths(std::max(1, step.breaths), Role::Rest);
    case CueStep::Kind::Stay: return m_body.silence(0.1);
    case CueStep::Kind::Strokes: return m_body.strokes(step.strokes);
    case CueStep::Kind::Phase: break;
    }
    const bool isLed = m_lead == Lead::ByClock && cue.step == m_next && !step.endsByBreath;
    const double countS = m_lead == Lead::ByClock ? cue.countS : m_who.ownCountS;
    double seconds = secondsFor(step.phase, countS, step.cycle, m_who, m_body.random());
    if (m_lead == Lead::ByClock && m_next < cue.step) seconds /= 2; // to catch up
    // Whoever began late ends with the cue all the same.
    if (isLed) seconds -= m_body.now() - cue.beganS;
    m_body.phase(step.phase, std::max(0.3, seconds), step.cycle);
}

void CuedPractitioner::idle(const CueMoment& cue)
{
    // The cue is there, and is being taken in.
    const bool reacts = !cue.paused && !cue.over && cue.step >= m_next;
    const bool atRest = cue.paused || cue.over || m_next >= m_steps.size() ||
                        (m_next > 0 && m_steps[m_next - 1].kind != CueStep::Kind::Phase &&
                         m_steps[m_next - 1].kind != CueStep::Kind::Strokes);
    // In a rest by breaths they are done; then, as after all else, the cue is waited for.
    const bool isCounted = m_next > 0 && m_steps[m_next - 1].breaths > 0;
    const bool breathes = atRest && !reacts && (cue.paused || cue.over || !isCounted);
    m_isAtRest = m_isAtRest || breathes;
    if (breathes)
        m_body.naturalBreaths(1, cue.over || m_next <= 1 ? Role::Outside : Role::Rest);
    else
        m_body.silence(waitS);
}

} // namespace layakari
