// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/spans.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A sound between a knock and this long is no breath of practice: strokes, coughs, a chair.
constexpr double shortSoundSeconds = 0.40;

class SpanMaker {
public:
    SpanMaker(const std::vector<Sound>& sounds, const FeatureTrack& track, const NoiseFloor& floor,
              const std::vector<float>& riseDb)
        : m_sounds(sounds), m_track(track), m_floor(floor), m_riseDb(riseDb)
    {
    }

    void make(Heard& heard) const
    {
        for (std::size_t i = 0; i < m_sounds.size(); ++i) {
            const Sound& sound = m_sounds[i];
            const Moment& start = sound.start;
            const Moment& end = sound.end;
            if (end.seconds <= start.seconds) continue;
            const double from = heard.spans.empty() ? 0.0 : heard.spans.back().endS;
            const double fromSd = heard.spans.empty() ? 0.0 : heard.spans.back().endSdS;
            if (start.seconds > from + 1e-9)
                heard.spans.push_back(
                    {HeardSpan::Kind::Silence, from, start.seconds, fromSd, start.sdSeconds, {}});
            HeardSpan span{HeardSpan::Kind::Breath,
                           std::max(start.seconds, from),
                           end.seconds,
                           start.sdSeconds,
                           end.sdSeconds,
                           {}};
            if (span.seconds() <= 0) continue;
            span.isBreath = sound.isBreath;
            span.isFirstKind = sound.isFirstKind;
            if (span.seconds() < shortSoundSeconds) span.kind = HeardSpan::Kind::Unknown;
            span.character = characterOf(span);
            measureSpectrum(span);
            heard.spans.push_back(span);
        }
        if (!heard.spans.empty() &&
            heard.durationS - heard.spans.back().endS >= shortestHoldSeconds)
            heard.spans.push_back({HeardSpan::Kind::Silence,
                                   heard.spans.back().endS,
                                   heard.durationS,
                                   heard.spans.back().endSdS,
                                   0,
                                   {}});
    }

    BreathCharacter characterOf(const HeardSpan& span) const
    {
        constexpr std::array<std::size_t, 5> partEdges{0, 4, 10, 14, bandCount};
        const std::size_t begin = m_track.frameAt(span.startS);
        const std::size_t end = std::max(begin + 1, m_track.frameAt(span.endS));
        Bands power{};
        double weighted = 0;
        double total = 0;
        for (std::size_t i = begin; i < end; ++i) {
            for (std::size_t b = 0; b < bandCount; ++b)
                power[b] += powerOfDb(m_track.levels(i)[b] - m_floor.at(i)[b]) /
                            static_cast<float>(end - begin);
            const double loudness = std::max(0.0f, m_riseDb[i]);
            weighted += loudness * static_cast<double>(i - begin);
            total += loudness;
        }
        BreathCharacter character;
        double mean = 0;
        for (std::size_t p = 0; p < 4; ++p) {
            double part = 0;
            for (std::size_t b = partEdges[p]; b < partEdges[p + 1]; ++b)
                part += 10 * std::log10(std::max(power[b], 1.0f)) /
                        static_cast<double>(partEdges[p + 1] - partEdges[p]);
            character.values[p] = part;
            mean += part / 4;
        }
        for (std::size_t p = 0; p < 4; ++p) character.values[p] -= mean;
        character.values[BreathCharacter::level] = mean;
        character.values[BreathCharacter::middle] =
            total > 0 ? weighted / total / static_cast<double>(end - begin) : 0.5;
        return character;
    }

    void measureSpectrum(HeardSpan& span) const
    {
        constexpr double edge = 0.15; // of its time, at either end
        constexpr float leastRatio = 0.1f;
        const std::size_t begin = m_track.frameAt(span.startS + edge * span.seconds());
        const std::size_t end =
            std::max(begin + 1, m_track.frameAt(span.endS - edge * span.seconds()));
        Bands sound{};
        Bands room{};
        for (std::size_t i = begin; i < end; ++i)
            for (std::size_t b = 0; b < bandCount; ++b) {
                sound[b] += powerOfDb(m_track.levels(i)[b]) / static_cast<float>(end - begin);
                room[b] += powerOfDb(m_floor.at(i)[b]) / static_cast<float>(end - begin);
            }
        for (std::size_t b = 0; b < bandCount; ++b) {
            span.overRoomDb[b] = 10 * std::log10(std::max(sound[b] / room[b] - 1, leastRatio));
            span.spectrumDb[b] = span.overRoomDb[b] + 10 * std::log10(room[b]);
        }
    }

    void measureLevels(Heard& heard) const
    {
        std::vector<float> room;
        for (std::size_t s = 0; s < m_floor.steps(); ++s) room.push_back(totalDb(m_floor.step(s)));
        heard.noiseFloorDb = quantile(room, 0.5);
        double breath = 0;
        double quiet = 0;
        double frames = 0;
        std::vector<float> levels;
        for (std::size_t i = 0; i < m_track.frames(); ++i)
            levels.push_back(totalDb(m_track.levels(i)));
        heard.loudestDb = quantile(levels, 0.9);
        for (const HeardSpan& span : heard.spans) {
            if (span.kind != HeardSpan::Kind::Breath) continue;
            for (std::size_t i = m_track.frameAt(span.startS); i < m_track.frameAt(span.endS);
                 ++i) {
                breath += powerOfDb(levels[i]);
                quiet += powerOfDb(totalDb(m_floor.at(i)));
                frames += 1;
            }
        }
        if (frames > 0) heard.breathToNoiseDb = 10 * std::log10(std::max(breath / quiet - 1, 1e-2));
    }

    static float totalDb(const Bands& bands)
    {
        float power = 0;
        for (const float level : bands) power += powerOfDb(level);
        return 10 * std::log10(power);
    }

private:
    const std::vector<Sound>& m_sounds;
    const FeatureTrack& m_track;
    const NoiseFloor& m_floor;
    const std::vector<float>& m_riseDb;
};

} // namespace

void makeSpans(Heard& heard, const std::vector<Sound>& sounds, const FeatureTrack& track,
               const NoiseFloor& floor, const std::vector<float>& riseDb)
{
    const SpanMaker maker(sounds, track, floor, riseDb);
    maker.make(heard);
    maker.measureLevels(heard);
}

} // namespace layakari
