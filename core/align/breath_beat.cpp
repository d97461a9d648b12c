// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/breath_beat.hpp"

#include "core/align/beat_halves.hpp"
#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double quickestBeatS = 0.9; // faster ones are strokes to the ear
constexpr double slowestBeatS = 4.2;  // a little slower than 15 a minute
constexpr double nextTempo = 1.06;

constexpr double longestShare = 0.8; // of the beat, that one half lasts
constexpr double shortestSoundS = 0.2;

// Of the log of a gap against the tempo.
constexpr double gapSpread = 0.1;
constexpr double farthestOff = 0.25;

// A beat that is heard is worth 1.
constexpr double missedCost = 1;
constexpr double pauseCost = 3;
constexpr double longestPauseS = 3;

struct BeatChain {
    double score = 0;
    std::vector<std::size_t> spans;
};

class BeatFinder {
public:
    explicit BeatFinder(const Heard& heard) : m_heard(heard)
    {
        int part = 0;
        for (std::size_t i = 0; i < heard.spans.size(); ++i) {
            const HeardSpan& span = heard.spans[i];
            if (isHumOrStrokes(span)) ++part;
            if (mayBeAHalf(span) && span.seconds() > shortestSoundS) m_sounds.push_back({i, part});
        }
    }

    BeatChain best(const std::vector<bool>& used) const
    {
        BeatChain best;
        for (double tempoS = quickestBeatS; tempoS < slowestBeatS; tempoS *= nextTempo) {
            BeatChain chain = bestAt(tempoS, used);
            if (chain.score > best.score) best = std::move(chain);
        }
        return best;
    }

private:
    const Heard& m_heard;
    struct Sound {
        std::size_t span;
        int part; // hums and strokes that were heard part one from the next
    };
    std::vector<Sound> m_sounds;

    static double scoreOfGap(double gapS, double tempoS)
    {
        const auto onBeat = [&](double expectedS) {
            const double off = std::fabs(std::log(gapS / expectedS));
            return off > farthestOff ? -1e9 : -0.5 * (off / gapSpread) * (off / gapSpread);
        };
        double score = std::max(onBeat(tempoS), onBeat(2 * tempoS) - missedCost);
        if (gapS > tempoS && gapS < tempoS + longestPauseS) score = std::max(score, -pauseCost);
        return score;
    }

    // From a tempo that each sequence carries along, since the pace changes.
    BeatChain bestAt(double tempoS, const std::vector<bool>& used) const
    {
        constexpr double follows = 0.3; // of a gap
        struct Node {
            double score = 1;
            double tempoS;
            std::ptrdiff_t before = -1; // as an index into the nodes; -1: begins here
        };
        std::vector<Sound> usable;
        for (const Sound& sound : m_sounds)
            if (!used[sound.span] && m_heard.spans[sound.span].seconds() < longestShare * tempoS)
                usable.push_back(sound);
        const double longestGapS =
            std::max(tempoS + longestPauseS, 2 * tempoS) * std::exp(farthestOff);
        std::vector<Node> nodes;
        std::size_t end = 0;
        for (std::size_t k = 0; k < usable.size(); ++k) {
            Node node{1, tempoS, -1};
            for (std::size_t j = k; j-- > 0 && usable[j].part == usable[k].part;) {
                const double gapS =
                    m_heard.spans[usable[k].span].startS - m_heard.spans[usable[j].span].startS;
                if (gapS > longestGapS) break;
                const Node& last = nodes[j];
                const double score = last.score + 1 + scoreOfGap(gapS, last.tempoS);
                if (score <= node.score) continue;
                const double beatS = isTwoBeats(gapS, last.tempoS) ? gapS / 2 : gapS;
                const bool isPause = beatS > last.tempoS * std::exp(farthestOff);
                node = {score,
                        isPause ? last.tempoS : (1 - follows) * last.tempoS + follows * beatS,
                        static_cast<std::ptrdiff_t>(j)};
            }
            nodes.push_back(node);
            if (node.score > nodes[end].score) end = k;
        }
        BeatChain chain;
        if (nodes.empty()) return chain;
        chain.score = nodes[end].score;
        for (auto k = static_cast<std::ptrdiff_t>(end); k >= 0;
             k = nodes[static_cast<std::size_t>(k)].before)
            chain.spans.push_back(usable[static_cast<std::size_t>(k)].span);
        std::reverse(chain.spans.begin(), chain.spans.end());
        return chain;
    }
};

using Spans = std::vector<std::size_t>;

// A chain in pieces: where it is not quite on its beat, natural breath begins or ends, or a pause.
class Parting {
public:
    Parting(const Spans& spans, const Heard& heard) : m_spans(spans), m_heard(heard)
    {
        for (std::size_t c = 1; c < spans.size(); ++c)
            m_logGaps.push_back(static_cast<float>(std::log(startOf(c) - startOf(c - 1))));
        for (std::size_t g = 0; g < m_logGaps.size(); ++g)
            m_isTwo.push_back(isTwoBeats(std::exp(m_logGaps[g]), std::exp(usualNear(g))));
        for (std::size_t g = 0; g < m_logGaps.size(); ++g)
            if (m_isTwo[g]) m_logGaps[g] -= std::log(2.0f);
        std::vector<float> apart;
        for (std::size_t g = 0; g < m_logGaps.size(); ++g)
            m_apart.push_back(m_logGaps[g] - usualNear(g));
        for (const float off : m_apart) apart.push_back(std::fabs(off));
        if (!apart.empty()) m_spread = deviationOfMedian * quantile(apart, 0.5);
        m_mostOff = std::max(leastOff, spreads * m_spread);
    }

    // How far gaps are from those around, of their log.
    double spread() const { return m_spread; }

    std::vector<Spans> pieces() const
    {
        std::vector<Spans> pieces(1, {m_spans.front()});
        for (std::size_t g = 0; g < m_logGaps.size(); ++g) {
            if (isCut(g)) pieces.emplace_back();
            pieces.back().push_back(m_spans[g + 1]);
        }
        return pieces;
    }

private:
    static constexpr double leastOff = 0.14; // of the log of the gap
    static constexpr double spreads = 3.5;
    static constexpr double deviationOfMedian = 1.4826; // of a normal distribution
    const Spans& m_spans;
    const Heard& m_heard;
    std::vector<bool> m_isTwo;
    std::vector<float> m_logGaps; // in beats, of one or of two
    std::vector<float> m_apart;   // from those around
    double m_spread = 0;
    double m_mostOff = 0;

    double startOf(std::size_t place) const { return m_heard.spans[m_spans[place]].startS; }

    float usualNear(std::size_t gap) const
    {
        constexpr std::size_t side = 3;
        std::vector<float> near;
        for (std::size_t g = gap - std::min(gap, side);
             g < std::min(m_logGaps.size(), gap + side + 1); ++g)
            if (g != gap) near.push_back(m_logGaps[g]);
        return near.empty() ? m_logGaps[gap] : quantile(near, 0.5);
    }

    bool isOff(std::size_t gap) const { return std::fabs(m_apart[gap]) > m_mostOff; }

    // A beat that was heard too early or too late is one all the same, but not at an end.
    bool makeUp(std::size_t one, std::size_t other) const
    {
        const auto [first, last] = std::minmax(one, other);
        return first > 0 && last + 1 < m_apart.size() && isOff(other) &&
               std::fabs(m_apart[one] + m_apart[other]) < m_mostOff;
    }

    bool isCut(std::size_t gap) const
    {
        constexpr std::size_t fewHeard = 3; // between two that were not
        if (isOff(gap))
            return !(gap > 0 && makeUp(gap, gap - 1)) &&
                   !(gap + 1 < m_apart.size() && makeUp(gap, gap + 1));
        if (!m_isTwo[gap]) return false;
        for (std::size_t g = gap - std::min(gap, fewHeard);
             g < std::min(m_isTwo.size(), gap + fewHeard + 1); ++g)
            if (g != gap && m_isTwo[g]) return true;
        return false;
    }
};

// Natural breath at an end is weaker and longer than most of the run.
void trimEnds(Spans& spans, const Heard& heard)
{
    constexpr double longerLog = 1; // counts as much as weaker by `weakerThanRunDb`
    const double usualDb = usualLevelOf(spans, heard);
    std::vector<float> lengths;
    for (const std::size_t i : spans)
        lengths.push_back(static_cast<float>(heard.spans[i].seconds()));
    const double usualS = quantile(lengths, 0.5);
    const auto isNatural = [&](std::size_t i) {
        const double weaker = (usualDb - levelOf(heard.spans[i])) / weakerThanRunDb;
        const double longer = std::log(heard.spans[i].seconds() / usualS) / longerLog;
        return std::max(0.0, weaker) + std::max(0.0, longer) > 1;
    };
    while (!spans.empty() && isNatural(spans.back())) spans.pop_back();
    while (!spans.empty() && isNatural(spans.front())) spans.erase(spans.begin());
}

double tempoOf(const Spans& spans, const Heard& heard)
{
    std::vector<float> gaps;
    for (std::size_t c = 1; c < spans.size(); ++c)
        gaps.push_back(
            static_cast<float>(heard.spans[spans[c]].startS - heard.spans[spans[c - 1]].startS));
    return quantile(gaps, 0.5);
}

// What follows after a pause is the same run if it is as loud and as quick.
std::vector<Spans> joinedAcrossPauses(const std::vector<Spans>& pieces, const Heard& heard)
{
    constexpr std::size_t fewest = 4;
    constexpr double sameTempo = 0.15; // of the log
    std::vector<Spans> joined;
    const auto areOne = [&](const Spans& a, const Spans& b) {
        if (std::min(a.size(), b.size()) < fewest) return false;
        const double tempoS = tempoOf(b, heard);
        const double gapS = heard.spans[b.front()].startS - heard.spans[a.back()].startS;
        const double apartDb = usualLevelOf(b, heard) - usualLevelOf(a, heard);
        return gapS > tempoS && gapS < tempoS + longestPauseS &&
               std::fabs(apartDb) < weakerThanRunDb &&
               std::fabs(std::log(tempoS / tempoOf(a, heard))) < sameTempo;
    };
    for (const Spans& piece : pieces)
        if (!joined.empty() && areOne(joined.back(), piece))
            joined.back().insert(joined.back().end(), piece.begin(), piece.end());
        else
            joined.push_back(piece);
    return joined;
}

} // namespace

std::vector<BreathsOnABeat> breathsOnABeat(const Heard& heard, std::size_t fewest)
{
    constexpr double mostSpread = 0.1; // natural breath varies by more from one to the next
    constexpr double leastEach = 0.7;  // some are a little off, or were missed
    const BeatFinder finder(heard);
    std::vector<bool> used(heard.spans.size(), false);
    std::vector<BreathsOnABeat> runs;
    for (;;) {
        const BeatChain chain = finder.best(used);
        if (chain.score < leastEach * static_cast<double>(fewest)) break;
        for (Spans& spans : joinedAcrossPauses(Parting(chain.spans, heard).pieces(), heard)) {
            trimEnds(spans, heard);
            if (spans.size() < 2) continue;
            if (Parting(spans, heard).spread() > mostSpread) continue;
            const BreathsOnABeat run = withOtherHalves(spans, tempoOf(spans, heard), heard, used);
            if (run.halves.size() >= (run.areBoth ? 2 * fewest : fewest)) runs.push_back(run);
        }
        for (std::size_t i = chain.spans.front(); i <= chain.spans.back(); ++i) used[i] = true;
    }
    std::sort(runs.begin(), runs.end(), [](const BreathsOnABeat& a, const BreathsOnABeat& b) {
        return a.firstSpan < b.firstSpan;
    });
    return runs;
}

} // namespace layakari
