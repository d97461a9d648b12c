// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/turn_review.hpp"

#include "core/listen/rise.hpp"
#include "core/listen/turns.hpp"

#include <algorithm>

namespace layakari {

namespace {

// Of the contrasts between neighbouring sounds, where those of an inhale and an exhale lie, even
// when every third turn is false; and below which share of it both sides are one breath.
constexpr double usualContrastQuantile = 0.75;
constexpr float tellingContrastDb = 2.5f;
constexpr float falseTurnShare = 0.4f;
constexpr float sureTurn = 4;           // log odds from which a turn is not questioned again
constexpr float hiddenTurnShare = 0.6f; // under a voice
constexpr double besideVoiceSeconds = 0.6;

class TurnReview {
public:
    TurnReview(std::vector<Sound>& sounds, const FeatureTrack& track, const NoiseFloor& floor,
               const Bands& weights, const std::vector<FrameRange>& voices)
        : m_sounds(sounds), m_track(track), m_floor(floor), m_weights(weights), m_voices(voices)
    {
    }

    // A gust or a flutter dips like a turn, but both its sides are one breath and sound like it.
    // How much neighbouring breaths of this recording differ is known by now: turns between sounds
    // that differ far less are taken back, the least different first.
    void review()
    {
        std::vector<float> contrasts;
        // A cough or what is left of a word differs from all breath.
        for (std::size_t i = 1; i < m_sounds.size(); ++i)
            if (isBreathLong(m_sounds[i - 1]) && isBreathLong(m_sounds[i]))
                contrasts.push_back(contrastAt(i));
        const float usual = quantile(contrasts, usualContrastQuantile);
        if (usual < tellingContrastDb) return; // inhale and exhale sound alike: nothing to go by
        findTurnsUnderVoices(usual);
        while (true) {
            std::size_t least = 0;
            float leastContrast = falseTurnShare * usual;
            for (std::size_t i = 1; i < m_sounds.size(); ++i) {
                if (!isTurn(i) || m_sounds[i].start.logOdds > sureTurn) continue;
                if (const float contrast = contrastAt(i); contrast < leastContrast) {
                    leastContrast = contrast;
                    least = i;
                }
            }
            if (least == 0) return;
            m_sounds[least - 1].end = m_sounds[least].end;
            m_sounds.erase(m_sounds.begin() + static_cast<std::ptrdiff_t>(least));
        }
    }

private:
    static bool isBreathLong(const Sound& sound)
    {
        return static_cast<double>(sound.end.frame - sound.start.frame) *
                   FeatureTrack::hopSeconds >=
               shortestBreathSeconds;
    }

    // Whether a sound follows the one before it at once, or after a drop-out that is no hold.
    bool isTurn(std::size_t sound) const
    {
        constexpr auto dropOut = static_cast<std::size_t>(0.12 / FeatureTrack::hopSeconds);
        return m_sounds[sound].start.kind == BoundaryKind::Turn ||
               m_sounds[sound].start.frame - m_sounds[sound - 1].end.frame < dropOut;
    }

    // A word that is spoken as the breath turns hides the dip: there the spectra on both sides
    // tell.
    void findTurnsUnderVoices(float usual)
    {
        const auto side = static_cast<std::size_t>(besideVoiceSeconds / FeatureTrack::hopSeconds);
        const auto least =
            static_cast<std::size_t>(shortestBreathSeconds / FeatureTrack::hopSeconds);
        for (const FrameRange& voice : m_voices) {
            const std::size_t middle = (voice.begin + voice.end) / 2;
            const auto sound = std::find_if(m_sounds.begin(), m_sounds.end(), [&](const Sound& s) {
                return s.start.frame + least < middle && middle + least < s.end.frame;
            });
            if (sound == m_sounds.end()) continue;
            const std::size_t first =
                std::max(sound->start.frame, voice.begin - std::min(voice.begin, side));
            const std::size_t last = std::min(sound->end.frame, voice.end + side);
            if (first >= voice.begin || voice.end >= last) continue;
            const float contrast =
                contrastDb(layakari::meanShape(m_track, m_floor, first, voice.begin),
                           layakari::meanShape(m_track, m_floor, voice.end, last), m_weights);
            if (contrast < hiddenTurnShare * usual) continue;
            const SoundEdge turn{BoundaryKind::Turn, middle, {}};
            Sound second{turn, sound->end, false};
            sound->end = turn;
            m_sounds.insert(sound + 1, second);
        }
    }

    // Of the spectra of a sound and the one before it, without their levels.
    float contrastAt(std::size_t sound) const
    {
        return contrastDb(meanShape(m_sounds[sound - 1]), meanShape(m_sounds[sound]), m_weights);
    }

    Bands meanShape(const Sound& sound) const
    {
        // Both ends fade into the room and say little.
        const std::size_t quarter = (sound.end.frame - sound.start.frame) / 5;
        return layakari::meanShape(m_track, m_floor, sound.start.frame + quarter,
                                   sound.end.frame - quarter);
    }

    std::vector<Sound>& m_sounds;
    const FeatureTrack& m_track;
    const NoiseFloor& m_floor;
    const Bands& m_weights;
    const std::vector<FrameRange>& m_voices;
};

} // namespace

void reviewTurns(std::vector<Sound>& sounds, const FeatureTrack& track, const NoiseFloor& floor,
                 const Bands& weights, const std::vector<FrameRange>& voices)
{
    TurnReview(sounds, track, floor, weights, voices).review();
}

} // namespace layakari
