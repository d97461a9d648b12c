// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/boundaries.hpp"

#include "core/listen/heard.hpp"

#include <algorithm>
#include <cmath>
#include <future>

namespace layakari {

namespace {

bool isBreath(Segment what) { return what == Segment::BreathA || what == Segment::BreathB; }

// A breath, in frames, and whether it touches the one before.
struct Breath {
    std::size_t kind = 0;
    std::size_t begin = 0;
    std::size_t end = 0;
    bool turns = false;
    float probability = 0;

    std::size_t middle() const { return (begin + end) / 2; }
};

// What of a breath is not under any of `known`, the longest piece of it; empty where all of it is.
Breath outsideOf(Breath breath, const std::vector<FrameRange>& known)
{
    std::size_t from = breath.begin;
    Breath longest = breath;
    longest.end = longest.begin;
    const auto consider = [&](std::size_t to) {
        if (to > from && to - from > longest.end - longest.begin)
            longest.begin = from, longest.end = to;
    };
    for (const FrameRange& range : known) {
        if (range.end <= breath.begin || range.begin >= breath.end) continue;
        consider(range.begin);
        from = std::max(from, range.end);
    }
    consider(breath.end);
    longest.turns = breath.turns && longest.begin == breath.begin;
    return longest;
}

std::vector<Breath> breathsOf(const Segmentation& found, const std::vector<FrameRange>& known)
{
    // What is left beside a hum or a run of strokes must be long enough to be a breath.
    constexpr std::size_t least = framesIn(0.5);
    std::vector<Breath> breaths;
    std::size_t lastEnd = 0; // of the last one that was kept
    for (const FoundSegment& segment : found.segments) {
        if (!isBreath(segment.what)) continue;
        const Breath whole{segment.what == Segment::BreathA ? 0u : 1u,
                           Observations::frameOf(segment.begin), Observations::frameOf(segment.end),
                           segment.begin > 0 && lastEnd == Observations::frameOf(segment.begin),
                           segment.probability};
        const Breath breath = outsideOf(whole, known);
        const bool isCut = breath.begin != whole.begin || breath.end != whole.end;
        if (isCut && breath.end - breath.begin < least) continue;
        breaths.push_back(breath);
        lastEnd = breath.end;
    }
    return breaths;
}

// Power over the room in dB, in the bands in which a kind of breath stands out.
std::vector<float> riseOf(const Bands& spectrumDb, const FeatureTrack& track,
                          const NoiseFloor& floor)
{
    const Bands& room = floor.step(floor.steps() / 2);
    Bands weights{};
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const float over = powerOfDb(std::min(30.0f, spectrumDb[b] - room[b]));
        sum += weights[b] = over / (1 + over);
    }
    std::vector<float> rise(track.frames());
    for (std::size_t i = 0; i < rise.size(); ++i) {
        float power = 0;
        const Bands& levels = track.levels(i);
        const Bands& quiet = floor.at(i);
        for (std::size_t b = 0; b < bandCount; ++b)
            power += weights[b] * powerOfDb(levels[b] - quiet[b]);
        rise[i] = 10 * std::log10(std::max(power / sum, 1e-6f));
    }
    return rise;
}

class Placer {
public:
    Placer(const Segmentation& found, const FeatureTrack& track, const NoiseFloor& floor,
           const std::vector<float>& over, const std::vector<FrameRange>& known,
           const Progress& progress)
        : m_breaths(breathsOf(found, known)),
          m_known(known),
          m_rise{riseOf(found.spectrumDb(0), track, floor),
                 riseOf(found.spectrumDb(1), track, floor)},
          m_over(over),
          m_posterior(found.posterior),
          m_progress(progress)
    {
    }

    Boundaries place(const std::optional<RoomEcho>& echo)
    {
        Boundaries placed;
        if (m_breaths.empty()) return placed;
        placed.echo = m_echo = echo ? *echo : findEcho();
        placed.sounds.resize(m_breaths.size());
        placeAll(placed.sounds);
        closeShortPauses(placed.sounds);
        return placed;
    }

private:
    const std::vector<Breath> m_breaths;
    const std::vector<FrameRange>& m_known; // in time order
    const std::array<std::vector<float>, BreathKinds::kinds> m_rise;
    const std::vector<float>& m_over;
    const SegmentModel::Posterior& m_posterior;
    const Progress& m_progress;
    RoomEcho m_echo;

    EdgeSearch startOf(std::size_t i) const
    {
        const Breath& breath = m_breaths[i];
        std::size_t before = i == 0         ? 0
                             : breath.turns ? m_breaths[i - 1].middle()
                                            : m_breaths[i - 1].end;
        for (const FrameRange& range : m_known)
            if (range.end <= breath.begin) before = std::max(before, range.end);
        return {breath.turns ? EdgeKind::Turn : EdgeKind::Onset, breath.begin, before,
                breath.middle()};
    }

    EdgeSearch endOf(std::size_t i) const
    {
        const Breath& breath = m_breaths[i];
        std::size_t after = i + 1 < m_breaths.size() ? m_breaths[i + 1].begin : m_rise[0].size();
        for (const FrameRange& range : m_known)
            if (range.begin >= breath.end) after = std::min(after, range.begin);
        return {EdgeKind::Offset, breath.end, breath.middle(), after};
    }

    bool touchesNext(std::size_t i) const
    {
        return i + 1 < m_breaths.size() && m_breaths[i + 1].turns;
    }

    RoomEcho findEcho() const
    {
        constexpr std::size_t most = 30;
        constexpr std::size_t quietFrames = framesIn(0.5);
        constexpr std::array<double, 6> decaysS{0.15, 0.25, 0.4, 0.6, 0.85, 1.2};
        constexpr std::array<double, 3> directsDb{3, 8, 13};
        std::vector<std::size_t> ends;
        for (std::size_t i = 0; i < m_breaths.size(); ++i) {
            const EdgeSearch end = endOf(i);
            if (!touchesNext(i) && end.end > end.about + quietFrames) ends.push_back(i);
        }
        const std::size_t stride = std::max<std::size_t>(1, ends.size() / most);
        const auto evidence = [&](const RoomEcho& echo) {
            double sum = 0;
            for (std::size_t n = 0; n < ends.size(); n += stride)
                sum += fitEdge(m_rise[m_breaths[ends[n]].kind], endOf(ends[n]), echo).logEvidence;
            return sum;
        };
        RoomEcho best;
        double likeliest = evidence(best);
        for (const double decay : decaysS)
            for (const double direct : directsDb) {
                m_progress.orStop();
                const RoomEcho echo{decay, direct};
                if (const double e = evidence(echo); e > likeliest) {
                    likeliest = e;
                    best = echo;
                }
            }
        return best;
    }

    void placeAll(std::vector<Sound>& sounds) const
    {
        constexpr std::size_t worthAThread = 16;
        const std::size_t middle = sounds.size() < worthAThread ? 0 : sounds.size() / 2;
        std::future<void> firstHalf;
        if (middle > 0)
            firstHalf = std::async(std::launch::async, [&] {
                for (std::size_t i = 0; i < middle && !m_progress.stopped(); ++i)
                    placeOne(i, sounds[i]);
            });
        for (std::size_t i = middle; i < sounds.size(); ++i) {
            m_progress.orStop();
            placeOne(i, sounds[i]);
        }
        if (firstHalf.valid()) firstHalf.get();
        m_progress.orStop();
        for (std::size_t i = 1; i < sounds.size(); ++i)
            if (m_breaths[i].turns) sounds[i - 1].end = sounds[i].start;
    }

    void placeOne(std::size_t i, Sound& sound) const
    {
        const Breath& breath = m_breaths[i];
        sound.start = momentOf(startOf(i), breath.kind);
        sound.turns = breath.turns;
        setProbabilities(breath, sound);
        if (!touchesNext(i)) sound.end = momentOf(endOf(i), breath.kind);
    }

    Moment momentOf(const EdgeSearch& search, std::size_t kind) const
    {
        const EdgeFit fit = fitEdge(m_rise[kind], search, m_echo);
        const double turn = search.kind == EdgeKind::Turn ? halfTurnSeconds : 0;
        const double doubt = std::max(doubtAt(fit.seconds), segmentsDoubt(search));
        return {fit.seconds, std::hypot(fit.sdSeconds, doubt, turn)};
    }

    // How far the segmentations that survive have this boundary apart: the standard deviation of
    // where the posterior has it, of the steps between the middles of what lies on either side.
    double segmentsDoubt(const EdgeSearch& search) const
    {
        constexpr std::size_t reach = 100; // steps, 2 s
        const std::size_t about = search.about / Observations::framesPerStep;
        const std::size_t first =
            std::max(search.begin / Observations::framesPerStep, about > reach ? about - reach : 0);
        const std::size_t last = std::min(
            {search.end / Observations::framesPerStep, about + reach, m_posterior.pause.size()});
        const auto active = [&](std::size_t i) {
            return m_posterior.breath[0][i] + m_posterior.breath[1][i];
        };
        double weight = 0;
        double mean = 0;
        double squares = 0;
        for (std::size_t i = first + 1; i < last; ++i) {
            const double change = search.kind == EdgeKind::Turn    ? m_posterior.turn[i]
                                  : search.kind == EdgeKind::Onset ? active(i) - active(i - 1)
                                                                   : active(i - 1) - active(i);
            if (change <= 0) continue;
            const double t = Observations::hopSeconds * static_cast<double>(i - first);
            weight += change;
            mean += change * t;
            squares += change * t * t;
        }
        if (weight <= 0) return 0;
        mean /= weight;
        return std::sqrt(std::max(0.0, squares / weight - mean * mean));
    }

    void setProbabilities(const Breath& breath, Sound& sound) const
    {
        std::array<double, BreathKinds::kinds> sum{1e-9, 1e-9};
        const std::size_t begin = breath.begin / Observations::framesPerStep;
        const std::size_t end = std::max(begin + 1, breath.end / Observations::framesPerStep);
        for (std::size_t i = begin; i < std::min(end, m_posterior.pause.size()); ++i)
            for (std::size_t k = 0; k < BreathKinds::kinds; ++k) sum[k] += m_posterior.breath[k][i];
        sound.isFirstKind = sum[0] / (sum[0] + sum[1]);
        sound.isBreath = (sum[0] + sum[1]) / static_cast<double>(end - begin);
    }

    // Under something else the boundary is anywhere.
    double doubtAt(double seconds) const
    {
        constexpr double uniform = 0.289; // deviation of a uniform distribution of width 1
        constexpr float covers = 0.5f;
        const auto frame =
            static_cast<std::size_t>(std::clamp(std::lround(seconds / FeatureTrack::hopSeconds) - 1,
                                                0L, static_cast<long>(m_over.size()) - 1));
        std::size_t begin = frame;
        std::size_t end = frame;
        while (begin > 0 && m_over[begin] >= covers) --begin;
        while (end + 1 < m_over.size() && m_over[end] >= covers) ++end;
        return uniform * static_cast<double>(end - begin) * FeatureTrack::hopSeconds;
    }

    // Where flow stops for less than the shortest hold, it has turned: both breaths meet in the
    // middle, each side weighted by how well it is known.
    static void closeShortPauses(std::vector<Sound>& sounds)
    {
        for (std::size_t i = 1; i < sounds.size(); ++i) {
            Moment& end = sounds[i - 1].end;
            Moment& start = sounds[i].start;
            const double pause = start.seconds - end.seconds;
            if (sounds[i].turns || pause >= shortestHoldSeconds) continue;
            const double weight = 1 / (start.sdSeconds * start.sdSeconds);
            const double other = 1 / (end.sdSeconds * end.sdSeconds);
            const double seconds =
                (weight * start.seconds + other * end.seconds) / (weight + other);
            // The pause itself says how far apart two readings of one turn can lie.
            const double apart = std::sqrt(1 / (weight + other) + pause * pause / 12);
            start = end = {seconds, std::hypot(apart, halfTurnSeconds)};
            sounds[i].turns = true;
        }
    }
};

} // namespace

Boundaries placeBoundaries(const Segmentation& found, const FeatureTrack& track,
                           const NoiseFloor& floor, const std::vector<float>& over,
                           const KnownSounds& known, const Progress& progress,
                           const std::optional<RoomEcho>& echo)
{
    std::vector<FrameRange> apart = known.hums;
    apart.insert(apart.end(), known.strokes.begin(), known.strokes.end());
    std::sort(apart.begin(), apart.end(),
              [](const FrameRange& a, const FrameRange& b) { return a.begin < b.begin; });
    return Placer(found, track, floor, over, apart, progress).place(echo);
}

} // namespace layakari
