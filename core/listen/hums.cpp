// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/hums.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// Where to look at all: a second of which most is somewhat clear, seen every tenth of a second.
constexpr std::size_t lookEvery = framesIn(0.1);
constexpr std::size_t lookedAt = 9; // of these in a row
constexpr std::size_t leastClear = 6;
constexpr float somewhatPeriodic = 0.45f; // noise reaches it in a frame of a hundred
constexpr std::size_t lookMargin = framesIn(0.8);

// A breathy hum lies at 0.6. Noise may lie there too, since the best of all pitches is taken: level
// and voicing must agree.
constexpr float clearEnough = 0.36f;
// A breath in a narrow place has a peak in its spectrum too, but does not repeat itself.
constexpr float leastPeriodic = 0.58f;
constexpr float mostStepCents = 120; // within 50 ms; a vibrato of 60 cents moves by 100
constexpr std::size_t stepFrames = framesIn(0.05);
constexpr double longestBreakS = 0.6;    // after a longer one it is another hum
constexpr float samePitchCents = 160;    // on both sides of a break
constexpr float sameLevelDb = 12;        // breath can be clear for a moment too
constexpr float steadySpreadCents = 130; // of the middle seven tenths of a third of a hum
// From tenth to ninetieth percentile: a tuning fork or a reference tone in noise wanders by 0.1 to
// 1.6 cents (measured), a voice by ten times that and more.
constexpr float leastWanderCents = 3;
constexpr float fallenDb = 14; // where a hum ends, against its loudness near there
constexpr float overBackgroundDb = 3;

float cents(float hz, float of) { return 1200 * std::log2(hz / of); }

// Levels of the voice band in windows of 20 ms: what the long window of the pitch smears is sharp
// here.
class ShortLevels {
public:
    explicit ShortLevels(const VoiceBand& sound) : m_sound(sound) {}
    float at(std::size_t frame) const
    {
        constexpr auto half = static_cast<std::ptrdiff_t>(0.010 * VoiceBand::rateHz);
        const auto middle =
            static_cast<std::ptrdiff_t>(FeatureTrack::timeOf(frame) * VoiceBand::rateHz);
        float power = 1e-11f;
        for (std::ptrdiff_t i = middle - half; i < middle + half; ++i)
            power += m_sound.at(i) * m_sound.at(i) / static_cast<float>(2 * half);
        return 10 * std::log10(power);
    }

private:
    const VoiceBand& m_sound;
};

std::vector<FrameRange> whereToLook(HarmonicPitch& pitch, const FeatureTrack& track,
                                    const Progress& progress)
{
    const std::size_t frames = track.frames();
    const std::vector<float> clarities = pitch.clarities(frames, lookEvery, progress);
    // The best of all pitches is clear in noise too; what does not repeat itself is no voice.
    const auto isVoiced = [&](std::size_t i) {
        const std::size_t frame = std::min(frames - 1, i * lookEvery + lookEvery / 2);
        return clarities[i] > clearEnough && track.voicing(frame).strength > somewhatPeriodic;
    };
    std::vector<FrameRange> ranges;
    std::size_t voiced = 0;
    for (std::size_t i = 0; i < clarities.size(); ++i) {
        voiced += isVoiced(i);
        if (i >= lookedAt) voiced -= isVoiced(i - lookedAt);
        if (voiced < leastClear) continue;
        const std::size_t first = (i + 1 - std::min(i + 1, lookedAt)) * lookEvery;
        const std::size_t begin = first > lookMargin ? first - lookMargin : 0;
        const std::size_t end = std::min(frames, (i + 1) * lookEvery + lookMargin);
        if (!ranges.empty() && begin <= ranges.back().end)
            ranges.back().end = end;
        else
            ranges.push_back({begin, end});
    }
    return ranges;
}

class HumFinder {
public:
    HumFinder(const FeatureTrack& track, const FrameRange& range, std::vector<PitchFrame> pitch)
        : m_track(track),
          m_levels(track.voiceBand()),
          m_range(range),
          m_pitch(std::move(pitch)),
          m_loudest(loudestAround(m_pitch))
    {
    }

    std::vector<HeardHum> run()
    {
        std::vector<HeardHum> hums;
        for (const FrameRange& piece : joined(steadyPieces()))
            if (isSteady(piece)) hums.push_back(humOf(piece));
        std::erase_if(hums, [](const HeardHum& h) { return h.seconds() < shortestHumSeconds; });
        return hums;
    }

private:
    const FeatureTrack& m_track;
    ShortLevels m_levels;
    FrameRange m_range;
    std::vector<PitchFrame> m_pitch;
    std::vector<float> m_loudest;

    bool clear(std::size_t i) const
    {
        return m_pitch[i].clarity >= clearEnough && m_pitch[i].levelDb > m_loudest[i] - fallenDb;
    }

    // The loudest moment within reach of each frame: in a break of the voice what is left of the
    // room can look clear, but is far weaker.
    static std::vector<float> loudestAround(const std::vector<PitchFrame>& pitch)
    {
        constexpr std::size_t reach = framesIn(0.4);
        std::vector<float> loudest(pitch.size());
        for (std::size_t i = 0; i < pitch.size(); ++i) {
            loudest[i] = pitch[i].levelDb;
            for (std::size_t k = i > reach ? i - reach : 0; k < std::min(pitch.size(), i + reach);
                 ++k)
                loudest[i] = std::max(loudest[i], pitch[k].levelDb);
        }
        return loudest;
    }

    // Stretches that are clear and whose pitch does not jump, as indices into the range.
    std::vector<FrameRange> steadyPieces() const
    {
        constexpr std::size_t flicker = framesIn(0.04); // shorter gaps of clarity are no gaps
        constexpr std::size_t shortest = framesIn(0.15);
        std::vector<FrameRange> pieces;
        for (std::size_t i = 0; i < m_pitch.size(); ++i) {
            if (!clear(i)) continue;
            const bool goesOn =
                !pieces.empty() && i - pieces.back().end <= flicker &&
                std::fabs(cents(m_pitch[i].hz, m_pitch[earlier(pieces.back(), i)].hz)) <
                    mostStepCents;
            if (goesOn)
                pieces.back().end = i + 1;
            else
                pieces.push_back({i, i + 1});
        }
        std::erase_if(pieces, [](const FrameRange& p) { return p.size() < shortest; });
        return pieces;
    }

    static std::size_t earlier(const FrameRange& piece, std::size_t i)
    {
        return std::clamp(i > stepFrames ? i - stepFrames : 0, piece.begin, piece.end - 1);
    }

    float medianHz(const FrameRange& piece) const
    {
        std::vector<float> hz;
        for (std::size_t i = piece.begin; i < piece.end; ++i)
            if (clear(i)) hz.push_back(m_pitch[i].hz);
        return quantile(hz, 0.5);
    }

    float medianLevel(const FrameRange& piece) const
    {
        std::vector<float> levels;
        for (std::size_t i = piece.begin; i < piece.end; ++i) levels.push_back(m_pitch[i].levelDb);
        return quantile(levels, 0.5);
    }

    // Pieces of one pitch with a short gap between them are one hum with a break, unless a new
    // breath of voice was begun: then the second is as long as a hum of its own and the gap as long
    // as an inhale.
    std::vector<FrameRange> joined(const std::vector<FrameRange>& pieces) const
    {
        std::vector<FrameRange> hums;
        for (const FrameRange& piece : pieces) {
            if (!hums.empty()) {
                const double gap =
                    static_cast<double>(piece.begin - hums.back().end) * FeatureTrack::hopSeconds;
                const float moved = cents(medianHz(piece), medianHz(hums.back()));
                const float louder = medianLevel(piece) - medianLevel(hums.back());
                if (gap < longestBreakS && std::fabs(moved) < samePitchCents &&
                    std::fabs(louder) < sameLevelDb) {
                    hums.back().end = piece.end;
                    continue;
                }
            }
            hums.push_back(piece);
        }
        return hums;
    }

    bool isSteady(const FrameRange& piece) const
    {
        if (static_cast<double>(piece.size()) * FeatureTrack::hopSeconds < 0.8 * shortestHumSeconds)
            return false;
        std::vector<float> strengths;
        for (std::size_t i = piece.begin; i < piece.end; ++i)
            strengths.push_back(m_track.voicing(m_range.begin + i).strength);
        if (quantile(strengths, 0.5) < leastPeriodic) return false;
        std::vector<float> values;
        const float middle = medianHz(piece);
        for (std::size_t i = piece.begin; i < piece.end; ++i)
            if (clear(i)) values.push_back(cents(m_pitch[i].hz, middle));
        if (quantile(values, 0.9) - quantile(values, 0.1) < leastWanderCents) return false;
        // A slow drift belongs to a hum; what is left without it must be small.
        const std::size_t third = std::max<std::size_t>(1, values.size() / 3);
        float spread = 0;
        for (std::size_t part = 0; part < 3; ++part) {
            const auto begin = values.begin() + static_cast<std::ptrdiff_t>(part * third);
            const auto end = part == 2 ? values.end() : begin + static_cast<std::ptrdiff_t>(third);
            const std::vector<float> third_(begin, end);
            spread = std::max(spread, quantile(third_, 0.85) - quantile(third_, 0.15));
        }
        return spread < steadySpreadCents;
    }

    HeardHum humOf(const FrameRange& piece) const
    {
        HeardHum hum;
        const auto [first, startSd] = edge(piece, true);
        const auto [last, endSd] = edge(piece, false);
        hum.startS = FeatureTrack::timeOf(m_range.begin + first);
        hum.endS = FeatureTrack::timeOf(m_range.begin + last);
        hum.startSdS = startSd;
        hum.endSdS = endSd;
        hum.firstFrame = m_range.begin + first;
        for (std::size_t i = first; i <= last && i < m_pitch.size(); ++i) {
            PitchFrame frame = m_pitch[i];
            if (frame.clarity < clearEnough) frame.hz = 0;
            hum.frames.push_back(frame);
        }
        findBreaks(hum);
        return hum;
    }

    struct Edge {
        std::size_t frame = 0;
        double sdS = 0;
    };

    // Where the level, in short windows, has fallen from the hum's own towards the room's.
    Edge edge(const FrameRange& piece, bool isStart) const
    {
        constexpr std::size_t near = framesIn(0.35);
        constexpr std::size_t beyond = framesIn(0.25);
        constexpr std::size_t within = framesIn(0.15);
        std::vector<float> inside;
        std::vector<float> outside;
        const std::size_t from = isStart ? piece.begin : piece.end - 1;
        for (std::size_t k = 5; k < near; ++k) {
            const std::size_t i = isStart ? from + k : from - std::min(from, k);
            if (i < piece.end && i >= piece.begin) inside.push_back(m_levels.at(m_range.begin + i));
        }
        for (std::size_t k = 8; k < beyond; ++k) {
            const auto i =
                static_cast<std::ptrdiff_t>(m_range.begin + from) +
                (isStart ? -static_cast<std::ptrdiff_t>(k) : static_cast<std::ptrdiff_t>(k));
            outside.push_back(i < 0 ? -110.0f : m_levels.at(static_cast<std::size_t>(i)));
        }
        const float level = quantile(inside, 0.5);
        const float room = quantile(outside, 0.3);
        const float least =
            std::max(level - fallenDb, std::min(room + overBackgroundDb, (level + room) / 2));
        // From inside outwards, until it has fallen.
        auto at =
            static_cast<std::ptrdiff_t>(from) +
            (isStart ? static_cast<std::ptrdiff_t>(within) : -static_cast<std::ptrdiff_t>(within));
        at = std::clamp(at, static_cast<std::ptrdiff_t>(piece.begin),
                        static_cast<std::ptrdiff_t>(piece.end) - 1);
        const std::ptrdiff_t step = isStart ? -1 : 1;
        const auto limit = static_cast<std::ptrdiff_t>(within + 10);
        std::ptrdiff_t moved = 0;
        while (moved < 2 * limit && at + step >= 0 &&
               at + step < static_cast<std::ptrdiff_t>(m_pitch.size()) &&
               m_levels.at(m_range.begin + static_cast<std::size_t>(at + step)) > least) {
            at += step;
            ++moved;
        }
        constexpr double sharpSdS = 0.015;
        constexpr double softSdS = 0.08;
        return {static_cast<std::size_t>(at), level - room > 2 * fallenDb / 2 ? sharpSdS : softSdS};
    }

    // A gap of the voice: its level falls, or only breath is left of it. The pitch's window is
    // longer than a break, so the level in short windows and the voicing of 45 ms tell.
    void findBreaks(HeardHum& hum) const
    {
        constexpr std::size_t margin = framesIn(0.15);
        constexpr std::size_t around = framesIn(0.5);
        constexpr float brokenDb = 10;
        std::vector<float> levels;
        for (std::size_t k = 0; k < hum.frames.size(); ++k)
            levels.push_back(m_levels.at(hum.firstFrame + k));
        std::size_t broken = 0;
        for (std::size_t k = margin; k + margin <= hum.frames.size(); ++k) {
            const std::size_t first = k > around ? k - around : 0;
            const std::size_t last = std::min(hum.frames.size(), k + around);
            const float usual = quantile({levels.begin() + static_cast<std::ptrdiff_t>(first),
                                          levels.begin() + static_cast<std::ptrdiff_t>(last)},
                                         0.6);
            const bool isBroken =
                k + margin < hum.frames.size() &&
                (levels[k] < usual - brokenDb || hum.frames[k].clarity < clearEnough / 2);
            if (isBroken) {
                ++broken;
                continue;
            }
            // A window of 20 ms hides as much of a gap.
            const double seconds = static_cast<double>(broken) * FeatureTrack::hopSeconds + 0.01;
            if (broken > 0 && seconds >= shortestBreakSeconds) {
                const double end = FeatureTrack::timeOf(hum.firstFrame + k);
                hum.breaks.push_back({end - seconds, end});
                for (std::size_t b = k - broken; b < k; ++b) hum.frames[b].hz = 0;
            }
            broken = 0;
        }
    }
};

} // namespace

std::vector<HeardHum> findHums(const FeatureTrack& track, const Progress& progress)
{
    std::vector<HeardHum> hums;
    if (track.voiceBand().size() == 0) return hums;
    HarmonicPitch pitch(track.voiceBand());
    for (const FrameRange& range : whereToLook(pitch, track, progress)) {
        progress.orStop();
        const std::vector<HeardHum> found =
            HumFinder(track, range, pitch.track(range.begin, range.end)).run();
        hums.insert(hums.end(), found.begin(), found.end());
    }
    return hums;
}

} // namespace layakari
