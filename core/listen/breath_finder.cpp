// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/breath_finder.hpp"

#include "core/listen/edges.hpp"
#include "core/listen/spans.hpp"
#include "core/listen/turn_review.hpp"
#include "core/listen/turns.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// The mean level of a second of steady noise differs from band to band by about this much.
constexpr double evennessOfNoiseDb = 0.4;
constexpr int breathLooks = 4;
// Quiet frames keep this far from any sound, where breaths fade.
constexpr std::size_t fadeGuardFrames = 15;
// Where breath turns at once, quiet lasts some 0.3 s.
constexpr std::size_t turnGuardFrames = 5;
// Steady noise's spread there; what is more is breath that was left quiet, and would stay so.
constexpr float mostTurnSpreadDb = 0.4f;
// Practice with pauses is quiet for more of its time than this.
constexpr double usualShareOfQuiet = 0.25;

std::vector<bool> activeFrames(std::size_t frames, const std::vector<FrameRange>& ranges,
                               std::size_t guard)
{
    std::vector<bool> active(frames, false);
    for (const FrameRange& range : ranges) {
        const std::size_t begin = range.begin > guard ? range.begin - guard : 0;
        const std::size_t end = std::min(frames, range.end + guard);
        std::fill(active.begin() + static_cast<std::ptrdiff_t>(begin),
                  active.begin() + static_cast<std::ptrdiff_t>(end), true);
    }
    return active;
}

class BreathFinder {
public:
    BreathFinder(const FeatureTrack& track, NoiseFloor floor, const std::vector<FrameRange>& voices,
                 const Progress& progress, bool roomIsKnown)
        : m_track(track),
          m_voices(voices),
          m_progress(progress),
          m_roomIsKnown(roomIsKnown),
          m_floor(std::move(floor)),
          m_weights(BandWeights::equal())
    {
    }

    Heard find(const FeatureTrack& knocking)
    {
        Heard heard;
        heard.durationS = static_cast<double>(m_track.frames() + 1) * FeatureTrack::hopSeconds;
        if (!lookForUnbrokenBreath()) lookForBreath();
        findSounds();
        m_progress.orStop();
        reviewTurns(m_sounds, m_track, m_floor, m_weights.power, m_voices);
        dropSwellsOfTheRoom();
        m_progress.orStop();
        placeEdges(m_sounds, powerOverFloor(knocking, m_floor, m_weights), m_voices, m_progress);
        m_progress.orStop();
        makeSpans(heard, m_sounds, m_track, m_floor, m_riseDb);
        heard.room = {m_floor.at(m_track.frames() - 1), m_weights, m_levels, {}};
        return heard;
    }

private:
    const FeatureTrack& m_track;
    const std::vector<FrameRange>& m_voices;
    const Progress& m_progress;
    const bool m_roomIsKnown;
    NoiseFloor m_floor;
    BandWeights m_weights;
    std::vector<float> m_riseDb;
    ActivityLevels m_levels;
    std::vector<FrameRange> m_ranges;
    std::vector<Sound> m_sounds;

    // Each look at the recording makes the floor and the weights better for the next.
    void lookForBreath()
    {
        for (int look = 0; look < breathLooks; ++look) {
            m_progress.orStop();
            const std::vector<float> rise = takeRise();
            take(rise, activityLevels(rise, quietLevel(rise)));
            if (look + 1 < breathLooks) learn(fadeGuardFrames);
            m_progress.tell(0.4 * (look + 1) / breathLooks);
        }
    }

    // Faint breath that turns without a pause leaves hardly a frame quiet, and what is most
    // frequent is breath: the looks begin with a quiet that lies where the floor says, and go on
    // with what they left quiet. In a room that swells that is no level of its own, in rain there
    // is none left; then nothing is kept of them, unless the floor is known to be the room.
    bool lookForUnbrokenBreath()
    {
        const NoiseFloor firstGuess = m_floor;
        std::vector<float> rise = takeRise();
        if (shareAtFloor(rise) > usualShareOfQuiet) return false;
        take(rise, activityLevels(rise, quietAtFloor()));
        for (int look = 1; look < breathLooks; ++look) {
            m_progress.orStop();
            const std::vector<bool> sounds = learn(turnGuardFrames);
            rise = takeRise();
            std::optional<QuietLevel> quiet = quietAmong(rise, sounds);
            if (!quiet || !isLevelOfItsOwn(rise, *quiet)) {
                if (m_roomIsKnown) return true;
                m_floor = firstGuess;
                m_weights = BandWeights::equal();
                return false;
            }
            quiet->spreadDb = std::min(quiet->spreadDb, mostTurnSpreadDb);
            take(rise, activityLevels(rise, *quiet));
        }
        return true;
    }

    std::vector<float> takeRise()
    {
        m_riseDb = riseOverFloor(m_track, m_floor, m_weights);
        return smoothedRise(m_riseDb);
    }

    void take(const std::vector<float>& rise, const ActivityLevels& levels)
    {
        m_levels = levels;
        m_ranges = findActivity(rise, levels);
    }

    // Floor and weights, from what was found. Gives which frames are within `guard` of a sound.
    std::vector<bool> learn(std::size_t guard)
    {
        std::vector<bool> nearSound = activeFrames(m_track.frames(), m_ranges, guard);
        m_floor.refine(m_track, [&](std::size_t i) { return !nearSound[i]; });
        m_weights = weighBands(m_track, m_floor, activeFrames(m_track.frames(), m_ranges, 0));
        return nearSound;
    }

    void findSounds()
    {
        const auto turns =
            findTurns(m_track, m_floor, m_weights.power,
                      powerOverFloor(m_track, m_floor, m_weights), m_ranges, m_voices);
        for (std::size_t r = 0; r < m_ranges.size(); ++r) {
            const FrameRange& range = m_ranges[r];
            SoundEdge start{BoundaryKind::Onset, range.begin, {}};
            for (const Turn& turn : turns[r]) {
                const SoundEdge edge{BoundaryKind::Turn, turn.frame, {}, turn.logOdds};
                m_sounds.push_back({start, edge, false});
                start = edge;
            }
            m_sounds.push_back({start, {BoundaryKind::Offset, range.end, {}}, false});
        }
    }

    // Traffic that comes and goes raises all bands alike; a breath raises its own. A sound that is
    // weak beside this recording's breaths and rises as evenly as the room itself does is the room.
    void dropSwellsOfTheRoom()
    {
        constexpr double weakShare = 0.5;
        constexpr double evenShare = 0.12;
        std::vector<float> rises;
        for (const Sound& sound : m_sounds)
            rises.push_back(static_cast<float>(spectrumOf(sound).meanDb));
        const double usual = quantile(rises, 0.75);
        for (Sound& sound : m_sounds) {
            const SoundSpectrum s = spectrumOf(sound);
            sound.isRoom = s.meanDb < weakShare * usual &&
                           s.unevennessDb < evenShare * s.meanDb + evennessOfNoiseDb;
        }
        // Only where it stands alone: the halves of a turn belong together.
        std::erase_if(m_sounds, [](const Sound& s) {
            return s.isRoom && s.start.kind == BoundaryKind::Onset &&
                   s.end.kind == BoundaryKind::Offset;
        });
    }

    struct SoundSpectrum {
        double meanDb = 0;
        double unevennessDb = 0; // standard deviation over the bands
    };

    SoundSpectrum spectrumOf(const Sound& sound) const
    {
        SoundSpectrum spectrum;
        std::array<double, bandCount> rise{};
        const auto frames = static_cast<double>(sound.end.frame - sound.start.frame);
        for (std::size_t i = sound.start.frame; i < sound.end.frame; ++i)
            for (std::size_t b = 0; b < bandCount; ++b)
                rise[b] += (m_track.levels(i)[b] - m_floor.at(i)[b]) / frames;
        double squares = 0;
        for (const double r : rise) spectrum.meanDb += r / bandCount;
        for (const double r : rise)
            squares += (r - spectrum.meanDb) * (r - spectrum.meanDb) / bandCount;
        spectrum.unevennessDb = std::sqrt(squares);
        return spectrum;
    }
};

} // namespace

Heard findBreaths(const FeatureTrack& track, const FeatureTrack& knocking, NoiseFloor floor,
                  const std::vector<FrameRange>& voices, const Progress& progress, bool roomIsKnown)
{
    return BreathFinder(track, std::move(floor), voices, progress, roomIsKnown).find(knocking);
}

} // namespace layakari
