// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/segment_model.hpp"

#include <algorithm>
#include <cmath>
#include <cstdint>

namespace layakari {

namespace {

// A body of four parts in a row lasts as long as a gamma distribution of shape 4 has it: half to
// twice its mean, mostly, and hardly ever next to nothing.
enum Part : std::size_t {
    Rise,
    Body,
    SecondBody,
    ThirdBody,
    LastBody,
    Fade,
    Breathy, // what a hum gives way to
    Turn,    // flow passes through nothing on its way to the other kind
    ShortPause,
    LongPause,
    OtherSound,
    Hum // of the second kind alone: a hum is an exhale
};
constexpr double bodies = 4;
// The kind that exhales are, where a hum tells which.
constexpr std::size_t exhales = 1;

constexpr std::size_t stateOf(std::size_t kind, Part part)
{
    return kind * SegmentModel::statesOfKind + part;
}
constexpr Part partOf(std::size_t state)
{
    return static_cast<Part>(state % SegmentModel::statesOfKind);
}
constexpr std::size_t kindOf(std::size_t state) { return state / SegmentModel::statesOfKind; }
constexpr bool isBreath(Part part) { return part <= Turn; }
// Whether one kind's breath goes on as the other's.
constexpr bool turnsTo(std::size_t from, std::size_t to)
{
    return isBreath(partOf(from)) && isBreath(partOf(to)) && kindOf(from) != kindOf(to);
}

// How likely a turn dips by as much as this: nothing flows while the breath turns, so that without
// an echo it dips to the room, and in any room by some decibels.
float dips(float valleyDb)
{
    constexpr float turnDb = 4;
    constexpr float softnessDb = 0.7f;
    constexpr float steepness = 2;
    return -steepness * std::log1p(std::exp((turnDb - valleyDb) / softnessDb));
}

} // namespace

SegmentModel::SegmentModel(const Durations& durations)
{
    constexpr double riseS = 0.15;
    constexpr double fadeS = 0.35;
    constexpr double turnS = 0.06;
    constexpr double shortPauseS = 0.15;
    constexpr double otherS = 0.4;
    // A breath is followed by one of its own kind where the one between is not heard at all.
    constexpr double again = 0.008;
    constexpr double other = 0.02;
    // Judged, not fitted: the corpora have a dozen recordings with hums. After an inhale; where
    // there are no hums this takes a thirtieth of a nat from each breath.
    constexpr double hums = 0.03;
    // A hum may begin as breath, or give way to it for about a second. It is seldom taken up again:
    // between two is an inhale, or minutes of hums would be one long exhale.
    constexpr double humOfBreath = 0.05;
    constexpr double breathOfHum = 0.2;
    constexpr double breathyS = 1;
    constexpr double goesOnHumming = 0.1;
    constexpr double humAgain = 0.003;
    constexpr double humS = 8;
    for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
        const std::size_t o = 1 - k;
        const auto leave = [&](Part part, double seconds,
                               std::initializer_list<std::pair<std::size_t, double>> to) {
            const double go = std::min(0.9, Observations::hopSeconds / seconds);
            const std::size_t from = stateOf(k, part);
            m_moves.push_back({from, from, static_cast<float>(1 - go)});
            for (const auto& [state, share] : to)
                m_moves.push_back({from, state, static_cast<float>(go * share)});
        };
        const std::size_t hum = stateOf(exhales, Hum);
        const double toHum = k == exhales ? humAgain : hums;
        const double goesOn = k == exhales ? humOfBreath : 0;
        leave(Rise, riseS, {{stateOf(k, Body), 1}});
        const double bodyS = durations.breathS[k] / bodies;
        for (const Part part : {Body, SecondBody, ThirdBody})
            leave(part, bodyS, {{stateOf(k, static_cast<Part>(part + 1)), 1}});
        leave(LastBody, bodyS,
              {{stateOf(k, Fade), 0.8 - goesOn},
               {hum, goesOn},
               {stateOf(k, Turn), 0.1},
               {stateOf(k, ShortPause), 0.05},
               {stateOf(k, LongPause), 0.05}});
        leave(Fade, fadeS,
              {{stateOf(k, ShortPause), 0.3},
               {stateOf(k, LongPause), 0.4},
               {stateOf(k, Turn), 0.3 - toHum},
               {hum, toHum}});
        leave(Turn, turnS,
              {{stateOf(o, Rise), 0.7}, {stateOf(o, Body), 0.3 - toHum}, {hum, toHum}});
        for (const Part pause : {ShortPause, LongPause}) {
            const double next = 1 - again - other - toHum;
            leave(pause, pause == ShortPause ? shortPauseS : durations.pauseS,
                  {{stateOf(o, Rise), 0.75 * next},
                   {stateOf(o, Body), 0.25 * next},
                   {stateOf(k, Rise), again},
                   {stateOf(k, OtherSound), other},
                   {hum, toHum}});
        }
        leave(OtherSound, otherS, {{stateOf(k, LongPause), 0.8}, {stateOf(o, Rise), 0.2}});
        if (k == exhales) {
            leave(Breathy, breathyS,
                  {{hum, goesOnHumming},
                   {stateOf(k, Fade), 0.5 - goesOnHumming},
                   {stateOf(k, LongPause), 0.3},
                   {stateOf(k, Turn), 0.2}});
            leave(Hum, humS,
                  {{stateOf(k, Turn), (1 - breathOfHum) / 3},
                   {stateOf(k, ShortPause), (1 - breathOfHum) / 3},
                   {stateOf(k, LongPause), (1 - breathOfHum) / 3},
                   {stateOf(k, Breathy), breathOfHum}});
        }
        m_start[stateOf(k, LongPause)] = 0.4f;
        m_start[stateOf(k, Body)] = 0.1f;
    }
}

SegmentModel::Emissions
SegmentModel::emissions(const std::vector<BreathKinds::Likelihood>& likelihoods,
                        const Observations& seen)
{
    // A breath's level flutters by a few dB; where it dips by more, it begins, ends or turns, and
    // there it dips by anything up to 20 dB. Tempered as the levels are. Of the tuning corpus 107
    // of 146 are right with these, 101 with a flutter of 1.2 and a temper of 0.15.
    constexpr float flutterDb = 3;
    constexpr float deepestDb = 20;
    constexpr float mostFlutters = 8;
    constexpr float dipTemper = 0.2f;
    // While somebody speaks, less is breathed: a second of words weighs as much as odds of seven.
    constexpr float spokenLog = -0.04f;
    // What hums is a hum, and nothing else is: a third of a second is odds of 150.
    constexpr float surely = 0.3f;
    Emissions all(likelihoods.size());
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (seen.hum[i]) {
            all[i] = {{-surely, -surely}, {-surely, -surely}, -surely, -surely, -surely, 0};
            continue;
        }
        const BreathKinds::Likelihood& likelihood = likelihoods[i];
        const float clear = dipTemper * (1 - seen.over[i]);
        const float steady =
            clear * (-std::log(flutterDb) - std::min(seen.valleyDb[i] / flutterDb, mostFlutters));
        const float turns = (1 - seen.over[i]) * dips(seen.valleyDb[i]);
        const float anyDip = clear * -std::log(deepestDb);
        const float spoken = spokenLog * seen.over[i];
        Emission& emission = all[i];
        for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
            emission.edge[k] = likelihood.edge[k] + anyDip + spoken;
            emission.body[k] = likelihood.body[k] + steady + spoken;
        }
        emission.turn = std::max(likelihood.edge[0], likelihood.edge[1]) + turns + spoken;
        emission.pause = likelihood.room + anyDip;
        emission.other = likelihood.other + anyDip;
    }
    return all;
}

namespace {

float highest(const SegmentModel::Emission& e)
{
    return std::max({e.edge[0], e.edge[1], e.body[0], e.body[1], e.turn, e.pause, e.other, e.hum});
}

} // namespace

// Of each state, over that of the likeliest.
SegmentModel::Row SegmentModel::likelihoodOf(const Emission& emission)
{
    const float high = highest(emission);
    const auto over = [&](float log) { return std::exp(log - high); };
    const float turn = over(emission.turn);
    const float pause = over(emission.pause);
    const float other = over(emission.other);
    const float hum = over(emission.hum);
    Row row;
    for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
        row[stateOf(k, Rise)] = row[stateOf(k, Fade)] = over(emission.edge[k]);
        const float body = over(emission.body[k]);
        for (const Part part : {Body, SecondBody, ThirdBody, LastBody, Breathy})
            row[stateOf(k, part)] = body;
        row[stateOf(k, Turn)] = turn;
        row[stateOf(k, ShortPause)] = row[stateOf(k, LongPause)] = pause;
        row[stateOf(k, OtherSound)] = other;
        row[stateOf(k, Hum)] = hum;
    }
    return row;
}

SegmentModel::Filtered SegmentModel::filter(const Row* before, const Emission& emission) const
{
    Filtered filtered;
    if (before)
        for (const Move& move : m_moves)
            filtered.row[move.to] += (*before)[move.from] * move.probability;
    else
        filtered.row = m_start;
    const Row likelihood = likelihoodOf(emission);
    float sum = 0;
    for (std::size_t s = 0; s < states; ++s) sum += filtered.row[s] *= likelihood[s];
    sum = std::max(sum, 1e-30f);
    for (float& p : filtered.row) p /= sum;
    filtered.log = std::log(sum) + highest(emission);
    return filtered;
}

namespace {

// What is counted on the way back: the posteriors, and how long a breath and a pause last.
class Tally {
public:
    using Row = std::array<float, SegmentModel::states>;

    explicit Tally(std::size_t steps)
    {
        for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
            m_posterior.breath[k].assign(steps, 0);
            m_posterior.body[k].assign(steps, 0);
        }
        m_posterior.pause.assign(steps, 0);
        m_posterior.other.assign(steps, 0);
        m_posterior.turn.assign(steps, 0);
    }

    // `weight`: of each state, in proportion to its probability. `leaves`: how probably it is left
    // after this step.
    void add(std::size_t step, const Row& weight, const Row& leaves)
    {
        float sum = 0;
        for (const float w : weight) sum += w;
        sum = std::max(sum, 1e-30f);
        for (std::size_t s = 0; s < weight.size(); ++s) {
            const float p = weight[s] / sum;
            const Part part = partOf(s);
            const std::size_t k = kindOf(s);
            if (isBreath(part)) m_posterior.breath[k][step] += p;
            if (part >= Body && part <= LastBody)
                m_posterior.body[k][step] += p, m_bodySteps[k] += p;
            if (part == ShortPause || part == LongPause) m_posterior.pause[step] += p;
            if (part == OtherSound) m_posterior.other[step] += p;
            if (part == LastBody) m_ends[k] += p * leaves[s];
            if (part == LongPause) m_pauseSteps += p, m_pauses += p * leaves[s];
        }
    }
    void addTurn(std::size_t step, float probability) { m_posterior.turn[step] = probability; }

    SegmentModel::Posterior take(double logLikelihood)
    {
        constexpr double none = 1e-9;
        for (std::size_t k = 0; k < BreathKinds::kinds; ++k)
            m_posterior.durations.breathS[k] =
                Observations::hopSeconds * m_bodySteps[k] / std::max(none, m_ends[k]);
        m_posterior.durations.pauseS =
            Observations::hopSeconds * m_pauseSteps / std::max(none, m_pauses);
        m_posterior.logLikelihood = logLikelihood;
        return std::move(m_posterior);
    }

private:
    SegmentModel::Posterior m_posterior;
    std::array<double, BreathKinds::kinds> m_bodySteps{};
    std::array<double, BreathKinds::kinds> m_ends{};
    double m_pauseSteps = 0;
    double m_pauses = 0;
};

} // namespace

SegmentModel::Posterior SegmentModel::posterior(const Emissions& emissions) const
{
    const std::size_t steps = emissions.size();
    if (steps == 0) return {};

    // What is kept of the way forward is where each block begins; within it, it is reckoned again
    // on the way back.
    constexpr std::size_t blockSteps = 256;
    std::vector<Row> beforeBlock;
    Row last{};
    double logLikelihood = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        if (i % blockSteps == 0) beforeBlock.push_back(last);
        const Filtered filtered = filter(i > 0 ? &last : nullptr, emissions[i]);
        logLikelihood += filtered.log;
        last = filtered.row;
    }
    std::vector<Row> block(blockSteps + 1); // one before it, and its own
    const auto fill = [&](std::size_t begin) {
        block[0] = beforeBlock[begin / blockSteps];
        for (std::size_t i = begin; i < std::min(steps, begin + blockSteps); ++i)
            block[i - begin + 1] = filter(i > 0 ? &block[i - begin] : nullptr, emissions[i]).row;
    };
    Tally tally(steps);
    Row backward;
    backward.fill(1);
    Row leaves{}; // of each state, how probably it is left after this step
    for (std::size_t i = steps; i-- > 0;) {
        const std::size_t within = i % blockSteps;
        if (within == blockSteps - 1 || i + 1 == steps) fill(i - within);
        const Row& forward = block[within + 1];
        const Row& before = block[within]; // means nothing at the first step of all
        Row weight;
        for (std::size_t s = 0; s < states; ++s) weight[s] = forward[s] * backward[s];
        tally.add(i, weight, leaves);
        const Row likelihood = likelihoodOf(emissions[i]);
        Row next{};
        Row stays{};
        float turns = 0;
        for (const Move& move : m_moves) {
            const float on = move.probability * likelihood[move.to] * backward[move.to];
            next[move.from] += on;
            if (move.from == move.to) stays[move.from] = on;
            if (i > 0 && turnsTo(move.from, move.to)) turns += before[move.from] * on;
        }
        float most = 0;
        float all = 0;
        for (std::size_t s = 0; s < states; ++s) {
            if (i > 0) all += before[s] * next[s];
            leaves[s] = next[s] > 0 ? 1 - stays[s] / next[s] : 0;
            most = std::max(most, next[s]);
        }
        if (i > 0 && all > 0) tally.addTurn(i, turns / all);
        for (float& b : next) b /= std::max(most, 1e-30f);
        backward = next;
    }
    return tally.take(logLikelihood);
}

} // namespace layakari
