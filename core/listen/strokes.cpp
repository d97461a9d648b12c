// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/strokes.hpp"

#include "core/listen/bellows_halves.hpp"
#include "core/listen/rise.hpp"
#include "core/listen/stroke_chains.hpp"
#include "core/listen/stroke_likeness.hpp"
#include "core/listen/stroke_recount.hpp"
#include "core/listen/stroke_rhythm.hpp"
#include "core/listen/stroke_weights.hpp"
#include "core/listen/struck.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr float shortestRunS = 0.056f; // median of a run's strokes, the shortest of them included
constexpr float voicedBurst = 0.6f;

// What it costs a chain to go from one kind of burst to another, before it is known whether there
// are two.
constexpr double unsureStranger = 0.6;

constexpr int mostWidenings = 20; // of twelve seconds: a run of several minutes

class StrokeFinder {
public:
    StrokeFinder(std::vector<Burst> bursts, const std::vector<FrameRange>& voices)
        : m_voices(voices), m_bursts(std::move(bursts))
    {
    }

    std::vector<HeardStrokeRun> run()
    {
        dropWhatIsNoBreath();
        const std::vector<Burst> every = m_bursts;
        std::erase_if(m_bursts, isLikeAClap);
        measure();
        std::vector<Chain> chains = runsOf(m_rhythm.mended(chainsOfOneKind()));
        for (Chain& chain : chains) chain = m_rhythm.withThoseMidway(expulsionsOf(chain));
        takeBack(every, chains);
        std::vector<HeardStrokeRun> runs;
        for (const Chain& chain : areStrokes(recounted(std::move(chains))))
            runs.push_back(runOf(chain));
        return runs;
    }

private:
    const std::vector<FrameRange>& m_voices;
    std::vector<Burst> m_bursts;
    std::vector<float> m_lastingS; // of the bursts, whatever begins meanwhile
    std::vector<float> m_weights;
    Rhythm m_rhythm{m_bursts, m_lastingS};
    StrokeLikeness m_likeness{m_bursts, m_lastingS, m_rhythm};
    StrokeRecount m_recount{m_bursts, m_lastingS};

    // Each run once more, the longest first; what it takes in from a part that was taken for a run
    // of its own belongs to it.
    std::vector<StrokeSequence> recounted(std::vector<Chain> chains) const
    {
        std::sort(chains.begin(), chains.end(), [&](const Chain& a, const Chain& b) {
            return a.size() != b.size() ? a.size() > b.size() : a < b;
        });
        Chain parts;
        for (const Chain& chain : chains) parts.insert(parts.end(), chain.begin(), chain.end());
        std::sort(parts.begin(), parts.end());
        std::vector<StrokeSequence> found;
        std::vector<Chain> runs;
        for (const Chain& chain : chains) {
            const Chain rest = notWithin(runs, chain);
            if (rest.size() < fewestStrokes || 2 * rest.size() < chain.size()) continue;
            auto [from, to] = surroundings(rest, chains, runs);
            StrokeSequence sequence = recounted(rest, from, to, parts);
            // What has grown may reach further yet, and meet a part that was too far away.
            for (int looks = 0; looks < mostWidenings && !sequence.bursts.empty(); ++looks) {
                const auto [first, last] = surroundings(sequence.bursts, chains, runs);
                if (first >= from && last <= to) break;
                from = std::min(from, first);
                to = std::max(to, last);
                StrokeSequence wider =
                    m_recount.recounted(sequence, hasTwoKinds(sequence) ? 2 : 1, from, to, parts);
                if (wider == sequence) break;
                sequence = std::move(wider);
            }
            if (sequence.bursts.empty()) continue;
            runs.push_back(sequence.bursts);
            found.push_back(std::move(sequence));
        }
        std::vector<StrokeSequence*> bellows;
        for (StrokeSequence& run : found)
            if (hasTwoKinds(run)) bellows.push_back(&run);
        nameHalves(bellows, m_bursts);
        std::sort(found.begin(), found.end(), [](const StrokeSequence& x, const StrokeSequence& y) {
            return x.bursts < y.bursts;
        });
        return found;
    }

    // Median rise of the steeper of both kinds.
    float steepnessOf(const StrokeSequence& run) const
    {
        float steepest = 0;
        for (std::size_t kind = 0; kind < 2; ++kind) {
            std::vector<float> rises;
            for (std::size_t h = 0; h < run.bursts.size(); ++h)
                if (run.kinds[h] == kind) rises.push_back(m_bursts[run.bursts[h]].riseDb);
            if (!rises.empty()) steepest = std::max(steepest, quantile(rises, 0.5));
        }
        return steepest;
    }

    float steepnessOf(const Chain& chain) const
    {
        return m_rhythm.quantileOf(
            chain, [](const Burst& b) { return b.riseDb; }, 0.5);
    }

    static bool hasTwoKinds(const StrokeSequence& run)
    {
        return std::find(run.kinds.begin(), run.kinds.end(), 1u) != run.kinds.end();
    }

    // The exhales, and where one was not heard between two inhales, the inhale for it.
    static Chain strokesOf(const StrokeSequence& run)
    {
        if (!hasTwoKinds(run)) return run.bursts;
        Chain strokes;
        for (std::size_t h = 0; h < run.bursts.size(); ++h) {
            const bool lostExhale = h + 1 < run.bursts.size() && run.kinds[h + 1] == 0;
            if (run.kinds[h] == 1 || lostExhale) strokes.push_back(run.bursts[h]);
        }
        return strokes;
    }

    // The bursts of a chain that no run has taken in.
    static Chain notWithin(const std::vector<Chain>& runs, Chain chain)
    {
        for (const Chain& run : runs)
            std::erase_if(chain,
                          [&](std::size_t i) { return i >= run.front() && i <= run.back(); });
        return chain;
    }

    // Where the run may really begin and end: as far as its neighbours, if they are not so near
    // that they may be parts of it.
    std::pair<std::size_t, std::size_t> surroundings(const Chain& chain,
                                                     const std::vector<Chain>& parts,
                                                     const std::vector<Chain>& runs) const
    {
        constexpr double reachS = 12;
        const double startS = m_bursts[chain.front()].timeS;
        const double endS = m_bursts[chain.back()].timeS;
        std::size_t from = chain.front();
        while (from > 0 && m_bursts[from - 1].timeS > startS - reachS) --from;
        std::size_t to = chain.back() + 1;
        while (to < m_bursts.size() && m_bursts[to].timeS < endS + reachS) ++to;
        const auto keepTo = [&](const Chain& other, double goesOnWithinS) {
            if (other.back() < chain.front() &&
                startS - m_bursts[other.back()].timeS > goesOnWithinS)
                from = std::max(from, other.back() + 1);
            if (other.front() > chain.back() &&
                m_bursts[other.front()].timeS - endS > goesOnWithinS)
                to = std::min(to, other.front());
        };
        const double nearS = longestGapS(m_rhythm.intervalNear(chain, chain.size() / 2));
        for (const Chain& part : parts) keepTo(part, nearS);
        for (const Chain& run : runs) keepTo(run, 0);
        return {from, to};
    }

    StrokeSequence recounted(const Chain& chain, std::size_t from, std::size_t to,
                             const Chain& parts) const
    {
        StrokeSequence sequence;
        const bool twoSided = isTwoSided(chain);
        const bool halves = !hasInhalesBetween(chain) && fillsItsTime(chain) &&
                            areHalves(chain, m_bursts, m_lastingS);
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const Burst* inhale = twoSided && k > 0 ? between(chain[k - 1], chain[k]) : nullptr;
            if (inhale) {
                sequence.bursts.push_back(static_cast<std::size_t>(inhale - m_bursts.data()));
                sequence.kinds.push_back(0);
            }
            sequence.bursts.push_back(chain[k]);
            sequence.kinds.push_back(twoSided ? 1 : halves ? k % 2 : 0);
        }
        return m_recount.recounted(sequence, twoSided || halves ? 2 : 1, from, to, parts);
    }

    // A weak expulsion has not fallen by 12 dB when the breath flows back in: it ends there.
    void endAtNext()
    {
        m_lastingS.clear();
        for (std::size_t i = 0; i < m_bursts.size(); ++i) {
            m_lastingS.push_back(m_bursts[i].seconds);
            if (i + 1 == m_bursts.size()) break;
            const double untilNext = m_bursts[i + 1].timeS - m_bursts[i].timeS;
            m_bursts[i].seconds = std::min(m_bursts[i].seconds, static_cast<float>(untilNext));
        }
    }

    // Words, and all but the steepest of what rises at the same time.
    void dropWhatIsNoBreath()
    {
        constexpr double sameS = 0.03;
        std::erase_if(m_bursts, [&](const Burst& b) {
            return b.voiced > voicedBurst || painted(b.timeS, b.timeS);
        });
        std::vector<Burst> apart;
        for (const Burst& burst : m_bursts) {
            if (apart.empty() || burst.timeS - apart.back().timeS > sameS)
                apart.push_back(burst);
            else if (burst.riseDb > apart.back().riseDb)
                apart.back() = burst;
        }
        m_bursts = std::move(apart);
    }

    void measure()
    {
        endAtNext();
        m_weights = strokeWeights(m_bursts);
    }

    // Some strokes are as short as a clap; once it is known how those of a run sound, they can be
    // told.
    void takeBack(const std::vector<Burst>& every, std::vector<Chain>& chains)
    {
        std::vector<std::size_t> places;
        for (std::size_t i = 0; i < every.size(); ++i)
            if (!isLikeAClap(every[i])) places.push_back(i);
        for (Chain& chain : chains)
            for (std::size_t& burst : chain) burst = places[burst];
        m_bursts = every;
        measure();
    }

    bool painted(double from, double to) const
    {
        return std::any_of(m_voices.begin(), m_voices.end(), [&](const FrameRange& v) {
            return FeatureTrack::timeOf(v.begin) < to && FeatureTrack::timeOf(v.end) > from;
        });
    }

    // Whether in and out are told apart is decided once for a stretch of strokes without a pause,
    // not from stroke to stroke.
    std::vector<Chain> chainsOfOneKind() const
    {
        std::vector<Chain> chains;
        const std::vector<Chain> first =
            bestChains(m_bursts, m_weights, 0, m_bursts.size(), unsureStranger);
        const std::vector<Stretch> stretches = joined(first);
        for (std::size_t s = 0; s < stretches.size(); ++s) {
            const std::size_t from = s == 0 ? 0 : stretches[s - 1].end();
            const std::size_t to =
                s + 1 < stretches.size() ? stretches[s + 1].begin() : m_bursts.size();
            for (Chain& chain : ofOneKind(stretches[s], from, to))
                chains.push_back(std::move(chain));
        }
        return chains;
    }

    struct Stretch {
        std::vector<Chain> chains;
        std::size_t begin() const { return chains.front().front(); }
        std::size_t end() const { return chains.back().back() + 1; }
    };

    std::vector<Chain> ofOneKind(const Stretch& stretch, std::size_t from, std::size_t to) const
    {
        constexpr double nearlyAll = 0.85;
        const double span = m_bursts[stretch.end() - 1].timeS - m_bursts[stretch.begin()].timeS;
        const Chain one = stretch.chains.size() == 1 ? stretch.chains[0] : longestChain(stretch, 0);
        if (m_rhythm.spanOf(one) < nearlyAll * span) return stretch.chains;
        if (hasInhalesBetween(one) || !alternates(one)) return {one};
        return {everySecond(m_rhythm.withBothEnds(m_rhythm.mended({one}).front(), from, to))};
    }

    Chain longestChain(const Stretch& stretch, double strangerCost) const
    {
        Chain best;
        for (Chain& chain :
             bestChains(m_bursts, m_weights, stretch.begin(), stretch.end(), strangerCost))
            if (best.empty() || m_rhythm.spanOf(chain) > m_rhythm.spanOf(best))
                best = std::move(chain);
        return best;
    }

    // A bellows stroke begins with the inhale.
    Chain everySecond(const Chain& all) const
    {
        if (all.size() < 2) return all;
        std::vector<HeardStroke> halves;
        for (const std::size_t i : all)
            halves.push_back({m_bursts[i].timeS, m_bursts[i].levelDb, true, m_lastingS[i], {}, 0});
        halves = evenHalves(std::move(halves));
        const std::size_t first = halves.front().timeS > m_bursts[all.front()].timeS ? 1 : 0;
        Chain chain;
        for (std::size_t k = 1; k < halves.size(); k += 2) chain.push_back(all[first + k]);
        if (halves.size() % 2 == 1) chain.push_back(all.back());
        return chain;
    }

    // Chains that follow each other without a pause.
    std::vector<Stretch> joined(const std::vector<Chain>& chains) const
    {
        constexpr double noPause = 1.7; // intervals
        std::vector<Stretch> stretches;
        for (const Chain& chain : chains) {
            if (!stretches.empty()) {
                const Chain& last = stretches.back().chains.back();
                const double gap = m_bursts[chain.front()].timeS - m_bursts[last.back()].timeS;
                if (gap < noPause * std::max(m_rhythm.intervalNear(last, last.size() - 1),
                                             m_rhythm.intervalNear(chain, 1))) {
                    stretches.back().chains.push_back(chain);
                    continue;
                }
            }
            stretches.push_back({{chain}});
        }
        return stretches;
    }

    // In and out follow each other without a pause; single expulsions stand apart.
    bool fillsItsTime(const Chain& chain) const
    {
        constexpr double share = 0.25;
        std::vector<float> lengths;
        for (const std::size_t i : chain) lengths.push_back(m_lastingS[i]);
        return quantile(lengths, 0.5) >= share * m_rhythm.intervalNear(chain, chain.size() / 2);
    }

    // Whether every second burst resembles more than every next one.
    bool alternates(const Chain& chain) const
    {
        constexpr float clearly = 1.3f;
        constexpr float clearlyDb = 2; // what a dozen strokes differ by chance
        constexpr std::size_t fewest = 10;
        if (chain.size() < fewest || !fillsItsTime(chain)) return false;
        std::vector<float> next;
        std::vector<float> second;
        for (std::size_t k = 0; k + 2 < chain.size(); ++k) {
            next.push_back(burstDifference(m_bursts[chain[k]], m_bursts[chain[k + 1]]));
            second.push_back(burstDifference(m_bursts[chain[k]], m_bursts[chain[k + 2]]));
        }
        const float apart = quantile(next, 0.5);
        const float alike = quantile(second, 0.5);
        return apart > clearly * alike && apart > alike + clearlyDb;
    }

    // A pause of a few seconds does not end a run, unless a long sound lies in it: then somebody
    // breathed. What comes after it must be strokes of the same kind.
    std::vector<Chain> runsOf(const std::vector<Chain>& chains) const
    {
        std::vector<StrokeLikeness::Candidate> candidates;
        for (const Chain& chain : chains)
            if (chain.size() >= 2) candidates.push_back({chain, steepnessOf(chain)});
        const std::vector<bool> areRuns = m_likeness.areRuns(candidates, strokeS);
        std::vector<Chain> runs;
        for (std::size_t c = 0; c < candidates.size(); ++c) {
            const Chain& chain = candidates[c].chain;
            if (!runs.empty() && goesOn(runs.back(), chain))
                runs.back().insert(runs.back().end(), chain.begin(), chain.end());
            else if (areRuns[c])
                runs.push_back(chain);
        }
        return splitAtBreaths(runs);
    }

    std::vector<Chain> areStrokes(const std::vector<StrokeSequence>& sequences) const
    {
        std::vector<StrokeLikeness::Candidate> candidates;
        for (const StrokeSequence& sequence : sequences)
            if (Chain chain = strokesOf(sequence); chain.size() >= fewestStrokes)
                candidates.push_back({std::move(chain), steepnessOf(sequence)});
        const std::vector<bool> are = m_likeness.areRuns(candidates, shortestRunS);
        std::vector<Chain> runs;
        for (std::size_t c = 0; c < candidates.size(); ++c)
            if (are[c]) runs.push_back(std::move(candidates[c].chain));
        return runs;
    }

    bool goesOn(const Chain& run, const Chain& chain) const
    {
        const double gap = m_bursts[chain.front()].timeS - m_bursts[run.back()].timeS;
        return gap < longestGapS(m_rhythm.intervalNear(run, run.size() - 1)) &&
               m_likeness.resembles(run, chain);
    }

    std::vector<Chain> splitAtBreaths(const std::vector<Chain>& chains) const
    {
        std::vector<Chain> runs;
        for (const Chain& chain : chains) {
            runs.emplace_back();
            for (std::size_t k = 0; k < chain.size(); ++k) {
                if (k > 0 && isParted(chain, k)) runs.emplace_back();
                runs.back().push_back(chain[k]);
            }
        }
        return runs;
    }

    bool isParted(const Chain& chain, std::size_t place) const
    {
        const double intervalS = m_rhythm.intervalNear(chain, place);
        return m_rhythm.gapBefore(chain, place) > longestGapS(intervalS) ||
               breathBetween(m_bursts, m_lastingS, chain[place - 1], chain[place], intervalS);
    }

    // Where a chain runs through long bursts with short ones as loud between them, these are the
    // strokes.
    Chain expulsionsOf(const Chain& chain) const
    {
        constexpr float muchWeakerDb = 8;
        Chain others;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const std::size_t from =
                k == 0 ? chain[0] - std::min<std::size_t>(chain[0], 6) : chain[k - 1] + 1;
            std::size_t best = m_bursts.size();
            for (std::size_t i = from; i < chain[k]; ++i) {
                if (m_bursts[chain[k]].timeS - m_bursts[i].timeS >
                    0.8 * m_rhythm.intervalNear(chain, k))
                    continue;
                if (m_bursts[i].levelDb < m_bursts[chain[k]].levelDb - muchWeakerDb) continue;
                if (best == m_bursts.size() || m_weights[i] > m_weights[best]) best = i;
            }
            if (best < m_bursts.size()) others.push_back(best);
        }
        const bool most = 4 * others.size() > 3 * chain.size();
        const auto seconds = [](const Burst& b) { return b.seconds; };
        return most && m_rhythm.quantileOf(others, seconds, 0.5) <
                           0.5f * m_rhythm.quantileOf(chain, seconds, 0.5)
                   ? others
                   : chain;
    }

    HeardStrokeRun runOf(const Chain& chain) const
    {
        HeardStrokeRun run;
        double doubt = 0;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const Burst& burst = m_bursts[chain[k]];
            if (k > 0) doubt += addHidden(run, chain, k);
            HeardStroke stroke{burst.timeS, burst.levelDb, true, m_lastingS[chain[k]], {}, 0};
            if (const Burst* inhale = k > 0 ? between(chain[k - 1], chain[k]) : nullptr) {
                stroke.inhaleTimeS = inhale->timeS;
                stroke.inhaleLevelDb = inhale->levelDb;
            }
            doubt += 0.15 * std::max(0.0, 0.8 - static_cast<double>(m_weights[chain[k]]));
            run.strokes.push_back(stroke);
        }
        run.countConfidence = std::exp(-doubt);
        run.startS = m_bursts[chain.front()].timeS - 0.05;
        run.endS = m_bursts[chain.back()].timeS +
                   std::min(0.6, static_cast<double>(m_bursts[chain.back()].seconds));
        run.twoSided = isTwoSided(chain);
        run.confidence = m_likeness.regularity(chain);
        return run;
    }

    // The loudest burst between two strokes: the breath that flows back in.
    const Burst* between(std::size_t from, std::size_t to) const
    {
        const Burst* loudest = nullptr;
        for (std::size_t i = from + 1; i < to; ++i)
            if (!loudest || m_bursts[i].levelDb > loudest->levelDb) loudest = &m_bursts[i];
        return loudest;
    }

    // A gap of two periods with a word in it: the stroke was there, under the word. Returns the
    // doubt.
    double addHidden(HeardStrokeRun& run, const Chain& chain, std::size_t place) const
    {
        const Burst& from = m_bursts[chain[place - 1]];
        const double start = from.timeS;
        const double gap = m_rhythm.gapBefore(chain, place);
        const double period = m_rhythm.intervalNear(chain, place);
        const int intervals = static_cast<int>(std::round(gap / period));
        if (intervals < 2 || intervals > 4 || std::fabs(gap / period / intervals - 1) > 0.2)
            return 0;
        double doubt = 0;
        for (int k = 1; k < intervals; ++k) {
            const double at = start + gap * k / intervals;
            if (!painted(at - 0.15 * period, at + 0.1)) continue;
            run.strokes.push_back({at, from.levelDb, false, 0, {}, 0});
            doubt += 0.1;
        }
        return doubt;
    }

    // An expulsion of kapalabhati is over in a fraction of the stroke; the exhale of a bellows
    // stroke takes half.
    bool isTwoSided(const Chain& chain) const
    {
        constexpr double half = 0.3;
        const double seconds = m_rhythm.quantileOf(
            chain, [](const Burst& b) { return b.seconds; }, 0.5);
        return mostHaveBetween(chain, 0) &&
               seconds > half * m_rhythm.intervalNear(chain, chain.size() / 2);
    }

    // Whether the other halves are known already; what flutters within a half rises less.
    bool hasInhalesBetween(const Chain& chain) const
    {
        constexpr float breathRiseDb = 10;
        return mostHaveBetween(chain, breathRiseDb);
    }

    // Something nearly as loud as the stroke before it, that rises so far.
    bool mostHaveBetween(const Chain& chain, float leastRiseDb) const
    {
        constexpr float nearlyAsLoudDb = 10;
        std::size_t found = 0;
        for (std::size_t k = 1; k < chain.size(); ++k) {
            const Burst* other = between(chain[k - 1], chain[k]);
            found += other && other->riseDb >= leastRiseDb &&
                     m_bursts[chain[k]].levelDb - other->levelDb < nearlyAsLoudDb;
        }
        return 2 * found > chain.size();
    }
};

} // namespace

bool HeardStrokeRun::mayBeBreath() const
{
    constexpr double shortestBreathS = 0.6; // of somebody in a hurry
    std::vector<double> seconds;
    for (const HeardStroke& stroke : strokes) seconds.push_back(stroke.seconds);
    const double eachS = (endS - startS) / static_cast<double>(strokes.size());
    return eachS > 2 * shortestBreathS && median(seconds) > shortestBreathS;
}

std::vector<HeardStrokeRun> findStrokeRuns(std::vector<Burst> bursts,
                                           const std::vector<FrameRange>& voices)
{
    return StrokeFinder(std::move(bursts), voices).run();
}

} // namespace layakari
