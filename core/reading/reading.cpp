// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/reading.hpp"

#include "core/align/alignment.hpp"
#include "core/align/slow_bellows.hpp"
#include "core/audio/block_queue.hpp"
#include "core/base/barrier.hpp"
#include "core/hear/listener.hpp"
#include "core/listen/ocean_breath.hpp"
#include "core/reading/beyond_phases.hpp"
#include "core/reading/quick_breaths.hpp"
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

Result<Listened> decodeAndListen(const std::filesystem::path& path, const Progress& progress)
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
    return listenToSound(*std::move(info), extractor.take(), damage, listening);
}

} // namespace

Result<Listened> listenToFile(const std::filesystem::path& path, const Progress& progress)
{
    return withoutThrowing(ErrorCode::CannotRead, path.string(),
                           [&] { return decodeAndListen(path, progress); });
}

Listened listenToSound(RecordingInfo recording, FeatureTrack track, const SoundDamage& damage,
                       const Progress& progress)
{
    Listened listened{std::move(recording), std::move(track), {}, {}};
    listened.heard = listenTo(listened.track, progress);
    progress.orStop();
    listened.heard.ocean = findOceanBreath(listened.track, listened.heard.spans);
    progress.orStop();
    listened.quality =
        judgeQuality(listened.heard, damage, findFaults(listened.track, listened.heard));
    return listened;
}

namespace {

// What an alignment makes of what was heard: the phases and cycles.
void nameAs(const Alignment& alignment, const Heard& heard, const Known& known, Reading& reading)
{
    reading.phases = phasesFrom(heard, alignment);
    if (known.kindAIsInhale)
        for (ReadPhase& phase : reading.phases)
            phase.corrected = phase.kind != ReadKind::Unknown && phase.kind != ReadKind::Voice;
    reading.cycles = reading.plan ? plannedCycles(alignment, *reading.plan) : freeCycles(alignment);
    if (reading.plan)
        takeSoundsFromPlan(reading);
    else
        takeSoundsFromEar(reading, heard.ocean);
    addVoices(reading, heard);
    doubtUnreadable(reading);
}

void readStrokes(Reading& reading, const Heard& heard, const Known& known)
{
    reading.strokeRuns = readStrokeRuns(heard, reading.plan);
    for (const std::size_t lost : correctStrokes(reading.strokeRuns, known.corrections))
        reading.lostCorrections.push_back(lost);
    std::sort(reading.lostCorrections.begin(), reading.lostCorrections.end());
    for (const ReadStrokeRun& run : reading.strokeRuns)
        for (ReadPhase& phase : reading.phases)
            if (run.corrected && phase.kind == ReadKind::Strokes && phase.startS < run.endS &&
                phase.endS > run.startS)
                phase.corrected = true;
}

void findStrain(Reading& reading, const Heard& heard)
{
    reading.strainSigns =
        strainSigns(reading.phases, reading.cycles, levelsOf(heard, reading.phases));
    const std::vector<StrainSign> more = strainBeyondPhases(reading);
    reading.strainSigns.insert(reading.strainSigns.end(), more.begin(), more.end());
    std::stable_sort(reading.strainSigns.begin(), reading.strainSigns.end(),
                     [](const StrainSign& a, const StrainSign& b) { return a.atS < b.atS; });
}

// A reading with what its questions are asked of.
struct NamedReading {
    Reading reading;
    Heard heard;
    std::vector<LikelyAlignment> alignments;
    std::optional<QuickBreaths::Stretch> undecided;
};

// How an alignment that is not the reading's would be measured.
Reading readAs(const LikelyAlignment& way, const NamedReading& read, const Known& known)
{
    Reading other;
    other.recording = read.reading.recording;
    other.plan = read.reading.plan;
    other.quality = read.reading.quality;
    nameAs(way.alignment, read.heard, known, other);
    other.summary = measure(other.phases, other.cycles, other.plan ? &*other.plan : nullptr);
    return other;
}

// The first explanation is the reading, with all that make the same of it.
void explain(NamedReading& read, const Known& known)
{
    auto& [reading, heard, alignments, undecided] = read;
    const LikelyAlignment& best = alignments.front();
    std::vector<ReadExplanation>& told = reading.explanations;
    told = {explanationOf(best.probability, reading.phases, reading.cycles, reading.summary)};
    for (std::size_t i = 1; i < alignments.size(); ++i) {
        const Reading other = readAs(alignments[i], read, known);
        ReadExplanation explanation =
            explanationOf(alignments[i].probability, other.phases, other.cycles, other.summary);
        const bool isSwapped = alignments[i].alignment.aIsInhale != best.alignment.aIsInhale;
        if (!isSwapped && makeTheSame(told.front(), explanation)) {
            told.front().probability += explanation.probability;
            continue;
        }
        explanation.differs =
            isSwapped ? Message{"differs.swapped"}
                      : differenceOf(told.front(), reading.cycles, explanation, other.cycles);
        told.push_back(std::move(explanation));
    }
    const double share = std::min(1.0, told.front().probability);
    reading.doubts = doubtsIn(reading, heard, best.alignment, share);
    if (undecided) reading.doubts.quick = Doubts::eitherWay;
    const double first = rounded(trustUnder(reading.doubts));
    for (ReadExplanation& explanation : told)
        explanation.probability =
            rounded(explanation.probability * std::min(1.0, (1 - first) / (1 - share + 1e-9)));
    told.front().probability = first;
    reading.sure = !reading.heardBreathing() || first >= sureProbability;
    takeRangeFrom(told, reading.summary);
}

NamedReading readNamed(const HeardSoFar& so, const std::optional<Plan>& plan, const Known& known)
{
    NamedReading read;
    Reading& reading = read.reading;
    reading.recording = so.recording;
    reading.plan = plan;
    reading.quality = so.quality;
    QuickBreaths quick = withQuickBreaths(so.heard, plan, known.corrections);
    read.undecided = quick.undecided;
    Corrected corrected = laidOver(std::move(quick.heard), known.corrections);
    reading.corrections = known.corrections;
    reading.lostCorrections = std::move(corrected.lost);
    read.heard = std::move(corrected.heard);
    Heard& heard = read.heard;
    if (plan) heard = withSlowBellows(heard, unfold(*plan));
    const BreathClasses classes = sortBreaths(heard, {}, known.profile ? &*known.profile : nullptr);
    read.alignments =
        allAlignments(heard, classes, plan ? &*plan : nullptr, known.kindAIsInhale, known.fit);
    const Alignment& alignment = read.alignments.front().alignment;
    reading.fit = alignment.fit;
    reading.kindAIsInhale = alignment.aIsInhale;
    nameAs(alignment, heard, known, reading);
    readStrokes(reading, heard, known);
    reading.hums = readHums(heard, reading, known.tuning);
    reading.ocean = readOcean(so.track, reading);
    measureReading(reading);
    findStrain(reading, heard);
    reading.guide = findGuideCount(so.heard.voices);
    return read;
}

// With what each answer would make of the reading; those that would change nothing are not asked.
std::vector<ReadQuestion> askedOf(const NamedReading& read, const HeardSoFar& so,
                                  const Known& known)
{
    constexpr double samePoints = 0.5;
    std::vector<ReadQuestion> asked;
    for (ReadQuestion& question :
         questionsOn(read.heard, read.alignments, read.undecided, known.corrections)) {
        bool matters = false;
        for (ReadQuestion::Answer& answer : question.answers) {
            Known answered = known;
            answered.corrections.push_back(answer.correction);
            answered.fit = read.reading.fit;
            NamedReading then = readNamed(so, read.reading.plan, answered);
            explain(then, answered);
            answer.accuracy = then.reading.summary.accuracy;
            answer.cyclesDone = then.reading.explanations.front().cyclesDone;
            answer.sure = then.reading.sure;
            matters = matters || answer.sure ||
                      then.reading.explanations.front().firstBreath !=
                          read.reading.explanations.front().firstBreath ||
                      answer.cyclesDone != read.reading.explanations.front().cyclesDone ||
                      std::fabs(answer.accuracy.value_or(0) -
                                read.reading.summary.accuracy.value_or(0)) > samePoints;
        }
        if (matters) asked.push_back(std::move(question));
    }
    return asked;
}

} // namespace

Reading readAgainst(const Listened& listened, const std::optional<Plan>& plan, const Known& known)
{
    const HeardSoFar all = soFar(listened);
    NamedReading read = readNamed(all, plan, known);
    explain(read, known);
    if (!read.reading.sure) read.reading.questions = askedOf(read, all, known);
    return std::move(read.reading);
}

Reading readHeard(const HeardSoFar& so, const std::optional<Plan>& plan, const Known& known)
{
    return readNamed(so, plan, known).reading;
}

namespace {

bool isNamedByHand(const Reading& reading, const ReadPhase& phase)
{
    return std::any_of(reading.corrections.begin(), reading.corrections.end(),
                       [&](const Correction& c) {
                           return c.kind == Correction::Kind::Rename && c.atS >= phase.startS &&
                                  c.atS < phase.endS;
                       });
}

} // namespace

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
        // Natural breaths of somebody sound another way; what a person has named counts anyhow, but
        // not what only a swap of all has named.
        if (phase.role != Role::Practice && !isNamedByHand(reading, phase)) continue;
        if (phase.kind == ReadKind::Inhale) inhales.push_back(span.character);
        if (phase.kind == ReadKind::Exhale) exhales.push_back(span.character);
    }
    return profileOf(inhales, exhales);
}

} // namespace layakari
