// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/listener.hpp"

#include "core/features/recorder_gain.hpp"
#include "core/listen/breath_finder.hpp"
#include "core/listen/knocks.hpp"
#include "core/listen/lost_sound.hpp"
#include "core/listen/painted_over.hpp"
#include "core/listen/set_apart.hpp"
#include "core/listen/voices.hpp"

#include <algorithm>
#include <optional>

namespace layakari {

bool Heard::anyBreath() const
{
    return std::any_of(spans.begin(), spans.end(), [](const HeardSpan& s) {
        return s.kind == HeardSpan::Kind::Breath || s.kind == HeardSpan::Kind::Hum;
    });
}

namespace {

std::vector<FrameRange> framesOf(const std::vector<HeardHum>& hums)
{
    std::vector<FrameRange> ranges;
    for (const HeardHum& hum : hums)
        ranges.push_back({hum.firstFrame, hum.firstFrame + hum.frames.size()});
    return ranges;
}

std::vector<FrameRange> framesOf(const std::vector<HeardStrokeRun>& runs, const FeatureTrack& track)
{
    std::vector<FrameRange> ranges;
    for (const HeardStrokeRun& run : runs)
        ranges.push_back({track.frameAt(run.startS), track.frameAt(run.endS) + 1});
    return ranges;
}

} // namespace

Heard listenTo(const FeatureTrack& recorded, const Progress& progress, const LearnedRoom* before)
{
    if (recorded.frames() == 0) return {};
    const std::vector<FrameRange> spoken = findVoices(recorded);
    progress.orStop();
    std::optional<FeatureTrack> whole;
    if (const auto lost = lostStretches(recorded); !lost.empty())
        whole = asRoom(recorded, withVoicesBeside(lost, spoken, recorded.frames()));
    const FeatureTrack& track = whole ? *whole : recorded;
    progress.orStop();
    std::vector<HeardHum> hums = findHums(track, progress);
    progress.orStop();
    std::vector<FrameRange> apart = framesOf(hums);
    const std::vector<FrameRange> voices = outside(spoken, apart);
    std::optional<FeatureTrack> painted;
    if (!voices.empty()) painted = paintedOver(track, voices);
    if (!hums.empty()) painted = asRoom(painted ? *painted : track, apart);
    const FeatureTrack& clean = painted ? *painted : track;
    std::vector<FrameRange> filled = apart;
    filled.insert(filled.end(), voices.begin(), voices.end());
    NoiseFloor floor(clean);
    std::vector<HeardStrokeRun> runs =
        findStrokeRuns(findBursts(clean, floor, track.voiceBand()), filled);
    progress.orStop();
    // Strokes push a gain down: they must still be there when it is looked for.
    const std::vector<FrameRange> forced = framesOf(runs, clean);
    const auto isForced = [&](std::size_t frame) {
        return std::any_of(forced.begin(), forced.end(),
                           [&](const FrameRange& run) { return run.has(frame); });
    };
    const Bands* roomBefore = before && before->gain ? &before->gain->room : nullptr;
    const RecorderGain gain = findRecorderGain(clean, {isForced, roomBefore, before != nullptr});
    progress.orStop();
    std::optional<FeatureTrack> even;
    if (!gain.empty()) even = withoutGain(clean, gain.overLowestDb);
    const FeatureTrack& level = even ? *even : clean;
    std::optional<FeatureTrack> calm;
    if (!runs.empty()) calm = asRoom(level, forced, QuietOf::Beside);
    const FeatureTrack& knocking = calm ? *calm : level;
    if (&knocking != &clean) floor = NoiseFloor(knocking);
    std::optional<FeatureTrack> still;
    if (const auto knocks = findKnocks(knocking, floor, forced); !knocks.empty()) {
        still = paintedOver(knocking, knocks);
        floor = NoiseFloor(*still);
    }
    progress.orStop();
    const bool roomIsKnown = !gain.empty() && gain.roomShare < rareRoom;
    if (roomIsKnown) floor.lowerTo(gain.room);
    Heard heard = findBreaths(still ? *still : knocking, knocking, std::move(floor), voices,
                              progress, roomIsKnown);
    if (!gain.empty()) {
        heard.recorderGainDb =
            *std::max_element(gain.overLowestDb.begin(), gain.overLowestDb.end());
        heard.room.gain = LearnedRoom::Gain{gain.overLowestDb.back(), gain.afterSoundDb, gain.room};
    }
    for (const FrameRange& voice : voices) {
        heard.voices.push_back(
            {FeatureTrack::timeOf(voice.begin), FeatureTrack::timeOf(voice.end)});
        heard.speechShare +=
            static_cast<double>(voice.size()) / static_cast<double>(track.frames());
    }
    heard.hums = std::move(hums);
    heard.strokeRuns = std::move(runs);
    setIn(heard);
    progress.tell(1);
    return heard;
}

} // namespace layakari
