// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/breather.hpp"

#include "core/pitch/pitch.hpp"
#include "core/plan/plan_figures.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

Breather::Breather(const Plan& plan, const Temperament& temperament, std::uint64_t seed)
    : m_saHz(plan.saHz), m_who(temperament), m_random(seed, 1)
{
    m_performance.truth.plan = plan;
}

void Breather::gesture(Gesture::Kind kind, double seconds, double levelDb, bool outward,
                       double pitchHz)
{
    if (kind == Gesture::Kind::Silence && isSilent() && !m_performance.gestures.empty())
        m_performance.gestures.back().endS += seconds;
    else
        m_performance.gestures.push_back({kind, m_now, m_now + seconds, levelDb, outward, pitchHz});
    m_now += seconds;
    m_lastWas = kind;
}

void Breather::truth(std::string kind, PhaseSound sound, double start, Role role,
                     std::optional<int> cycle)
{
    m_performance.truth.phases.push_back({std::move(kind), sound, start, m_now, role, cycle});
}

void Breather::phase(const Phase& phase, double seconds, std::optional<int> cycle)
{
    if (isHold(phase.kind)) return hold(phase, seconds, cycle);
    const bool outward = phase.kind == PhaseKind::Exhale;
    const bool stepsOn = m_pausedIn && m_pausedIn == cycle && outward != m_lungsFull;
    m_pausedIn.reset();
    if (!stepsOn) makeReadyFor(outward, m_begun ? Role::Rest : Role::Outside);
    m_lungsFull = !outward;
    m_begun = true;
    const double start = m_now;
    if (phase.sound == PhaseSound::Hum && outward) {
        const double hz = pitchFor(phase);
        hum(seconds, hz);
    } else if (phase.sound == PhaseSound::Ujjayi) {
        gesture(Gesture::Kind::Ujjayi, seconds, 3, outward);
    } else {
        gesture(outward ? Gesture::Kind::Exhale : Gesture::Kind::Inhale, seconds,
                m_random.normal());
    }
    truth(toWord(phase.kind), phase.sound, start, Role::Practice, cycle);
}

void Breather::hum(double seconds, double hz)
{
    constexpr double longEnoughToBreak = 3;
    const bool breaks =
        m_who.humBreak > 0 && seconds > longEnoughToBreak && m_random.chance(m_who.humBreak);
    m_performance.truth.hums.push_back({m_now, m_now + seconds, hz, breaks ? 1 : 0});
    if (breaks) {
        const double before = seconds * m_random.uniform(0.35, 0.65);
        const double gap = m_random.uniform(0.12, 0.35);
        gesture(Gesture::Kind::Hum, before, 8, true, hz);
        silence(gap);
        seconds -= before + gap;
    }
    gesture(Gesture::Kind::Hum, seconds, 8, true, hz);
}

// Nobody exhales twice: what is missing in between is done first, as a natural breath.
void Breather::makeReadyFor(bool exhale, Role role)
{
    if (exhale == m_lungsFull) return;
    naturalSide(!exhale, 1, role);
}

void Breather::naturalSide(bool outward, double scale, Role role)
{
    const double start = m_now;
    gesture(outward ? Gesture::Kind::Exhale : Gesture::Kind::Inhale,
            (outward ? m_who.restExhaleS : m_who.restInhaleS) * scale, m_who.restLevelDb);
    truth(outward ? "exhale" : "inhale", PhaseSound::Plain, start, role, std::nullopt);
    m_lungsFull = !outward;
}

void Breather::hold(const Phase& phase, double seconds, std::optional<int> cycle)
{
    const double start = m_now;
    if (!phase.counts.open && phase.counts.max <= longestPauseCounts) m_pausedIn = cycle;
    if (seconds > 4 && m_random.chance(m_who.stolenBreath)) {
        silence(seconds * m_random.uniform(0.4, 0.7));
        truth(toWord(phase.kind), PhaseSound::Plain, start, Role::Practice, cycle);
        const double sip = m_now;
        const bool inward = phase.kind == PhaseKind::HoldFull;
        gesture(inward ? Gesture::Kind::Inhale : Gesture::Kind::Exhale, 0.6, -2);
        truth(inward ? "inhale" : "exhale", PhaseSound::Plain, sip, Role::Practice, cycle);
        const double rest = m_now;
        silence(seconds - (m_now - start));
        truth(toWord(phase.kind), PhaseSound::Plain, rest, Role::Practice, cycle);
        return;
    }
    silence(seconds);
    truth(toWord(phase.kind), PhaseSound::Plain, start, Role::Practice, cycle);
}

double Breather::pitchFor(const Phase& phase)
{
    double hz = m_who.humHz;
    if (phase.pitch) {
        if (const auto* number = std::get_if<double>(&*phase.pitch)) {
            hz = *number;
        } else {
            const auto& name = std::get<std::string>(*phase.pitch);
            if (const auto ratio = swaraRatio(name)) hz = m_saHz.value_or(m_who.humHz) * *ratio;
            if (const auto note = noteHz(name)) hz = *note;
        }
    }
    return hz * std::exp2(m_who.humSteadinessCents * m_random.normal() / 1200);
}

void Breather::strokes(const Strokes& strokes)
{
    const double start = m_now;
    const bool bellows = strokes.style == StrokeStyle::Bhastrika;
    for (int i = 0; i < strokes.strokes; ++i) {
        const double progress = static_cast<double>(i) / strokes.strokes;
        const double interval =
            strokeIntervalS(strokes, i) * std::exp(m_who.phaseJitter * m_random.normal());
        const double levelDb = 6 - 3 * progress + m_random.normal();
        if (bellows) gesture(Gesture::Kind::Stroke, interval * 0.48, levelDb - 2, false);
        m_performance.truth.strokes.push_back({m_run, m_now + 0.01});
        const double burst = bellows ? interval * 0.52 : std::min(0.25, interval * 0.45);
        gesture(Gesture::Kind::Stroke, burst, levelDb, true);
        if (!bellows)
            gesture(Gesture::Kind::Stroke, interval - burst, levelDb + m_who.passiveInhaleDb,
                    false);
        if (m_who.strokePause > 0 && i + 1 < strokes.strokes && m_random.chance(m_who.strokePause))
            silence(m_random.uniform(1, 2));
    }
    truth("strokes", PhaseSound::Plain, start, Role::Practice, std::nullopt);
    m_lungsFull = true; // the last active stroke is followed by a breath in before the next exhale
    ++m_run;
}

void Breather::rest(const Rest& rest)
{
    if (rest.breaths) return naturalBreaths(*rest.breaths, Role::Rest);
    const double end = m_now + rest.seconds.value_or(15);
    const bool stillness = m_lastWas == Gesture::Kind::Hum;
    if (stillness) return silence(end - m_now);
    while (m_now < end) naturalBreaths(1, Role::Rest);
}

void Breather::naturalBreaths(int count, Role role)
{
    for (int i = 0; i < count; ++i) {
        const double scale = std::exp(0.12 * m_random.normal());
        if (!m_lungsFull) naturalSide(false, scale, role);
        naturalSide(true, scale, role);
        const double start = m_now;
        silence(m_who.restPauseS * std::exp(0.3 * m_random.normal()));
        truth("hold_empty", PhaseSound::Plain, start, role, std::nullopt);
    }
}

} // namespace layakari
