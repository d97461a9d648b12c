// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/stroke_rhythm.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr float longEnoughS = 0.18f; // of a stroke, to be compared with
constexpr double onBeat = 0.15;      // of an interval: how far off a stroke may come

} // namespace

std::vector<Chain> Rhythm::mended(std::vector<Chain> chains) const
{
    return filled(pruned(std::move(chains)));
}

double Rhythm::spanOf(const Chain& chain) const
{
    return chain.empty() ? 0 : m_bursts[chain.back()].timeS - m_bursts[chain.front()].timeS;
}

// The usual interval around a place of a chain.
double Rhythm::intervalNear(const Chain& chain, std::size_t place) const
{
    constexpr std::size_t side = 3;
    std::vector<float> gaps;
    for (std::size_t k = place > side ? place - side : 1;
         k < std::min(chain.size(), place + side + 1); ++k)
        gaps.push_back(static_cast<float>(gapBefore(chain, std::max<std::size_t>(k, 1))));
    return quantile(gaps, 0.5);
}

double Rhythm::gapBefore(const Chain& chain, std::size_t place) const
{
    return m_bursts[chain[place]].timeS - m_bursts[chain[place - 1]].timeS;
}

// What is far weaker, softer or longer than the strokes of its chain is none where it comes at
// an end, where several come together (the natural breaths between two runs), or where the
// rhythm is better without it. One weak stroke in its place stays.
std::vector<Chain> Rhythm::pruned(std::vector<Chain> chains) const
{
    for (auto& chain : chains) {
        bool changed = true;
        while (changed && chain.size() >= fewestStrokes) {
            const std::vector<bool> strange = strangers(chain);
            Chain kept;
            for (std::size_t k = 0; k < chain.size(); ++k)
                if (!strange[k] || !isSuperfluous(chain, strange, k)) kept.push_back(chain[k]);
            changed = kept.size() < chain.size();
            chain = std::move(kept);
        }
    }
    return chains;
}

// For each burst of a chain the median over it and its four neighbours on either side.
template <typename Value>
std::vector<float> Rhythm::nearMedian(const Chain& chain, Value value) const
{
    constexpr std::size_t side = 4;
    std::vector<float> medians;
    for (std::size_t k = 0; k < chain.size(); ++k) {
        std::vector<float> near;
        for (std::size_t i = k > side ? k - side : 0; i < std::min(chain.size(), k + side + 1); ++i)
            near.push_back(value(m_bursts[chain[i]]));
        medians.push_back(quantile(near, 0.5));
    }
    return medians;
}

std::vector<bool> Rhythm::strangers(const Chain& chain) const
{
    constexpr float leastWeakDb = 6;
    constexpr float farWeakerDb = 11;
    constexpr float noStrokeDb = 18;
    constexpr float fairlySteep = 0.6f;
    constexpr float deviations = 4;
    constexpr float deviationOfMedian = 1.4826f; // of a normal distribution
    constexpr float softShare = 0.4f;
    constexpr float longRatio = 2.5f;
    const auto level = [](const Burst& b) { return b.levelDb; };
    const auto rise = [](const Burst& b) { return b.riseDb; };
    const std::vector<float> levels = nearMedian(chain, level);
    const std::vector<float> rises = nearMedian(chain, rise);
    const float usualLevel = quantileOf(chain, level, 0.7);
    const float usualRise = quantileOf(chain, rise, 0.7);
    std::vector<float> lengths;
    for (const std::size_t i : chain) lengths.push_back(m_lastingS[i]);
    const float usualLength = quantile(lengths, 0.5);
    std::vector<float> apart;
    for (std::size_t k = 0; k < chain.size(); ++k)
        apart.push_back(std::fabs(m_bursts[chain[k]].levelDb - levels[k]));
    const float weak = std::max(leastWeakDb, deviations * deviationOfMedian * quantile(apart, 0.5));
    std::vector<bool> strange;
    for (std::size_t k = 0; k < chain.size(); ++k) {
        const Burst& burst = m_bursts[chain[k]];
        const float usualHere = std::max(levels[k], usualLevel);
        const float steepness = burst.riseDb / std::max(rises[k], usualRise);
        const bool weaker = burst.levelDb < std::max(levels[k] - weak, usualLevel - farWeakerDb);
        strange.push_back(burst.levelDb < usualHere - noStrokeDb || steepness < softShare ||
                          (weaker && steepness < fairlySteep) ||
                          m_lastingS[chain[k]] > longRatio * std::max(usualLength, longEnoughS));
    }
    return strange;
}

bool Rhythm::isSuperfluous(const Chain& chain, const std::vector<bool>& strange,
                           std::size_t place) const
{
    constexpr double pause = 1.8;
    if (place == 0 || place + 1 == chain.size()) return true;
    if (strange[place - 1] || strange[place + 1]) return true;
    const double usual = intervalNear(chain, place);
    const double before = gapBefore(chain, place);
    const double after = gapBefore(chain, place + 1);
    return before + after < 1.4 * usual || before > pause * usual || after > pause * usual;
}

// A weak burst in its place within a rhythm is a stroke.
std::vector<Chain> Rhythm::filled(std::vector<Chain> chains) const
{
    for (Chain& chain : chains) {
        if (chain.size() < fewestStrokes) continue;
        for (std::size_t k = 1; k < chain.size(); ++k) {
            const double usual = intervalNear(chain, k);
            const double gap = gapBefore(chain, k);
            const int intervals = static_cast<int>(std::round(gap / usual));
            if (intervals < 2 || intervals > 3) continue;
            const double at = m_bursts[chain[k - 1]].timeS + gap / intervals;
            if (const auto burst = burstNear(at, onBeat * usual, chain[k - 1] + 1, chain[k]))
                chain.insert(chain.begin() + static_cast<std::ptrdiff_t>(k), *burst);
        }
    }
    return chains;
}

// So is one that comes where the next would be before the first or after the last, unless it is
// a stranger. More than two would be another rhythm.
Chain Rhythm::withBothEnds(Chain chain, std::size_t from, std::size_t to) const
{
    constexpr int most = 2;
    if (chain.size() < 2) return chain; // has no beat
    for (int k = 0; k < most; ++k)
        if (const auto burst = beyond(chain, false, from, to)) chain.insert(chain.begin(), *burst);
    for (int k = 0; k < most; ++k)
        if (const auto burst = beyond(chain, true, from, to)) chain.push_back(*burst);
    return chain;
}

Chain Rhythm::withThoseMidway(const Chain& chain) const
{
    constexpr float steepDb = 20;
    constexpr float steepEnoughDb = 14; // of one that begins as soon as the strokes do
    constexpr float asSoon = 2;         // times as long an attack
    constexpr double soonOver = 0.25;   // of the time until the next
    constexpr std::size_t nearly = 5;   // all but one of so many
    if (chain.size() < fewestStrokes) return chain;
    std::vector<float> attacks;
    for (const std::size_t i : chain)
        if (m_bursts[i].attackS) attacks.push_back(*m_bursts[i].attackS);
    const float usualS = attacks.empty() ? 0 : quantile(attacks, 0.5);
    const auto isSteep = [&](const Burst& burst) {
        return burst.riseDb > steepDb ||
               (burst.riseDb > steepEnoughDb && burst.attackS && *burst.attackS <= asSoon * usualS);
    };
    Chain all;
    for (std::size_t k = 0; k + 1 < chain.size(); ++k) {
        all.push_back(chain[k]);
        const double half = gapBefore(chain, k + 1) / 2;
        const auto other =
            burstNear(m_bursts[chain[k]].timeS + half, onBeat * half, chain[k] + 1, chain[k + 1]);
        if (other && isSteep(m_bursts[*other]) && m_lastingS[*other] < soonOver * half)
            all.push_back(*other);
    }
    all.push_back(chain.back());
    const std::size_t gaps = chain.size() - 1;
    return nearly * (gaps - (all.size() - chain.size())) <= gaps ? all : chain;
}

// The burst where the next stroke after the chain's last, or before its first, would be.
std::optional<std::size_t> Rhythm::beyond(const Chain& chain, bool after, std::size_t from,
                                          std::size_t to) const
{
    const std::size_t end = after ? chain.size() - 1 : 0;
    const double usual = intervalNear(chain, after ? end : 1);
    const double at = m_bursts[chain[end]].timeS + (after ? usual : -usual);
    const auto burst = after ? burstNear(at, onBeat * usual, chain[end] + 1, to)
                             : burstNear(at, onBeat * usual, from, chain[end]);
    if (!burst) return std::nullopt;
    Chain longer = chain;
    longer.insert(after ? longer.end() : longer.begin(), *burst);
    if (strangers(longer)[after ? longer.size() - 1 : 0]) return std::nullopt;
    return burst;
}

// The strongest burst within `reachS` of a moment, of those in [from, to).
std::optional<std::size_t> Rhythm::burstNear(double atS, double reachS, std::size_t from,
                                             std::size_t to) const
{
    std::optional<std::size_t> best;
    for (std::size_t i = from; i < to; ++i)
        if (std::fabs(m_bursts[i].timeS - atS) < reachS &&
            (!best || m_bursts[i].riseDb > m_bursts[*best].riseDb))
            best = i;
    return best;
}

} // namespace layakari
