// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/strokes.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace layakari {

namespace {

// A clap or a tick has fallen by 12 dB within 50 ms, windows included; an expulsion lasts a tenth of a
// second and more.
constexpr float clapS = 0.055f;
constexpr float strokeS = 0.09f;
constexpr float voicedBurst = 0.6f;
// Bursts that a burst is compared with: those of the run that it may belong to, and those of a run that a
// rest of half a minute may part from it, with natural breath as much below the strokes.
constexpr double nearbyS = 6;
constexpr double farS = 25;
constexpr float restDb = 6;
constexpr double loudQuantile = 0.8;  // of the levels nearby: what a stroke has there
constexpr float weakerDb = 14;        // below that, nothing is left of a burst's weight
constexpr float steepDb = 14;         // a rise of that much within 60 ms is an expulsion's

// Gains of a chain, in units of one clear stroke.
constexpr float nodeCost = 0.3f;
constexpr double startCost = 0.3;
// Neighbouring intervals of a run differ by a tenth; of in and out, by more.
constexpr double intervalTolerance = 0.25; // of the log of an interval against the one before
constexpr double intervalCost = 0.25;
constexpr double intervalFollow = 0.6; // how far the expected interval follows the last one
constexpr double mostStretch = 1.55;   // a longer interval is a pause, or a stroke that was not heard
constexpr double leastStretch = 0.62;
constexpr double pauseCost = 1.0;
constexpr double missedCost = 0.6; // one stroke that was not heard
constexpr double longestPauseS = 4.0;
// From 215 a minute, faster than anybody keeps up, to 14, slower than which it is breathing.
constexpr double shortestIntervalS = 0.28;
constexpr double longestIntervalS = 4.2;
constexpr std::size_t tempos = 12; // that are followed at once for each burst
constexpr double sameTempo = 0.08; // of the log
constexpr double leastScore = 1.5;

// How differently two bursts sound, in dB of spectrum, level and steepness; an octave of length weighs
// as much as 4 dB.
constexpr float dbPerLog = 6;
constexpr float alikeDb = 6;
constexpr float strangeDb = 16;
constexpr double dearestStranger = 0.6;

// What a run must be.
constexpr double leastRegular = 0.6;
constexpr double slowIntervalS = 1.5;
// Slower runs must be of short or of steep strokes, and none may be slower than a breath: a natural one
// rises by 10 dB within 60 ms, a bellows stroke by 20.
constexpr float sharpStrokeS = 0.45f;
constexpr double slowestIntervalS = 2.7;
constexpr float steepSlowRun = 16;
constexpr double mostUnlikeDb = 9;
constexpr float steepRun = 11; // dB, median of the rises
constexpr float steepShortRun = 15;
constexpr std::size_t shortRun = 10;

// A chain of bursts that ends in one of them, and the interval that is expected next.
struct Tail {
    double score = 0;
    double intervalS = 0;
    std::ptrdiff_t burst = -1; // the one before
    std::size_t tail = 0;      // and which of its tails
};

class StrokeFinder {
public:
    StrokeFinder(const FeatureTrack& track, const NoiseFloor& floor, const std::vector<FrameRange>& voices)
        : m_track(track), m_voices(voices), m_bursts(findBursts(track, floor))
    {
    }

    std::vector<HeardStrokeRun> run()
    {
        dropWhatIsNoStroke();
        weigh();
        std::vector<HeardStrokeRun> runs;
        for (const std::vector<std::size_t>& chain : splitAtPauses(pruned(chains())))
            if (auto run = runOf(expulsionsOf(chain))) runs.push_back(*std::move(run));
        return runs;
    }

private:
    const FeatureTrack& m_track;
    const std::vector<FrameRange>& m_voices;
    std::vector<Burst> m_bursts;
    std::vector<float> m_weights;

    void dropWhatIsNoStroke()
    {
        std::erase_if(m_bursts, [&](const Burst& b) {
            return b.seconds < clapS || b.voiced > voicedBurst || painted(b.timeS, b.timeS);
        });
    }

    // 1 for a burst as loud and as steep as the strokes around it, 0 for what hardly stands out. Natural
    // breaths between two runs are weighed against the runs.
    void weigh()
    {
        m_weights.clear();
        for (const Burst& burst : m_bursts) {
            const Strong near = strongAround(burst.timeS, nearbyS);
            const Strong far = strongAround(burst.timeS, farS);
            const float loud = std::max(near.levelDb, far.levelDb - restDb);
            const float steep = std::min(steepDb, std::max(near.riseDb, far.riseDb / 2));
            const float level = std::clamp(1 + (burst.levelDb - loud) / weakerDb, 0.0f, 1.0f);
            const float rise = std::clamp(burst.riseDb / std::max(steep, 1.0f), 0.0f, 1.0f);
            const float length = std::clamp((burst.seconds - clapS) / (strokeS - clapS), 0.0f, 1.0f);
            m_weights.push_back(length * level * (0.4f + 0.6f * rise));
        }
    }

    struct Strong {
        float levelDb = 0;
        float riseDb = 0;
    };

    Strong strongAround(double seconds, double reachS) const
    {
        const auto first = std::lower_bound(m_bursts.begin(), m_bursts.end(), seconds - reachS,
                                            [](const Burst& b, double t) { return b.timeS < t; });
        std::vector<float> levels;
        std::vector<float> rises;
        for (auto b = first; b != m_bursts.end() && b->timeS < seconds + reachS; ++b) {
            levels.push_back(b->levelDb);
            rises.push_back(b->riseDb);
        }
        return {quantile(levels, loudQuantile), quantile(rises, loudQuantile)};
    }

    bool painted(double from, double to) const
    {
        return std::any_of(m_voices.begin(), m_voices.end(), [&](const FrameRange& v) {
            return FeatureTrack::timeOf(v.begin) < to && FeatureTrack::timeOf(v.end) > from;
        });
    }

    // The ways from stroke to stroke that keep their interval best: dynamic programming over the bursts, as
    // in the beat tracker of Ellis, J. New Music Res. 36(1), 2007, but with an interval that each chain
    // carries along, so that it may quicken and slow down.
    std::vector<std::vector<std::size_t>> chains() const
    {
        std::vector<std::vector<Tail>> tails(m_bursts.size());
        for (std::size_t i = 0; i < m_bursts.size(); ++i) {
            const double gain = m_weights[i] - nodeCost;
            std::vector<Tail> found;
            for (std::size_t j = i; j-- > 0;) {
                const double gap = m_bursts[i].timeS - m_bursts[j].timeS;
                if (gap > longestIntervalS) break;
                if (gap < shortestIntervalS) continue;
                const double linked = gain - strangerCost(m_bursts[i], m_bursts[j]);
                found.push_back({m_weights[j] - nodeCost + linked - startCost, gap, static_cast<std::ptrdiff_t>(j), tempos});
                for (std::size_t k = 0; k < tails[j].size(); ++k)
                    if (const auto next = extended(tails[j][k], gap))
                        found.push_back({next->score + linked, next->intervalS, static_cast<std::ptrdiff_t>(j), k});
            }
            tails[i] = bestOf(std::move(found));
        }
        return traced(tails);
    }

    // In and out differ more than one expulsion from the next: a chain goes from like to like.
    static double strangerCost(const Burst& a, const Burst& b)
    {
        const float apart = a.unlike(b) + 0.5f * std::fabs(a.levelDb - b.levelDb) +
                            0.3f * std::fabs(a.riseDb - b.riseDb) +
                            dbPerLog * std::fabs(std::log(lengthOf(a) / lengthOf(b)));
        return dearestStranger * std::clamp((apart - alikeDb) / (strangeDb - alikeDb), 0.0f, 1.0f);
    }

    // Reverberation and the breath that follows make long lengths uncertain.
    static float lengthOf(const Burst& b) { return std::clamp(b.seconds, strokeS, sharpStrokeS); }

    static std::optional<Tail> extended(const Tail& tail, double gap)
    {
        const double stretch = gap / tail.intervalS;
        if (stretch < leastStretch) return std::nullopt;
        if (stretch > mostStretch) {
            if (gap > std::max(longestPauseS, 2.3 * tail.intervalS)) return std::nullopt;
            const bool missed = std::fabs(std::log(stretch / 2)) < 0.15;
            return Tail{tail.score - (missed ? missedCost : pauseCost), tail.intervalS};
        }
        const double change = std::log(stretch);
        return Tail{tail.score - intervalCost * std::pow(change / intervalTolerance, 2),
                    tail.intervalS * std::exp(intervalFollow * change)};
    }

    static std::vector<Tail> bestOf(std::vector<Tail> found)
    {
        std::sort(found.begin(), found.end(), [](const Tail& a, const Tail& b) { return a.score > b.score; });
        std::vector<Tail> kept;
        for (const Tail& tail : found) {
            const bool known = std::any_of(kept.begin(), kept.end(), [&](const Tail& k) {
                return std::fabs(std::log(k.intervalS / tail.intervalS)) < sameTempo;
            });
            if (!known) kept.push_back(tail);
            if (kept.size() == tempos) break;
        }
        return kept;
    }

    // The best chain first; then the best of what is left before and after it.
    std::vector<std::vector<std::size_t>> traced(const std::vector<std::vector<Tail>>& tails) const
    {
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < tails.size(); ++i)
            if (!tails[i].empty() && tails[i][0].score >= leastScore) order.push_back(i);
        std::sort(order.begin(), order.end(),
                  [&](std::size_t a, std::size_t b) { return tails[a][0].score > tails[b][0].score; });
        std::vector<bool> used(tails.size(), false);
        std::vector<std::vector<std::size_t>> chains;
        for (const std::size_t end : order) {
            std::vector<std::size_t> chain;
            auto at = static_cast<std::ptrdiff_t>(end);
            std::size_t tail = 0;
            while (at >= 0 && !used[static_cast<std::size_t>(at)]) {
                const auto burst = static_cast<std::size_t>(at);
                chain.push_back(burst);
                if (tail >= tempos) break;
                const Tail& here = tails[burst][tail];
                at = here.burst;
                tail = here.tail;
            }
            if (chain.size() < fewestStrokes) continue;
            std::reverse(chain.begin(), chain.end());
            for (std::size_t i = chain.front(); i <= chain.back(); ++i) used[i] = true;
            chains.push_back(std::move(chain));
        }
        std::sort(chains.begin(), chains.end());
        return chains;
    }

    // The usual interval around a place of a chain.
    double intervalNear(const std::vector<std::size_t>& chain, std::size_t place) const
    {
        constexpr std::size_t side = 3;
        std::vector<float> gaps;
        for (std::size_t k = place > side ? place - side : 1; k < std::min(chain.size(), place + side + 1); ++k)
            gaps.push_back(static_cast<float>(gapBefore(chain, std::max<std::size_t>(k, 1))));
        return quantile(gaps, 0.5);
    }

    double gapBefore(const std::vector<std::size_t>& chain, std::size_t place) const
    {
        return m_bursts[chain[place]].timeS - m_bursts[chain[place - 1]].timeS;
    }

    // What is far weaker, softer or longer than the strokes of its chain is none where it comes at an end, where
    // several come together (the natural breaths between two runs), or where the rhythm is better without it.
    // One weak stroke in its place stays.
    std::vector<std::vector<std::size_t>> pruned(std::vector<std::vector<std::size_t>> chains) const
    {
        for (auto& chain : chains) {
            bool changed = true;
            while (changed && chain.size() >= fewestStrokes) {
                const std::vector<bool> strange = strangers(chain);
                std::vector<std::size_t> kept;
                for (std::size_t k = 0; k < chain.size(); ++k)
                    if (!strange[k] || !isSuperfluous(chain, strange, k)) kept.push_back(chain[k]);
                changed = kept.size() < chain.size();
                chain = std::move(kept);
            }
        }
        return chains;
    }

    std::vector<bool> strangers(const std::vector<std::size_t>& chain) const
    {
        constexpr float leastWeakDb = 6;
        constexpr float farWeakerDb = 11;
        constexpr float deviations = 4;
        constexpr float deviationOfMedian = 1.4826f; // of a normal distribution
        constexpr float softShare = 0.5f;
        constexpr float longRatio = 2.5f;
        const auto level = [](const Burst& b) { return b.levelDb; };
        const auto rise = [](const Burst& b) { return b.riseDb; };
        const std::vector<float> levels = nearMedian(chain, level);
        const std::vector<float> rises = nearMedian(chain, rise);
        const float usualLevel = quantileOf(chain, level, 0.7);
        const float usualRise = quantileOf(chain, rise, 0.7);
        const float usualLength = quantileOf(chain, [](const Burst& b) { return b.seconds; }, 0.5);
        std::vector<float> apart;
        for (std::size_t k = 0; k < chain.size(); ++k)
            apart.push_back(std::fabs(m_bursts[chain[k]].levelDb - levels[k]));
        const float weak = std::max(leastWeakDb, deviations * deviationOfMedian * quantile(apart, 0.5));
        std::vector<bool> strange;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const Burst& burst = m_bursts[chain[k]];
            strange.push_back(burst.levelDb < std::max(levels[k] - weak, usualLevel - farWeakerDb) ||
                              burst.riseDb < softShare * std::max(rises[k], usualRise) ||
                              burst.seconds > longRatio * std::max(usualLength, 2 * strokeS));
        }
        return strange;
    }

    bool isSuperfluous(const std::vector<std::size_t>& chain, const std::vector<bool>& strange,
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

    // For each burst of a chain the median over it and its four neighbours on either side.
    template <typename Value> std::vector<float> nearMedian(const std::vector<std::size_t>& chain, Value value) const
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

    // Where a long sound lies in a pause, somebody breathed: two runs.
    std::vector<std::vector<std::size_t>> splitAtPauses(const std::vector<std::vector<std::size_t>>& chains) const
    {
        std::vector<std::vector<std::size_t>> runs;
        for (const auto& chain : chains) {
            runs.emplace_back();
            for (std::size_t k = 0; k < chain.size(); ++k) {
                if (k > 0 && (gapBefore(chain, k) > longestPauseS || breathBetween(chain, k))) runs.emplace_back();
                runs.back().push_back(chain[k]);
            }
        }
        return runs;
    }

    bool breathBetween(const std::vector<std::size_t>& chain, std::size_t place) const
    {
        constexpr double longSoundS = 0.9;
        const double gap = gapBefore(chain, place);
        if (gap < 2.2 * intervalNear(chain, place) || gap < 1.6) return false;
        for (std::size_t i = chain[place - 1] + 1; i < chain[place]; ++i)
            if (m_bursts[i].seconds > longSoundS) return true;
        return false;
    }

    template <typename Value>
    float quantileOf(const std::vector<std::size_t>& chain, Value value, double share) const
    {
        std::vector<float> values;
        for (const std::size_t i : chain) values.push_back(value(m_bursts[i]));
        return quantile(values, share);
    }

    // Where a chain runs through long bursts with short ones as loud between them, these are the strokes.
    std::vector<std::size_t> expulsionsOf(const std::vector<std::size_t>& chain) const
    {
        constexpr float muchWeakerDb = 8;
        std::vector<std::size_t> others;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const std::size_t from = k == 0 ? chain[0] - std::min<std::size_t>(chain[0], 6) : chain[k - 1] + 1;
            std::size_t best = m_bursts.size();
            for (std::size_t i = from; i < chain[k]; ++i) {
                if (m_bursts[chain[k]].timeS - m_bursts[i].timeS > 0.8 * intervalNear(chain, k)) continue;
                if (m_bursts[i].levelDb < m_bursts[chain[k]].levelDb - muchWeakerDb) continue;
                if (best == m_bursts.size() || m_weights[i] > m_weights[best]) best = i;
            }
            if (best < m_bursts.size()) others.push_back(best);
        }
        const bool most = 4 * others.size() > 3 * chain.size();
        const auto seconds = [](const Burst& b) { return b.seconds; };
        return most && quantileOf(others, seconds, 0.5) < 0.5f * quantileOf(chain, seconds, 0.5) ? others : chain;
    }

    std::optional<HeardStrokeRun> runOf(const std::vector<std::size_t>& chain) const
    {
        if (chain.size() < fewestStrokes || !isLikeStrokes(chain)) return std::nullopt;
        HeardStrokeRun run;
        double doubt = 0;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const Burst& burst = m_bursts[chain[k]];
            if (k > 0) doubt += addHidden(run, chain, k);
            HeardStroke stroke{burst.timeS, burst.levelDb, true, {}, 0};
            if (const Burst* inhale = k > 0 ? between(chain[k - 1], chain[k]) : nullptr) {
                stroke.inhaleTimeS = inhale->timeS;
                stroke.inhaleLevelDb = inhale->levelDb;
            }
            doubt += 0.15 * std::max(0.0, 0.8 - static_cast<double>(m_weights[chain[k]]));
            run.strokes.push_back(stroke);
        }
        run.countConfidence = std::exp(-doubt);
        run.startS = m_bursts[chain.front()].timeS - 0.05;
        run.endS = m_bursts[chain.back()].timeS + std::min(0.6, static_cast<double>(m_bursts[chain.back()].seconds));
        run.twoSided = isTwoSided(run);
        run.confidence = regularity(chain);
        return run;
    }

    // The share of intervals that are near their neighbours'.
    double regularity(const std::vector<std::size_t>& chain) const
    {
        double regular = 0;
        for (std::size_t k = 1; k < chain.size(); ++k)
            regular += std::fabs(std::log(gapBefore(chain, k) / intervalNear(chain, k))) < 0.25;
        return regular / static_cast<double>(chain.size() - 1);
    }

    bool isLikeStrokes(const std::vector<std::size_t>& chain) const
    {
        std::vector<float> lengths;
        std::vector<float> rises;
        std::vector<float> gaps;
        std::vector<float> unlike;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            lengths.push_back(m_bursts[chain[k]].seconds);
            rises.push_back(m_bursts[chain[k]].riseDb);
            if (k == 0) continue;
            gaps.push_back(static_cast<float>(gapBefore(chain, k)));
            unlike.push_back(m_bursts[chain[k]].unlike(m_bursts[chain[k - 1]]));
        }
        const float period = quantile(gaps, 0.5);
        if (quantile(lengths, 0.5) < strokeS) return false;
        if (period > slowestIntervalS ||
            (period > slowIntervalS && quantile(lengths, 0.5) > sharpStrokeS && quantile(rises, 0.5) < steepSlowRun))
            return false;
        if (quantile(rises, 0.5) < (chain.size() < shortRun ? steepShortRun : steepRun)) return false;
        return regularity(chain) >= leastRegular && quantile(unlike, 0.5) < mostUnlikeDb;
    }

    // The loudest burst between two strokes: the breath that flows back in.
    const Burst* between(std::size_t from, std::size_t to) const
    {
        const Burst* loudest = nullptr;
        for (std::size_t i = from + 1; i < to; ++i)
            if (!loudest || m_bursts[i].levelDb > loudest->levelDb) loudest = &m_bursts[i];
        return loudest;
    }

    // A gap of two periods with a word in it: the stroke was there, under the word. Returns the doubt.
    double addHidden(HeardStrokeRun& run, const std::vector<std::size_t>& chain, std::size_t place) const
    {
        const Burst& from = m_bursts[chain[place - 1]];
        const double start = from.timeS;
        const double gap = gapBefore(chain, place);
        const double period = intervalNear(chain, place);
        const int intervals = static_cast<int>(std::round(gap / period));
        if (intervals < 2 || intervals > 4 || std::fabs(gap / period / intervals - 1) > 0.2) return 0;
        double doubt = 0;
        for (int k = 1; k < intervals; ++k) {
            const double at = start + gap * k / intervals;
            if (!painted(at - 0.15 * period, at + 0.1)) continue;
            run.strokes.push_back({at, from.levelDb, false, {}, 0});
            doubt += 0.1;
        }
        return doubt;
    }

    static bool isTwoSided(const HeardStrokeRun& run)
    {
        constexpr double nearlyAsLoudDb = 7;
        std::size_t both = 0;
        for (const HeardStroke& stroke : run.strokes)
            both += stroke.inhaleTimeS && stroke.levelDb - stroke.inhaleLevelDb < nearlyAsLoudDb;
        return 2 * both > run.strokes.size();
    }
};

} // namespace

std::vector<HeardStrokeRun> findStrokeRuns(const FeatureTrack& track, const NoiseFloor& floor,
                                           const std::vector<FrameRange>& voices)
{
    return StrokeFinder(track, floor, voices).run();
}

} // namespace layakari
