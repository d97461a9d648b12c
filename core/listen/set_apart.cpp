// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/set_apart.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

namespace layakari {

namespace {

constexpr std::size_t near = static_cast<std::size_t>(20 / FeatureTrack::hopSeconds);
constexpr double quietShare =
    0.03; // of all frames, which even the busiest practice leaves to the room
constexpr std::size_t enough = 60; // frames, so that no pattern repeats
// What is left of a span beside a hum or a run must be as long as this to stay a span.
constexpr double shortestRestS = 0.2;

float meanLevel(const Bands& levels)
{
    return std::accumulate(levels.begin(), levels.end(), 0.0f) / static_cast<float>(bandCount);
}

std::vector<bool> maskOf(std::size_t frames, const std::vector<FrameRange>& ranges)
{
    std::vector<bool> mask(frames, false);
    for (const FrameRange& range : ranges)
        for (std::size_t i = range.begin; i < std::min(frames, range.end); ++i) mask[i] = true;
    return mask;
}

// The quietest frames around a range, none of them within one: those that are as quiet as the
// recording's quietest; these where the breath leaves hardly any, as between hum and hum.
std::vector<std::size_t> quietFrames(const FeatureTrack& track, const std::vector<bool>& taken,
                                     const std::vector<std::size_t>& quietest,
                                     const FrameRange& range)
{
    constexpr float asQuietDb = 3;
    std::vector<std::size_t> frames;
    const std::size_t first = range.begin > near ? range.begin - near : 0;
    const std::size_t last = std::min(track.frames(), range.end + near);
    for (std::size_t i = first; i < last; ++i)
        if (!taken[i]) frames.push_back(i);
    if (frames.empty() || quietest.empty()) return quietest;
    float usual = 0;
    for (const std::size_t i : quietest)
        usual += meanLevel(track.levels(i)) / static_cast<float>(quietest.size());
    std::erase_if(frames,
                  [&](std::size_t i) { return meanLevel(track.levels(i)) >= usual + asQuietDb; });
    return frames.size() >= enough ? frames : quietest;
}

// The quietest moments of the whole recording outside the ranges.
std::vector<std::size_t> quietestFrames(const FeatureTrack& track, const std::vector<bool>& taken)
{
    std::vector<std::size_t> frames;
    for (std::size_t i = 0; i < track.frames(); ++i)
        if (!taken[i]) frames.push_back(i);
    const auto wanted = std::min(
        frames.size(), std::max(enough, static_cast<std::size_t>(
                                            quietShare * static_cast<double>(frames.size()))));
    std::partial_sort(frames.begin(), frames.begin() + static_cast<std::ptrdiff_t>(wanted),
                      frames.end(), [&](std::size_t a, std::size_t b) {
                          return meanLevel(track.levels(a)) < meanLevel(track.levels(b));
                      });
    frames.resize(wanted);
    return frames;
}

std::vector<HeardSpan> spansToSetIn(const Heard& heard)
{
    constexpr double strokeSdS = 0.02;
    std::vector<HeardSpan> spans;
    for (std::size_t i = 0; i < heard.hums.size(); ++i) {
        const HeardHum& hum = heard.hums[i];
        spans.push_back(
            {HeardSpan::Kind::Hum, hum.startS, hum.endS, hum.startSdS, hum.endSdS, {}, i});
    }
    for (std::size_t i = 0; i < heard.strokeRuns.size(); ++i) {
        const HeardStrokeRun& run = heard.strokeRuns[i];
        spans.push_back(
            {HeardSpan::Kind::Strokes, run.startS, run.endS, strokeSdS, 3 * strokeSdS, {}, i});
    }
    std::sort(spans.begin(), spans.end(),
              [](const HeardSpan& a, const HeardSpan& b) { return a.startS < b.startS; });
    // A burst of strokes within a hum is none.
    for (std::size_t i = 1; i < spans.size(); ++i)
        spans[i].startS = std::max(spans[i].startS, spans[i - 1].endS);
    std::erase_if(spans, [](const HeardSpan& s) { return s.seconds() <= 0; });
    return spans;
}

} // namespace

FeatureTrack asRoom(const FeatureTrack& track, const std::vector<FrameRange>& ranges)
{
    const std::vector<bool> taken = maskOf(track.frames(), ranges);
    FeatureTrack calm;
    std::mt19937 engine(1); // the same sound gives the same reading
    std::size_t next = 0;
    const std::vector<std::size_t> quietest = quietestFrames(track, taken);
    std::vector<std::size_t> quiet;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        while (next < ranges.size() && i >= ranges[next].end) {
            ++next;
            quiet.clear();
        }
        if (!taken[i]) {
            calm.append(track.levels(i), track.voicing(i));
            continue;
        }
        if (quiet.empty() && next < ranges.size())
            quiet = quietFrames(track, taken, quietest, ranges[next]);
        if (quiet.empty()) {
            Bands silent;
            silent.fill(silenceDb);
            calm.append(silent);
            continue;
        }
        calm.append(track.levels(quiet[engine() % quiet.size()]));
    }
    return calm;
}

std::vector<FrameRange> outside(std::vector<FrameRange> ranges,
                                const std::vector<FrameRange>& others)
{
    std::erase_if(ranges, [&](const FrameRange& range) {
        return std::any_of(others.begin(), others.end(), [&](const FrameRange& other) {
            const std::size_t begin = std::max(range.begin, other.begin);
            const std::size_t end = std::min(range.end, other.end);
            return end > begin && 2 * (end - begin) > range.size();
        });
    });
    return ranges;
}

namespace {

// The last expulsion's breath flows back in as it did between the strokes: faint, and no longer
// than a stroke. It belongs to the run.
void takeLastInflow(Heard& heard)
{
    constexpr double fainterDb = 8;
    constexpr double atOnceS = 0.35;
    for (HeardStrokeRun& run : heard.strokeRuns) {
        if (run.strokes.size() < 2) continue;
        const double interval = (run.strokes.back().timeS - run.strokes.front().timeS) /
                                static_cast<double>(run.strokes.size() - 1);
        double level = 0;
        for (const HeardStroke& stroke : run.strokes)
            level += stroke.levelDb / static_cast<double>(run.strokes.size());
        for (const HeardSpan& span : heard.spans)
            if (span.kind == HeardSpan::Kind::Breath &&
                std::fabs(span.startS - run.endS) < atOnceS &&
                span.endS - run.strokes.back().timeS < 1.2 * interval &&
                span.character.values[BreathCharacter::level] < level - fainterDb)
                run.endS = std::max(run.endS, span.endS);
    }
}

} // namespace

void setIn(Heard& heard)
{
    takeLastInflow(heard);
    const std::vector<HeardSpan> fixed = spansToSetIn(heard);
    if (fixed.empty()) return;
    std::vector<HeardSpan> pieces;
    for (const HeardSpan& span : heard.spans) {
        HeardSpan rest = span;
        for (const HeardSpan& f : fixed) {
            if (f.endS <= rest.startS || f.startS >= rest.endS) continue;
            if (f.startS - rest.startS >= shortestRestS) {
                HeardSpan before = rest;
                before.endS = f.startS;
                before.endSdS = f.startSdS;
                pieces.push_back(before);
            }
            rest.startS = f.endS;
            rest.startSdS = f.endSdS;
        }
        if (rest.endS - rest.startS >= shortestRestS ||
            (rest.startS == span.startS && rest.seconds() > 0))
            pieces.push_back(rest);
    }
    pieces.insert(pieces.end(), fixed.begin(), fixed.end());
    std::sort(pieces.begin(), pieces.end(),
              [](const HeardSpan& a, const HeardSpan& b) { return a.startS < b.startS; });
    // No gaps: a short one is a turn, a longer one silence.
    heard.spans.clear();
    for (HeardSpan& piece : pieces) {
        if (heard.spans.empty()) {
            if (piece.startS > shortestHoldSeconds && piece.kind != HeardSpan::Kind::Silence)
                heard.spans.push_back(
                    {HeardSpan::Kind::Silence, 0, piece.startS, 0, piece.startSdS, {}, 0});
        } else {
            HeardSpan& last = heard.spans.back();
            const double gap = piece.startS - last.endS;
            const bool isSet =
                piece.kind == HeardSpan::Kind::Hum || piece.kind == HeardSpan::Kind::Strokes;
            if (last.kind == HeardSpan::Kind::Silence && piece.kind == HeardSpan::Kind::Silence) {
                last.endS = piece.endS;
                last.endSdS = piece.endSdS;
                continue;
            }
            // A silence too short to be a hold, left between a breath and a hum.
            if (last.kind == HeardSpan::Kind::Silence && last.seconds() < shortestHoldSeconds &&
                isSet && heard.spans.size() > 1) {
                heard.spans.pop_back();
                heard.spans.back().endS = piece.startS;
                heard.spans.back().endSdS = piece.startSdS;
            } else if (gap > 0 && gap < shortestHoldSeconds) {
                if (isSet)
                    last.endS = piece.startS;
                else
                    piece.startS = last.endS;
            } else if (gap > 0) {
                heard.spans.push_back({HeardSpan::Kind::Silence,
                                       last.endS,
                                       piece.startS,
                                       last.endSdS,
                                       piece.startSdS,
                                       {},
                                       0});
            }
        }
        heard.spans.push_back(piece);
    }
    const HeardSpan& end = heard.spans.back();
    if (end.kind != HeardSpan::Kind::Silence && heard.durationS - end.endS >= shortestHoldSeconds)
        heard.spans.push_back(
            {HeardSpan::Kind::Silence, end.endS, heard.durationS, end.endSdS, 0, {}, 0});
}

} // namespace layakari
