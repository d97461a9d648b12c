// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/turns.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t smoothFrames = 5;
constexpr float leastDepthDb = 2.25f;
constexpr double sideSeconds = 0.5;
constexpr double valleySeconds = 0.06;
constexpr double sideQuantile = 0.75; // the loudness beside a dip
constexpr std::size_t apartFrames = 20;
// Breath begins within a tenth of a second or two, and goes on; where a flow only flutters, it
// comes back little by little. How far the level has jumped in that time and stays for as long.
constexpr std::size_t onsetBegins = 25; // frames after the deepest, at most
constexpr std::size_t onsetTakes = 8;
constexpr std::size_t onsetLasts = 12;
// Of 4,583 accidents and 860 turns of 88 simulated recordings, people and strangers, with and
// without a gain: mean and deviation, dB. The deeper an accident, the more it jumps, too: half of
// what the jump says was said by the depth.
constexpr float accidentOnsetDb = 2.7f;
constexpr float accidentOnsetSpreadDb = 1.7f;
constexpr float turnOnsetDb = 13;
constexpr float turnOnsetSpreadDb = 4.5f;
constexpr float onsetShare = 0.5f;
// Rather one too many: with all breaths known, those that divide nothing are taken back.
constexpr float leastLogOdds = -1;

// A dip in the level, with what it looks like.
struct Dip {
    std::size_t frame = 0;
    std::size_t range = 0;
    FrameRange before; // the sound on both sides, within the range
    FrameRange after;
    bool isHidden = false; // where it is deepest, by a voice: it is as deep as it seems or deeper
    float depthDb = 0;     // below the lower of its sides
    float heightDb = 0;    // of that side over the room
    float contrastDb = 0;  // between the spectra on both sides
    float onsetDb = 0;     // by which the level jumps after it, and stays
    float score = 0;       // how much likelier a turn is than an accident, in nepers
};

// Where the level has fallen by `leastDb` and risen by it again.
std::vector<std::size_t> valleysOf(const std::vector<float>& level, float leastDb)
{
    std::vector<std::size_t> valleys;
    float peak = level.front();
    float bottom = level.front();
    std::size_t bottomAt = 0;
    bool falling = false; // since `peak`, the level has fallen by `leastDb`
    for (std::size_t i = 0; i < level.size(); ++i) {
        const float now = level[i];
        if (!falling) {
            peak = std::max(peak, now);
            if (peak - now >= leastDb) {
                falling = true;
                bottom = now;
                bottomAt = i;
            }
        } else if (now < bottom) {
            bottom = now;
            bottomAt = i;
        } else if (now - bottom >= leastDb) {
            valleys.push_back(bottomAt);
            falling = false;
            peak = now;
        }
    }
    return valleys;
}

struct Bell {
    float mean = 0;
    float deviation = 1;
};

// Mean and deviation of weighted values, some of them believed beforehand.
class Weighed {
public:
    Weighed(float weight, float mean, float deviation)
        : m_weight(weight),
          m_sum(weight * mean),
          m_squares(weight * (mean * mean + deviation * deviation))
    {
    }
    void add(float weight, float value)
    {
        m_weight += weight;
        m_sum += weight * value;
        m_squares += weight * value * value;
    }
    float weight() const { return m_weight; }
    float mean() const { return m_sum / m_weight; }
    float deviation() const
    {
        return std::sqrt(std::max(0.0f, m_squares / m_weight - mean() * mean()));
    }

private:
    float m_weight, m_sum, m_squares;
};

class TurnFinder {
public:
    TurnFinder(const FeatureTrack& track, const NoiseFloor& floor, const Bands& weights,
               const std::vector<float>& powerRiseDb, const std::vector<FrameRange>& ranges,
               const std::vector<FrameRange>& voices)
        : m_track(track), m_floor(floor), m_weights(weights), m_ranges(ranges), m_voices(voices)
    {
        for (std::size_t r = 0; r < ranges.size(); ++r) addDips(powerRiseDb, r);
        learn();
    }

    // The likeliest first, each leaving a breath on both sides.
    std::vector<std::vector<Turn>> turns()
    {
        std::vector<std::vector<Turn>> turns(m_ranges.size());
        std::sort(m_dips.begin(), m_dips.end(),
                  [](const Dip& a, const Dip& b) { return a.score > b.score; });
        for (const Dip& dip : m_dips) {
            if (dip.score < leastLogOdds) break;
            auto& here = turns[dip.range];
            const bool isFree = std::all_of(here.begin(), here.end(), [&](const Turn& t) {
                return std::max(t.frame, dip.frame) - std::min(t.frame, dip.frame) >= shortest;
            });
            if (isFree) here.push_back({dip.frame, dip.score});
        }
        for (auto& here : turns)
            std::sort(here.begin(), here.end(),
                      [](const Turn& a, const Turn& b) { return a.frame < b.frame; });
        return turns;
    }

private:
    static constexpr auto side = static_cast<std::size_t>(sideSeconds / FeatureTrack::hopSeconds);
    static constexpr auto valley =
        static_cast<std::size_t>(valleySeconds / FeatureTrack::hopSeconds);
    static constexpr auto shortest =
        static_cast<std::size_t>(shortestBreathSeconds / FeatureTrack::hopSeconds);

    const FeatureTrack& m_track;
    const NoiseFloor& m_floor;
    const Bands& m_weights;
    const std::vector<FrameRange>& m_ranges;
    const std::vector<FrameRange>& m_voices;
    std::vector<Dip> m_dips;
    float m_depthScaleDb = 0; // mean depth of accidents, over the least
    Bell m_contrast;          // of accidents, dB
    Bell m_turnDepth;         // of turns, as a share of the loudness beside them
    Bell m_turnContrast;      // of turns, dB
    float m_turns = 0;        // how many there seem to be
    float m_logOddsOfTurn = 0;

    void addDips(const std::vector<float>& powerRiseDb, std::size_t r)
    {
        const FrameRange& range = m_ranges[r];
        if (range.size() < 2 * shortest) return;
        const std::vector<float> level =
            smoothed({powerRiseDb.begin() + static_cast<std::ptrdiff_t>(range.begin),
                      powerRiseDb.begin() + static_cast<std::ptrdiff_t>(range.end)},
                     smoothFrames);
        const std::size_t first = m_dips.size();
        for (const std::size_t at : valleysOf(level, leastDepthDb)) {
            if (at < shortest || level.size() - at < shortest) continue;
            Dip dip;
            dip.frame = range.begin + at;
            dip.range = r;
            dip.isHidden = isInVoice(dip.frame);
            dip.before = sideOf(level, at, -1);
            dip.after = sideOf(level, at, +1);
            dip.heightDb = std::min(loudness(level, dip.before), loudness(level, dip.after));
            dip.depthDb = dip.heightDb - level[at];
            dip.onsetDb = onsetAfter(level, at);
            if (dip.depthDb < leastDepthDb) continue;
            // Of two beside each other the deeper one.
            if (m_dips.size() > first && dip.frame - m_dips.back().frame < apartFrames) {
                if (dip.depthDb <= m_dips.back().depthDb) continue;
                m_dips.pop_back();
            }
            m_dips.push_back(dip);
        }
        const auto shapeOf = [&](const FrameRange& here) {
            return meanShape(m_track, m_floor, range.begin + here.begin, range.begin + here.end);
        };
        for (std::size_t d = first; d < m_dips.size(); ++d)
            m_dips[d].contrastDb =
                contrastDb(shapeOf(m_dips[d].before), shapeOf(m_dips[d].after), m_weights);
    }

    bool isInVoice(std::size_t frame) const
    {
        return std::any_of(m_voices.begin(), m_voices.end(), [&](const FrameRange& voice) {
            return voice.begin < frame + smoothFrames && frame < voice.end + smoothFrames;
        });
    }

    // Half a second beside a valley. Where the valley is wide, as a short pause with noise in it
    // is, the half second that follows when that is far louder.
    static FrameRange sideOf(const std::vector<float>& level, std::size_t at, int direction)
    {
        constexpr float farLouderDb = 4;
        const auto stretch = [&](std::size_t from) {
            const std::size_t to = from + side - valley;
            return direction > 0 ? FrameRange{std::min(at + from, level.size() - 1),
                                              std::min(at + to, level.size())}
                                 : FrameRange{at - std::min(at, to), at - std::min(at, from) + 1};
        };
        const FrameRange close = stretch(valley);
        const FrameRange far = stretch(side);
        return loudness(level, far) > loudness(level, close) + farLouderDb ? far : close;
    }

    static float onsetAfter(const std::vector<float>& level, std::size_t at)
    {
        float onset = 0;
        for (std::size_t i = at; i < at + onsetBegins; ++i) {
            const std::size_t from = i + onsetTakes;
            const std::size_t to = from + onsetLasts;
            if (to > level.size()) break;
            const float least = *std::min_element(level.begin() + static_cast<std::ptrdiff_t>(from),
                                                  level.begin() + static_cast<std::ptrdiff_t>(to));
            onset = std::max(onset, least - level[i]);
        }
        return onset;
    }

    static float loudness(const std::vector<float>& level, const FrameRange& range)
    {
        return quantile({level.begin() + static_cast<std::ptrdiff_t>(range.begin),
                         level.begin() + static_cast<std::ptrdiff_t>(range.end)},
                        sideQuantile);
    }

    // Expectation maximisation over two kinds of dips. An accident's depth falls off exponentially;
    // a turn's is a share of the loudness beside it. What is believed of both beforehand counts as
    // some dips more, so that a recording with few is not judged by those few.
    void learn()
    {
        constexpr int rounds = 12;
        // Before anything is learned: a turn falls over half of the way to the room.
        for (Dip& dip : m_dips)
            dip.score =
                12 * (dip.depthDb / std::max(dip.heightDb, leastDepthDb) - 0.5f) + onsetOdds(dip);
        for (int round = 0; round < rounds; ++round) {
            fit();
            for (Dip& dip : m_dips) dip.score = scoreOf(dip);
        }
    }

    void fit()
    {
        Weighed depth(12, 1.2f, 0);
        Weighed contrast(12, 1.3f, 0.7f);
        Weighed turnDepth(4, 0.7f, 0.12f);
        Weighed turnContrast(4, 4, 2.5f);
        for (const Dip& dip : m_dips) {
            const float turn = 1 / (1 + std::exp(-dip.score));
            contrast.add(1 - turn, dip.contrastDb);
            turnContrast.add(turn, dip.contrastDb);
            if (dip.isHidden) continue;
            depth.add(1 - turn, dip.depthDb - leastDepthDb);
            turnDepth.add(turn, dip.depthDb / std::max(dip.heightDb, leastDepthDb));
        }
        m_depthScaleDb = depth.mean();
        m_contrast = {contrast.mean(), std::max(0.3f, contrast.deviation())};
        m_turnDepth = {turnDepth.mean(), std::max(0.08f, turnDepth.deviation())};
        m_turnContrast = {turnContrast.mean(), std::max(0.8f, turnContrast.deviation())};
        m_turns = turnDepth.weight();
        m_logOddsOfTurn = std::log(turnDepth.weight() / depth.weight());
    }

    static float logBell(float value, const Bell& bell)
    {
        // Neither kind's tails are so thin as a bell's: no measure alone may decide beyond this.
        constexpr float mostSquare = 16;
        constexpr float logRootTwoPi = 0.919f;
        const float z = (value - bell.mean) / bell.deviation;
        return -0.5f * std::min(z * z, mostSquare) - std::log(bell.deviation) - logRootTwoPi;
    }

    // Log odds of a turn by the depth alone. Of a hidden dip only the least depth is known: a turn
    // has that, an accident seldom.
    float depthOdds(const Dip& dip) const
    {
        const float accident = (dip.depthDb - leastDepthDb) / m_depthScaleDb;
        if (dip.isHidden) return accident;
        const float height = std::max(dip.heightDb, leastDepthDb);
        // Deeper than most turns, or more different on both sides, is no less of a turn.
        return logBell(std::min(dip.depthDb / height, m_turnDepth.mean), m_turnDepth) -
               std::log(height) + accident + std::log(m_depthScaleDb);
    }

    // Some begin to breathe as gently as a flow comes back: that there is no jump says little.
    static float onsetOdds(const Dip& dip)
    {
        if (dip.isHidden) return 0;
        const float odds =
            logBell(std::min(dip.onsetDb, turnOnsetDb), {turnOnsetDb, turnOnsetSpreadDb}) -
            logBell(std::max(dip.onsetDb, accidentOnsetDb),
                    {accidentOnsetDb, accidentOnsetSpreadDb});
        return std::clamp(onsetShare * odds, -1.0f, 4.0f);
    }

    float scoreOf(const Dip& dip) const
    {
        const float contrast =
            logBell(std::min(dip.contrastDb, m_turnContrast.mean), m_turnContrast) -
            logBell(std::max(dip.contrastDb, m_contrast.mean), m_contrast);
        // In some people inhale and exhale sound alike: that both sides do speaks against a turn
        // only as far as the turns of this recording have shown otherwise. And near the room, where
        // bands drown one by one, spectra differ by that alone.
        const float most = std::clamp((dip.heightDb - 4) / 3, 0.0f, 5.0f);
        return depthOdds(dip) + onsetOdds(dip) + std::clamp(contrast, -1 - 0.15f * m_turns, most) +
               m_logOddsOfTurn;
    }
};

} // namespace

Bands meanShape(const FeatureTrack& track, const NoiseFloor& floor, std::size_t begin,
                std::size_t end)
{
    Bands shape{};
    for (std::size_t i = begin; i < end; ++i)
        for (std::size_t b = 0; b < bandCount; ++b)
            shape[b] += std::max(0.0f, track.levels(i)[b] - floor.at(i)[b]) /
                        static_cast<float>(end - begin);
    return shape;
}

float contrastDb(const Bands& a, const Bands& b, const Bands& weights)
{
    float meanDifference = 0;
    for (std::size_t i = 0; i < bandCount; ++i) meanDifference += weights[i] * (a[i] - b[i]);
    float squares = 0;
    for (std::size_t i = 0; i < bandCount; ++i)
        squares += weights[i] * std::pow(a[i] - b[i] - meanDifference, 2.0f);
    return std::sqrt(squares);
}

std::vector<std::vector<Turn>> findTurns(const FeatureTrack& track, const NoiseFloor& floor,
                                         const Bands& weights,
                                         const std::vector<float>& powerRiseDb,
                                         const std::vector<FrameRange>& ranges,
                                         const std::vector<FrameRange>& voices)
{
    return TurnFinder(track, floor, weights, powerRiseDb, ranges, voices).turns();
}

} // namespace layakari
