// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/strokes.hpp"

#include "core/listen/rise.hpp"
#include "core/listen/stroke_chains.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A clap or a tick has fallen by 12 dB within 50 ms, windows included; an expulsion lasts a tenth
// of a second and more.
constexpr float clapS = 0.055f;
constexpr float strokeS = 0.07f;
constexpr float longEnoughS = 0.18f; // of a stroke, to be compared with
constexpr float voicedBurst = 0.6f;
// Bursts that a burst is compared with: those of the run that it may belong to, and those of a run
// that a rest of half a minute may part from it, with natural breath as much below the strokes.
constexpr double nearbyS = 6;
constexpr double farS = 25;
constexpr float restDb = 6;
constexpr double loudQuantile = 0.8; // of the levels nearby: what a stroke has there
constexpr float weakerDb = 14;       // below that, nothing is left of a burst's weight
constexpr float steepDb = 14;        // a rise of that much within 60 ms is an expulsion's

// What it costs a chain to go from one kind of burst to another, before it is known whether there
// are two.
constexpr double unsureStranger = 0.6;

// What a run must be.
constexpr double leastRegular = 0.6;
constexpr double slowIntervalS = 1.5;
// Slower runs must be of short or of steep strokes, and none may be slower than a breath: a natural
// one rises by 10 dB within 60 ms, a bellows stroke by 20.
constexpr float sharpStrokeS = 0.45f;
constexpr double slowestIntervalS = 2.7;
constexpr float steepSlowRun = 18;
constexpr double mostUnlikeDb = 9;
constexpr float steepRun = 11; // dB, median of the rises
constexpr float steepShortRun = 15;
constexpr std::size_t shortRun = 10;

class StrokeFinder {
public:
    StrokeFinder(const FeatureTrack& track, const NoiseFloor& floor,
                 const std::vector<FrameRange>& voices)
        : m_voices(voices), m_bursts(findBursts(track, floor))
    {
    }

    std::vector<HeardStrokeRun> run()
    {
        dropWhatIsNoStroke();
        weigh();
        std::vector<HeardStrokeRun> runs;
        for (const Chain& chain : runsOf(pruned(chainsOfOneKind())))
            if (auto run = runOf(expulsionsOf(chain))) runs.push_back(*std::move(run));
        return runs;
    }

private:
    const std::vector<FrameRange>& m_voices;
    std::vector<Burst> m_bursts;
    std::vector<float> m_weights;

    void dropWhatIsNoStroke()
    {
        std::erase_if(m_bursts, [&](const Burst& b) {
            return b.seconds < clapS || b.voiced > voicedBurst || painted(b.timeS, b.timeS);
        });
    }

    // 1 for a burst as loud and as steep as the strokes around it, 0 for what hardly stands out.
    // Natural breaths between two runs are weighed against the runs.
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
            const float length =
                std::clamp((burst.seconds - clapS) / (strokeS - clapS), 0.0f, 1.0f);
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

    // Whether in and out are told apart is decided once for a stretch of strokes without a pause,
    // not from stroke to stroke.
    std::vector<Chain> chainsOfOneKind() const
    {
        std::vector<Chain> chains;
        const std::vector<Chain> first =
            bestChains(m_bursts, m_weights, 0, m_bursts.size(), unsureStranger);
        for (const Stretch& stretch : joined(first))
            for (Chain& chain : ofOneKind(stretch)) chains.push_back(std::move(chain));
        return chains;
    }

    struct Stretch {
        std::vector<Chain> chains;
        std::size_t begin() const { return chains.front().front(); }
        std::size_t end() const { return chains.back().back() + 1; }
    };

    std::vector<Chain> ofOneKind(const Stretch& stretch) const
    {
        constexpr double nearlyAll = 0.85;
        const double span = m_bursts[stretch.end() - 1].timeS - m_bursts[stretch.begin()].timeS;
        const Chain one = stretch.chains.size() == 1 ? stretch.chains[0] : longestChain(stretch, 0);
        if (spanOf(one) < nearlyAll * span) return stretch.chains;
        return {alternates(one) ? wholeStrokes(stretch, one) : one};
    }

    Chain longestChain(const Stretch& stretch, double strangerCost) const
    {
        Chain best;
        for (Chain& chain :
             bestChains(m_bursts, m_weights, stretch.begin(), stretch.end(), strangerCost))
            if (best.empty() || spanOf(chain) > spanOf(best)) best = std::move(chain);
        return best;
    }

    // One burst a stroke out of a chain that runs through in and out.
    Chain wholeStrokes(const Stretch& stretch, const Chain& halves) const
    {
        constexpr double sureStranger = 2;
        constexpr double nearlyHalf = 0.15;
        const Chain alike = longestChain(stretch, sureStranger);
        const double share = static_cast<double>(alike.size()) / static_cast<double>(halves.size());
        return std::fabs(share - 0.5) < nearlyHalf ? alike : everySecond(halves);
    }

    double spanOf(const Chain& chain) const
    {
        return chain.empty() ? 0 : m_bursts[chain.back()].timeS - m_bursts[chain.front()].timeS;
    }

    // A bellows stroke begins with the inhale.
    static Chain everySecond(const Chain& halves)
    {
        Chain chain;
        for (std::size_t k = 1; k < halves.size(); k += 2) chain.push_back(halves[k]);
        if (halves.size() % 2 == 1) chain.push_back(halves.back());
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
                if (gap < noPause * std::max(intervalNear(last, last.size() - 1),
                                             intervalNear(chain, 1))) {
                    stretches.back().chains.push_back(chain);
                    continue;
                }
            }
            stretches.push_back({{chain}});
        }
        return stretches;
    }

    // Whether every second burst resembles more than every next one.
    bool alternates(const Chain& chain) const
    {
        constexpr float clearly = 1.3f;
        constexpr float clearlyDb = 2; // what a dozen strokes differ by chance
        constexpr std::size_t fewest = 10;
        if (chain.size() < fewest) return false;
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

    // The usual interval around a place of a chain.
    double intervalNear(const Chain& chain, std::size_t place) const
    {
        constexpr std::size_t side = 3;
        std::vector<float> gaps;
        for (std::size_t k = place > side ? place - side : 1;
             k < std::min(chain.size(), place + side + 1); ++k)
            gaps.push_back(static_cast<float>(gapBefore(chain, std::max<std::size_t>(k, 1))));
        return quantile(gaps, 0.5);
    }

    double gapBefore(const Chain& chain, std::size_t place) const
    {
        return m_bursts[chain[place]].timeS - m_bursts[chain[place - 1]].timeS;
    }

    // What is far weaker, softer or longer than the strokes of its chain is none where it comes at
    // an end, where several come together (the natural breaths between two runs), or where the
    // rhythm is better without it. One weak stroke in its place stays.
    std::vector<Chain> pruned(std::vector<Chain> chains) const
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

    std::vector<bool> strangers(const Chain& chain) const
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
        const float usualLength = quantileOf(
            chain, [](const Burst& b) { return b.seconds; }, 0.5);
        std::vector<float> apart;
        for (std::size_t k = 0; k < chain.size(); ++k)
            apart.push_back(std::fabs(m_bursts[chain[k]].levelDb - levels[k]));
        const float weak =
            std::max(leastWeakDb, deviations * deviationOfMedian * quantile(apart, 0.5));
        std::vector<bool> strange;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            const Burst& burst = m_bursts[chain[k]];
            const float usualHere = std::max(levels[k], usualLevel);
            const float steepness = burst.riseDb / std::max(rises[k], usualRise);
            const bool weaker =
                burst.levelDb < std::max(levels[k] - weak, usualLevel - farWeakerDb);
            strange.push_back(burst.levelDb < usualHere - noStrokeDb || steepness < softShare ||
                              (weaker && steepness < fairlySteep) ||
                              burst.seconds > longRatio * std::max(usualLength, longEnoughS));
        }
        return strange;
    }

    bool isSuperfluous(const Chain& chain, const std::vector<bool>& strange,
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
    template <typename Value>
    std::vector<float> nearMedian(const Chain& chain, Value value) const
    {
        constexpr std::size_t side = 4;
        std::vector<float> medians;
        for (std::size_t k = 0; k < chain.size(); ++k) {
            std::vector<float> near;
            for (std::size_t i = k > side ? k - side : 0; i < std::min(chain.size(), k + side + 1);
                 ++i)
                near.push_back(value(m_bursts[chain[i]]));
            medians.push_back(quantile(near, 0.5));
        }
        return medians;
    }

    // A pause of a few seconds does not end a run, unless a long sound lies in it: then somebody
    // breathed. What comes after it must be strokes of the same kind.
    std::vector<Chain> runsOf(const std::vector<Chain>& chains) const
    {
        std::vector<Chain> runs;
        for (const Chain& chain : chains) {
            if (chain.size() < 2) continue;
            const bool isRun = chain.size() >= fewestStrokes && isLikeStrokes(chain);
            if (!runs.empty() && goesOn(runs.back(), chain))
                runs.back().insert(runs.back().end(), chain.begin(), chain.end());
            else if (isRun)
                runs.push_back(chain);
        }
        return splitAtBreaths(runs);
    }

    bool goesOn(const Chain& run, const Chain& chain) const
    {
        constexpr double samePace = 0.4; // of the log of the interval
        constexpr float sameLevelDb = 8;
        constexpr float sameLength = 0.8f; // of its log
        const auto level = [](const Burst& b) { return b.levelDb; };
        const auto length = [](const Burst& b) {
            return std::log(std::clamp(b.seconds, shortestTellingS, longestTellingS));
        };
        const double gap = m_bursts[chain.front()].timeS - m_bursts[run.back()].timeS;
        const double pace = std::log(intervalNear(chain, 1) / intervalNear(run, run.size() - 1));
        return gap < longestPauseS && std::fabs(pace) < samePace &&
               std::fabs(quantileOf(chain, level, 0.5) - quantileOf(run, level, 0.5)) <
                   sameLevelDb &&
               std::fabs(quantileOf(chain, length, 0.5) - quantileOf(run, length, 0.5)) <
                   sameLength;
    }

    std::vector<Chain> splitAtBreaths(const std::vector<Chain>& chains) const
    {
        std::vector<Chain> runs;
        for (const Chain& chain : chains) {
            runs.emplace_back();
            for (std::size_t k = 0; k < chain.size(); ++k) {
                if (k > 0 && (gapBefore(chain, k) > longestPauseS || breathBetween(chain, k)))
                    runs.emplace_back();
                runs.back().push_back(chain[k]);
            }
        }
        return runs;
    }

    bool breathBetween(const Chain& chain, std::size_t place) const
    {
        constexpr double longSoundS = 0.9;
        constexpr double shortestBreathS =
            3; // in and out; what is shorter is the breath that flows back
        const double gap = gapBefore(chain, place);
        if (gap < 2.2 * intervalNear(chain, place) || gap < shortestBreathS) return false;
        for (std::size_t i = chain[place - 1] + 1; i < chain[place]; ++i)
            if (m_bursts[i].seconds > longSoundS) return true;
        return false;
    }

    template <typename Value>
    float quantileOf(const Chain& chain, Value value, double share) const
    {
        std::vector<float> values;
        for (const std::size_t i : chain) values.push_back(value(m_bursts[i]));
        return quantile(values, share);
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
                if (m_bursts[chain[k]].timeS - m_bursts[i].timeS > 0.8 * intervalNear(chain, k))
                    continue;
                if (m_bursts[i].levelDb < m_bursts[chain[k]].levelDb - muchWeakerDb) continue;
                if (best == m_bursts.size() || m_weights[i] > m_weights[best]) best = i;
            }
            if (best < m_bursts.size()) others.push_back(best);
        }
        const bool most = 4 * others.size() > 3 * chain.size();
        const auto seconds = [](const Burst& b) { return b.seconds; };
        return most && quantileOf(others, seconds, 0.5) < 0.5f * quantileOf(chain, seconds, 0.5)
                   ? others
                   : chain;
    }

    std::optional<HeardStrokeRun> runOf(const Chain& chain) const
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
        run.endS = m_bursts[chain.back()].timeS +
                   std::min(0.6, static_cast<double>(m_bursts[chain.back()].seconds));
        run.twoSided = isTwoSided(run, chain);
        run.confidence = regularity(chain);
        return run;
    }

    // The share of intervals that are near their neighbours'.
    double regularity(const Chain& chain) const
    {
        double regular = 0;
        for (std::size_t k = 1; k < chain.size(); ++k)
            regular += std::fabs(std::log(gapBefore(chain, k) / intervalNear(chain, k))) < 0.25;
        return regular / static_cast<double>(chain.size() - 1);
    }

    bool isLikeStrokes(const Chain& chain) const
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
            (period > slowIntervalS && quantile(lengths, 0.5) > sharpStrokeS &&
             quantile(rises, 0.5) < steepSlowRun))
            return false;
        if (quantile(rises, 0.5) < (chain.size() < shortRun ? steepShortRun : steepRun))
            return false;
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

    // A gap of two periods with a word in it: the stroke was there, under the word. Returns the
    // doubt.
    double addHidden(HeardStrokeRun& run, const Chain& chain, std::size_t place) const
    {
        const Burst& from = m_bursts[chain[place - 1]];
        const double start = from.timeS;
        const double gap = gapBefore(chain, place);
        const double period = intervalNear(chain, place);
        const int intervals = static_cast<int>(std::round(gap / period));
        if (intervals < 2 || intervals > 4 || std::fabs(gap / period / intervals - 1) > 0.2)
            return 0;
        double doubt = 0;
        for (int k = 1; k < intervals; ++k) {
            const double at = start + gap * k / intervals;
            if (!painted(at - 0.15 * period, at + 0.1)) continue;
            run.strokes.push_back({at, from.levelDb, false, {}, 0});
            doubt += 0.1;
        }
        return doubt;
    }

    // An expulsion of kapalabhati is over in a fraction of the stroke; the exhale of a bellows
    // stroke takes half.
    bool isTwoSided(const HeardStrokeRun& run, const Chain& chain) const
    {
        constexpr double nearlyAsLoudDb = 10;
        constexpr double half = 0.3;
        std::size_t both = 0;
        for (const HeardStroke& stroke : run.strokes)
            both += stroke.inhaleTimeS && stroke.levelDb - stroke.inhaleLevelDb < nearlyAsLoudDb;
        const double seconds = quantileOf(
            chain, [](const Burst& b) { return b.seconds; }, 0.5);
        return 2 * both > run.strokes.size() &&
               seconds > half * intervalNear(chain, chain.size() / 2);
    }
};

} // namespace

std::vector<HeardStrokeRun> findStrokeRuns(const FeatureTrack& track, const NoiseFloor& floor,
                                           const std::vector<FrameRange>& voices)
{
    return StrokeFinder(track, floor, voices).run();
}

} // namespace layakari
