// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listener.hpp"

#include "core/classes/class_net.hpp"
#include "core/features/recorder_gain.hpp"
#include "core/hear/covers.hpp"
#include "core/hear/one_hum.hpp"
#include "core/hear/rough_hums.hpp"
#include "core/hear/whistles.hpp"
#include "core/hear/whole_spans.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/lost_sound.hpp"
#include "core/listen/painted_over.hpp"
#include "core/listen/rise.hpp"
#include "core/listen/set_apart.hpp"
#include "core/listen/spans.hpp"
#include "core/listen/voices.hpp"
#include "core/segments/boundaries.hpp"
#include "core/segments/segmenter.hpp"

#include <algorithm>
#include <cmath>
#include <functional>

namespace layakari {

namespace {

std::vector<FrameRange> rangesOf(const std::vector<HeardHum>& hums)
{
    std::vector<FrameRange> ranges;
    for (const HeardHum& hum : hums)
        ranges.push_back({hum.firstFrame, hum.firstFrame + hum.frames.size()});
    return ranges;
}

// Where somebody speaks for a tenth of a second and more; words 0.15 s apart are one.
std::vector<FrameRange> voicesIn(const ClassTrack& classes)
{
    constexpr float likely = 0.5f;
    constexpr std::size_t least = framesIn(0.1);
    constexpr std::size_t apart = framesIn(0.15);
    std::vector<FrameRange> voices;
    for (std::size_t i = 0; i < classes.probability.size(); ++i) {
        if (classes.probability[i][ClassTrack::Voice] < likely) continue;
        const std::size_t frame = i * ClassInput::framesPerStep;
        if (voices.empty() || frame > voices.back().end + apart) voices.push_back({frame, frame});
        voices.back().end = frame + ClassInput::framesPerStep;
    }
    std::erase_if(voices, [](const FrameRange& voice) { return voice.size() < least; });
    return voices;
}

// In which bands breath stands out, for the power that places boundaries.
BandWeights weightsOf(const Segmentation& found, const NoiseFloor& floor)
{
    BandWeights weights = BandWeights::equal();
    const Bands& room = floor.step(floor.steps() / 2);
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        float over = 0;
        for (std::size_t k = 0; k < BreathKinds::kinds; ++k)
            over += powerOfDb(std::min(30.0f, found.spectrumDb(k)[b] - room[b]));
        weights.power[b] = over / (1 + over);
        sum += weights.power[b];
    }
    for (float& w : weights.power) w /= std::max(sum, 1e-6f);
    return weights;
}

void setInBothWays(Heard& heard)
{
    Heard breath = heard;
    const auto set = [](Heard& in) {
        setIn(in);
        makeHumsWhole(in);
    };
    set(heard);
    if (std::erase_if(breath.strokeRuns, std::mem_fn(&HeardStrokeRun::mayBeBreath)) == 0) return;
    set(breath);
    heard.asBreath.push_back(std::move(breath));
}

// What the next moment is held against: the room at the end, and where over it a sound begins.
LearnedRoom learnedRoom(const Heard& heard, const FeatureTrack& level, const NoiseFloor& floor)
{
    const auto sounding = [&](std::size_t guard) {
        std::vector<bool> sounds(level.frames());
        for (const HeardSpan& span : heard.spans) {
            if (span.kind == HeardSpan::Kind::Silence) continue;
            const std::size_t begin = level.frameAt(span.startS);
            const std::size_t end = std::min(level.frames(), level.frameAt(span.endS) + guard);
            std::fill(sounds.begin() + static_cast<std::ptrdiff_t>(begin - std::min(begin, guard)),
                      sounds.begin() + static_cast<std::ptrdiff_t>(end), true);
        }
        return sounds;
    };
    constexpr std::size_t guard = 5; // frames: where breath turns at once, quiet lasts some 0.3 s
    const BandWeights weights = weighBands(level, floor, sounding(0));
    const std::vector<float> rise = smoothedRise(riseOverFloor(level, floor, weights));
    const QuietLevel quiet = quietAmong(rise, sounding(guard)).value_or(quietAtFloor());
    return {floor.at(level.frames() - 1), weights, activityLevels(rise, quiet), {}};
}

} // namespace

Heard listenTo(const FeatureTrack& recorded, const Progress& progress, const LookBefore* before,
               std::optional<Layers>* layers)
{
    Heard heard;
    if (recorded.frames() == 0) return heard;
    std::optional<FeatureTrack> whole;
    if (const auto lost = lostStretches(recorded); !lost.empty())
        whole = asRoom(recorded, withVoicesBeside(lost, findVoices(recorded), recorded.frames()));
    const FeatureTrack& track = whole ? *whole : recorded;
    heard.durationS = static_cast<double>(track.frames() + 1) * FeatureTrack::hopSeconds;
    heard.hums = findHums(track, progress);
    progress.orStop();
    NoiseFloor floor(track);
    const ClassTrack classes = findClasses(classInput(track, floor));
    progress.orStop();
    dropWhistles(heard.hums, classes);
    addRoughParts(heard.hums, classes);
    const std::vector<FrameRange> hums = rangesOf(heard.hums);
    const std::vector<FrameRange> voices = outside(voicesIn(classes), hums);
    // The classes take some strokes for words, so that those are told by their harmonics here.
    const std::vector<FrameRange> spoken = outside(findVoices(track), hums);
    std::vector<FrameRange> filled = hums;
    filled.insert(filled.end(), spoken.begin(), spoken.end());
    {
        const std::optional<FeatureTrack> painted =
            spoken.empty() ? std::nullopt : std::optional(paintedOver(track, spoken));
        const FeatureTrack& clean = painted ? *painted : track;
        heard.strokeRuns = findStrokeRuns(
            findBursts(clean, painted ? NoiseFloor(clean) : floor, track.voiceBand()), filled);
    }
    progress.orStop();

    KnownSounds known{hums, {}};
    for (const HeardStrokeRun& run : heard.strokeRuns)
        if (!run.mayBeBreath())
            known.strokes.push_back({track.frameAt(run.startS), track.frameAt(run.endS) + 1});
    heard.covers = coversIn(classes, known);
    const auto isForced = [&](std::size_t frame) {
        return std::any_of(known.strokes.begin(), known.strokes.end(),
                           [&](const FrameRange& run) { return run.has(frame); });
    };
    const Bands* roomBefore = before && before->room.gain ? &before->room.gain->room : nullptr;
    const RecorderGain gain = findRecorderGain(track, {isForced, roomBefore, before != nullptr});
    std::optional<FeatureTrack> even;
    if (!gain.empty()) even = withoutGain(track, gain.overLowestDb);
    const FeatureTrack& level = even ? *even : track;
    if (!gain.empty()) {
        heard.recorderGainDb =
            *std::max_element(gain.overLowestDb.begin(), gain.overLowestDb.end());
        // The floor as it is where the gain is lowest. Of minutes of breath that leave nothing of
        // the room to hear, it is known by the gain.
        floor = NoiseFloor(level);
        if (gain.roomShare < rareRoom) floor.lowerTo(gain.room);
    }

    Room room{std::move(floor), gain.overLowestDb};
    const Segmentation found = findSegments(track, room, classes, known, progress,
                                            before && before->kinds ? &*before->kinds : nullptr);
    const BandWeights weights = weightsOf(found, room.floor);
    std::vector<float> over(track.frames());
    for (std::size_t i = 0; i < over.size(); ++i)
        for (const float hidden :
             classes.hidden[std::min(i / ClassInput::framesPerStep, classes.steps() - 1)])
            over[i] += hidden / static_cast<float>(ClassTrack::parts);
    const Boundaries placed = placeBoundaries(found, track, room.floor, over, known, progress,
                                              before ? before->echo : std::nullopt);
    const std::vector<float> rise = riseOverFloor(level, room.floor, weights);
    makeSpans(heard, placed.sounds, track, room.floor, rise);
    setWhole(heard.spans, found.posterior);
    for (const FrameRange& voice : voices) {
        heard.voices.push_back(
            {FeatureTrack::timeOf(voice.begin), FeatureTrack::timeOf(voice.end)});
        heard.speechShare +=
            static_cast<double>(voice.size()) / static_cast<double>(track.frames());
    }
    for (HeardHum& hum : heard.hums) {
        hum.startSdS = std::hypot(hum.startSdS, halfTurnSeconds);
        hum.endSdS = std::hypot(hum.endSdS, halfTurnSeconds);
    }
    setInBothWays(heard);
    if (before) {
        heard.room = learnedRoom(heard, level, room.floor);
        if (!gain.empty())
            heard.room.gain =
                LearnedRoom::Gain{gain.overLowestDb.back(), gain.afterSoundDb, gain.room};
        for (Heard& way : heard.asBreath) way.room = heard.room;
    }
    if (layers) layers->emplace(Layers{classes, std::move(room), found, placed});
    progress.tell(1);
    return heard;
}

} // namespace layakari
