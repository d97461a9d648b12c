// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/recorder_gain.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

constexpr std::size_t stepFrames = 5;    // 50 ms
constexpr std::size_t smoothFrames = 21; // centred on a step
constexpr double shapeShare = 0.06;      // the room's shape is that of most of the quietest moments

// Flat: the rise over the room's shape differs between bands by no more than chance lets it.
constexpr float flatDb = 1.3f;
constexpr std::size_t leastRun = 6;     // steps, 0.3 s: a pause between sounds
constexpr std::size_t judgedRun = 20;   // 1 s: long enough to see a gain rise
constexpr std::size_t trimmedEnd = 5;   // 0.25 s: the next sound may have begun in it
constexpr std::size_t beginSteps = 8;   // 0.4 s, in which a sound has faded
constexpr std::size_t settledSteps = 3; // over which a run's ends are averaged
constexpr std::size_t leastRuns = 4;
constexpr double risingShare = 0.7;
constexpr float leastRiseDb = 1.0f;
constexpr float usualRiseDb = 2.0f;
// Between strokes that push a gain the room is lower by 1.5 to 18 dB than anywhere else (18
// recordings); without a gain breath flows back there, or the room is as it was (70).
constexpr float leastDeeperDb = 1.0f;
// Or else its rise tells: faint breath between runs swells by up to 7 dB (228 recordings).
constexpr float plainRiseDb = 8.0f;
constexpr float fastestRiseDb = 10.0f; // in 0.3 s; a door or a voice rises faster
constexpr double quietestShare = 0.03;
// Under a gain half of the quietest moments have the room's shape, in other recordings one in
// fifty.
constexpr double flatShare = 0.2;
constexpr float mostOverQuietestDb = 1.0f;
constexpr std::size_t pushedWithin = 30; // 1.5 s
constexpr float leastPushDb = 8;
constexpr double pushedShare = 0.6;
constexpr std::size_t attackSteps = 3;
constexpr std::size_t lowBands = 4; // a few narrow bands lie under the room by chance

struct Step {
    float rise = 0; // over the room's shape, mean over bands
    bool isFlat = false;
    float mostGain = 0; // no band of a sound can lie under the room: by this the gain is bounded
    bool isForced = false;
};

struct Run {
    std::size_t begin = 0;
    std::size_t end = 0;
    std::size_t length() const { return end - begin; }
};

std::vector<Bands> smoothedSteps(const FeatureTrack& track)
{
    std::vector<Bands> steps;
    for (std::size_t at = 0; at < track.frames(); at += stepFrames) {
        const std::size_t begin = at > smoothFrames / 2 ? at - smoothFrames / 2 : 0;
        const std::size_t end = std::min(track.frames(), at + smoothFrames / 2 + 1);
        Bands mean{};
        for (std::size_t i = begin; i < end; ++i)
            for (std::size_t b = 0; b < bandCount; ++b)
                mean[b] += track.levels(i)[b] / static_cast<float>(end - begin);
        steps.push_back(mean);
    }
    return steps;
}

// The wider a band, the surer its level: the variance of a level in dB falls with its bins.
Bands weightsOfBands()
{
    Bands weights;
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        weights[b] = static_cast<float>(bandEdgesHz[b + 1] - bandEdgesHz[b]);
        sum += weights[b];
    }
    for (float& w : weights) w /= sum;
    return weights;
}

struct Rise {
    float mean = 0;   // over the room's shape, over the bands
    float uneven = 0; // standard deviation over the bands
};

Rise riseOver(const Bands& level, const Bands& shape, const Bands& weights)
{
    Rise rise;
    for (std::size_t b = 0; b < bandCount; ++b) rise.mean += weights[b] * (level[b] - shape[b]);
    float squares = 0;
    for (std::size_t b = 0; b < bandCount; ++b)
        squares += weights[b] * std::pow(level[b] - shape[b] - rise.mean, 2.0f);
    rise.uneven = std::sqrt(squares);
    return rise;
}

float meanLevel(const Bands& level, const Bands& weights)
{
    float mean = 0;
    for (std::size_t b = 0; b < bandCount; ++b) mean += weights[b] * level[b];
    return mean;
}

// The mean of the levels that are like `shape` in all but loudness.
Bands meanOfAlike(const std::vector<Bands>& levels, const Bands& shape, const Bands& weights,
                  std::size_t& count)
{
    Bands mean{};
    count = 0;
    for (const Bands& level : levels) {
        const Rise rise = riseOver(level, shape, weights);
        if (rise.uneven > flatDb) continue;
        for (std::size_t b = 0; b < bandCount; ++b) mean[b] += level[b] - rise.mean;
        ++count;
    }
    for (float& m : mean) m /= static_cast<float>(std::max<std::size_t>(1, count));
    return mean;
}

// The quietest moments are the room's, some with the end of a breath in them: the shape that most
// of them share.
Bands roomShape(const std::vector<Bands>& levels, const Bands& weights)
{
    constexpr std::size_t mostTried = 60;
    constexpr int looks = 2;
    std::vector<Bands> quiet = levels;
    const auto end = quiet.begin() + static_cast<std::ptrdiff_t>(
                                         std::ceil(shapeShare * static_cast<double>(quiet.size())));
    std::nth_element(quiet.begin(), end - 1, quiet.end(), [&](const Bands& a, const Bands& b) {
        return meanLevel(a, weights) < meanLevel(b, weights);
    });
    quiet.erase(end, quiet.end());
    Bands shape = quiet.front();
    std::size_t most = 0;
    const std::size_t every = std::max<std::size_t>(1, quiet.size() / mostTried);
    for (std::size_t i = 0; i < quiet.size(); i += every) {
        std::size_t count = 0;
        const Bands mean = meanOfAlike(quiet, quiet[i], weights, count);
        if (count <= most) continue;
        most = count;
        shape = mean;
    }
    for (int look = 0; look < looks; ++look) {
        std::size_t count = 0;
        const Bands mean = meanOfAlike(levels, shape, weights, count);
        if (count > 0) shape = mean;
    }
    return shape;
}

std::vector<Step> judgeSteps(const std::vector<Bands>& levels, const std::vector<bool>& isForced)
{
    const Bands weights = weightsOfBands();
    std::vector<Bands> calm; // between strokes breath flows back
    for (std::size_t s = 0; s < levels.size(); ++s)
        if (!isForced[s]) calm.push_back(levels[s]);
    const Bands shape = roomShape(calm.empty() ? levels : calm, weights);
    std::vector<Step> steps;
    steps.reserve(levels.size());
    for (std::size_t s = 0; s < levels.size(); ++s) {
        const Bands& level = levels[s];
        const Rise rise = riseOver(level, shape, weights);
        std::array<float, bandCount> rises{};
        for (std::size_t b = 0; b < bandCount; ++b) rises[b] = level[b] - shape[b];
        std::nth_element(rises.begin(), rises.begin() + lowBands, rises.end());
        steps.push_back({rise.mean, rise.uneven < flatDb, rises[lowBands], isForced[s]});
    }
    return steps;
}

std::vector<Run> flatRuns(const std::vector<Step>& steps)
{
    std::vector<Run> runs;
    for (std::size_t s = 0; s < steps.size(); ++s) {
        if (!steps[s].isFlat) continue;
        Run run{s, s};
        while (run.end < steps.size() && steps[run.end].isFlat) ++run.end;
        if (run.length() >= leastRun) runs.push_back(run);
        s = run.end;
    }
    return runs;
}

float meanRise(const std::vector<Step>& steps, std::size_t begin, std::size_t count)
{
    float sum = 0;
    for (std::size_t s = begin; s < begin + count; ++s) sum += steps[s].rise;
    return sum / static_cast<float>(count);
}

// What the quietest moments rise to, within strokes or outside of them; far away where there are
// none.
float quietest(const std::vector<Step>& steps, bool isForced)
{
    std::vector<float> rises;
    for (const Step& s : steps)
        if (s.isForced == isForced) rises.push_back(s.rise);
    if (rises.empty()) return std::numeric_limits<float>::max();
    const auto limit = rises.begin() + static_cast<std::ptrdiff_t>(
                                           quietestShare * static_cast<double>(rises.size()));
    std::nth_element(rises.begin(), limit, rises.end());
    return *limit;
}

// Where nothing but breath lasts, faint breath can pass for the room and swells like a gain. But
// the quietest moments of all are the room's; and under a gain they are those right after a sound.
bool areTheRoom(const std::vector<Step>& steps, std::vector<float> begins)
{
    const float limit = quietest(steps, false);
    std::size_t quiet = 0;
    std::size_t flat = 0;
    for (const Step& s : steps) {
        if (s.isForced || s.rise > limit) continue;
        ++quiet;
        flat += s.isFlat ? 1 : 0;
    }
    const auto middle = begins.begin() + static_cast<std::ptrdiff_t>(begins.size() / 2);
    std::nth_element(begins.begin(), middle, begins.end());
    return static_cast<double>(flat) >= flatShare * static_cast<double>(quiet) &&
           *middle - limit <= mostOverQuietestDb;
}

// Breath that hardly stands out of the room has the room's shape and swells as under a gain. But a
// gain rises after it was pushed down: by a sound that is far louder than what comes after it.
bool followsSound(const std::vector<Step>& steps, const Run& run, float lowest)
{
    float loudest = lowest;
    for (std::size_t s = run.begin - std::min(run.begin, pushedWithin); s < run.begin; ++s)
        loudest = std::max(loudest, steps[s].rise);
    return loudest - lowest >= leastPushDb;
}

// Whether pauses rise as a gain makes them rise.
bool looksLikeGain(const std::vector<Step>& steps, const std::vector<Run>& runs)
{
    std::vector<float> rises;
    std::vector<float> begins;
    std::size_t pushed = 0;
    for (const Run& run : runs) {
        if (run.begin == 0 || run.length() < judgedRun) continue;
        const std::size_t last = run.end - trimmedEnd - settledSteps;
        float fastest = 0;
        for (std::size_t s = run.begin; s + leastRun < last; ++s)
            fastest = std::max(fastest, steps[s + leastRun].rise - steps[s].rise);
        // The end of the sound before may still be in the first steps; from its lowest on.
        float lowest = steps[run.begin].rise;
        for (std::size_t s = run.begin; s < run.begin + beginSteps; ++s)
            lowest = std::min(lowest, steps[s].rise);
        begins.push_back(lowest);
        pushed += followsSound(steps, run, lowest) ? 1 : 0;
        const float rise = meanRise(steps, last, settledSteps) - lowest;
        rises.push_back(fastest > fastestRiseDb ? 0.0f : rise);
    }
    if (rises.size() < leastRuns) return false;
    if (!areTheRoom(steps, begins)) return false;
    if (static_cast<double>(pushed) < pushedShare * static_cast<double>(rises.size())) return false;
    const auto rising =
        std::count_if(rises.begin(), rises.end(), [](float r) { return r >= leastRiseDb; });
    std::nth_element(rises.begin(), rises.begin() + static_cast<std::ptrdiff_t>(rises.size() / 2),
                     rises.end());
    const bool hasStrokes =
        std::any_of(steps.begin(), steps.end(), [](const Step& s) { return s.isForced; });
    const bool isProven =
        !hasStrokes || quietest(steps, true) <= quietest(steps, false) - leastDeeperDb;
    return static_cast<double>(rising) >= risingShare * static_cast<double>(rises.size()) &&
           rises[rises.size() / 2] >= (isProven ? usualRiseDb : plainRiseDb);
}

// The gain at each step: in pauses what the room rose by, never falling; in sounds what comes
// after, or less where that would put them under the room: a loud beginning pushes it further.
std::vector<float> gainOfSteps(const std::vector<Step>& steps, const std::vector<Run>& runs)
{
    std::vector<float> gain(steps.size(), 0.0f);
    for (std::size_t r = 0; r < runs.size(); ++r) {
        const Run& run = runs[r];
        const std::size_t last = run.end - std::min(trimmedEnd, run.length() - 1);
        float low = steps[last - 1].rise;
        for (std::size_t s = last; s-- > run.begin;) gain[s] = low = std::min(low, steps[s].rise);
        for (std::size_t s = last; s < run.end; ++s) gain[s] = gain[last - 1];
        const std::size_t before = r == 0 ? 0 : runs[r - 1].end;
        const float from = r == 0 ? gain[run.begin] : gain[before - 1];
        const float to = gain[run.begin];
        for (std::size_t s = before; s < run.begin; ++s) {
            const double share = to < from ? static_cast<double>(s - before + 1) / attackSteps
                                           : static_cast<double>(s - before + 1) /
                                                 static_cast<double>(run.begin - before + 1);
            gain[s] = std::min(from + (to - from) * static_cast<float>(std::min(1.0, share)),
                               steps[s].mostGain);
        }
    }
    if (!runs.empty())
        for (std::size_t s = runs.back().end; s < steps.size(); ++s)
            gain[s] = gain[runs.back().end - 1];
    return gain;
}

} // namespace

std::vector<float> findRecorderGain(const FeatureTrack& track,
                                    const std::function<bool(std::size_t)>& isForced)
{
    constexpr double shortestSeconds = 10; // of a recording with pauses enough to tell
    if (static_cast<double>(track.frames()) * FeatureTrack::hopSeconds < shortestSeconds) return {};
    const std::vector<Bands> levels = smoothedSteps(track);
    std::vector<bool> forced(levels.size());
    for (std::size_t s = 0; isForced && s < forced.size(); ++s)
        forced[s] = isForced(s * stepFrames);
    const std::vector<Step> steps = judgeSteps(levels, forced);
    const std::vector<Run> runs = flatRuns(steps);
    if (!looksLikeGain(steps, runs)) return {};
    const std::vector<float> coarse = gainOfSteps(steps, runs);
    const float lowest = *std::min_element(coarse.begin(), coarse.end());
    std::vector<float> gain(track.frames());
    for (std::size_t i = 0; i < gain.size(); ++i) {
        const std::size_t s = i / stepFrames;
        const float share = static_cast<float>(i % stepFrames) / stepFrames;
        const float next = coarse[std::min(s + 1, coarse.size() - 1)];
        gain[i] = coarse[s] + share * (next - coarse[s]) - lowest;
    }
    return gain;
}

float GainFollower::follow(const Bands& levels, const Bands& room)
{
    // Half of what a door or a voice rises by: no gain is faster.
    constexpr float fastestDb = 0.5f * fastestRiseDb / (leastRun * stepFrames); // a frame
    static const Bands weights = weightsOfBands();
    m_last.push_back(levels);
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] += levels[b];
    if (m_last.size() < smoothFrames) return m_gainDb;
    Bands mean;
    for (std::size_t b = 0; b < bandCount; ++b) mean[b] = m_sum[b] / smoothFrames;
    const Rise rise = riseOver(mean, room, weights);
    if (rise.uneven < flatDb) m_gainDb = std::min(rise.mean, m_gainDb + fastestDb);
    for (std::size_t b = 0; b < bandCount; ++b) m_sum[b] -= m_last.front()[b];
    m_last.pop_front();
    return m_gainDb;
}

FeatureTrack withoutGain(const FeatureTrack& track, const std::vector<float>& gainDb)
{
    FeatureTrack even;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        Bands levels = track.levels(i);
        for (float& level : levels) level = std::max(silenceDb, level - gainDb[i]);
        even.append(levels, track.voicing(i));
    }
    return even;
}

} // namespace layakari
