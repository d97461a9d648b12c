// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/reading.hpp"

#include "core/align/alignment.hpp"
#include "core/audio/block_queue.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

double rounded(double value) { return std::round(value * 1e4) / 1e4; }

std::vector<ReadPhase> phasesFrom(const Heard& heard, const Alignment& alignment)
{
    std::vector<ReadPhase> phases;
    for (const NamedSpan& named : alignment.spans) {
        const HeardSpan& span = heard.spans[named.span];
        ReadPhase phase;
        phase.kind = named.kind ? toReadKind(*named.kind) : ReadKind::Unknown;
        // As exact as the file has them, so that a saved reading gives the same figures.
        phase.startS = rounded(span.startS);
        phase.endS = rounded(span.endS);
        phase.startSdS = rounded(span.startSdS);
        phase.endSdS = rounded(span.endSdS);
        phase.confidence = rounded(named.confidence);
        phase.role = named.role;
        phase.cycle = named.cycle;
        phases.push_back(phase);
    }
    return phases;
}

std::vector<ReadCycle> plannedCycles(const Alignment& alignment, const Plan& plan)
{
    const std::vector<PlannedStep> steps = unfold(plan);
    std::vector<ReadCycle> cycles;
    for (const AlignedCycle& aligned : alignment.cycles) {
        const PlannedStep& step = steps[aligned.step];
        ReadCycle cycle;
        cycle.part = step.part;
        cycle.repetition = step.repetition;
        cycle.round = step.round;
        cycle.roundsInAll = step.roundsInAll;
        cycle.extra = aligned.extra;
        cycle.complete = aligned.complete;
        const std::vector<Phase>& phases = step.cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k)
            cycle.phases.push_back(
                {phases[k].kind, phases[k].counts, aligned.phases[k], 0, {}, {}});
        cycles.push_back(std::move(cycle));
    }
    return cycles;
}

std::vector<ReadCycle> freeCycles(const Alignment& alignment)
{
    constexpr std::array kinds{PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale,
                               PhaseKind::HoldEmpty};
    std::vector<ReadCycle> cycles;
    for (const AlignedCycle& aligned : alignment.cycles) {
        ReadCycle cycle;
        cycle.complete = aligned.complete;
        for (std::size_t k = 0; k < kinds.size(); ++k)
            if (!aligned.phases[k].empty())
                cycle.phases.push_back({kinds[k], {}, aligned.phases[k], 0, {}, {}});
        cycles.push_back(std::move(cycle));
    }
    return cycles;
}

// A hum, a sigh or an ocean breath cannot be told by ear yet; the plan says which was meant.
void takeSoundsFromPlan(Reading& reading)
{
    const std::vector<PlannedStep> steps = unfold(*reading.plan);
    for (const ReadCycle& cycle : reading.cycles) {
        const auto step = std::find_if(steps.begin(), steps.end(),
                                       [&](const PlannedStep& s) { return s.part == cycle.part; });
        for (std::size_t k = 0; k < cycle.phases.size(); ++k)
            for (const std::size_t i : cycle.phases[k].heard)
                reading.phases[i].sound = step->cycle()->phases[k].sound;
    }
}

// Words before the first breath and after the last, and in stretches that are no breath: a phase of
// their own. Words over a breath or a hold do not cut it in two.
void addVoices(Reading& reading, const Heard& heard)
{
    std::vector<ReadPhase>& phases = reading.phases;
    constexpr double confidence = 0.9;
    if (phases.empty()) return;
    const double first = phases.front().startS;
    const double last = phases.back().endS;
    std::vector<ReadPhase> voices;
    for (const HeardVoice& voice : heard.voices) {
        if (voice.endS > first && voice.startS < last) continue;
        ReadPhase phase;
        phase.kind = ReadKind::Voice;
        phase.startS = rounded(voice.startS);
        phase.endS = rounded(voice.endS);
        phase.startSdS = phase.endSdS = FeatureTrack::windowSeconds;
        phase.confidence = confidence;
        voices.push_back(phase);
    }
    const auto after = std::find_if(voices.begin(), voices.end(),
                                    [&](const ReadPhase& v) { return v.startS >= last; });
    phases.insert(phases.end(), after, voices.end());
    phases.insert(phases.begin(), voices.begin(), after);
    const auto shift = static_cast<std::size_t>(after - voices.begin());
    for (ReadCycle& cycle : reading.cycles)
        for (ReadCycle::Kept& kept : cycle.phases)
            for (std::size_t& i : kept.heard) i += shift;
}

std::vector<double> levelsOf(const Heard& heard, const std::vector<ReadPhase>& phases)
{
    std::vector<double> levels(phases.size(), 0.0);
    std::size_t next = 0;
    for (const HeardSpan& span : heard.spans) {
        if (span.kind != HeardSpan::Kind::Breath) continue;
        while (next < phases.size() && phases[next].startS < rounded(span.startS)) ++next;
        if (next < phases.size() && phases[next].startS == rounded(span.startS))
            levels[next] = span.character.values[BreathCharacter::level];
    }
    return levels;
}

} // namespace

bool Reading::heardBreathing() const
{
    return std::any_of(phases.begin(), phases.end(), [](const ReadPhase& p) {
        return p.kind == ReadKind::Inhale || p.kind == ReadKind::Exhale;
    });
}

Result<Listened> listenToFile(const std::filesystem::path& path, const Progress& progress)
{
    constexpr double decodingShare = 0.85;
    FeatureExtractor extractor;
    SoundDamage damage;
    const Progress decoding{[&](double f) { progress.tell(decodingShare * f); }, progress.stop};
    BlockQueue features([&](std::span<const float> block) { extractor.push(block); });
    auto info = decodeRecording(
        path, [&](std::span<const float> block) { features.push(block); }, damage, decoding);
    features.finish();
    if (!info) return fail(info.error());
    Listened listened{*std::move(info), extractor.take(), {}, {}};
    const Progress listening{
        [&](double f) { progress.tell(decodingShare + (1 - decodingShare) * f); }, progress.stop};
    listened.heard = listenTo(listened.track, listening);
    listened.quality = judgeQuality(listened.heard, damage);
    return listened;
}

void measureReading(Reading& reading)
{
    const Plan* plan = reading.plan ? &*reading.plan : nullptr;
    reading.summary = measure(reading.phases, reading.cycles, plan);
    reading.comparisons = plan ? compare(reading.cycles, *plan) : std::vector<Comparison>{};
    reading.countTrend = countTrend(reading.cycles);
    reading.rests = restBreathing(reading.phases, reading.cycles);
}

Reading readAgainst(const Listened& listened, const std::optional<Plan>& plan, const Known& known)
{
    Reading reading;
    reading.recording = listened.recording;
    reading.plan = plan;
    reading.quality = listened.quality;
    const Plan* intended = plan ? &*plan : nullptr;
    const BreathClasses classes =
        sortBreaths(listened.heard, {}, known.profile ? &*known.profile : nullptr);
    const Alignment alignment = align(listened.heard, classes, intended, known.kindAIsInhale);
    reading.kindAIsInhale = alignment.aIsInhale;
    reading.phases = phasesFrom(listened.heard, alignment);
    if (known.kindAIsInhale)
        for (ReadPhase& phase : reading.phases)
            phase.corrected = phase.kind != ReadKind::Unknown && phase.kind != ReadKind::Voice;
    reading.cycles = intended ? plannedCycles(alignment, *plan) : freeCycles(alignment);
    if (intended) takeSoundsFromPlan(reading);
    addVoices(reading, listened.heard);
    measureReading(reading);
    reading.strainSigns =
        strainSigns(reading.phases, reading.cycles, levelsOf(listened.heard, reading.phases));
    reading.guide = findGuideCount(listened.heard.voices);
    return reading;
}

std::optional<BreathProfile> profileIn(const Listened& listened, const Reading& reading)
{
    // Brightness and swell alone, without a plan whose lengths tell, reach odds of nine to one.
    constexpr double sure = 0.95;
    // Where most of the plan was not found, it was another practice, and names nothing.
    constexpr double leastCompletion = 0.5;
    const bool isSaid = std::any_of(reading.phases.begin(), reading.phases.end(),
                                    [](const ReadPhase& p) { return p.corrected; });
    if (!isSaid && reading.summary.completion.value_or(1) < leastCompletion) return std::nullopt;
    std::vector<BreathCharacter> inhales;
    std::vector<BreathCharacter> exhales;
    std::size_t next = 0;
    for (const HeardSpan& span : listened.heard.spans) {
        if (span.kind != HeardSpan::Kind::Breath) continue;
        const double start = rounded(span.startS);
        while (next < reading.phases.size() && reading.phases[next].startS < start) ++next;
        if (next == reading.phases.size()) break;
        const ReadPhase& phase = reading.phases[next];
        if (phase.startS > start || phase.confidence < sure) continue;
        // Natural breaths of somebody sound another way; what a person has named counts anyhow.
        if (phase.role != Role::Practice && !phase.corrected) continue;
        if (phase.kind == ReadKind::Inhale) inhales.push_back(span.character);
        if (phase.kind == ReadKind::Exhale) exhales.push_back(span.character);
    }
    return profileOf(inhales, exhales);
}

} // namespace layakari
