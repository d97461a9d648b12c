// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cue/tones.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

// Low enough to be soft, high enough for the loudspeaker of a laptop: A3 and the fifth above it.
constexpr double lowHz = 165;
constexpr double restHz = 220;
constexpr double highHz = 330;
constexpr double phaseToneS = 0.5;
constexpr double countToneS = 0.09;
constexpr double strokeToneS = 0.12;
constexpr double endToneS = 1.2;

} // namespace

ToneMaker::ToneMaker(int rateHz, const ToneVolumes& volumes) : m_rateHz(rateHz), m_volumes(volumes)
{
}

void ToneMaker::add(double atS, double seconds, double beginHz, double endHz, double volume)
{
    if (volume <= 0) return;
    const std::int64_t from = std::max<std::int64_t>(m_sample, std::llround(atS * m_rateHz));
    m_tones.push_back({from, std::llround(seconds * m_rateHz), beginHz, endHz, volume});
}

void ToneMaker::take(const std::vector<CueEvent>& events, const std::vector<CueStep>& steps,
                     double countS)
{
    for (const CueEvent& event : events) {
        const CueStep& step = steps[event.step];
        if (event.kind == CueEvent::Kind::Step)
            addStep(event, steps, countS);
        else if (event.kind == CueEvent::Kind::End)
            add(event.atS, endToneS, restHz, lowHz, m_volumes.phases);
        else if (step.kind == CueStep::Kind::Strokes)
            add(event.atS, strokeToneS, highHz, restHz, m_volumes.strokes);
        else if (!step.earsClosed)
            add(event.atS, countToneS, restHz, restHz, m_volumes.counts);
    }
}

void ToneMaker::addStep(const CueEvent& event, const std::vector<CueStep>& steps, double countS)
{
    const CueStep& step = steps[event.step];
    if (step.kind == CueStep::Kind::Strokes) return; // its pulse begins at once
    if (step.kind != CueStep::Kind::Phase) {
        add(event.atS, endToneS, restHz, restHz, m_volumes.phases);
        return;
    }
    if (step.earsClosed) return;
    const double seconds =
        step.counts > 0 ? std::min(phaseToneS, 0.6 * step.counts * countS) : phaseToneS;
    switch (step.phase.kind) {
    case PhaseKind::Inhale: return add(event.atS, seconds, restHz, highHz, m_volumes.phases);
    case PhaseKind::HoldFull: return add(event.atS, seconds, highHz, highHz, m_volumes.phases);
    case PhaseKind::Exhale: return add(event.atS, seconds, highHz, restHz, m_volumes.phases);
    case PhaseKind::HoldEmpty: return add(event.atS, seconds, lowHz, lowHz, m_volumes.phases);
    }
}

float ToneMaker::sampleOf(const Tone& tone, std::int64_t at) const
{
    // One long arch, so that nothing clicks.
    const double x = (static_cast<double>(at) + 0.5) / static_cast<double>(tone.samples);
    const double arch = std::sin(std::numbers::pi * x);
    const double seconds = static_cast<double>(at) / m_rateHz;
    // The phase of a tone whose frequency moves evenly from one to the other.
    const double turns = seconds * (tone.beginHz + 0.5 * (tone.endHz - tone.beginHz) * x);
    const double angle = 2 * std::numbers::pi * turns;
    // A little of the octave, for small loudspeakers.
    return static_cast<float>(0.5 * tone.volume * arch * arch *
                              (std::sin(angle) + 0.3 * std::sin(2 * angle)));
}

void ToneMaker::render(std::span<float> out)
{
    std::fill(out.begin(), out.end(), 0.0f);
    const auto end = m_sample + static_cast<std::int64_t>(out.size());
    for (const Tone& tone : m_tones)
        for (std::int64_t s = std::max(tone.from, m_sample);
             s < std::min(end, tone.from + tone.samples); ++s)
            out[static_cast<std::size_t>(s - m_sample)] += sampleOf(tone, s - tone.from);
    for (float& sample : out) sample = std::clamp(sample, -1.0f, 1.0f);
    m_sample = end;
    std::erase_if(m_tones, [&](const Tone& tone) { return tone.from + tone.samples <= m_sample; });
}

} // namespace layakari
