// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/segments/segment_model.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// What a stretch of a recording is.
enum class Segment { Pause, BreathA, BreathB, Other };

/// A stretch of one kind, in steps [begin, end) of `Observations`.
struct FoundSegment {
    Segment what = Segment::Pause;
    std::size_t begin = 0;
    std::size_t end = 0;
    float probability = 0; ///< mean posterior that it is this
};

/// A recording's two kinds of breath, its room, and how long breaths and pauses last.
struct LearnedKinds {
    BreathKinds kinds;
    SegmentModel::Durations durations;
};

/// What an earlier look at the same sound has learned. `isTriedAnew`: first guesses are tried
/// beside it, else it is learned on from it alone, but for hums, which tell which kind is which.
struct EarlierKinds {
    LearnedKinds learned;
    bool isTriedAnew = false;
};

struct Segmentation {
    std::vector<FoundSegment> segments; ///< from the first step to the last, without gaps
    std::optional<LearnedKinds> learned;
    SegmentModel::Posterior posterior;

    /// Of a kind's usual loudness, dB re full scale; nothing where none was learned.
    Bands spectrumDb(std::size_t kind) const
    {
        return learned ? learned->kinds.kind(kind).spectrumDb : Bands{};
    }
};

/// The segments that posteriors have: breath where it is the most probable, cut where it turns with
/// a probability over a half within 0.6 s, each piece of the kind that it rather is. Which of two
/// like kinds is which may be doubtful while every turn between them is plain: so the turns are
/// found for themselves.
std::vector<FoundSegment> segmentsOf(const SegmentModel::Posterior& posterior);

/// Learns this recording's two kinds of breath and its room, and finds what sounds where, by
/// expectation maximisation over the whole recording; `room` begins as a first guess. What is
/// hummed is found as breath of the second kind. Empty where nothing rises over the room.
Segmentation findSegments(const FeatureTrack& track, Room& room, const ClassTrack& classes,
                          const KnownSounds& known, const Progress& progress = {},
                          const EarlierKinds* before = nullptr);

} // namespace layakari
