// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/segments/segment_model.hpp"

#include <array>
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

struct Segmentation {
    std::vector<FoundSegment> segments; ///< from the first step to the last, without gaps
    std::array<Bands, BreathKinds::kinds> spectraDb{};
    SegmentModel::Posterior posterior;
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
                          const KnownSounds& known, const Progress& progress = {});

} // namespace layakari
