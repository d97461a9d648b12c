// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/stroke_likeness.hpp"

#include "core/listen/strokes.hpp"
#include "core/listen/struck.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr float voicedRun = 0.45f; // median of a run: breath has 0.3, a metronome's ticks 0.5
constexpr double leastRegular = 0.6;
constexpr double mostUnlikeDb = 9;

// Slower runs must be of short or of steep strokes, and none may be slower than a breath: a natural
// one rises by 10 dB within 60 ms, a bellows stroke by 20.
constexpr float slowIntervalS = 1.5f;
constexpr float sharpStrokeS = 0.45f;
constexpr float slowestIntervalS = 2.7f;
constexpr float steepSlowRunDb = 18;

// The fewer there are, the steeper they must be, median of the rises: nothing natural comes as
// quickly and as regularly as strokes, and for as long.
constexpr float steepRunDb = 11;
constexpr float steepShortRunDb = 15;
constexpr std::size_t shortRun = 10;
constexpr float steepQuickRunDb = 9;
constexpr std::size_t longRun = 15;
constexpr float quickIntervalS = 1.1f;
constexpr double veryRegular = 0.9;

} // namespace

std::vector<bool> StrokeLikeness::areRuns(const std::vector<Candidate>& candidates,
                                          float shortestS) const
{
    std::vector<bool> alone;
    for (const Candidate& c : candidates)
        alone.push_back(isRun(c, leastSteepnessDb(c.chain), shortestS));
    std::vector<bool> all = alone;
    for (std::size_t c = 0; c < candidates.size(); ++c)
        for (std::size_t other = 0; other < candidates.size() && !all[c]; ++other)
            all[c] = alone[other] && isRun(candidates[c], steepRunDb, shortestS) &&
                     resembles(candidates[other].chain, candidates[c].chain);
    return all;
}

bool StrokeLikeness::isRun(const Candidate& candidate, float leastSteepDb, float shortestS) const
{
    const Chain& chain = candidate.chain;
    if (chain.size() < fewestStrokes || candidate.steepnessDb < leastSteepDb) return false;
    if (m_rhythm.quantileOf(
            chain, [](const Burst& b) { return b.voiced; }, 0.5) > voicedRun)
        return false;
    if (isStruck(chain, shortestS)) return false;
    std::vector<float> unlike;
    for (std::size_t k = 1; k < chain.size(); ++k)
        unlike.push_back(m_bursts[chain[k]].unlike(m_bursts[chain[k - 1]]));
    return !isSlowBreath(candidate) && regularity(chain) >= leastRegular &&
           quantile(unlike, 0.5) < mostUnlikeDb;
}

float StrokeLikeness::leastSteepnessDb(const Chain& chain) const
{
    if (chain.size() < shortRun) return steepShortRunDb;
    const auto level = [](const Burst& b) { return b.levelDb; };
    const bool isQuick = chain.size() >= longRun && usualGapS(chain) < quickIntervalS &&
                         regularity(chain) >= veryRegular &&
                         m_rhythm.quantileOf(chain, level, 0.5) > audibleDb;
    return isQuick ? steepQuickRunDb : steepRunDb;
}

bool StrokeLikeness::isSlowBreath(const Candidate& candidate) const
{
    const float intervalS = usualGapS(candidate.chain);
    if (intervalS <= slowIntervalS) return false;
    // A clap upon a breath makes it steep; upon every stroke of a run as slow nobody claps.
    const auto attackS = usualAttackS(candidate.chain);
    return intervalS > slowestIntervalS || (attackS && *attackS < softAttackS) ||
           (usualLengthS(candidate.chain) > sharpStrokeS && candidate.steepnessDb < steepSlowRunDb);
}

// Claps, ticks and knocks: over at once, and they begin so too, where that is known. Strokes that
// somebody claps to begin with the clap and go on.
bool StrokeLikeness::isStruck(const Chain& chain, float shortestS) const
{
    const auto attackS = usualAttackS(chain);
    if (attackS && *attackS >= softAttackS) return false;
    const bool isOverAtOnce = m_rhythm.quantileOf(
                                  chain, [](const Burst& b) { return b.fullS; }, 0.8) < mostFullS;
    return isOverAtOnce || (!attackS && usualLengthS(chain) < shortestS);
}

std::optional<float> StrokeLikeness::usualAttackS(const Chain& chain) const
{
    std::vector<float> known;
    for (const std::size_t i : chain)
        if (m_bursts[i].attackS) known.push_back(*m_bursts[i].attackS);
    if (2 * known.size() < chain.size()) return std::nullopt;
    return quantile(known, 0.5);
}

bool StrokeLikeness::resembles(const Chain& run, const Chain& chain) const
{
    constexpr double samePace = 0.4; // of the log of the interval
    constexpr float sameLevelDb = 8;
    constexpr float sameLength = 0.8f; // of its log
    const auto level = [](const Burst& b) { return b.levelDb; };
    const auto length = [](const Burst& b) {
        return std::log(std::clamp(b.seconds, shortestTellingS, longestTellingS));
    };
    const double pace =
        std::log(m_rhythm.intervalNear(chain, 1) / m_rhythm.intervalNear(run, run.size() - 1));
    return std::fabs(pace) < samePace &&
           std::fabs(m_rhythm.quantileOf(chain, level, 0.5) -
                     m_rhythm.quantileOf(run, level, 0.5)) < sameLevelDb &&
           std::fabs(m_rhythm.quantileOf(chain, length, 0.5) -
                     m_rhythm.quantileOf(run, length, 0.5)) < sameLength;
}

double StrokeLikeness::regularity(const Chain& chain) const
{
    constexpr double near = 0.25; // of the log of the interval
    double regular = 0;
    for (std::size_t k = 1; k < chain.size(); ++k)
        regular +=
            std::fabs(std::log(m_rhythm.gapBefore(chain, k) / m_rhythm.intervalNear(chain, k))) <
            near;
    return regular / static_cast<double>(chain.size() - 1);
}

float StrokeLikeness::usualGapS(const Chain& chain) const
{
    std::vector<float> gaps;
    for (std::size_t k = 1; k < chain.size(); ++k)
        gaps.push_back(static_cast<float>(m_rhythm.gapBefore(chain, k)));
    return quantile(gaps, 0.5);
}

float StrokeLikeness::usualLengthS(const Chain& chain) const
{
    std::vector<float> lengths;
    for (const std::size_t i : chain) lengths.push_back(m_lastingS[i]);
    return quantile(lengths, 0.5);
}

} // namespace layakari
