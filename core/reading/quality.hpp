// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/recording.hpp"
#include "core/base/enum_words.hpp"
#include "core/language/message.hpp"
#include "core/listen/heard.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// How well a recording can be read, and what would make the next one better.
struct Quality {
    enum class Verdict { Good, Usable, Poor };
    Verdict verdict = Verdict::Good;
    double noiseFloorDb = 0;               ///< dB re full scale
    std::optional<double> breathToNoiseDb; ///< nothing when no breath was heard
    double clippedFraction = 0;
    enum class Why { NothingRecorded, Voice, Tone, Knocks, Room, Other };
    /// A stretch in which hardly anything can be read, and why.
    struct Unreadable {
        double startS = 0;
        double endS = 0;
        Why why = Why::Other;
    };
    std::vector<Unreadable> unreadable;
    std::vector<Message> advice; ///< whole sentences, the most important first
};

/// What the sound itself, beside the breath in it, says of a recording.
struct SoundFaults {
    double mainsHz = 0;       ///< 50 or 60 where an electric hum stands out, else 0
    double mainsDb = 0;       ///< by how much, over what lies beside it
    double windShare = 0;     ///< of the breaths' time, in which air rumbles on the microphone
    bool suppression = false; ///< the recorder shuts bands where nothing is loud
    int dropouts = 0;         ///< gaps of nothing, 20 to 500 ms, within sound
    double lostS = 0;         ///< digital silence of longer than that, in seconds
    std::vector<Quality::Unreadable> unreadable;
};

/// Looks for them. Mains hum is sought on the harmonics of 50 and 60 Hz in the quiet between
/// breaths; wind is rumble below 100 Hz that comes with the breath. Where the room outgrows this
/// recording's usual breath for five seconds and more, or nothing was recorded for a second and
/// more, nothing can be read.
SoundFaults findFaults(const FeatureTrack& track, const Heard& heard);

/// Judges by the breath over the room (good from 15 dB, poor under 8: the levels at which the
/// listener's errors grow, docs/benchmarks.md), clipping and damage.
Quality judgeQuality(const Heard& heard, const SoundDamage& damage, const SoundFaults& faults = {});

inline constexpr EnumWords<Quality::Verdict, Quality::Verdict::Poor> verdictWords{"good", "usable",
                                                                                  "poor"};

const char* toWord(Quality::Verdict verdict);

/// Why a stretch cannot be read, as files have it.
inline constexpr EnumWords<Quality::Why, Quality::Why::Other> unreadableWords{
    "nothing was recorded",
    "somebody speaks over the breath",
    "music or another tone covers the breath",
    "knocks and rustling cover the breath",
    "the room is louder than the breath",
    "something covers the breath"};

} // namespace layakari
