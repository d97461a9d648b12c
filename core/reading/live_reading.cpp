// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/live_reading.hpp"

#include <cmath>

namespace layakari {

namespace {

// Breaths take turns but where one is stolen or broken off: about one in twenty in what
// bench/listening makes.
constexpr double takesTurns = 0.95;

ReadKind kindAfter(ReadKind before, HeardSpan::Kind sound)
{
    const bool full = before == ReadKind::Inhale || before == ReadKind::HoldFull;
    if (sound == HeardSpan::Kind::Silence) return full ? ReadKind::HoldFull : ReadKind::HoldEmpty;
    return full ? ReadKind::Exhale : ReadKind::Inhale;
}

bool isNamed(const ReadPhase& phase) { return toPhaseKind(phase.kind).has_value(); }

} // namespace

bool LiveReading::Now::goesOnFrom(const Now& before) const
{
    const bool sounds = sound != HeardSpan::Kind::Silence;
    const bool sounded = before.sound != HeardSpan::Kind::Silence;
    // A look may move the beginning of what is heard, but not past the shortest hold.
    return sounds == sounded && std::fabs(sinceS - before.sinceS) < shortestHoldSeconds;
}

LiveReading::LiveReading(std::optional<Plan> plan, const Known& known)
    : m_plan(std::move(plan)), m_known(known)
{
}

void LiveReading::push(std::span<const float> samples)
{
    if (m_ear.push(samples)) readAgain();
}

void LiveReading::readAgain()
{
    const Heard& heard = m_ear.heard();
    RecordingInfo recording;
    recording.durationSeconds = heard.durationS;
    m_reading = readHeard({recording, {}, heard, m_ear.track()}, m_plan, m_known);
    // Words after what was heard last are in the middle of the practice, not at its end.
    while (!m_reading.phases.empty() && m_reading.phases.back().kind == ReadKind::Voice)
        m_reading.phases.pop_back();
    m_lookedUntilS = heard.spans.empty() ? 0 : heard.spans.back().endS;
}

std::vector<ReadPhase> LiveReading::phases() const
{
    std::vector<ReadPhase> phases = m_reading.phases;
    for (const HeardSpan& span : m_ear.heard().spans)
        if (span.endS > m_lookedUntilS)
            phases.push_back(named(span, phases.empty() ? nullptr : &phases.back()));
    return phases;
}

ReadPhase LiveReading::named(const HeardSpan& span, const ReadPhase* before) const
{
    ReadPhase phase;
    phase.startS = span.startS;
    phase.endS = span.endS;
    phase.startSdS = span.startSdS;
    phase.endSdS = span.endSdS;
    if (span.kind == HeardSpan::Kind::Strokes) phase.kind = ReadKind::Strokes;
    if (span.kind == HeardSpan::Kind::Hum) {
        phase.kind = ReadKind::Exhale;
        phase.sound = PhaseSound::Hum;
        phase.confidence = takesTurns;
    } else if (before && isNamed(*before)) {
        phase.kind = kindAfter(before->kind, span.kind);
        phase.confidence = takesTurns * before->confidence;
    }
    return phase;
}

std::optional<LiveReading::Now> LiveReading::now() const
{
    const std::optional<LiveEar::Present>& present = m_ear.present();
    if (!present) return std::nullopt;
    const std::vector<ReadPhase> past = phases();
    HeardSpan span;
    span.kind = present->kind;
    span.startS = present->sinceS;
    span.endS = m_ear.untilS();
    const ReadPhase phase = named(span, past.empty() ? nullptr : &past.back());
    return Now{toPhaseKind(phase.kind), present->kind, present->sinceS, phase.confidence,
               present->pitchHz};
}

Listened LiveReading::finish(RecordingInfo recording, const SoundDamage& damage,
                             const Progress& progress)
{
    return listenToSound(std::move(recording), m_ear.take(), damage, progress);
}

} // namespace layakari
