// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/edges.hpp"

#include "core/listen/listener.hpp"

#include <algorithm>
#include <cmath>
#include <future>

namespace layakari {

namespace {

class EdgePlacer {
public:
    EdgePlacer(std::vector<Sound>& sounds, const std::vector<float>& powerDb,
               const std::vector<FrameRange>& voices, const Progress& progress)
        : m_sounds(sounds), m_powerDb(powerDb), m_voices(voices), m_progress(progress)
    {
    }

    void place()
    {
        refineEdges();
        doubtUnderVoices();
        closeShortPauses();
    }

private:
    std::vector<Sound>& m_sounds;
    const std::vector<float>& m_powerDb;
    const std::vector<FrameRange>& m_voices;
    const Progress& m_progress;

    // The stretch in which an edge may be looked for: to the middle of the sound and of the pause.
    FrameRange reachOf(std::size_t sound, bool ofStart) const
    {
        const Sound& s = m_sounds[sound];
        const std::size_t middle = (s.start.frame + s.end.frame) / 2;
        if (ofStart) {
            if (sound == 0) return {0, middle};
            const Sound& before = m_sounds[sound - 1];
            const bool touching = s.start.kind == BoundaryKind::Turn;
            return {touching ? (before.start.frame + before.end.frame) / 2 : before.end.frame,
                    middle};
        }
        if (sound + 1 == m_sounds.size()) return {middle, m_powerDb.size()};
        return {middle, m_sounds[sound + 1].start.frame};
    }

    // The edges of a sound are those of no other: two threads share them.
    void refineEdges()
    {
        constexpr std::size_t worthAThread = 16;
        const std::size_t middle = m_sounds.size() < worthAThread ? 0 : m_sounds.size() / 2;
        std::future<void> firstHalf;
        if (middle > 0)
            firstHalf = std::async(std::launch::async, [this, middle] {
                for (std::size_t i = 0; i < middle && !m_progress.stopped(); ++i) refineEdgesOf(i);
            });
        for (std::size_t i = middle; i < m_sounds.size(); ++i) {
            m_progress.orStop();
            refineEdgesOf(i);
            if (i % 16 == 0)
                m_progress.tell(0.4 + 0.5 * static_cast<double>(i - middle) /
                                          static_cast<double>(m_sounds.size() - middle));
        }
        if (firstHalf.valid()) firstHalf.get();
        m_progress.orStop();
    }

    // A turn is the start of one sound and the end of the one before.
    void refineEdgesOf(std::size_t i)
    {
        Sound& sound = m_sounds[i];
        const bool touches = sound.start.kind == BoundaryKind::Turn;
        sound.start.moment =
            refineBoundary(m_powerDb, touches ? BoundaryKind::Turn : BoundaryKind::Onset,
                           sound.start.frame, reachOf(i, true));
        if (touches) m_sounds[i - 1].end.moment = sound.start.moment;
        if (sound.end.kind == BoundaryKind::Offset)
            sound.end.moment =
                refineBoundary(m_powerDb, BoundaryKind::Offset, sound.end.frame, reachOf(i, false));
    }

    // What is heard within a word was painted there: the boundary is somewhere in it.
    void doubtUnderVoices()
    {
        constexpr double uniform = 0.289; // standard deviation of a uniform distribution of width 1
        constexpr double besideSeconds = 0.03;
        const auto doubt = [&](Moment& moment) {
            for (const FrameRange& voice : m_voices) {
                const double begin = FeatureTrack::timeOf(voice.begin) - besideSeconds;
                const double end = FeatureTrack::timeOf(voice.end) + besideSeconds;
                if (moment.seconds > begin && moment.seconds < end)
                    moment.sdSeconds = std::max(moment.sdSeconds, uniform * (end - begin));
            }
        };
        for (Sound& sound : m_sounds) {
            doubt(sound.start.moment);
            doubt(sound.end.moment);
        }
    }

    // Where flow stops for less than the shortest hold, it has turned: both breaths meet in the
    // middle, each side weighted by how well it is known.
    void closeShortPauses()
    {
        for (std::size_t i = 1; i < m_sounds.size(); ++i) {
            Moment& end = m_sounds[i - 1].end.moment;
            Moment& start = m_sounds[i].start.moment;
            const double pause = start.seconds - end.seconds;
            if (m_sounds[i].start.kind == BoundaryKind::Turn || pause >= shortestHoldSeconds)
                continue;
            const double weight = 1 / (start.sdSeconds * start.sdSeconds);
            const double other = 1 / (end.sdSeconds * end.sdSeconds);
            const double seconds =
                (weight * start.seconds + other * end.seconds) / (weight + other);
            // The pause itself says how far apart two readings of one turn can lie.
            const double sd = std::sqrt(1 / (weight + other) + pause * pause / 12);
            start = end = {seconds, sd};
            m_sounds[i].start.kind = m_sounds[i - 1].end.kind = BoundaryKind::Turn;
        }
    }
};

} // namespace

void placeEdges(std::vector<Sound>& sounds, const std::vector<float>& powerDb,
                const std::vector<FrameRange>& voices, const Progress& progress)
{
    EdgePlacer(sounds, powerDb, voices, progress).place();
}

} // namespace layakari
