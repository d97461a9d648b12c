// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cue/leader.hpp"

#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace layakari {

namespace {

// A breath that begins so long before its cue was meant for it, unless it is the one before.
constexpr double mostEarlyS = 1.5;
constexpr double reactionS = 0.3; // about the least in which a cue is answered
// Nobody whose ears are closed can press a key: a phase that should have ended with a breath that
// is not heard ends after three times its length, and not before twenty seconds.
constexpr double unheardLengths = 3;
constexpr double unheardS = 20;
// Whoever is in the midst of a natural breath when settling or a rest is over ends it first.
constexpr double mostLateS = 5;
// Natural breaths that are not heard: by the clock, at the pace of somebody at rest.
constexpr double unheardBreathS = usual::restBreathS;

} // namespace

Leader::Leader(std::vector<CueStep> steps, const HowToLead& how)
    : m_steps(std::move(steps)), m_how(how), m_followedCountS(how.countS)
{
    if (m_steps.empty())
        m_moment.over = true;
    else
        begin(0, 0);
}

double Leader::lengthS(const CueStep& step) const
{
    return step.kind == CueStep::Kind::Phase ? step.counts * m_moment.countS : step.seconds;
}

bool Leader::followsBreath() const
{
    return step().kind == CueStep::Kind::Phase &&
           (m_how.lead == Lead::Following || step().endsByBreath);
}

std::optional<double> Leader::endByClock() const
{
    const CueStep& step = this->step();
    if (step.isOpen) return std::nullopt;
    if (step.kind == CueStep::Kind::Rest && step.breaths > 0)
        return m_moment.beganS + step.breaths * unheardBreathS;
    if (!followsBreath()) {
        const double end = m_moment.beganS + lengthS(step);
        if (step.kind != CueStep::Kind::Settle && step.kind != CueStep::Kind::Rest) return end;
        return m_heard.sounds ? end + mostLateS
                              : std::clamp(m_heard.sinceS + leastQuietS, end, end + mostLateS);
    }
    if (step.counts > 0 && step.endsByBreath)
        return m_moment.beganS + std::max(unheardS, unheardLengths * lengthS(step));
    return std::nullopt;
}

void Leader::begin(std::size_t index, double atS)
{
    // Half of the phase before at most: else it is that phase's breath, still sounding. After
    // natural breathing nobody knows when the cue comes: what sounds then is still that.
    const bool wasPhase = step().kind == CueStep::Kind::Phase;
    m_mostEarlyS = std::min(wasPhase ? mostEarlyS : reactionS, 0.5 * (atS - m_moment.beganS));
    m_moment = {};
    m_moment.step = index;
    m_moment.beganS = atS;
    const bool isPractice =
        step().kind == CueStep::Kind::Phase || step().kind == CueStep::Kind::Strokes;
    if (isPractice && !m_practiceBeganS) m_practiceBeganS = atS;
    if (step().beginsCycle) m_cycleBeganS = atS;
    const double minutes = (atS - m_practiceBeganS.value_or(atS)) / 60;
    m_moment.countS = m_followedCountS * std::max(0.2, 1 + m_how.slowerPerMinute * minutes);
    m_toldCounts = step().kind == CueStep::Kind::Strokes ? -1 : 0;
    m_hasBegun = false;
    m_soundsInRest = 0;
    m_endedByEar.reset();
    m_events.push_back({CueEvent::Kind::Step, atS, index, 0});
}

void Leader::end(double atS)
{
    if (m_moment.step + 1 < m_steps.size()) return begin(m_moment.step + 1, atS);
    m_moment.over = true;
    m_events.push_back({CueEvent::Kind::End, atS, m_moment.step, 0});
}

void Leader::advance(double untilS)
{
    while (!m_moment.paused && !m_moment.over) {
        const std::optional<double> end = endByClock();
        if (!end || *end > untilS) break;
        tellCounts(*end);
        this->end(*end);
    }
    m_nowS = untilS;
    if (m_moment.paused || m_moment.over) return;
    hearPhase(untilS);
    hearInRest(untilS);
    if (!m_moment.over) tellCounts(untilS);
}

// What falls before `untilS`: at the end of a step begins the next, which tells itself.
void Leader::tellCounts(double untilS)
{
    const CueStep& step = this->step();
    if (step.kind == CueStep::Kind::Strokes) {
        double atS = m_moment.beganS;
        for (int s = 0; s < step.strokes.strokes && atS < untilS; ++s) {
            if (s > m_toldCounts) {
                m_toldCounts = s;
                m_events.push_back({CueEvent::Kind::Count, atS, m_moment.step, s});
            }
            atS += strokeIntervalS(step.strokes, s);
        }
        return;
    }
    if (step.kind != CueStep::Kind::Phase ||
        (followsBreath() && !m_hasBegun && !isHold(step.phase.kind)))
        return;
    for (;;) {
        const double atS = m_moment.beganS + (m_toldCounts + 1) * m_moment.countS;
        if (atS >= untilS - 1e-9) return;
        ++m_toldCounts;
        m_events.push_back({CueEvent::Kind::Count, atS, m_moment.step, m_toldCounts});
    }
}

void Leader::pause()
{
    if (m_moment.over || m_moment.paused) return;
    m_moment.paused = true;
    const bool isInCycle = step().kind == CueStep::Kind::Phase;
    m_pauses.push_back({isInCycle ? m_cycleBeganS : m_nowS, m_nowS});
}

void Leader::resume()
{
    if (!m_moment.paused) return;
    m_pauses.back().untilS = m_nowS;
    std::size_t from = m_moment.step;
    if (step().kind == CueStep::Kind::Phase)
        while (!m_steps[from].beginsCycle) --from;
    begin(from, m_nowS);
}

void Leader::skip()
{
    if (!m_moment.over && !m_moment.paused) end(m_nowS);
}

void Leader::stop()
{
    if (m_moment.over) return;
    if (m_moment.paused) m_pauses.back().untilS = m_nowS;
    m_moment.over = true;
    m_moment.paused = false;
    m_events.push_back({CueEvent::Kind::End, m_nowS, m_moment.step, 0});
}

CueMoment Leader::now() const
{
    CueMoment moment = m_moment;
    if (m_steps.empty() || moment.over) return moment;
    const CueStep& step = this->step();
    const double passedS = std::max(0.0, m_nowS - moment.beganS);
    moment.waits = followsBreath() && !isHold(step.phase.kind) && !m_hasBegun;
    if (step.kind == CueStep::Kind::Strokes)
        moment.counts = m_toldCounts + 1;
    else if (step.kind == CueStep::Kind::Phase)
        moment.counts = moment.waits ? 0 : passedS / moment.countS;
    const double length = lengthS(step);
    if (length > 0 && !moment.waits) moment.share = std::min(1.0, passedS / length);
    if (step.kind != CueStep::Kind::Phase && length > 0)
        moment.leftS = std::max(0.0, length - passedS);
    return moment;
}

std::vector<CueEvent> Leader::takeEvents() { return std::exchange(m_events, {}); }

Remaining remainingOf(const std::vector<CueStep>& steps, const CueMoment& moment)
{
    constexpr double naturalBreathS = 5;
    Remaining remaining;
    if (moment.over) return remaining;
    for (std::size_t i = moment.step; i < steps.size(); ++i) {
        const CueStep& step = steps[i];
        const bool isPhase = step.kind == CueStep::Kind::Phase;
        const double length = isPhase            ? step.counts * moment.countS
                              : step.breaths > 0 ? step.breaths * naturalBreathS
                                                 : step.seconds;
        remaining.isAtLeast = remaining.isAtLeast || step.isOpen || length == 0;
        const double done = i > moment.step    ? 0
                            : moment.leftS > 0 ? length - moment.leftS
                                               : moment.share * length;
        remaining.seconds += std::max(0.0, length - done);
    }
    return remaining;
}

} // namespace layakari
