// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/live_reading.hpp"

#include "core/reading/quick_breaths.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace layakari {

namespace {

// Breaths take turns but where one is stolen or broken off: about one in twenty in what
// bench/listening makes.
constexpr double takesTurns = 0.95;
// Once so many cycles are there, tempo and kinds are as they were but for a drift: they are looked
// for again at every fifteenth look, half a minute. It keeps the looks of a long practice short.
constexpr std::size_t enoughCycles = 8;
constexpr int lookAnew = 15;
// After a breath so short, amid quiet, one cannot tell yet whether the hold goes on: it may have
// been air stolen in it, for which a cue that follows waits as long.
constexpr double longestSipS = 1.2;
constexpr double afterSip = 0.5;

ReadKind kindAfter(ReadKind before, HeardSpan::Kind sound)
{
    const bool full = before == ReadKind::Inhale || before == ReadKind::HoldFull;
    if (sound == HeardSpan::Kind::Silence) return full ? ReadKind::HoldFull : ReadKind::HoldEmpty;
    return full ? ReadKind::Exhale : ReadKind::Inhale;
}

bool isQuiet(const HeardSpan& span) { return span.kind == HeardSpan::Kind::Silence; }

// What comes after `spans` up to `end`.
bool followsShortBreath(const std::vector<HeardSpan>& spans, std::size_t end)
{
    return end >= 2 && spans[end - 1].kind == HeardSpan::Kind::Breath &&
           spans[end - 1].seconds() < longestSipS && isQuiet(spans[end - 2]);
}

// `sure`: that it takes turns with `before`.
ReadPhase named(const HeardSpan& span, const ReadPhase* before, double sure)
{
    ReadPhase phase;
    phase.startS = span.startS;
    phase.endS = span.endS;
    phase.startSdS = span.startSdS;
    phase.endSdS = span.endSdS;
    if (span.kind == HeardSpan::Kind::Strokes) {
        phase.kind = ReadKind::Strokes;
    } else if (span.kind == HeardSpan::Kind::Hum) {
        phase.kind = ReadKind::Exhale;
        phase.sound = PhaseSound::Hum;
        phase.confidence = takesTurns;
    } else if (before) {
        phase.kind = kindAfter(before->kind, span.kind);
        phase.confidence = sure * before->confidence;
    }
    return phase;
}

} // namespace

bool LiveReading::Now::goesOnFrom(const Now& before) const
{
    const bool sounds = sound != HeardSpan::Kind::Silence;
    const bool sounded = before.sound != HeardSpan::Kind::Silence;
    // A look may move the beginning of what is heard, but not past the shortest hold.
    return sounds == sounded && std::fabs(sinceS - before.sinceS) < shortestHoldSeconds;
}

LiveReading::LiveReading(std::optional<Plan> plan, const Known& known)
    : m_plan(std::move(plan)), m_known(known), m_ear([plan = m_plan](Heard heard) {
          return withQuickBreaths(std::move(heard), plan, {}).heard;
      })
{
}

bool LiveReading::push(std::span<const float> samples)
{
    const bool looked = m_ear.push(samples);
    if (looked) readAgain();
    return looked;
}

void LiveReading::readAgain()
{
    const Heard& heard = m_ear.heard();
    RecordingInfo recording;
    recording.durationSeconds = heard.durationS;
    Known known = m_known;
    if (m_reading.cycles.size() >= enoughCycles && ++m_looks % lookAnew != 0)
        known.fit = m_reading.fit;
    m_reading = readHeard({recording, {}, heard, m_ear.track()}, m_plan, known);
    // Words after what was heard last are in the middle of the practice, not at its end.
    while (!m_reading.phases.empty() && m_reading.phases.back().kind == ReadKind::Voice)
        m_reading.phases.pop_back();
    m_lookedUntilS = heard.spans.empty() ? 0 : heard.spans.back().endS;
}

std::vector<ReadPhase> LiveReading::phases() const
{
    std::vector<ReadPhase> phases = m_reading.phases;
    const std::vector<ReadPhase> recent = sinceLook();
    phases.insert(phases.end(), recent.begin(), recent.end());
    return phases;
}

std::vector<ReadPhase> LiveReading::sinceLook() const
{
    std::vector<ReadPhase> recent;
    const std::vector<HeardSpan>& spans = m_ear.heard().spans;
    std::size_t next = spans.size();
    while (next > 0 && spans[next - 1].endS > m_lookedUntilS) --next;
    for (; next < spans.size(); ++next)
        recent.push_back(named(spans[next], lastNamed(recent), sureAfter(next)));
    return recent;
}

double LiveReading::sureAfter(std::size_t end) const
{
    return followsShortBreath(m_ear.heard().spans, end) ? afterSip : takesTurns;
}

const ReadPhase* LiveReading::lastNamed(const std::vector<ReadPhase>& recent) const
{
    const auto isNamed = [](const ReadPhase& p) { return toPhaseKind(p.kind).has_value(); };
    for (const auto* phases : {&recent, &std::as_const(m_reading.phases)}) {
        const auto last = std::find_if(phases->rbegin(), phases->rend(), isNamed);
        if (last != phases->rend()) return &*last;
    }
    return nullptr;
}

std::optional<LiveReading::Now> LiveReading::now() const
{
    const std::optional<LiveEar::Present>& present = m_ear.present();
    if (!present) return std::nullopt;
    const std::vector<ReadPhase> recent = sinceLook();
    HeardSpan span;
    span.kind = present->kind;
    span.startS = present->sinceS;
    span.endS = m_ear.untilS();
    const ReadPhase phase = named(span, lastNamed(recent), sureAfter(m_ear.heard().spans.size()));
    return Now{toPhaseKind(phase.kind), present->kind,
               present->sinceS,         phase.confidence,
               present->pitchHz,        m_reading.fit ? m_reading.fit->probability : 1};
}

Listened LiveReading::finish(RecordingInfo recording, const SoundDamage& damage,
                             const Progress& progress)
{
    return listenToSound(std::move(recording), m_ear.take(), damage, progress);
}

} // namespace layakari
