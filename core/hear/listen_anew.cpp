// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/listen_anew.hpp"

#include "core/classes/class_net.hpp"
#include "core/features/recorder_gain.hpp"
#include "core/listen/set_apart.hpp"
#include "core/listen/spans.hpp"
#include "core/segments/boundaries.hpp"
#include "core/segments/segmenter.hpp"

#include <algorithm>
#include <cmath>

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

// What sounds under a hum or a run of strokes is that: of a breath that reaches into one, what is
// left outside must be long enough to be one.
void dropUnder(std::vector<Sound>& sounds, const std::vector<FrameRange>& ranges)
{
    constexpr double leastS = 0.5;
    std::erase_if(sounds, [&](const Sound& sound) {
        const double start = sound.start.moment.seconds;
        const double end = sound.end.moment.seconds;
        double under = 0;
        for (const FrameRange& range : ranges)
            under += std::max(0.0, std::min(end, FeatureTrack::timeOf(range.end)) -
                                       std::max(start, FeatureTrack::timeOf(range.begin)));
        return under > 0 && end - start - under < leastS;
    });
}

// In which bands breath stands out, for the power that places boundaries.
BandWeights weightsOf(const Segmentation& found, const NoiseFloor& floor)
{
    BandWeights weights = BandWeights::equal();
    const Bands& room = floor.step(floor.steps() / 2);
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        float over = 0;
        for (const Bands& spectrum : found.spectraDb)
            over += powerOfDb(std::min(30.0f, spectrum[b] - room[b]));
        weights.power[b] = over / (1 + over);
        sum += weights.power[b];
    }
    for (float& w : weights.power) w /= std::max(sum, 1e-6f);
    return weights;
}

} // namespace

Heard listenAnew(const FeatureTrack& track, const Progress& progress)
{
    Heard heard;
    if (track.frames() == 0) return heard;
    heard.durationS = static_cast<double>(track.frames() + 1) * FeatureTrack::hopSeconds;
    heard.hums = findHums(track, progress);
    progress.orStop();
    const std::vector<FrameRange> hums = rangesOf(heard.hums);
    NoiseFloor floor(track);
    const ClassTrack classes = findClasses(classInput(track, floor));
    progress.orStop();
    const std::vector<FrameRange> voices = outside(voicesIn(classes), hums);
    std::vector<FrameRange> filled = hums;
    filled.insert(filled.end(), voices.begin(), voices.end());
    heard.strokeRuns = findStrokeRuns(findBursts(track, floor, track.voiceBand()), filled);
    progress.orStop();

    std::vector<float> over(track.frames(), 0.0f);
    const auto lay = [&](const std::vector<FrameRange>& ranges) {
        for (const FrameRange& range : ranges)
            std::fill(over.begin() + static_cast<std::ptrdiff_t>(range.begin),
                      over.begin() + static_cast<std::ptrdiff_t>(std::min(range.end, over.size())),
                      1.0f);
    };
    std::vector<FrameRange> apart = hums;
    for (const HeardStrokeRun& run : heard.strokeRuns)
        apart.push_back({track.frameAt(run.startS), track.frameAt(run.endS) + 1});
    lay(apart);
    const RecorderGain gain =
        findRecorderGain(track, {[](std::size_t) { return false; }, nullptr, false});

    Room room{std::move(floor), gain.overLowestDb};
    const Segmentation found = findSegments(track, room, classes, over, progress);
    const NoiseFloor& known = room.floor;
    const BandWeights weights = weightsOf(found, known);
    std::vector<float> hidden = over;
    for (std::size_t i = 0; i < hidden.size(); ++i) {
        const std::size_t step =
            std::min(i / ClassInput::framesPerStep, classes.probability.size() - 1);
        hidden[i] = std::max(hidden[i], classes.probability[step][ClassTrack::Voice]);
    }
    Boundaries placed = placeBoundaries(found, track, known, hidden, progress);
    dropUnder(placed.sounds, apart);
    makeSpans(heard, placed.sounds, track, known, riseOverFloor(track, known, weights));
    heard.room = {known.at(track.frames() - 1), weights, {}, {}};
    for (const FrameRange& voice : voices) {
        heard.voices.push_back(
            {FeatureTrack::timeOf(voice.begin), FeatureTrack::timeOf(voice.end)});
        heard.speechShare +=
            static_cast<double>(voice.size()) / static_cast<double>(track.frames());
    }
    setIn(heard);
    progress.tell(1);
    return heard;
}

} // namespace layakari
