// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/rough_hums.hpp"

#include "core/classes/class_input.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// In frames, where a hum has its harmonics.
std::size_t beginOf(const HeardHum& hum) { return hum.firstFrame; }
std::size_t endOf(const HeardHum& hum) { return hum.firstFrame + hum.frames.size(); }

// For each step, whether the classes hear a voice or a tone there, on average over 0.4 s. `alone`:
// and no breath beside it.
std::vector<bool> voiced(const ClassTrack& classes, bool alone)
{
    constexpr std::size_t around = 10; // steps
    constexpr double likely = 0.5;
    std::vector<bool> is(classes.steps());
    for (std::size_t i = 0; i < is.size(); ++i) {
        double sum = 0;
        const std::size_t begin = i - std::min(i, around);
        const std::size_t end = std::min(is.size(), i + around + 1);
        for (std::size_t n = begin; n < end; ++n)
            sum += classes.voiceOrTone(n) *
                   (alone ? 1 - classes.probability[n][ClassTrack::Breath] : 1);
        is[i] = sum / static_cast<double>(end - begin) > likely;
    }
    return is;
}

class Growing {
public:
    explicit Growing(const ClassTrack& classes)
        : m_voiced(voiced(classes, false)), m_voicedAlone(voiced(classes, true))
    {
    }

    // Where what is voiced up to `begin` has begun, not before `from`. The classes know of a hum up
    // to 0.8 s before it begins, while the inhale before it still sounds (measured on the
    // simulator's): a breathy beginning is told by being longer.
    std::size_t before(std::size_t begin, std::size_t from) const
    {
        constexpr std::size_t knownBefore = framesIn(0.9);
        const std::size_t grown = grownBefore(m_voiced, begin, from);
        return begin - grown >= knownBefore ? grown : grownBefore(m_voicedAlone, begin, from);
    }

    // Where what is voiced from `end` on stops, not after `to`.
    std::size_t after(std::size_t end, std::size_t to) const
    {
        std::size_t grown = end;
        while (grown < to && grown - end < most && isIn(m_voiced, grown)) ++grown;
        return isOurs(grown - end) || grown == to ? grown : end;
    }

private:
    // What goes on for longer is somebody else's, or a tone of the room's.
    static constexpr std::size_t most = framesIn(3);
    // Of what is shorter the harmonics tell better where it ends than the classes.
    static constexpr std::size_t least = framesIn(0.3);

    static bool isOurs(std::size_t frames) { return frames >= least && frames < most; }

    static std::size_t grownBefore(const std::vector<bool>& steps, std::size_t begin,
                                   std::size_t from)
    {
        std::size_t grown = begin;
        while (grown > from && begin - grown < most && isIn(steps, grown - 1)) --grown;
        return isOurs(begin - grown) ? grown : begin;
    }

    static bool isIn(const std::vector<bool>& steps, std::size_t frame)
    {
        const std::size_t step = frame / ClassInput::framesPerStep;
        return step < steps.size() && steps[step];
    }

    std::vector<bool> m_voiced;
    std::vector<bool> m_voicedAlone;
};

// What was added says how far off the end may be.
constexpr double doubtOfAdded = 0.25;

double secondsOf(std::size_t frames)
{
    return static_cast<double>(frames) * FeatureTrack::hopSeconds;
}

void addBefore(HeardHum& hum, std::size_t frames)
{
    hum.firstFrame -= frames;
    hum.frames.insert(hum.frames.begin(), frames, PitchFrame{});
    hum.startS -= secondsOf(frames);
    hum.startSdS = std::hypot(hum.startSdS, doubtOfAdded * secondsOf(frames));
}

void addAfter(HeardHum& hum, std::size_t frames)
{
    hum.frames.resize(hum.frames.size() + frames);
    hum.endS += secondsOf(frames);
    hum.endSdS = std::hypot(hum.endSdS, doubtOfAdded * secondsOf(frames));
}

} // namespace

void append(HeardHum& hum, const HeardHum& next)
{
    hum.breaks.push_back({hum.endS, next.startS});
    hum.breaks.insert(hum.breaks.end(), next.breaks.begin(), next.breaks.end());
    if (next.firstFrame > hum.firstFrame) hum.frames.resize(next.firstFrame - hum.firstFrame);
    hum.frames.insert(hum.frames.end(), next.frames.begin(), next.frames.end());
    hum.endS = next.endS;
    hum.endSdS = next.endSdS;
}

void addRoughParts(std::vector<HeardHum>& hums, const ClassTrack& classes)
{
    const Growing growing(classes);
    std::vector<HeardHum> grown;
    for (HeardHum& hum : hums) {
        const std::size_t from = grown.empty() ? 0 : endOf(grown.back());
        const std::size_t begin = growing.before(beginOf(hum), from);
        if (!grown.empty() && growing.after(from, begin) == begin) {
            append(grown.back(), hum);
            continue;
        }
        if (!grown.empty()) addAfter(grown.back(), growing.after(from, begin) - from);
        addBefore(hum, beginOf(hum) - begin);
        grown.push_back(std::move(hum));
    }
    if (!grown.empty()) {
        const std::size_t end = endOf(grown.back());
        addAfter(grown.back(),
                 growing.after(end, classes.steps() * ClassInput::framesPerStep) - end);
    }
    hums = std::move(grown);
}

} // namespace layakari
