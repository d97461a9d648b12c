// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/segmenter.hpp"

#include "core/listen/activity.hpp"
#include "core/segments/first_kinds.hpp"

#include <algorithm>
#include <cmath>
#include <functional>
#include <optional>

namespace layakari {

namespace {

// What has been learned of a recording so far.
struct Learned : LearnedKinds {
    SegmentModel::Posterior posterior;

    explicit Learned(const FirstKinds& first)
        : LearnedKinds{BreathKinds(first.spectraDb, first.roomSpreadDb), {}}
    {
    }
    explicit Learned(const LearnedKinds& before) : LearnedKinds(before) {}

    void expect(const Observations& seen, float askedDb)
    {
        kinds.askFor(askedDb);
        posterior = SegmentModel(durations).posterior(
            SegmentModel::emissions(kinds.likelihoods(seen), seen));
    }

    void learn(const Observations& seen)
    {
        constexpr double shortestBreathS = 0.4;
        constexpr double longestBreathS = 15;
        constexpr double shortestPauseS = 0.5;
        constexpr double longestPauseS = 10;
        kinds.learn(seen, posterior.body, posterior.other);
        kinds.learnRoom(seen, posterior.pause);
        durations = posterior.durations;
        // In and out differ, but seldom by more than twice.
        const double both = std::sqrt(durations.breathS[0] * durations.breathS[1]);
        for (double& seconds : durations.breathS)
            seconds = std::clamp(std::sqrt(seconds * both), shortestBreathS, longestBreathS);
        durations.pauseS = std::clamp(durations.pauseS, shortestPauseS, longestPauseS);
    }
};

float probabilityOf(Segment what, const SegmentModel::Posterior& posterior, std::size_t i)
{
    switch (what) {
    case Segment::BreathA: return posterior.breath[0][i];
    case Segment::BreathB: return posterior.breath[1][i];
    case Segment::Pause: return posterior.pause[i];
    case Segment::Other: return posterior.other[i];
    }
    return 0;
}

// Where the breath turns within steps [begin, end), in order.
std::vector<std::size_t> turnsIn(const SegmentModel::Posterior& posterior, std::size_t begin,
                                 std::size_t end)
{
    constexpr std::size_t window = 31; // steps, 0.62 s: no breath is shorter than half of that
    constexpr float likely = 0.5f;
    std::vector<float> turn(posterior.turn.begin() + static_cast<std::ptrdiff_t>(begin),
                            posterior.turn.begin() + static_cast<std::ptrdiff_t>(end));
    std::vector<std::size_t> found;
    for (;;) {
        float most = 0;
        std::size_t last = 0;
        float sum = 0;
        for (std::size_t i = 0; i < turn.size(); ++i) {
            sum += turn[i];
            if (i >= window) sum -= turn[i - window];
            if (sum > most) most = sum, last = i;
        }
        if (most < likely) break;
        const std::size_t first = last + 1 > window ? last + 1 - window : 0;
        float weight = 0;
        float mean = 0;
        for (std::size_t i = first; i <= last; ++i) {
            weight += turn[i];
            mean += turn[i] * static_cast<float>(i - first);
            turn[i] = 0;
        }
        found.push_back(begin + first + static_cast<std::size_t>(std::lround(mean / weight)));
    }
    std::sort(found.begin(), found.end());
    return found;
}

void addSegment(std::vector<FoundSegment>& segments, const SegmentModel::Posterior& posterior,
                FoundSegment segment)
{
    if (segment.begin >= segment.end) return;
    const auto mean = [&](Segment what) {
        float sum = 0;
        for (std::size_t i = segment.begin; i < segment.end; ++i)
            sum += probabilityOf(what, posterior, i);
        return sum / static_cast<float>(segment.end - segment.begin);
    };
    if (segment.what == Segment::BreathA && mean(Segment::BreathB) > mean(Segment::BreathA))
        segment.what = Segment::BreathB;
    segment.probability = mean(segment.what);
    segments.push_back(segment);
}

// The floor becomes the mean of what is quiet, away from where breaths begin and fade.
void refineFloor(const FeatureTrack& track, Room& room, const SegmentModel::Posterior& posterior)
{
    constexpr std::size_t guard = 8; // steps, 0.16 s
    constexpr float sure = 0.8f;
    if (!room.gainDb.empty()) return; // the gain's room is what the floor is there
    std::vector<bool> quiet(posterior.pause.size());
    std::size_t since = guard;
    for (std::size_t i = 0; i < quiet.size(); ++i) {
        since = posterior.pause[i] < sure ? 0 : since + 1;
        quiet[i] = since > guard;
    }
    since = guard;
    for (std::size_t i = quiet.size(); i-- > 0;) {
        since = posterior.pause[i] < sure ? 0 : since + 1;
        quiet[i] = quiet[i] && since > guard;
    }
    room.floor.refine(track, [&](std::size_t frame) {
        const std::size_t step = frame / Observations::framesPerStep;
        return step < quiet.size() && quiet[step];
    });
}

// A minimum's floor lies a little low, by more where the room wanders: then pauses stand out and
// are taken for breath. What is most frequent among the least that stands out is the room; of what
// the classes take for breath none is, since where breath turns without a pause its softer kind is
// the most frequent of all.
void findQuiet(const FeatureTrack& track, Room& room, Observations& seen)
{
    constexpr float spreads = 2;
    constexpr int looks = 2;
    constexpr float likelyBreath = 0.5f;
    constexpr std::size_t enough = 50; // steps, a second
    if (!room.gainDb.empty()) return;
    for (int look = 0; look < looks; ++look) {
        const std::vector<float> out = standingOut(seen, roomSpread(seen));
        std::vector<float> notBreath;
        for (std::size_t i = 0; i < out.size(); ++i)
            if (seen.breath[i] < likelyBreath) notBreath.push_back(out[i]);
        if (notBreath.size() < enough) return;
        const QuietLevel quiet = quietLevel(notBreath);
        room.floor.refine(track, [&](std::size_t frame) {
            const std::size_t step = frame / Observations::framesPerStep;
            return step < out.size() && seen.over[step] < 0.5f &&
                   seen.breath[step] < likelyBreath &&
                   out[step] < quiet.middleDb + spreads * quiet.spreadDb;
        });
        setRoom(seen, room);
    }
}

std::vector<Learned> firstGuesses(const Observations& seen, const EarlierKinds* before)
{
    std::vector<Learned> guesses;
    if (before) guesses.emplace_back(before->learned);
    // A hum tells which kind is the exhale: what was learned before it may have them the other way.
    const bool hums = std::any_of(seen.hum.begin(), seen.hum.end(), std::identity{});
    if (before && !before->isTriedAnew && !hums) return guesses;
    for (const FirstKinds& guess : firstKinds(seen)) guesses.emplace_back(guess);
    return guesses;
}

} // namespace

std::vector<FoundSegment> segmentsOf(const SegmentModel::Posterior& posterior)
{
    std::vector<FoundSegment> segments;
    const std::size_t steps = posterior.pause.size();
    const auto isBreath = [&](std::size_t i) {
        const float breath = posterior.breath[0][i] + posterior.breath[1][i];
        const float hum = 1 - breath - posterior.pause[i] - posterior.other[i];
        return breath > std::max({posterior.pause[i], posterior.other[i], hum});
    };
    const auto whatAt = [&](std::size_t i) {
        return isBreath(i)                               ? Segment::BreathA
               : posterior.other[i] > posterior.pause[i] ? Segment::Other
                                                         : Segment::Pause;
    };
    for (std::size_t begin = 0; begin < steps;) {
        const Segment what = whatAt(begin);
        std::size_t end = begin;
        while (end < steps && whatAt(end) == what) ++end;
        std::size_t from = begin;
        if (what == Segment::BreathA)
            for (const std::size_t turn : turnsIn(posterior, begin, end)) {
                addSegment(segments, posterior, {what, from, turn, 0});
                from = std::max(from, turn);
            }
        addSegment(segments, posterior, {what, from, end, 0});
        begin = end;
    }
    return segments;
}

Segmentation findSegments(const FeatureTrack& track, Room& room, const ClassTrack& classes,
                          const KnownSounds& known, const Progress& progress,
                          const EarlierKinds* before)
{
    // After six rounds the segments of the tuning corpora move no more. While the room is not well
    // known, more is asked of a breath.
    constexpr std::array<float, 6> askedDb{4, 4, 2, 0, 0, 0};
    constexpr std::size_t triedRounds = 3;
    Segmentation found;
    Observations seen = observe(track, room, classes, known);
    findQuiet(track, room, seen);
    // Five minutes tell which guess is the best one; the rest is learned from all of it.
    constexpr std::size_t enoughSteps = 15000;
    const Observations sample = seen.first(std::min(enoughSteps, seen.steps()));
    std::optional<Learned> learned;
    std::vector<Learned> guesses = firstGuesses(sample, before);
    const bool goesOn = before && guesses.size() == 1;
    for (Learned& tried : guesses) {
        for (std::size_t round = 0; round < triedRounds && !goesOn; ++round) {
            progress.orStop();
            tried.expect(sample, askedDb[round]);
            tried.learn(sample);
        }
        if (!learned || tried.posterior.logLikelihood > learned->posterior.logLikelihood)
            learned = std::move(tried);
    }
    if (!learned) return found;
    if (goesOn || sample.steps() < seen.steps()) learned->expect(seen, askedDb[triedRounds - 1]);
    for (std::size_t round = triedRounds; round < askedDb.size(); ++round) {
        progress.orStop();
        refineFloor(track, room, learned->posterior);
        setRoom(seen, room);
        learned->expect(seen, askedDb[round]);
        if (round + 1 < askedDb.size()) learned->learn(seen);
    }
    found.posterior = std::move(learned->posterior);
    found.segments = segmentsOf(found.posterior);
    found.learned = std::move(*learned);
    return found;
}

} // namespace layakari
