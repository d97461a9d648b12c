// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/listener.hpp"

#include "core/features/recorder_gain.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/boundary.hpp"
#include "core/listen/knocks.hpp"
#include "core/listen/lost_sound.hpp"
#include "core/listen/painted_over.hpp"
#include "core/listen/set_apart.hpp"
#include "core/listen/turns.hpp"
#include "core/listen/voices.hpp"

#include <algorithm>
#include <cmath>
#include <optional>
#include <thread>

namespace layakari {

namespace {

// A sound between a knock and this long is no breath of practice: strokes, coughs, a chair.
constexpr double shortSoundSeconds = 0.40;
// The mean level of a second of steady noise differs from band to band by about this much.
constexpr double evennessOfNoiseDb = 0.4;
constexpr int looks = 4;
// Of the contrasts between neighbouring sounds, where those of an inhale and an exhale lie, even
// when every third turn is false; and below which share of it both sides are one breath.
constexpr double usualContrastQuantile = 0.75;
constexpr float tellingContrastDb = 2.5f;
constexpr float falseTurnShare = 0.4f;
constexpr float sureTurn = 4;           // log odds from which a turn is not questioned again
constexpr float hiddenTurnShare = 0.6f; // under a voice
constexpr double besideVoiceSeconds = 0.6;
// Quiet frames keep this far from any sound, where breaths fade.
constexpr std::size_t guardFrames = 15;
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

struct Edge {
    BoundaryKind kind = BoundaryKind::Onset;
    std::size_t frame = 0;
    Moment moment;
    float logOdds = 0; // of a turn
};

// A sound with its two edges; neighbours that touch share the moment of their turn.
struct Sound {
    Edge start;
    Edge end;
    bool isRoom = false;
};

class Listener {
public:
    // Breath is looked for in `track`, where knocks are painted over, and placed by `knocking`,
    // where they are not: a boundary's fit bears a knock better than a patch. `floor`: the first
    // guess of the room.
    Listener(const FeatureTrack& track, const FeatureTrack& knocking, NoiseFloor floor,
             const std::vector<FrameRange>& voices, const Progress& progress)
        : m_track(track),
          m_knocking(knocking),
          m_voices(voices),
          m_progress(progress),
          m_floor(std::move(floor)),
          m_weights(BandWeights::equal())
    {
    }

    Heard run()
    {
        Heard heard;
        heard.durationS = static_cast<double>(m_track.frames() + 1) * FeatureTrack::hopSeconds;
        if (!lookForUnbrokenBreath()) lookForBreath();
        m_powerDb = powerOverFloor(m_track, m_floor, m_weights);
        findSounds();
        reviewTurns();
        dropSwellsOfTheRoom();
        if (&m_knocking != &m_track) m_powerDb = powerOverFloor(m_knocking, m_floor, m_weights);
        refineEdges();
        doubtUnderVoices();
        closeShortPauses();
        makeSpans(heard);
        measureLevels(heard);
        heard.room = {m_floor.at(m_track.frames() - 1), m_weights, m_levels, 0};
        return heard;
    }

private:
    const FeatureTrack& m_track;
    const FeatureTrack& m_knocking;
    const std::vector<FrameRange>& m_voices;
    const Progress& m_progress;
    NoiseFloor m_floor;
    BandWeights m_weights;
    std::vector<float> m_riseDb;  // for activity
    std::vector<float> m_powerDb; // for boundaries
    ActivityLevels m_levels;
    std::vector<FrameRange> m_ranges;
    std::vector<Sound> m_sounds;

    // Each look at the recording makes the floor and the weights better for the next.
    void lookForBreath()
    {
        for (int look = 0; look < looks; ++look) {
            const std::vector<float> rise = takeRise();
            find(rise, activityLevels(rise, quietLevel(rise)));
            if (look + 1 < looks) learn(guardFrames);
            m_progress.tell(0.4 * (look + 1) / looks);
        }
    }

    // Faint breath that turns without a pause leaves hardly a frame quiet, and what is most
    // frequent is breath: the looks begin with a quiet that lies where the floor says, and go on
    // with what they left quiet. In a room that swells that is no level of its own; then nothing
    // is kept of them.
    bool lookForUnbrokenBreath()
    {
        const NoiseFloor firstGuess = m_floor;
        std::vector<float> rise = takeRise();
        if (shareAtFloor(rise) > usualShareOfQuiet) return false;
        find(rise, activityLevels(rise, quietAtFloor()));
        for (int look = 1; look < looks; ++look) {
            const std::vector<bool> sounds = learn(turnGuardFrames);
            rise = takeRise();
            QuietLevel quiet = quietAmong(rise, sounds);
            if (!isLevelOfItsOwn(rise, quiet)) {
                m_floor = firstGuess;
                m_weights = BandWeights::equal();
                return false;
            }
            quiet.spreadDb = std::min(quiet.spreadDb, mostTurnSpreadDb);
            find(rise, activityLevels(rise, quiet));
        }
        return true;
    }

    std::vector<float> takeRise()
    {
        m_riseDb = riseOverFloor(m_track, m_floor, m_weights);
        return smoothedRise(m_riseDb);
    }

    void find(const std::vector<float>& rise, const ActivityLevels& levels)
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
            findTurns(m_track, m_floor, m_weights.power, m_powerDb, m_ranges, m_voices);
        for (std::size_t r = 0; r < m_ranges.size(); ++r) {
            const FrameRange& range = m_ranges[r];
            Edge start{BoundaryKind::Onset, range.begin, {}};
            for (const Turn& turn : turns[r]) {
                const Edge edge{BoundaryKind::Turn, turn.frame, {}, turn.logOdds};
                m_sounds.push_back({start, edge, false});
                start = edge;
            }
            m_sounds.push_back({start, {BoundaryKind::Offset, range.end, {}}, false});
        }
    }

    // A gust or a flutter dips like a turn, but both its sides are one breath and sound like it.
    // How much neighbouring breaths of this recording differ is known by now: turns between sounds
    // that differ far less are taken back, the least different first.
    void reviewTurns()
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
                           layakari::meanShape(m_track, m_floor, voice.end, last), m_weights.power);
            if (contrast < hiddenTurnShare * usual) continue;
            const Edge turn{BoundaryKind::Turn, middle, {}};
            Sound second{turn, sound->end, false};
            sound->end = turn;
            m_sounds.insert(sound + 1, second);
        }
    }

    // Of the spectra of a sound and the one before it, without their levels.
    float contrastAt(std::size_t sound) const
    {
        return contrastDb(meanShape(m_sounds[sound - 1]), meanShape(m_sounds[sound]),
                          m_weights.power);
    }

    Bands meanShape(const Sound& sound) const
    {
        // Both ends fade into the room and say little.
        const std::size_t quarter = (sound.end.frame - sound.start.frame) / 5;
        return layakari::meanShape(m_track, m_floor, sound.start.frame + quarter,
                                   sound.end.frame - quarter);
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
        if (sound + 1 == m_sounds.size()) return {middle, m_track.frames()};
        return {middle, m_sounds[sound + 1].start.frame};
    }

    // The edges of a sound are those of no other: two threads share them.
    void refineEdges()
    {
        constexpr std::size_t worthAThread = 16;
        const std::size_t middle = m_sounds.size() < worthAThread ? 0 : m_sounds.size() / 2;
        std::jthread firstHalf;
        if (middle > 0)
            firstHalf = std::jthread([this, middle] {
                for (std::size_t i = 0; i < middle; ++i) refineEdgesOf(i);
            });
        for (std::size_t i = middle; i < m_sounds.size(); ++i) {
            refineEdgesOf(i);
            if (i % 16 == 0)
                m_progress.tell(0.4 + 0.5 * static_cast<double>(i - middle) /
                                          static_cast<double>(m_sounds.size() - middle));
        }
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

    void makeSpans(Heard& heard) const
    {
        for (std::size_t i = 0; i < m_sounds.size(); ++i) {
            const Sound& sound = m_sounds[i];
            const Moment& start = sound.start.moment;
            const Moment& end = sound.end.moment;
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
};

} // namespace

bool Heard::anyBreath() const
{
    return std::any_of(spans.begin(), spans.end(), [](const HeardSpan& s) {
        return s.kind == HeardSpan::Kind::Breath || s.kind == HeardSpan::Kind::Hum;
    });
}

namespace {

std::vector<FrameRange> framesOf(const std::vector<HeardHum>& hums)
{
    std::vector<FrameRange> ranges;
    for (const HeardHum& hum : hums)
        ranges.push_back({hum.firstFrame, hum.firstFrame + hum.frames.size()});
    return ranges;
}

std::vector<FrameRange> framesOf(const std::vector<HeardStrokeRun>& runs, const FeatureTrack& track)
{
    std::vector<FrameRange> ranges;
    for (const HeardStrokeRun& run : runs)
        ranges.push_back({track.frameAt(run.startS), track.frameAt(run.endS) + 1});
    return ranges;
}

} // namespace

Heard listenTo(const FeatureTrack& recorded, const Progress& progress)
{
    if (recorded.frames() == 0) return {};
    const std::vector<FrameRange> spoken = findVoices(recorded);
    std::optional<FeatureTrack> whole;
    if (const auto lost = lostStretches(recorded); !lost.empty())
        whole = asRoom(recorded, withVoicesBeside(lost, spoken, recorded.frames()));
    const FeatureTrack& track = whole ? *whole : recorded;
    std::vector<HeardHum> hums = findHums(track);
    std::vector<FrameRange> apart = framesOf(hums);
    const std::vector<FrameRange> voices = outside(spoken, apart);
    std::optional<FeatureTrack> painted;
    if (!voices.empty()) painted = paintedOver(track, voices);
    if (!hums.empty()) painted = asRoom(painted ? *painted : track, apart);
    const FeatureTrack& clean = painted ? *painted : track;
    std::vector<FrameRange> filled = apart;
    filled.insert(filled.end(), voices.begin(), voices.end());
    NoiseFloor floor(clean);
    std::vector<HeardStrokeRun> runs = findStrokeRuns(findBursts(clean, floor), filled);
    // Strokes push a gain down: they must still be there when it is looked for.
    const std::vector<FrameRange> forced = framesOf(runs, clean);
    const std::vector<float> gain = findRecorderGain(clean, [&](std::size_t frame) {
        return std::any_of(forced.begin(), forced.end(), [&](const FrameRange& run) {
            return frame >= run.begin && frame < run.end;
        });
    });
    std::optional<FeatureTrack> even;
    if (!gain.empty()) even = withoutGain(clean, gain);
    const FeatureTrack& level = even ? *even : clean;
    std::optional<FeatureTrack> calm;
    if (!runs.empty()) calm = asRoom(level, forced, QuietOf::Beside);
    const FeatureTrack& knocking = calm ? *calm : level;
    if (&knocking != &clean) floor = NoiseFloor(knocking);
    std::optional<FeatureTrack> still;
    if (const auto knocks = findKnocks(knocking, floor, forced); !knocks.empty()) {
        still = paintedOver(knocking, knocks);
        floor = NoiseFloor(*still);
    }
    Heard heard =
        Listener(still ? *still : knocking, knocking, std::move(floor), voices, progress).run();
    if (!gain.empty()) {
        heard.recorderGainDb = *std::max_element(gain.begin(), gain.end());
        heard.room.gainDb = gain.back();
    }
    for (const FrameRange& voice : voices) {
        heard.voices.push_back(
            {FeatureTrack::timeOf(voice.begin), FeatureTrack::timeOf(voice.end)});
        heard.speechShare +=
            static_cast<double>(voice.size()) / static_cast<double>(track.frames());
    }
    heard.hums = std::move(hums);
    heard.strokeRuns = std::move(runs);
    setIn(heard);
    progress.tell(1);
    return heard;
}

} // namespace layakari
