// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the leader does with what is heard: phases that end with the breath, a cue that has lost its
// place, breaths of a rest.
#include "core/cue/leader.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A sound that lasts so long is a breath and no knock. Together with the fifth of a second after
// which the live ear knows, half a second: people wait for a cue about as long.
constexpr double leastBreathS = 0.3;
// A look at the recording that changes its mind does so within its next block or two.
constexpr double leastToldS = 0.15;
// What comes so early in a phase needs to last longer, to be its end and no gap, knock or sip; and
// a turn without a pause is none there. Later, but sooner than people are as a rule, a turn has to
// last until the ear has had time to take it back; where a hold is to come, it is none.
constexpr double earlyShare = 0.4;
constexpr double leastEarlyS = 0.8;
constexpr double usualShare = 0.7;
constexpr double leastUnusualS = 1.5;
constexpr double longestSipS = 1.2; // of air, stolen in a hold
constexpr double surelyS = 1;       // so long a breath has to be called another than the cue's
// How far the count of somebody who is followed moves towards the last phase's, and at most.
constexpr double learning = 0.3;
constexpr double mostLearned = 2;
// A sound as long as this breath and the next was both, whose turn was not heard: longer than
// either of the two by far (as in core/align/cycle_match.cpp), and as long as both within what
// people differ from breath to breath. Not before the count is known by so many phases.
constexpr int countIsKnown = 4;
constexpr double longerThanOne = 1.35;
constexpr double leastOfBoth = 0.8;
constexpr double mostOfBoth = 1.3;
// As `LiveReading::Now::goesOnFrom`: how far a look may move the beginning of the same sound.
constexpr double sameSoundS = 0.3;
constexpr double mostMovedS =
    0.6; // of a beginning that a look has moved, and that is still the same

} // namespace

void Leader::hear(const BreathHeard& heard)
{
    const bool isNew = heard.sounds != m_heard.sounds || heard.sinceS > m_heard.sinceS + sameSoundS;
    const bool wentOn = !isNew && heard.sinceS < m_heard.sinceS - sameSoundS; // there was no turn
    m_heard.kind = heard.kind;
    m_heard.isHum = heard.isHum;
    if (!isNew && !wentOn) return;
    takeBackIfMistaken(heard);
    m_heard = heard;
    m_toldAtS = m_nowS;
    if (isNew) m_isCounted = false;
}

// A look may find that what ended the phase before was nothing: it still goes on as it began.
void Leader::takeBackIfMistaken(const BreathHeard& heard)
{
    if (!m_endedByEar || m_moment.paused || m_moment.over || !followsBreath()) return;
    const CueStep& before = m_steps[m_endedByEar->step];
    const bool goesOn = heard.sounds != isHold(before.phase.kind) &&
                        std::fabs(heard.sinceS - m_endedByEar->beganS) < mostMovedS &&
                        heard.sinceS < m_moment.beganS - mostMovedS;
    if (!goesOn || m_endedByEar->step + 1 != m_moment.step) return;
    const double beganS = m_endedByEar->beganS;
    begin(m_endedByEar->step, beganS);
    m_hasBegun = !isHold(step().phase.kind);
    m_breathSinceS = heard.sinceS;
    m_toldCounts = static_cast<int>((m_nowS - beganS) / m_moment.countS);
}

// A phase that ends with the person's breath.
void Leader::hearPhase(double nowS)
{
    if (m_moment.over || goToHum() || !followsBreath() || findItsPlace(nowS)) return;
    const double lasted = nowS - m_heard.sinceS;
    const bool isTold = nowS - m_toldAtS >= leastToldS;
    const bool isEarly = shareDone(m_heard.sinceS) < earlyShare;
    if (isHold(step().phase.kind)) {
        if (!m_heard.sounds || !isTold || lasted < (isEarly ? leastEarlyS : leastBreathS)) return;
        endHeard(std::max(m_heard.sinceS, m_moment.beganS));
        return hearPhase(nowS); // the sound that ended the hold is the next breath
    }
    const bool isBreath = m_heard.sounds && isTold && lasted >= leastBreathS;
    if (!m_hasBegun) {
        if (!isBreath || m_heard.sinceS < m_moment.beganS - m_mostEarlyS) return;
        m_hasBegun = true;
        m_breathSinceS = m_heard.sinceS;
        m_moment.beganS = m_heard.sinceS;
        if (step().beginsCycle) m_cycleBeganS = m_heard.sinceS;
        return;
    }
    if (!m_heard.sounds) {
        if (m_heard.sinceS < m_breathSinceS) { // a look takes it back: it has not begun yet
            m_hasBegun = false;
            return;
        }
        if (lasted >= leastQuietS && wasSip()) return goBackToHold(nowS);
        if (lasted >= (isEarly ? leastEarlyS : leastQuietS)) endBreath(m_heard.sinceS);
        return;
    }
    if (!isBreath || m_heard.sinceS <= m_breathSinceS + sameSoundS) return;
    const std::size_t next = m_moment.step + 1;
    const bool holdIsNext = next < m_steps.size() && m_steps[next].kind == CueStep::Kind::Phase &&
                            isHold(m_steps[next].phase.kind);
    const double share = shareDone(m_heard.sinceS);
    if (share < (holdIsNext ? usualShare : earlyShare)) {
        m_breathSinceS = m_heard.sinceS; // it goes on
        return;
    }
    if (share < usualShare && lasted < leastUnusualS) return;
    endBreath(m_heard.sinceS);
    hearPhase(nowS);
}

// An inhale that is surely an exhale: the cue has lost its place, and goes to where that is.
bool Leader::findItsPlace(double nowS)
{
    if (m_how.lead != Lead::Following || isHold(step().phase.kind) || !m_hasBegun ||
        !m_heard.sounds || !m_heard.kind || *m_heard.kind == step().phase.kind ||
        nowS - m_heard.sinceS < surelyS)
        return false;
    const auto place = m_heard.sinceS > m_breathSinceS + sameSoundS ? laterStep(*m_heard.kind)
                                                                    : stepOfCycle(*m_heard.kind);
    if (!place) return false;
    goTo(*place);
    return true;
}

// Whoever hums while another breath is cued was late, or the cue took their inhale for the hum.
bool Leader::goToHum()
{
    if (!m_heard.isHum || step().kind != CueStep::Kind::Phase ||
        step().phase.sound == PhaseSound::Hum)
        return false;
    const auto hum = stepOfHum();
    if (!hum || !m_steps[*hum].endsByBreath) return false;
    goTo(*hum);
    return true;
}

// The one that the same sound has ended just now, else that of this cycle.
std::optional<std::size_t> Leader::stepOfHum() const
{
    const auto isHum = [&](std::size_t i) {
        return m_steps[i].kind == CueStep::Kind::Phase && m_steps[i].phase.sound == PhaseSound::Hum;
    };
    if (m_endedByEar && isHum(m_endedByEar->step) &&
        std::fabs(m_heard.sinceS - m_endedByEar->endedS) < mostMovedS)
        return m_endedByEar->step;
    for (std::size_t i = m_moment.step + 1; i < m_steps.size() && !m_steps[i].beginsCycle; ++i)
        if (isHum(i)) return i;
    return std::nullopt;
}

// With the breath that sounds.
void Leader::goTo(std::size_t step)
{
    if (step == m_moment.step + 1)
        endHeard(m_heard.sinceS);
    else
        begin(step, m_heard.sinceS);
    m_hasBegun = true;
    m_breathSinceS = m_heard.sinceS;
    m_toldCounts = static_cast<int>((m_nowS - m_heard.sinceS) / m_moment.countS);
}

// Where the breath of this phase was another from its beginning.
std::optional<std::size_t> Leader::stepOfCycle(PhaseKind kind) const
{
    std::size_t i = m_moment.step;
    while (i > 0 && !m_steps[i].beginsCycle) --i;
    do {
        if (m_steps[i].phase.kind == kind) return i;
        ++i;
    } while (i < m_steps.size() && !m_steps[i].beginsCycle &&
             m_steps[i].kind == CueStep::Kind::Phase);
    return std::nullopt;
}

// Where this phase's breath is over, and another sounds.
std::optional<std::size_t> Leader::laterStep(PhaseKind kind) const
{
    for (std::size_t i = m_moment.step + 1;
         i < m_steps.size() && m_steps[i].kind == CueStep::Kind::Phase; ++i)
        if (m_steps[i].phase.kind == kind) return i;
    return std::nullopt;
}

// Air stolen in a hold ended it, as a breath would; it goes on.
bool Leader::wasSip() const
{
    return m_endedByEar && m_endedByEar->step + 1 == m_moment.step &&
           isHold(m_steps[m_endedByEar->step].phase.kind) &&
           m_heard.sinceS - m_breathSinceS < longestSipS && shareDone(m_heard.sinceS) < earlyShare;
}

void Leader::goBackToHold(double nowS)
{
    const Ended hold = *m_endedByEar;
    begin(hold.step, hold.beganS);
    m_toldCounts = static_cast<int>((nowS - hold.beganS) / m_moment.countS);
}

// Of the phase's counts; all of it where it is open-ended.
double Leader::shareDone(double atS) const
{
    const double length = lengthS(step());
    return length > 0 ? (atS - m_moment.beganS) / length : 1;
}

void Leader::endHeard(double atS)
{
    tellCounts(atS);
    const Ended ended{m_moment.step, m_moment.beganS, atS};
    const double seconds = atS - m_moment.beganS;
    if (m_how.lead == Lead::Following && step().counts > 0 && seconds > 0) {
        const double kept = std::clamp(seconds / step().counts, m_how.countS / mostLearned,
                                       m_how.countS * mostLearned);
        m_followedCountS += learning * (kept - m_followedCountS);
        ++m_followed;
    }
    end(atS);
    m_endedByEar = ended;
}

// What only its length tells; an ear that is sure of what comes next says it better.
void Leader::endBreath(double atS)
{
    if (wasBoth(atS)) {
        tellCounts(atS);
        endBoth(atS);
    }
    endHeard(atS);
}

bool Leader::wasBoth(double untilS) const
{
    const std::size_t next = m_moment.step + 1;
    if (m_how.lead != Lead::Following || m_followed < countIsKnown || next >= m_steps.size() ||
        m_steps[next].kind != CueStep::Kind::Phase || isHold(step().phase.kind) ||
        isHold(m_steps[next].phase.kind) ||
        (m_heard.sounds && m_heard.kind == m_steps[next].phase.kind))
        return false;
    const double one = lengthS(step());
    const double other = lengthS(m_steps[next]);
    const double seconds = untilS - m_moment.beganS;
    return one > 0 && other > 0 && seconds > longerThanOne * std::max(one, other) &&
           seconds > leastOfBoth * (one + other) && seconds < mostOfBoth * (one + other);
}

// Of the first there is nothing to tell any more; the second is the one that is over.
void Leader::endBoth(double atS)
{
    const double one = lengthS(step());
    const double share = one / (one + lengthS(m_steps[m_moment.step + 1]));
    const double turnS = m_moment.beganS + share * (atS - m_moment.beganS);
    end(turnS);
    m_events.pop_back();
    m_toldCounts = static_cast<int>((atS - turnS) / m_moment.countS);
}

void Leader::hearInRest(double nowS)
{
    if (m_moment.over || step().kind != CueStep::Kind::Rest || step().breaths == 0) return;
    if (m_heard.sounds && !m_isCounted && m_heard.sinceS > m_moment.beganS &&
        nowS - m_heard.sinceS >= leastBreathS) {
        m_isCounted = true;
        ++m_soundsInRest;
    }
    m_moment.breaths = m_soundsInRest / 2;
    if (m_moment.breaths >= step().breaths && !m_heard.sounds &&
        nowS - m_heard.sinceS >= leastQuietS)
        end(nowS);
}

} // namespace layakari
