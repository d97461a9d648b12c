// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/stroke_chains.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// Bursts in time order, each of a kind, 0 or 1.
struct StrokeSequence {
    Chain bursts;
    std::vector<std::size_t> kinds;
    bool operator==(const StrokeSequence&) const = default;
};

/// Counts a run again, once it is known how its strokes sound and how they follow each other: each
/// burst is weighed by how likely a stroke of this run sounds so (level beside its neighbours,
/// steepness, length, spectrum) against anything else, and against what lies between the strokes;
/// each interval by how likely it follows those around it. The best sequence of all is found by
/// dynamic programming, and teaches the next look. So a weak stroke on the beat counts, a clear one
/// after a pause too, and a loud stranger on the beat does not.
class StrokeRecount {
public:
    /// `lastingS`: of each burst, until it has fallen by 12 dB, whatever begins meanwhile. Both
    /// must outlive this.
    StrokeRecount(const std::vector<Burst>& bursts, const std::vector<float>& lastingS)
        : m_bursts(bursts), m_lastingS(lastingS)
    {
    }

    /// The sequence as it should have been, of bursts in [from, to). `kinds`: 1, or 2 where two
    /// kinds of burst take turns, the halves of bellows strokes. `parts`: bursts, in order, that
    /// were found in a rhythm before, and may be strokes of it; all others are what strokes are
    /// told from. One of less than four of a kind is given back as it is: it teaches nothing.
    StrokeSequence recounted(const StrokeSequence& sequence, std::size_t kinds, std::size_t from,
                             std::size_t to, const Chain& parts) const;

    /// How well each burst is explained by the sound of its kind, against anything: log odds, on
    /// average.
    double fit(const StrokeSequence& sequence, std::size_t kinds) const;

private:
    void dropLoneEnds(StrokeSequence& sequence, std::size_t kinds) const;
    void dropLongEnds(StrokeSequence& sequence) const;
    float soundsAlone(std::size_t burst) const;
    std::vector<float> gapsOf(const Chain& run) const;
    std::optional<float> lackOfFallDb(const Chain& run, std::size_t burst) const;

    const std::vector<Burst>& m_bursts;
    const std::vector<float>& m_lastingS;
};

} // namespace layakari
