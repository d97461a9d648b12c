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
    Turn, // flow passes through nothing on its way to the other kind
    ShortPause,
    LongPause,
    OtherSound
};
constexpr double bodies = 4;

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

// How likely a turn dips by as much as this: nothing flows while the breath turns, so that without
// an echo it dips to the room, and in any room by two or three decibels.
float dips(float valleyDb)
{
    constexpr float turnDb = 2.5f;
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
    for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
        const std::size_t o = 1 - k;
        const auto leave = [&](Part part, double seconds,
                               std::initializer_list<std::pair<std::size_t, double>> to) {
            const double go = std::min(0.9, Observations::hopSeconds / seconds);
            Row& row = m_move[stateOf(k, part)];
            row[stateOf(k, part)] = static_cast<float>(1 - go);
            for (const auto& [state, share] : to) row[state] += static_cast<float>(go * share);
        };
        leave(Rise, riseS, {{stateOf(k, Body), 1}});
        const double bodyS = durations.breathS[k] / bodies;
        for (const Part part : {Body, SecondBody, ThirdBody})
            leave(part, bodyS, {{stateOf(k, static_cast<Part>(part + 1)), 1}});
        leave(LastBody, bodyS,
              {{stateOf(k, Fade), 0.8},
               {stateOf(k, Turn), 0.1},
               {stateOf(k, ShortPause), 0.05},
               {stateOf(k, LongPause), 0.05}});
        leave(
            Fade, fadeS,
            {{stateOf(k, ShortPause), 0.3}, {stateOf(k, LongPause), 0.4}, {stateOf(k, Turn), 0.3}});
        leave(Turn, turnS, {{stateOf(o, Rise), 0.7}, {stateOf(o, Body), 0.3}});
        for (const Part pause : {ShortPause, LongPause})
            leave(pause, pause == ShortPause ? shortPauseS : durations.pauseS,
                  {{stateOf(o, Rise), 0.75 * (1 - again - other)},
                   {stateOf(o, Body), 0.25 * (1 - again - other)},
                   {stateOf(k, Rise), again},
                   {stateOf(k, OtherSound), other}});
        leave(OtherSound, otherS, {{stateOf(k, LongPause), 0.8}, {stateOf(o, Rise), 0.2}});
        m_start[stateOf(k, LongPause)] = 0.4f;
        m_start[stateOf(k, Body)] = 0.1f;
    }
}

SegmentModel::Emissions
SegmentModel::emissions(const std::vector<BreathKinds::Likelihood>& likelihoods,
                        const Observations& seen)
{
    // A breath's level flutters by a dB or two; where it dips by more, it begins, ends or turns,
    // and there it dips by anything up to 20 dB. Tempered as the levels are.
    constexpr float flutterDb = 1.2f;
    constexpr float deepestDb = 20;
    constexpr float mostFlutters = 8;
    constexpr float dipTemper = 0.15f;
    // While somebody speaks, less is breathed: a second of words weighs as much as odds of seven.
    constexpr float spokenLog = -0.04f;
    Emissions all(likelihoods.size());
    for (std::size_t i = 0; i < all.size(); ++i) {
        const BreathKinds::Likelihood& likelihood = likelihoods[i];
        const float clear = dipTemper * (1 - seen.over[i]);
        const float steady =
            clear * (-std::log(flutterDb) - std::min(seen.valleyDb[i] / flutterDb, mostFlutters));
        const float turns = (1 - seen.over[i]) * dips(seen.valleyDb[i]);
        const float anyDip = clear * -std::log(deepestDb);
        for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
            const float spoken = spokenLog * seen.over[i];
            all[i][stateOf(k, Rise)] = likelihood.edge[k] + anyDip + spoken;
            all[i][stateOf(k, Body)] = likelihood.body[k] + steady + spoken;
            for (const Part part : {SecondBody, ThirdBody, LastBody})
                all[i][stateOf(k, part)] = all[i][stateOf(k, Body)];
            all[i][stateOf(k, Fade)] = all[i][stateOf(k, Rise)];
            all[i][stateOf(k, Turn)] =
                std::max(likelihood.edge[k], likelihood.edge[1 - k]) + turns + spoken;
            all[i][stateOf(k, ShortPause)] = likelihood.room + anyDip;
            all[i][stateOf(k, LongPause)] = all[i][stateOf(k, ShortPause)];
            all[i][stateOf(k, OtherSound)] = likelihood.other + anyDip;
        }
    }
    return all;
}

// Of what goes on from a state, what goes straight to the other kind's breath.
float SegmentModel::toOther(std::size_t from, const Row& likelihood, const Row& backward) const
{
    if (!isBreath(partOf(from))) return 0;
    float sum = 0;
    for (std::size_t to = 0; to < states; ++to)
        if (isBreath(partOf(to)) && kindOf(to) != kindOf(from))
            sum += m_move[from][to] * likelihood[to] * backward[to];
    return sum;
}

SegmentModel::Posterior SegmentModel::posterior(const Emissions& emissions) const
{
    const std::size_t steps = emissions.size();
    Posterior result;
    for (std::size_t k = 0; k < BreathKinds::kinds; ++k) {
        result.breath[k].assign(steps, 0);
        result.body[k].assign(steps, 0);
    }
    result.pause.assign(steps, 0);
    result.other.assign(steps, 0);
    result.turn.assign(steps, 0);
    if (steps == 0) return result;

    std::vector<Row> likelihood(steps);
    std::vector<Row> forward(steps);
    Row now = m_start;
    for (std::size_t i = 0; i < steps; ++i) {
        const float high = *std::max_element(emissions[i].begin(), emissions[i].end());
        float sum = 0;
        for (std::size_t s = 0; s < states; ++s) {
            likelihood[i][s] = std::exp(emissions[i][s] - high);
            sum += now[s] *= likelihood[i][s];
        }
        sum = std::max(sum, 1e-30f);
        result.logLikelihood += std::log(sum) + high;
        for (std::size_t s = 0; s < states; ++s) forward[i][s] = now[s] / sum;
        now.fill(0);
        for (std::size_t from = 0; from < states; ++from)
            for (std::size_t to = 0; to < states; ++to)
                now[to] += forward[i][from] * m_move[from][to];
    }
    Row backward;
    backward.fill(1);
    std::array<double, BreathKinds::kinds> bodySteps{};
    std::array<double, BreathKinds::kinds> ends{};
    double pauseSteps = 0;
    double pauses = 0;
    Row leaves{}; // of each state, how probably it is left after this step
    for (std::size_t i = steps; i-- > 0;) {
        Row gamma;
        float sum = 0;
        for (std::size_t s = 0; s < states; ++s) sum += gamma[s] = forward[i][s] * backward[s];
        sum = std::max(sum, 1e-30f);
        for (std::size_t s = 0; s < states; ++s) {
            const float p = gamma[s] / sum;
            const Part part = partOf(s);
            const std::size_t k = kindOf(s);
            if (isBreath(part)) result.breath[k][i] += p;
            if (part >= Body && part <= LastBody) result.body[k][i] += p, bodySteps[k] += p;
            if (part == ShortPause || part == LongPause) result.pause[i] += p;
            if (part == OtherSound) result.other[i] += p;
            if (part == LongPause) pauseSteps += p;
            if (part == LastBody) ends[k] += p * leaves[s];
            if (part == LongPause) pauses += p * leaves[s];
        }
        Row next{};
        float most = 0;
        float turns = 0;
        float all = 0;
        for (std::size_t from = 0; from < states; ++from) {
            for (std::size_t to = 0; to < states; ++to)
                next[from] += m_move[from][to] * likelihood[i][to] * backward[to];
            if (i > 0) {
                all += forward[i - 1][from] * next[from];
                turns += forward[i - 1][from] * toOther(from, likelihood[i], backward);
            }
            const float stays = m_move[from][from] * likelihood[i][from] * backward[from];
            leaves[from] = next[from] > 0 ? 1 - stays / next[from] : 0;
            most = std::max(most, next[from]);
        }
        if (i > 0 && all > 0) result.turn[i] = turns / all;
        for (float& b : next) b /= std::max(most, 1e-30f);
        backward = next;
    }
    for (std::size_t k = 0; k < BreathKinds::kinds; ++k)
        result.durations.breathS[k] =
            Observations::hopSeconds * bodySteps[k] / std::max(1e-9, ends[k]);
    result.durations.pauseS = Observations::hopSeconds * pauseSteps / std::max(1e-9, pauses);
    return result;
}

} // namespace layakari
