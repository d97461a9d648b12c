// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/cycle_match.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

// All figures are natural logs of odds. They need only be right to a factor or so: between two
// readings of a sitting lie many of them.
constexpr double phaseGain = 2.0;         // a span explained by a planned phase
constexpr double worstDurationCost = 4.5; // beyond this a phase is wrong anyway, by whatever amount
constexpr double durationSlackS = 0.25;   // absolute part, which matters for one and two counts
constexpr double cutGain = 0.2;           // of what the end of the recording cuts
constexpr double openGain = 0.5;          // an open-ended phase fits any length, and so says little
constexpr double leastProbability = 0.02;
// Two perfect breaths without the holds between are another practice, however well they are kept.
constexpr double missingHoldCost = 5;
constexpr double missingShortHoldCost = 2.0;
constexpr double shortHoldCounts = 1.5;
constexpr double strayPauseCost = 0.3;
constexpr double strayPauseCostPerCount = 0.5;
constexpr double interruptedCost = 2.0; // a sip of air within a hold, a cut within a breath
constexpr double interruptionS = 1.6;   // longest sip or cut
// A breath that the room covers altogether: silence of its length, where no hold is planned that
// the silence could be.
constexpr double coveredBreathCost = 2.5;
// A breath where a hum is planned: of 200 hums the ear has missed none (bench/hums), and natural
// breaths are never hums.
constexpr double notHummedCost = 5;
// One sound that is two breaths, since the turn between them was not heard. It explains less than
// one breath does: else half the tempo would explain all. Longer than either of the two by this
// share, and not longer than both by more.
constexpr double missedTurnCost = 1.5;
constexpr double unturnedShare = 1.35;
constexpr double none = -1e18;

double spreadFor(double seconds, double spread)
{
    return std::hypot(spread, durationSlackS / seconds);
}

} // namespace

struct Step {
    double score = none;
    std::size_t fromItem = 0;
    bool usesPhase = false;
    bool isUnturned = false; // with the phase before
};

// The dynamic programme over phases and items, from one item on.
class CycleSearch {
public:
    CycleSearch(const CycleMatcher& matcher, const std::vector<HeardItem>& items, std::size_t from,
                bool hasBegun)
        : m_matcher(matcher),
          m_phases(matcher.m_phases),
          m_items(items),
          m_from(from),
          m_width(std::min(items.size() - from, 2 * m_phases.size() + 4) + 1),
          m_first(hasBegun ? 1 : 0),
          m_steps((m_phases.size() + 2) * m_width)
    {
        at(m_first, 0).score = 0;
        for (std::size_t k = m_first; k < m_phases.size(); ++k)
            for (std::size_t j = 0; j < m_width; ++j)
                if (at(k, j).score > none) extend(k, j);
    }

    std::vector<CycleMatch> matches(bool withPhases) const
    {
        std::vector<CycleMatch> found;
        for (const bool runsOn : {false, true})
            for (std::size_t j = 1; j < m_width; ++j) {
                const double score = step(m_phases.size() + runsOn, j).score;
                if (score <= none) continue;
                CycleMatch match{m_from + j, score, runsOn, {}, {}};
                if (withPhases) trace(match);
                found.push_back(std::move(match));
            }
        return found;
    }

private:
    const CycleMatcher& m_matcher;
    const std::vector<Phase>& m_phases;
    const std::vector<HeardItem>& m_items;
    std::size_t m_from;
    std::size_t m_width;
    std::size_t m_first;       // phase to be heard
    std::vector<Step> m_steps; // the last row is that of the next cycle's first phase

    Step& at(std::size_t phase, std::size_t item) { return m_steps[phase * m_width + item]; }
    const Step& step(std::size_t phase, std::size_t item) const
    {
        return m_steps[phase * m_width + item];
    }
    const HeardItem& item(std::size_t j) const { return m_items[m_from + j]; }
    bool inside(std::size_t j) const { return j + 1 < m_width; }
    bool isBreath(std::size_t j) const { return inside(j) && item(j).breath; }
    bool isSilence(std::size_t j) const { return inside(j) && !item(j).breath && !item(j).barrier; }

    void offer(std::size_t phase, std::size_t toItem, double score, std::size_t fromItem,
               bool usesPhase, bool isUnturned = false)
    {
        if (toItem >= m_width) return;
        Step& held = at(phase, toItem);
        if (score > held.score) held = {score, fromItem, usesPhase, isUnturned};
    }

    // From `k` phases explained by the first `j` items: what may come next.
    void extend(std::size_t k, std::size_t j)
    {
        const Phase& phase = m_phases[k];
        const double score = at(k, j).score;
        if (j > 0 && item(j - 1).isLatest) { // the rest of the cycle is still to come
            offer(k + 1, j, score, j, false);
            return;
        }
        if (isHold(phase.kind)) {
            const bool isShort = !phase.counts.open && phase.counts.middle() <= shortHoldCounts;
            offer(k + 1, j, score - (isShort ? missingShortHoldCost : missingHoldCost), j, false);
            if (!isSilence(j)) return;
            // Silence after silence is one that a short sound interrupts, which is no breath.
            double seconds = 0;
            for (std::size_t last = j; isSilence(last); ++last) {
                seconds += item(last).seconds;
                offer(k + 1, last + 1, score + holdGain(k, seconds, item(last).lastSilence), j,
                      true);
            }
            if (isBreath(j + 1) && isSilence(j + 2) && item(j + 1).seconds < interruptionS)
                offer(
                    k + 1, j + 3,
                    score - interruptedCost +
                        holdGain(k, item(j).seconds + item(j + 2).seconds, item(j + 2).lastSilence),
                    j, true);
            return;
        }
        if (!inside(j)) return;
        if (isSilence(j) && !item(j).lastSilence && m_matcher.m_mayBeCovered[k])
            offer(k + 1, j + 1,
                  score - coveredBreathCost + m_matcher.durationGain(k, item(j).seconds), j, true);
        const bool pauseFirst = isSilence(j);
        if (pauseFirst && k == 0) return; // a cycle begins with its first phase
        const std::size_t b = pauseFirst ? j + 1 : j;
        if (!isBreath(b)) return;
        const double pause = pauseFirst
                                 ? strayPauseCost + strayPauseCostPerCount * item(j).seconds /
                                                        m_matcher.m_keep.countS
                                 : 0;
        const double start = score - std::min(pause, worstDurationCost);
        offer(k + 1, b + 1, start + breathGain(k, item(b).seconds, item(b)), j, true);
        if (const auto gain = m_matcher.unturnedGain(k, item(b)))
            offer(k + 2, b + 1, start + *gain, j, true, true);
        const std::size_t second =
            isSilence(b + 1) && item(b + 1).seconds < interruptionS ? b + 2 : b + 1;
        if (isBreath(second))
            offer(k + 1, second + 1,
                  start - interruptedCost + partGain(item(b), item(second), phase) +
                      breathGain(k, item(b).seconds + item(second).seconds, item(b)),
                  j, true);
    }

    double holdGain(std::size_t k, double seconds, bool cutByEnd) const
    {
        // At the end of the recording a hold may be longer than what was recorded of it, and be no
        // hold at all.
        if (cutByEnd) return cutGain;
        return m_matcher.durationGain(k, seconds);
    }

    double breathGain(std::size_t k, double seconds, const HeardItem& heard) const
    {
        const bool mayGoOn = heard.cutByEnd && !m_phases[k].counts.open &&
                             seconds < m_phases[k].counts.middle() * m_matcher.m_keep.countS;
        return (mayGoOn ? cutGain : m_matcher.durationGain(k, seconds)) +
               m_matcher.nameGain(heard, m_phases[k]);
    }

    // Parts of one breath are of one kind, whatever the kind is called.
    double partGain(const HeardItem& first, const HeardItem& second, const Phase& phase) const
    {
        const double same = first.inhaleProbability * second.inhaleProbability +
                            (1 - first.inhaleProbability) * (1 - second.inhaleProbability);
        return std::min(m_matcher.nameGain(second, phase),
                        std::log(2 * std::max(same, leastProbability * leastProbability)));
    }

    void trace(CycleMatch& match) const
    {
        match.phases.resize(m_phases.size());
        std::size_t j = match.end - m_from;
        for (std::size_t k = m_phases.size() + match.runsOn; k > m_first;) {
            const Step& taken = step(k, j);
            if (taken.isUnturned) {
                match.unturned.push_back(m_from + j - 1);
                k -= 2;
            } else {
                if (taken.usesPhase) addItems(match.phases[k - 1], k - 1, taken.fromItem, j);
                --k;
            }
            j = taken.fromItem;
        }
    }

    void addItems(std::vector<std::size_t>& items, std::size_t k, std::size_t from,
                  std::size_t until) const
    {
        const bool isCovered = from + 1 == until && isSilence(from);
        for (std::size_t i = from; i < until; ++i)
            if (isCovered || item(i).breath != isHold(m_phases[k].kind))
                items.push_back(m_from + i);
    }
};

void HeardItem::setInhaleProbability(double probability)
{
    inhaleProbability = probability;
    inhaleGain = std::log(2 * std::max(probability, leastProbability));
    exhaleGain = std::log(2 * std::max(1 - probability, leastProbability));
}

void HeardItem::setSaid(bool isInhale)
{
    constexpr double outOfTheQuestion = -20;
    inhaleProbability = isInhale;
    inhaleGain = isInhale ? std::log(2) : outOfTheQuestion;
    exhaleGain = isInhale ? outOfTheQuestion : std::log(2);
}

CycleMatcher::CycleMatcher(const std::vector<Phase>& phases, const Keep& keep, const HumAims& aims)
    : m_phases(phases), m_keep(keep), m_aims(aims)
{
    for (std::size_t k = 0; k < phases.size(); ++k) {
        const double seconds = std::max(0.05, phases[k].counts.middle()) * keep.countS;
        m_expected.push_back(expected(seconds));
        const Phase& before = phases[(k + phases.size() - 1) % phases.size()];
        const Phase& after = phases[(k + 1) % phases.size()];
        m_mayBeCovered.push_back(!isHold(before.kind) && !isHold(after.kind) &&
                                 !phases[k].counts.open);
    }
}

double CycleMatcher::nameGain(const HeardItem& item, const Phase& phase) const
{
    const double gain = phase.kind == PhaseKind::Inhale ? item.inhaleGain : item.exhaleGain;
    if (phase.sound != PhaseSound::Hum) return gain;
    if (!item.hum) return gain - notHummedCost;
    return phase.pitch ? gain - m_aims.cost(item.pitchHz, *phase.pitch) : gain;
}

double CycleMatcher::durationGain(std::size_t phase, double seconds) const
{
    const TargetCounts& target = m_phases[phase].counts;
    if (target.open) return openGain;
    Expected about = m_expected[phase];
    if (target.isRange()) {
        const double nearest = std::clamp(seconds, std::max(target.min, 0.05) * m_keep.countS,
                                          target.max * m_keep.countS);
        about = expected(nearest);
    }
    return durationGain(about, seconds);
}

CycleMatcher::Expected CycleMatcher::expected(double seconds) const
{
    const double spread = spreadFor(seconds, m_keep.spread);
    return {std::log(seconds), 1 / spread, std::log(spreadFor(seconds, loosestSpread) / spread)};
}

double CycleMatcher::durationGain(const Expected& about, double seconds) const
{
    const double z = (std::log(std::max(seconds, 0.01)) - about.logSeconds) * about.inverseSpread;
    return phaseGain + std::max(-worstDurationCost, about.logDensity - 0.5 * z * z);
}

std::optional<double> CycleMatcher::unturnedGain(std::size_t phase, const HeardItem& item) const
{
    const std::size_t after = (phase + 1) % m_phases.size();
    if (after == phase || item.hum || item.cutByEnd || item.isLatest) return std::nullopt;
    double longest = 0;
    double both = 0;
    for (const std::size_t k : {phase, after}) {
        if (isHold(m_phases[k].kind) || m_phases[k].counts.open) return std::nullopt;
        const double seconds = m_phases[k].counts.middle() * m_keep.countS;
        longest = std::max(longest, seconds);
        both += seconds;
    }
    if (item.seconds < unturnedShare * longest || item.seconds > unturnedShare * both)
        return std::nullopt;
    return durationGain(expected(both), item.seconds) - missedTurnCost +
           (item.inhaleGain + item.exhaleGain) / 2;
}

std::vector<CycleMatch> CycleMatcher::matches(const std::vector<HeardItem>& items, std::size_t from,
                                              bool withPhases, bool hasBegun) const
{
    return CycleSearch(*this, items, from, hasBegun).matches(withPhases);
}

} // namespace layakari
