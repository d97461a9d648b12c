// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was heard in a recording, by the sound alone. No plan is known in this room.
#pragma once

#include "core/features/feature_track.hpp"
#include "core/listen/activity.hpp"
#include "core/listen/hums.hpp"
#include "core/listen/strokes.hpp"

#include <array>
#include <optional>
#include <vector>

namespace layakari {

/// What a breath sounds like; all of it is compared only with other breaths of the same recording.
struct BreathCharacter {
    static constexpr std::size_t size = 6;
    /// Shape of the spectrum over the room in four parts (100-510, 510-1480, 1480-3150, 3150-7700
    /// Hz) without their mean, dB; level over the room, dB; the middle of its loudness in time, 0
    /// to 1.
    std::array<double, size> values{};

    static constexpr std::size_t level = 4;
    static constexpr std::size_t middle = 5;
    /// High parts of the spectrum against low ones, dB.
    double brightnessDb() const { return (values[2] + values[3]) - (values[0] + values[1]); }
};

struct HeardSpan {
    enum class Kind {
        Breath,
        Silence,
        Unknown, ///< sounds, but is no breath: too short for one
        Hum,     ///< a hummed exhale
        Strokes, ///< a run of forced strokes
    };
    Kind kind = Kind::Silence;
    double startS = 0;
    double endS = 0;
    double startSdS = 0;
    double endSdS = 0;
    BreathCharacter character; ///< of a breath
    std::size_t index = 0;     ///< of a hum or a run: which of `Heard::hums` or `Heard::strokeRuns`

    // What a person has put right; nothing of it is heard.
    enum class Said { Nothing, Inhale, Exhale, Voice };
    Said said = Said::Nothing;
    enum class Part { Nothing, Practice, Rest };
    Part saidPart = Part::Nothing; ///< practised, or natural breathing
    bool corrected = false;        ///< a boundary or what it is
    bool hasCharacter = true;      ///< false of a breath where none was heard

    /// Of a sound's middle, its edges left out: mean power of each band without the room's, dB re
    /// full scale, and the same over the room's, -10 or more.
    Bands spectrumDb{};
    Bands overRoomDb{};

    // Probabilities: that it is breath, and if so, of the first of the recording's two kinds.
    double isBreath = 1;
    double isFirstKind = 0.5;
    /// That nothing else lies within it: no breath in a silence, no turn and no pause in a breath.
    double isWhole = 1;

    double seconds() const { return endS - startS; }
};

/// A word or a phrase that somebody speaks.
struct HeardVoice {
    double startS = 0;
    double endS = 0;
};

/// A stretch in which something else is louder than the breath nearly everywhere, so that hardly
/// anything of it can be heard.
struct HeardCover {
    enum class What { Voice, Tone, Knocks, Room };
    What what = What::Voice;
    double startS = 0;
    double endS = 0;
};

/// A stretch of time over which both breaths sound as an ocean breath does.
struct HeardOcean {
    double startS = 0;
    double endS = 0;
    double confidence = 0;
    double seconds() const { return endS - startS; }
};

/// What has been learned of a room by the end of a recording: with it the next moment can be heard
/// before the sound after it is known.
struct LearnedRoom {
    Bands floor{};
    BandWeights weights;
    ActivityLevels levels;
    /// Of a recorder's automatic gain.
    struct Gain {
        float nowDb = 0;        ///< over its lowest, at the end
        float afterSoundDb = 0; ///< the same where sounds end, in the median
        Bands room{};           ///< its levels where the gain is lowest
    };
    std::optional<Gain> gain; ///< live, also of a room that swells
};

/// Spans in time order from the first to the last sound, without gaps but for pauses that are too
/// short to be holds; there a breath ends where the next begins.
struct Heard {
    double durationS = 0;
    bool goesOn = false; ///< what comes after the last span is not known yet
    std::vector<HeardSpan> spans;
    double noiseFloorDb = 0;        ///< median level of the room, 100 to 7,700 Hz, dB re full scale
    double breathToNoiseDb = 0;     ///< mean power of the breaths over the room's
    double loudestDb = 0;           ///< level of the loudest tenth of the frames
    std::vector<HeardVoice> voices; ///< in time order; over breaths and holds as well
    std::vector<HeardCover> covers; ///< in time order
    std::vector<HeardHum> hums;
    std::vector<HeardStrokeRun> strokeRuns;
    /// The same with breath where runs of strokes may be breath; none where no run may.
    std::vector<Heard> asBreath;
    std::vector<HeardOcean> ocean; ///< found by the second pass alone, not live
    double speechShare = 0;        ///< of the time, in which somebody speaks
    double recorderGainDb = 0;     ///< by how much a recorder's automatic gain moved; 0 without one
    LearnedRoom room;
    /// Of breaths and hums, in which inhale and exhale can be told apart.
    bool anyBreath() const;
};

/// A pause shorter than this is a turn, not a hold. A quarter of a count of 1.2 s (docs/formats.md
/// says about a quarter of a count); a fixed time, since a plan must not move boundaries.
inline constexpr double shortestHoldSeconds = 0.30;

} // namespace layakari
