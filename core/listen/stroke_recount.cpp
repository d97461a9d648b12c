// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/stroke_recount.hpp"

#include "core/listen/rise.hpp"
#include "core/listen/struck.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

constexpr std::size_t featureCount = 5; // level, rise, log of length, spectrum, log of attack
constexpr std::size_t lengthFeature = 2;
constexpr std::size_t levelFeature = 0;
constexpr std::size_t riseFeature = 1;
constexpr std::size_t attackFeature = 4;
// A weak stroke has not fallen by 12 dB when the breath flows back: that it is long says little. A
// recorder's gain moves by 15 dB from one stroke to the next, and shortens what it turns down. Both
// together say no more against a stroke than this, in nats.
constexpr double least = -2;
// A clap may fall together with a stroke, but hardly with two, one after the other.
constexpr double leastOfAttack = -1;
constexpr double secondClapCost = 3;
// The first stroke after a rest rises from silence, the others from the breath that flows back:
// that one is steeper says as little against it. With 0, claps on every fourth or fifth beat
// passed.
constexpr double leastOfSteep = -1;
using Values = std::array<double, featureCount>;
constexpr double unknown = std::numeric_limits<double>::quiet_NaN();

// Over what range each may lie where nothing is known, and how little it varies at least.
constexpr Values ranges{30, 35, 2.5, 12, 3};
constexpr Values leastSpreads{2.5, 3, 0.3, 1.5, 0.4};
constexpr double together = 0.8; // features are not independent

constexpr double deviationOfMedian = 1.4826; // of a normal distribution
constexpr std::size_t nearby = 3;            // strokes on either side that tell the usual here

// Intervals, by their log against those around.
constexpr double leastIntervalSpread = 0.08;
constexpr double intervalRange = 1.4;
constexpr double recountMissedCost = 2.5;
constexpr double recountPauseCost = 3;
constexpr double shortestPause = 1.4; // intervals
// What a burst at either end lacks to fall as strokes do (`lackOfFallDb`).
constexpr float lacksSomeDb = 1; // less, and it is no breath, however long it sounds
constexpr float lacksMuchDb = 6; // more, and it is one, however soon it is weaker

constexpr double anotherRun = 6; // a sequence that loses as much has come to its end
constexpr int looks = 8;

// Log of Student's t with four degrees of freedom, 0.375 at its middle: outliers do happen.
double logStudent(double deviations)
{
    return std::log(0.375) - 2.5 * std::log(1 + deviations * deviations / 4);
}

double medianOf(const std::vector<float>& values) { return quantile(values, 0.5); }

// How one kind of burst sounds.
struct Kind {
    std::vector<double> timesS;
    std::vector<float> levels; // of its bursts, in time order
    Values usual{};
    Values spread{};
    Bands shape{};
};

class Look {
public:
    Look(const std::vector<Burst>& bursts, const std::vector<float>& lastingS,
         const StrokeSequence& sequence, std::size_t kinds)
        : m_bursts(bursts),
          m_lastingS(lastingS),
          m_chain(sequence.bursts),
          m_kindOf(sequence.kinds),
          m_kinds(kinds),
          m_of(kinds)
    {
        for (std::size_t k = 0; k < kinds; ++k) learn(m_of[k], membersOf(k));
        learnIntervals();
    }

    StrokeSequence best(std::size_t from, std::size_t to, const Chain& parts)
    {
        m_others = othersIn(from, to, parts);
        struct Node {
            double score;
            double most;           // on the way here
            std::ptrdiff_t before; // as an index into the nodes; -1: begins here
        };
        std::vector<Node> nodes;
        std::ptrdiff_t end = -1;
        for (std::size_t i = from; i < to; ++i)
            for (std::size_t k = 0; k < m_kinds; ++k) {
                const double own = oddsOf(i, k);
                Node node{own, own, -1};
                for (std::size_t j = i; j-- > from;) {
                    const double gap = m_bursts[i].timeS - m_bursts[j].timeS;
                    if (gap > longestGap(m_bursts[i].timeS)) break;
                    for (std::size_t before = 0; before < m_kinds; ++before) {
                        const auto n = static_cast<std::ptrdiff_t>((j - from) * m_kinds + before);
                        const Node& last = nodes[static_cast<std::size_t>(n)];
                        const double score = last.score + own + oddsOfGap(j, i, before, k);
                        if (score > node.score && score > last.most - anotherRun)
                            node = {score, std::max(score, last.most), n};
                    }
                }
                nodes.push_back(node);
                if (end < 0 || node.score > nodes[static_cast<std::size_t>(end)].score)
                    end = static_cast<std::ptrdiff_t>(nodes.size()) - 1;
            }
        StrokeSequence sequence;
        for (; end >= 0; end = nodes[static_cast<std::size_t>(end)].before) {
            sequence.bursts.push_back(from + static_cast<std::size_t>(end) / m_kinds);
            sequence.kinds.push_back(static_cast<std::size_t>(end) % m_kinds);
        }
        std::reverse(sequence.bursts.begin(), sequence.bursts.end());
        std::reverse(sequence.kinds.begin(), sequence.kinds.end());
        return sequence;
    }

    double fit() const
    {
        double sum = 0;
        for (std::size_t c = 0; c < m_chain.size(); ++c)
            sum += logOdds(m_chain[c], m_of[m_kindOf[c]]);
        return sum / static_cast<double>(m_chain.size());
    }

private:
    const std::vector<Burst>& m_bursts;
    const std::vector<float>& m_lastingS;
    const Chain& m_chain;
    const std::vector<std::size_t>& m_kindOf;
    std::size_t m_kinds;
    std::vector<Kind> m_of;
    Chain m_others; // what strokes are told from
    struct Gap {
        double timeS;
        std::size_t kind; // that it begins with
        float seconds;
    };
    std::vector<Gap> m_gaps; // pauses are none
    double m_intervalSpread = leastIntervalSpread;

    Chain membersOf(std::size_t kind) const
    {
        Chain members;
        for (std::size_t c = 0; c < m_chain.size(); ++c)
            if (m_kindOf[c] == kind) members.push_back(m_chain[c]);
        return members;
    }

    // Whatever is no stroke, as far as it is known; not the other rises of a stroke.
    Chain othersIn(std::size_t from, std::size_t to, const Chain& parts) const
    {
        constexpr double sameS = 0.06;
        Chain others;
        for (std::size_t i = from; i < to; ++i) {
            const auto next = std::lower_bound(m_chain.begin(), m_chain.end(), i);
            const bool isNear =
                (next != m_chain.end() && m_bursts[*next].timeS - m_bursts[i].timeS < sameS) ||
                (next != m_chain.begin() &&
                 m_bursts[i].timeS - m_bursts[*(next - 1)].timeS < sameS);
            if (!isNear && !std::binary_search(parts.begin(), parts.end(), i)) others.push_back(i);
        }
        return others;
    }

    double logLength(std::size_t burst) const
    {
        constexpr float shortestS = 0.05f;
        constexpr float longestS = 2;
        return std::log(std::clamp(m_lastingS[burst], shortestS, longestS));
    }

    static double distance(const Bands& a, const Bands& b)
    {
        Burst one;
        Burst other;
        one.shape = a;
        other.shape = b;
        return one.unlike(other);
    }

    // Nothing is said by one that is not known.
    static double logAttack(const Burst& burst)
    {
        constexpr float shortestS = 0.001f; // of what a window of 4 ms can tell
        return burst.attackS ? std::log(std::max(shortestS, *burst.attackS)) : unknown;
    }

    Values valuesOf(std::size_t burst, const Kind& kind) const
    {
        const Burst& b = m_bursts[burst];
        return {b.levelDb - usualLevel(kind, b.timeS), b.riseDb, logLength(burst),
                distance(b.shape, kind.shape), logAttack(b)};
    }

    void learn(Kind& kind, const Chain& members) const
    {
        for (const std::size_t i : members) {
            kind.timesS.push_back(m_bursts[i].timeS);
            kind.levels.push_back(m_bursts[i].levelDb);
        }
        for (std::size_t b = 0; b < bandCount; ++b) {
            std::vector<float> levels;
            for (const std::size_t i : members) {
                float mean = 0;
                for (const float level : m_bursts[i].shape)
                    mean += level / static_cast<float>(bandCount);
                levels.push_back(m_bursts[i].shape[b] - mean);
            }
            kind.shape[b] = quantile(levels, 0.5);
        }
        std::array<std::vector<float>, featureCount> values;
        for (const std::size_t i : members) {
            const Values of = valuesOf(i, kind);
            for (std::size_t f = 0; f < featureCount; ++f)
                if (!std::isnan(of[f])) values[f].push_back(static_cast<float>(of[f]));
        }
        for (std::size_t f = 0; f < featureCount; ++f) {
            const bool isKnown = 2 * values[f].size() >= members.size() && !members.empty();
            kind.usual[f] = isKnown ? medianOf(values[f]) : unknown;
            std::vector<float> apart;
            for (const float v : values[f])
                apart.push_back(std::fabs(v - static_cast<float>(kind.usual[f])));
            kind.spread[f] = std::max(leastSpreads[f], deviationOfMedian * medianOf(apart));
        }
    }

    // Strokes tire, and a recorder's gain moves: the level that is usual here.
    static double usualLevel(const Kind& kind, double timeS)
    {
        const auto at = static_cast<std::size_t>(
            std::lower_bound(kind.timesS.begin(), kind.timesS.end(), timeS) - kind.timesS.begin());
        const std::size_t count = kind.timesS.size();
        const std::size_t first =
            std::min(at > nearby ? at - nearby : 0, count - std::min(count, 2 * nearby));
        const std::size_t last = std::min(count, first + 2 * nearby + 1);
        return medianOf({kind.levels.begin() + static_cast<std::ptrdiff_t>(first),
                         kind.levels.begin() + static_cast<std::ptrdiff_t>(last)});
    }

    // That a stroke of the kind is as far off in one feature, against anything.
    static double oddsOfApart(double apart, std::size_t feature, const Kind& kind)
    {
        if (std::isnan(apart)) return 0;
        const double spread = kind.spread[feature];
        return std::log(ranges[feature] / spread) + logStudent(apart / spread);
    }

    double logOdds(std::size_t burst, const Kind& kind) const
    {
        const Values values = valuesOf(burst, kind);
        double odds = 0;
        double ofGain = 0;
        for (std::size_t f = 0; f < featureCount; ++f) {
            const double own = oddsOfApart(values[f] - kind.usual[f], f, kind);
            const bool isShorter = f == lengthFeature && values[f] <= kind.usual[f];
            if (f == levelFeature || f == lengthFeature)
                ofGain += isShorter ? own : std::max(own, least);
            else if (f == riseFeature && values[f] > kind.usual[f])
                odds += std::max(own, leastOfSteep);
            else
                odds += f == attackFeature ? std::max(own, leastOfAttack) : own;
        }
        odds += std::max(ofGain, least);
        return odds;
    }

    double oddsOf(std::size_t burst, std::size_t kind) const
    {
        return together *
               (logOdds(burst, m_of[kind]) - std::max(0.0, oddsOfOthers(burst, m_of[kind])));
    }

    // That it is like one of the others, each of which stands for some more like it,
    // as widely scattered as the strokes.
    double oddsOfOthers(std::size_t burst, const Kind& kind) const
    {
        const Burst& b = m_bursts[burst];
        double sum = 0;
        for (const std::size_t other : m_others) {
            if (other == burst) continue;
            const Burst& o = m_bursts[other];
            const Values apart{b.levelDb - o.levelDb, b.riseDb - o.riseDb,
                               logLength(burst) - logLength(other), b.unlike(o),
                               logAttack(b) - logAttack(o)};
            double odds = 0;
            for (std::size_t f = 0; f < featureCount; ++f) odds += oddsOfApart(apart[f], f, kind);
            sum += std::exp(odds);
        }
        return m_others.size() < 2 ? 0
                                   : std::log(sum / static_cast<double>(m_others.size()) + 1e-9);
    }

    void learnIntervals()
    {
        std::vector<std::vector<float>> all(m_kinds);
        for (std::size_t c = 1; c < m_chain.size(); ++c)
            if (isStep(c)) all[m_kindOf[c - 1]].push_back(gapBefore(c));
        for (std::size_t c = 1; c < m_chain.size(); ++c) {
            const std::size_t kind = m_kindOf[c - 1];
            if (!isStep(c) || gapBefore(c) > shortestPause * medianOf(all[kind])) continue;
            m_gaps.push_back({m_bursts[m_chain[c]].timeS, kind, gapBefore(c)});
        }
        std::vector<float> apart;
        for (const Gap& gap : m_gaps)
            apart.push_back(static_cast<float>(
                std::fabs(std::log(gap.seconds / usualGap(gap.timeS, gap.kind)))));
        m_intervalSpread = std::max(leastIntervalSpread, deviationOfMedian * medianOf(apart));
    }

    // From one kind to the next, not past one that was not heard.
    bool isStep(std::size_t place) const
    {
        return m_kinds == 1 || m_kindOf[place] != m_kindOf[place - 1];
    }

    float gapBefore(std::size_t place) const
    {
        return static_cast<float>(m_bursts[m_chain[place]].timeS -
                                  m_bursts[m_chain[place - 1]].timeS);
    }

    // From a burst of that kind to the next one, as it is around this time.
    double usualGap(double timeS, std::size_t kind) const
    {
        const auto at = std::lower_bound(m_gaps.begin(), m_gaps.end(), timeS,
                                         [](const Gap& g, double t) { return g.timeS < t; });
        std::vector<float> gaps;
        for (auto g = at; g != m_gaps.begin() && gaps.size() < nearby;)
            if ((--g)->kind == kind) gaps.push_back(g->seconds);
        const std::size_t both = gaps.size() + nearby;
        for (auto g = at; g != m_gaps.end() && gaps.size() < both; ++g)
            if (g->kind == kind) gaps.push_back(g->seconds);
        return gaps.empty() ? 1 : medianOf(gaps);
    }

    double usualPeriod(double timeS) const
    {
        double period = 0;
        for (std::size_t k = 0; k < m_kinds; ++k) period += usualGap(timeS, k);
        return period;
    }

    double longestGap(double timeS) const
    {
        const double period = usualPeriod(timeS);
        return std::max(longestGapS(period), 2.3 * period);
    }

    double oddsOfGap(std::size_t from, std::size_t to, std::size_t kindFrom,
                     std::size_t kindTo) const
    {
        const double gap = m_bursts[to].timeS - m_bursts[from].timeS;
        const double at = m_bursts[to].timeS;
        const auto onBeat = [&](double expected) {
            return std::log(intervalRange / m_intervalSpread) +
                   logStudent(std::log(gap / expected) / m_intervalSpread);
        };
        const double period = usualPeriod(at);
        if (m_kinds == 2 && kindFrom == kindTo) return onBeat(period) - recountMissedCost;
        const double next = usualGap(at, kindFrom);
        const bool areClaps = isLikeAClap(m_bursts[from]) && isLikeAClap(m_bursts[to]);
        double odds = std::max(onBeat(next), onBeat(next + period) - recountMissedCost);
        if (gap > next + (shortestPause - 1) * period &&
            !breathBetween(m_bursts, m_lastingS, from, to, period))
            odds = std::max(odds, -recountPauseCost);
        return areClaps ? odds - secondClapCost : odds;
    }
};

} // namespace

StrokeSequence StrokeRecount::recounted(const StrokeSequence& sequence, std::size_t kinds,
                                        std::size_t from, std::size_t to, const Chain& parts) const
{
    constexpr std::ptrdiff_t fewest = 4;
    StrokeSequence best = sequence;
    for (int look = 0; look < looks; ++look) {
        for (std::size_t k = 0; k < kinds; ++k)
            if (std::count(best.kinds.begin(), best.kinds.end(), k) < fewest) return best;
        StrokeSequence next = Look(m_bursts, m_lastingS, best, kinds).best(from, to, parts);
        if (next == best) break;
        best = std::move(next);
    }
    dropLoneEnds(best, kinds);
    if (kinds == 1) dropLongEnds(best);
    // Looks may drift to another rhythm beside it.
    const auto kept =
        std::count_if(sequence.bursts.begin(), sequence.bursts.end(), [&](std::size_t burst) {
            return std::binary_search(best.bursts.begin(), best.bursts.end(), burst);
        });
    return 2 * static_cast<std::size_t>(kept) < sequence.bursts.size() ? sequence : best;
}

std::vector<float> StrokeRecount::gapsOf(const Chain& run) const
{
    std::vector<float> gaps;
    for (std::size_t c = 1; c < run.size(); ++c)
        gaps.push_back(static_cast<float>(m_bursts[run[c]].timeS - m_bursts[run[c - 1]].timeS));
    return gaps;
}

// What a burst lacks to fall as deep, within most of an interval, as nine of ten strokes of its
// run, dB: a breath goes on where a stroke is over, whatever a recorder's gain makes of its
// beginning. In 652 runs (docs/benchmarks.md, "Strokes") the last stroke lacked nothing as a
// median, and 3 dB or more in one of twenty; the breath on the next beat 14 dB, and less than 2 in
// one of ten. Few strokes teach nothing.
//
// Where the room has grown loud nothing falls further than it rose. That counts for what begins
// clearly enough for its attack to be known, as few breaths do: those that a gain takes back fall
// as far as they rose, too.
std::optional<float> StrokeRecount::lackOfFallDb(const Chain& run, std::size_t burst) const
{
    constexpr double most = 0.6; // of an interval: then the breath that flows back may begin
    constexpr double fewFallLess = 0.1;
    constexpr std::size_t fewestLearned = 8;
    constexpr float nearlyDb = 1;
    if (run.size() < fewestLearned) return std::nullopt;
    const double tenths = 10 * most * quantile(gapsOf(run), 0.5);
    const auto fallDb = [&](std::size_t i) {
        const auto& falls = m_bursts[i].fallsDb;
        const double place = std::clamp(tenths, 1.0, static_cast<double>(falls.size()));
        return falls[static_cast<std::size_t>(place) - 1];
    };
    std::vector<float> falls;
    for (std::size_t c = 1; c + 1 < run.size(); ++c) falls.push_back(fallDb(run[c]));
    const float usualDb = quantile(falls, fewFallLess);
    const Burst& own = m_bursts[burst];
    const float mostDb = own.attackS ? own.riseDb - nearlyDb : usualDb;
    return std::min(usualDb, mostDb) - fallDb(burst);
}

// A single stroke that a pause parts from the run is more likely the beginning of a breath, unless
// it is over as the others are.
void StrokeRecount::dropLoneEnds(StrokeSequence& sequence, std::size_t kinds) const
{
    constexpr std::size_t side = 5;    // intervals that tell the usual one at that end
    constexpr double oneMissed = 0.15; // of the log: what a gap of two intervals may be off
    const std::size_t count = sequence.bursts.size();
    if (count < side + kinds + 1) return;
    const std::vector<float> gaps = gapsOf(sequence.bursts);
    const auto isPause = [&](std::size_t gap, std::size_t besideFrom) {
        const auto beside = gaps.begin() + static_cast<std::ptrdiff_t>(besideFrom);
        const double usual = quantile({beside, beside + side}, 0.5);
        return gaps[gap] > shortestPause * usual * (kinds == 1 ? 1 : 1.5) && // halves are uneven
               std::fabs(std::log(gaps[gap] / (2 * usual))) > oneMissed;
    };
    std::size_t first = 0;
    std::size_t last = count;
    const auto isOver = [&](std::size_t place) {
        const auto lackDb = lackOfFallDb(sequence.bursts, sequence.bursts[place]);
        return kinds == 1 && lackDb && *lackDb < lacksSomeDb;
    };
    for (std::size_t c = 0; c < kinds; ++c) {
        if (isPause(c, c + 1) && !isOver(c)) first = c + 1;
        if (isPause(gaps.size() - 1 - c, gaps.size() - 1 - c - side) && !isOver(count - 1 - c))
            last = count - 1 - c;
    }
    const auto kept = [&](const std::vector<std::size_t>& of) {
        return Chain(of.begin() + static_cast<std::ptrdiff_t>(first),
                     of.begin() + static_cast<std::ptrdiff_t>(last));
    };
    sequence = {kept(sequence.bursts), kept(sequence.kinds)};
}

// Until nothing is left of it or another breath begins; what flutters rises less.
float StrokeRecount::soundsAlone(std::size_t burst) const
{
    constexpr float beginsDb = 6;
    const Burst& own = m_bursts[burst];
    for (std::size_t i = burst + 1; i < m_bursts.size(); ++i) {
        const auto untilNext = static_cast<float>(m_bursts[i].timeS - own.timeS);
        if (untilNext > own.soundsS) break;
        if (m_bursts[i].riseDb > beginsDb) return untilNext;
    }
    return own.soundsS;
}

// A breath that comes in the rhythm before or after the strokes.
void StrokeRecount::dropLongEnds(StrokeSequence& sequence) const
{
    constexpr float longRatio = 2.5f;
    constexpr float longEnoughS = 0.12f; // of a stroke, to be compared with
    constexpr float soundsEnoughS = 0.5f;
    constexpr float nearlyABeat = 0.9f; // of the interval; 1.2 counts as well (bench/strokes)
    if (sequence.bursts.size() < 2) return;
    const Chain run = sequence.bursts;
    std::vector<float> lengths;
    std::vector<float> soundings;
    for (const std::size_t i : run) {
        lengths.push_back(m_lastingS[i]);
        soundings.push_back(soundsAlone(i));
    }
    const double intervalS = quantile(gapsOf(run), 0.5);
    const auto lackDb = [&](std::size_t burst) {
        return lackOfFallDb(run, burst).value_or(lacksMuchDb);
    };
    // A recorder's gain takes the beginning of a loud breath back by 12 dB: it goes on all the
    // same.
    const float longest = longRatio * std::max(longEnoughS, quantile(lengths, 0.5));
    const float goesOn = longRatio * std::max(soundsEnoughS, quantile(soundings, 0.8));
    const auto isLong = [&](std::size_t burst) { return m_lastingS[burst] > longest; };
    const auto goesOnAlone = [&](std::size_t burst) { return soundsAlone(burst) > goesOn; };
    const auto isBreathAfter = [&](std::size_t burst) {
        return lackDb(burst) > lacksMuchDb ||
               (lackDb(burst) > lacksSomeDb && (isLong(burst) || goesOnAlone(burst)));
    };
    // It brings up what is left of the first stroke, which has no other before it: that one is a
    // breath only where nothing else begins until the next beat. After the last stroke nothing
    // does.
    const double nextBeat = nearlyABeat * intervalS;
    const auto isBreathBefore = [&](std::size_t burst) {
        return lackDb(burst) > lacksSomeDb &&
               (goesOnAlone(burst) || (isLong(burst) && soundsAlone(burst) > nextBeat));
    };
    while (!sequence.bursts.empty() && isBreathAfter(sequence.bursts.back())) {
        sequence.bursts.pop_back();
        sequence.kinds.pop_back();
    }
    while (!sequence.bursts.empty() && isBreathBefore(sequence.bursts.front())) {
        sequence.bursts.erase(sequence.bursts.begin());
        sequence.kinds.erase(sequence.kinds.begin());
    }
}

double StrokeRecount::fit(const StrokeSequence& sequence, std::size_t kinds) const
{
    return Look(m_bursts, m_lastingS, sequence, kinds).fit();
}

} // namespace layakari
