// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/stroke_rhythm.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// Whether a chain of bursts is a run of strokes: one that is too slow or rises too softly is
/// breath or the room, and one of bursts that are over at once is claps or a metronome.
class StrokeLikeness {
public:
    struct Candidate {
        Chain chain;
        float steepnessDb = 0; ///< median rise of its expulsions
    };

    /// `lastingS`: of each burst, until it has fallen by 12 dB, whatever begins meanwhile. All must
    /// outlive this, and may still be filled.
    StrokeLikeness(const std::vector<Burst>& bursts, const std::vector<float>& lastingS,
                   const Rhythm& rhythm)
        : m_bursts(bursts), m_lastingS(lastingS), m_rhythm(rhythm)
    {
    }

    /// Of each of the candidates whether it is a run: those that are by themselves, and those that
    /// rise less and resemble one of them. `shortestS`: what the median of their lengths is at
    /// least.
    std::vector<bool> areRuns(const std::vector<Candidate>& candidates, float shortestS) const;

    /// Whether a chain goes on as a run has ended.
    bool resembles(const Chain& run, const Chain& chain) const;

    /// The share of intervals that are near their neighbours'.
    double regularity(const Chain& chain) const;

private:
    const std::vector<Burst>& m_bursts;
    const std::vector<float>& m_lastingS;
    const Rhythm& m_rhythm;

    bool isRun(const Candidate& candidate, float leastSteepDb, float shortestS) const;
    float leastSteepnessDb(const Chain& chain) const;
    bool isSlowBreath(const Candidate& candidate) const;
    bool isStruck(const Chain& chain, float shortestS) const;
    std::optional<float> usualAttackS(const Chain& chain) const;
    float usualGapS(const Chain& chain) const;
    float usualLengthS(const Chain& chain) const;
};

} // namespace layakari
