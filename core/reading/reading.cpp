// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/reading.hpp"

#include "core/align/alignment.hpp"
#include "core/align/quick_breaths.hpp"
#include "core/align/slow_bellows.hpp"
#include "core/audio/block_queue.hpp"
#include "core/base/barrier.hpp"
#include "core/hear/listen_anew.hpp"
#include "core/listen/ocean_breath.hpp"
#include "core/measure/robust.hpp"
#include "core/reading/beyond_phases.hpp"
#include "core/reading/rounded.hpp"
#include "core/reading/stroke_corrections.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

std::vector<ReadPhase> phasesFrom(const Heard& heard, const Alignment& alignment)
{
    std::vector<ReadPhase> phases;
    for (const NamedSpan& named : alignment.spans) {
        const HeardSpan& span = heard.spans[named.span];
        ReadPhase phase;
        phase.kind = span.said == HeardSpan::Said::Voice     ? ReadKind::Voice
                     : named.kind                            ? toReadKind(*named.kind)
                     : span.kind == HeardSpan::Kind::Strokes ? ReadKind::Strokes
                                                             : ReadKind::Unknown;
        if (span.kind == HeardSpan::Kind::Hum) phase.sound = PhaseSound::Hum;
        // As exact as the file has them, so that a saved reading gives the same figures.
        phase.startS = rounded(span.startS);
        phase.endS = rounded(span.endS);
        phase.startSdS = rounded(span.startSdS);
        phase.endSdS = rounded(span.endSdS);
        phase.confidence = rounded(named.confidence);
        phase.corrected = span.corrected;
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

// A sigh or an ocean breath is a breath to the ear; the plan says which was meant. A hum is heard.
void takeSoundsFromPlan(Reading& reading)
{
    const std::vector<PlannedStep> steps = unfold(*reading.plan);
    for (const ReadCycle& cycle : reading.cycles) {
        const auto step = std::find_if(steps.begin(), steps.end(),
                                       [&](const PlannedStep& s) { return s.part == cycle.part; });
        for (std::size_t k = 0; k < cycle.phases.size(); ++k)
            for (const std::size_t i : cycle.phases[k].heard)
                if (const PhaseSound meant = step->cycle()->phases[k].sound;
                    meant != PhaseSound::Hum)
                    reading.phases[i].sound = meant;
    }
}

// Without a plan the sound alone tells.
void takeSoundsFromEar(Reading& reading, const std::vector<HeardOcean>& stretches)
{
    for (ReadPhase& phase : reading.phases) {
        const bool breath = phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale;
        const double middleS = (phase.startS + phase.endS) / 2;
        for (const HeardOcean& ocean : stretches)
            if (breath && phase.sound == PhaseSound::Plain && middleS > ocean.startS &&
                middleS < ocean.endS)
                phase.sound = PhaseSound::Ujjayi;
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

// What was heard where hardly anything can be read is no more than a guess.
void doubtUnreadable(Reading& reading)
{
    constexpr double guess = 0.3;
    for (ReadPhase& phase : reading.phases)
        for (const Quality::Unreadable& part : reading.quality.unreadable)
            if (std::min(phase.endS, part.endS) - std::max(phase.startS, part.startS) >
                0.5 * phase.seconds())
                phase.confidence = std::min(phase.confidence, guess);
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
        return p.kind == ReadKind::Inhale || p.kind == ReadKind::Exhale ||
               p.kind == ReadKind::Strokes;
    });
}

namespace {

Result<Listened> decodeAndListen(const std::filesystem::path& path, const Progress& progress,
                                 Ear ear)
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
    const Progress listening{
        [&](double f) { progress.tell(decodingShare + (1 - decodingShare) * f); }, progress.stop};
    return listenToSound(*std::move(info), extractor.take(), damage, listening, ear);
}

} // namespace

Result<Listened> listenToFile(const std::filesystem::path& path, const Progress& progress, Ear ear)
{
    return withoutThrowing(ErrorCode::CannotRead, path.string(),
                           [&] { return decodeAndListen(path, progress, ear); });
}

Listened listenToSound(RecordingInfo recording, FeatureTrack track, const SoundDamage& damage,
                       const Progress& progress, Ear ear)
{
    Listened listened{std::move(recording), std::move(track), {}, {}};
    listened.heard =
        ear == Ear::New ? listenAnew(listened.track, progress) : listenTo(listened.track, progress);
    progress.orStop();
    listened.heard.ocean = findOceanBreath(listened.track, listened.heard.spans);
    progress.orStop();
    listened.quality =
        judgeQuality(listened.heard, damage, findFaults(listened.track, listened.heard));
    return listened;
}

namespace {

std::optional<double> medianOf(std::vector<double> values)
{
    return values.empty() ? std::nullopt : std::optional(median(std::move(values)));
}

void summarizeStrokes(Summary& summary, const Reading& reading)
{
    if (reading.plan)
        for (const PlannedStep& step : unfold(*reading.plan))
            if (const auto* strokes = std::get_if<const Strokes*>(&step.content)) {
                ++summary.runsPlanned;
                summary.strokesPlanned += (*strokes)->strokes;
            }
    std::vector<double> rates;
    for (const ReadStrokeRun& run : reading.strokeRuns) {
        summary.strokesHeard += run.count;
        if (run.ratePerMin) rates.push_back(*run.ratePerMin);
        summary.practiceS = summary.practiceS.value_or(0) + run.endS - run.startS;
    }
    summary.strokeRatePerMin = medianOf(std::move(rates));
}

void summarizeHums(Summary& summary, const Reading& reading)
{
    if (reading.plan)
        for (const PlannedStep& step : unfold(*reading.plan))
            if (step.cycle())
                for (const Phase& phase : step.cycle()->phases)
                    summary.humsPlanned += phase.sound == PhaseSound::Hum;
    if (reading.hums.empty()) return;
    std::vector<double> pitches;
    std::vector<double> lengths;
    std::vector<double> off;
    std::vector<double> steadiness;
    for (const ReadHum& hum : reading.hums) {
        lengths.push_back(hum.seconds());
        if (hum.pitchHz) pitches.push_back(*hum.pitchHz);
        if (hum.centsFromTarget) off.push_back(std::fabs(*hum.centsFromTarget));
        if (hum.steadinessCents) steadiness.push_back(*hum.steadinessCents);
    }
    summary.pitchHz = medianOf(std::move(pitches));
    summary.humSeconds = medianOf(std::move(lengths));
    summary.pitchOffCents = medianOf(std::move(off));
    summary.pitchSteadinessCents = medianOf(std::move(steadiness));
    summary.humGrowthS = humGrowthS(reading.hums);
    double until = reading.recording.durationSeconds;
    for (const ReadPhase& p : reading.phases)
        if ((p.kind == ReadKind::Voice || p.kind == ReadKind::Strokes) &&
            p.startS > reading.hums.back().endS)
            until = std::min(until, p.startS);
    summary.stayS = std::max(0.0, until - reading.hums.back().endS);
}

} // namespace

void measureReading(Reading& reading)
{
    const Plan* plan = reading.plan ? &*reading.plan : nullptr;
    reading.summary = measure(reading.phases, reading.cycles, plan);
    summarizeStrokes(reading.summary, reading);
    summarizeHums(reading.summary, reading);
    reading.summary.ocean = oceanFigures(reading.ocean);
    reading.comparisons = plan ? compare(reading.cycles, *plan) : std::vector<Comparison>{};
    reading.countTrend = countTrend(reading.cycles);
    reading.rests = restBreathing(reading.phases, reading.cycles);
}

Reading readAgainst(const Listened& listened, const std::optional<Plan>& plan, const Known& known)
{
    return readHeard({listened.recording, listened.quality, listened.heard, listened.track}, plan,
                     known);
}

Reading readHeard(const HeardSoFar& so, const std::optional<Plan>& plan, const Known& known)
{
    Reading reading;
    reading.recording = so.recording;
    reading.plan = plan;
    reading.quality = so.quality;
    const Plan* intended = plan ? &*plan : nullptr;
    Corrected corrected = laidOver(so.heard, known.corrections);
    reading.corrections = known.corrections;
    reading.lostCorrections = std::move(corrected.lost);
    Heard heard = std::move(corrected.heard);
    if (plan) {
        const std::vector<PlannedStep> steps = unfold(*plan);
        heard = withQuickBreaths(withSlowBellows(heard, steps), steps, so.track);
    }
    const BreathClasses classes = sortBreaths(heard, {}, known.profile ? &*known.profile : nullptr);
    const Alignment alignment = align(heard, classes, intended, known.kindAIsInhale, known.fit);
    reading.fit = alignment.fit;
    reading.kindAIsInhale = alignment.aIsInhale;
    reading.phases = phasesFrom(heard, alignment);
    if (known.kindAIsInhale)
        for (ReadPhase& phase : reading.phases)
            phase.corrected = phase.kind != ReadKind::Unknown && phase.kind != ReadKind::Voice;
    reading.cycles = intended ? plannedCycles(alignment, *plan) : freeCycles(alignment);
    if (intended)
        takeSoundsFromPlan(reading);
    else
        takeSoundsFromEar(reading, heard.ocean);
    addVoices(reading, heard);
    doubtUnreadable(reading);
    reading.strokeRuns = readStrokeRuns(heard, plan);
    for (const std::size_t lost : correctStrokes(reading.strokeRuns, known.corrections))
        reading.lostCorrections.push_back(lost);
    std::sort(reading.lostCorrections.begin(), reading.lostCorrections.end());
    for (const ReadStrokeRun& run : reading.strokeRuns)
        for (ReadPhase& phase : reading.phases)
            if (run.corrected && phase.kind == ReadKind::Strokes && phase.startS < run.endS &&
                phase.endS > run.startS)
                phase.corrected = true;
    reading.hums = readHums(heard, reading, known.tuning);
    reading.ocean = readOcean(so.track, reading);
    measureReading(reading);
    reading.strainSigns =
        strainSigns(reading.phases, reading.cycles, levelsOf(heard, reading.phases));
    const std::vector<StrainSign> more = strainBeyondPhases(reading);
    reading.strainSigns.insert(reading.strainSigns.end(), more.begin(), more.end());
    std::stable_sort(reading.strainSigns.begin(), reading.strainSigns.end(),
                     [](const StrainSign& a, const StrainSign& b) { return a.atS < b.atS; });
    reading.guide = findGuideCount(so.heard.voices);
    return reading;
}

std::optional<BreathProfile> profileIn(const Listened& listened, const Reading& reading)
{
    // Brightness and swell alone, without a plan whose lengths tell, reach odds of nine to one.
    constexpr double sure = 0.95;
    // Where most of the plan was not found, it was another practice, and names nothing.
    constexpr double leastCompletion = 0.5;
    if (reading.summary.completion.value_or(1) < leastCompletion) return std::nullopt;
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
