// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/rise.hpp"
#include "core/listen/stroke_chains.hpp"
#include "core/listen/strokes.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// What the rhythm of a chain of bursts says of each: which does not belong, and which is missing.
class Rhythm {
public:
    /// `lastingS`: of each burst, until it has fallen by 12 dB, whatever begins meanwhile. Both
    /// must outlive this, and may still be filled.
    Rhythm(const std::vector<Burst>& bursts, const std::vector<float>& lastingS)
        : m_bursts(bursts), m_lastingS(lastingS)
    {
    }

    double spanOf(const Chain& chain) const; ///< seconds from its first to its last burst
    double gapBefore(const Chain& chain, std::size_t place) const; ///< seconds; `place` is not 0
    /// The usual interval around a place of a chain of two bursts or more, in seconds.
    double intervalNear(const Chain& chain, std::size_t place) const;
    /// The value below which `share` of the bursts' values lie.
    template <typename Value>
    float quantileOf(const Chain& chain, Value value, double share) const
    {
        std::vector<float> values;
        for (const std::size_t i : chain) values.push_back(value(m_bursts[i]));
        return quantile(values, share);
    }

    /// The chains without the bursts that are strangers in them, and with the weak ones that come
    /// on the beat.
    std::vector<Chain> mended(std::vector<Chain> chains) const;
    /// With up to two more at either end that come on the beat and are no strangers, of the bursts
    /// [from, to): what lies beyond belongs to other chains.
    Chain withBothEnds(Chain chain, std::size_t from, std::size_t to) const;
    /// With those midway between its bursts, if nearly every gap has one that is steep and soon
    /// over: a recorder's gain may turn every second stroke down by 10 dB and more, and no breath
    /// flows back as suddenly. The chain as it is otherwise.
    Chain withThoseMidway(const Chain& chain) const;

private:
    const std::vector<Burst>& m_bursts;
    const std::vector<float>& m_lastingS;

    std::vector<Chain> pruned(std::vector<Chain> chains) const;
    std::vector<bool> strangers(const Chain& chain) const;
    bool isSuperfluous(const Chain& chain, const std::vector<bool>& strange,
                       std::size_t place) const;
    template <typename Value>
    std::vector<float> nearMedian(const Chain& chain, Value value) const;
    std::vector<Chain> filled(std::vector<Chain> chains) const;
    std::optional<std::size_t> beyond(const Chain& chain, bool after, std::size_t from,
                                      std::size_t to) const;
    std::optional<std::size_t> burstNear(double atS, double reachS, std::size_t from,
                                         std::size_t to) const;
};

} // namespace layakari
