// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/activity.hpp"
#include "core/listen/bursts.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// One forced breath of a run: the expulsion of kapalabhati, or the exhale of a bellows stroke.
struct HeardStroke {
    double timeS = 0;   ///< the steepest rise of the expulsion
    double levelDb = 0; ///< over the room
    bool sure = true;   ///< false where only the rhythm says that it is one
    double seconds = 0; ///< until it has fallen by 12 dB, whatever begins meanwhile
    /// The inhale before it, where it can be heard: its steepest rise and its level over the room.
    std::optional<double> inhaleTimeS;
    double inhaleLevelDb = 0;
};

/// A run of strokes, by its rhythm alone; pauses of a few seconds do not end it.
struct HeardStrokeRun {
    double startS = 0; ///< where its first sound begins
    double endS = 0;   ///< where its last one has faded
    std::vector<HeardStroke> strokes;
    double confidence = 0;      ///< that it is a run of strokes at all
    double countConfidence = 0; ///< that the number is right
    /// Both halves of a stroke are bursts of like strength and length: bellows. What the plan says
    /// goes before this.
    bool twoSided = false;
    /// Its halves are as long as those of somebody who is out of breath: nothing in the sound says
    /// that it is not quick breath.
    bool mayBeBreath() const;
};

/// Fewer are no run: two or three quick breaths are a sniff, a cough or a laugh.
inline constexpr std::size_t fewestStrokes = 5;

/// Finds runs of bursts that repeat and resemble each other. `bursts` are those of a recording
/// without voices (`paintedOver`); `voices` are the frames that were painted over, where a stroke
/// may be hidden. Claps, ticks and taps are told by their length, and words by their voicing;
/// breaths of two seconds and more are none.
std::vector<HeardStrokeRun> findStrokeRuns(std::vector<Burst> bursts,
                                           const std::vector<FrameRange>& voices);

} // namespace layakari
