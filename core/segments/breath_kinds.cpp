// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/breath_kinds.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// How much of the log likelihood of 20 bands of one step counts: steps of 20 ms overlap, turbulence
// flutters for some 50 ms and in neighbouring bands alike.
constexpr float temper = 0.08f;
constexpr float worstSquare = 12; // 3.5 deviations: nothing is more unlikely than that
// Of what is none of these: anywhere within 50 dB.
constexpr float otherLog = -3.91f; // -ln 50
constexpr float logTwoPi = 1.8379f;
constexpr float leastSpreadDb = 1.5f;
constexpr float priorSpreadDb = 3;
constexpr float supposedBodyDb = 4;
constexpr float priorSteps = 50; // what is supposed of a kind weighs as much as a second of it

float logSum(float a, float b)
{
    const float high = std::max(a, b);
    return high + std::log1p(std::exp(std::min(a, b) - high));
}

template <std::size_t n>
void toLog(std::array<float, n>& weights)
{
    float sum = 0;
    for (const float w : weights) sum += w;
    for (float& w : weights) w = std::log(w / sum);
}

float loudnessOf(std::size_t rung)
{
    return BreathKinds::lowestRungDb + BreathKinds::rungDb * static_cast<float>(rung);
}

// Tempered like the levels: how loud a breath is, it says once and not with every step.
std::array<float, BreathKinds::rungs> bodyAround(float spreadDb)
{
    std::array<float, BreathKinds::rungs> weights{};
    for (std::size_t r = 0; r < weights.size(); ++r) {
        const float z = loudnessOf(r) / spreadDb;
        weights[r] = std::exp(-0.5f * temper * z * z);
    }
    return weights;
}

// A body is as loud as usual within some decibels: how many, its moments say.
std::array<float, BreathKinds::rungs> bodyOf(const std::array<float, BreathKinds::rungs>& counts)
{
    float sum = 0;
    float squares = 0;
    for (std::size_t r = 0; r < counts.size(); ++r) {
        sum += counts[r];
        squares += counts[r] * loudnessOf(r) * loudnessOf(r);
    }
    return bodyAround(std::clamp(std::sqrt(squares / sum), 2.0f, 6.0f));
}

// A room is known to a dB and keeps its level; that it swells has to be learned.
std::array<float, BreathKinds::roomRungs> supposedRoom()
{
    constexpr float spreadDb = 1.0f;
    constexpr float swells = 0.02f;
    std::array<float, BreathKinds::roomRungs> weights{};
    for (std::size_t r = 0; r < weights.size(); ++r) {
        const float z = BreathKinds::roomRungsDb[r] / spreadDb;
        weights[r] = std::exp(-0.5f * z * z) + swells * std::exp(-BreathKinds::roomRungsDb[r] / 5);
    }
    return weights;
}

// A moment of a breath may be softer than it usually is at least, to where nothing of it is seen in
// a step's level.
constexpr float softerDb = 3;
constexpr float underTheRoom = -20;

float inBestBands(const Bands& spectrumDb, const Bands& roomDb)
{
    constexpr std::size_t best = 4;
    Bands over{};
    for (std::size_t b = 0; b < bandCount; ++b) over[b] = spectrumDb[b] - roomDb[b];
    std::nth_element(over.begin(), over.begin() + best, over.end(), std::greater<>());
    float mean = 0;
    for (std::size_t b = 0; b < best; ++b) mean += over[b] / best;
    return mean;
}

} // namespace

struct BreathKinds::Expected {
    std::array<Bands, rungs> levelDb{};
    std::array<Bands, rungs> inverseSpread{};
    std::array<float, rungs> audible{};   // 0, or far below where it is under the room
    std::array<float, rungs> logSpread{}; // sum over the bands of ln(2 pi spread^2)
};

BreathKinds::BreathKinds(const std::array<Bands, spectra>& spectraDb, const Bands& roomSpreadDb)
    : m_roomSpreadDb(roomSpreadDb)
{
    for (std::size_t k = 0; k < spectra; ++k) {
        m_kinds[k].spectrumDb = spectraDb[k];
        m_kinds[k].spreadDb.fill(priorSpreadDb);
        m_kinds[k].bodyLog = bodyAround(supposedBodyDb);
        toLog(m_kinds[k].bodyLog);
    }
    m_roomLog = supposedRoom();
    toLog(m_roomLog);
}

void BreathKinds::expect(const Bands& roomDb, std::size_t k, Expected& expected) const
{
    const float best = inBestBands(m_kinds[k].spectrumDb, roomDb);
    for (std::size_t r = 0; r < rungs; ++r) {
        const float loudness = loudnessOf(r);
        expected.logSpread[r] = 0;
        expected.audible[r] = best + loudness < m_leastDb - softerDb ? underTheRoom : 0;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const float over =
                powerOfDb(std::min(60.0f, m_kinds[k].spectrumDb[b] + loudness - roomDb[b]));
            const float share = over / (1 + over);
            const float room = m_roomSpreadDb[b];
            const float breath = share * m_kinds[k].spreadDb[b];
            const float variance = room * room + breath * breath;
            expected.levelDb[r][b] = roomDb[b] + 10 * std::log10(1 + over);
            expected.inverseSpread[r][b] = 1 / std::sqrt(variance);
            expected.logSpread[r] += std::log(variance) + logTwoPi;
        }
    }
}

void BreathKinds::expectRoom(const Bands& roomDb, Expected& expected) const
{
    for (std::size_t r = 0; r < roomRungs; ++r) {
        expected.logSpread[r] = 0;
        for (std::size_t b = 0; b < bandCount; ++b) {
            expected.levelDb[r][b] = roomDb[b] + roomRungsDb[r];
            expected.inverseSpread[r][b] = 1 / m_roomSpreadDb[b];
            expected.logSpread[r] += 2 * std::log(m_roomSpreadDb[b]) + logTwoPi;
        }
    }
}

namespace {

// Sum over the bands of the log likelihood of a level about what is expected.
float fitOf(const Bands& level, const Bands& expectedDb, const Bands& inverseSpread,
            float logSpread)
{
    float squares = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const float z = (level[b] - expectedDb[b]) * inverseSpread[b];
        squares += std::min(z * z, worstSquare);
    }
    return -0.5f * (squares + logSpread);
}

// The same where something may lie over it, in each band with a probability of `hidden`: then the
// level is anywhere in the `rangeDb` over what is expected, and never softer.
float fitUnder(const Bands& level, const Bands& expectedDb, const Bands& inverseSpread,
               float hidden, float rangeDb)
{
    constexpr float perRootTwoPi = 0.3989f;
    float sum = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const float z = (level[b] - expectedDb[b]) * inverseSpread[b];
        const float bell = std::exp(-0.5f * std::min(z * z, worstSquare));
        const float open = perRootTwoPi * inverseSpread[b] * bell;
        const float louder = (z < 0 ? bell : 1.0f) / rangeDb;
        sum += std::log((1 - hidden) * open + hidden * louder);
    }
    return sum;
}

// What the class of sound says of breath, in nats: half a second of steps is one witness.
float likeBreath(float probability)
{
    constexpr float oneWitness = 0.05f;
    constexpr float least = 0.05f;
    const float p = std::clamp(probability, least, 1 - least);
    return oneWitness * std::log(p / (1 - p));
}

// How much of a band's power may be somebody else's: of a voice, which leaves some bands open even
// where it is loud; of a room that swells.
constexpr float hiddenByOther = 0.7f;
constexpr float otherRangeDb = 50;
constexpr float hiddenBySwell = 0.5f;
constexpr float swellRangeDb = 20;
constexpr float hardlyHidden = 0.05f;

} // namespace

std::vector<BreathKinds::Likelihood> BreathKinds::likelihoods(const Observations& seen) const
{
    // Rising and fading: any loudness up to the usual one.
    const float edgeLog = -std::log(static_cast<float>(rungs - 3));
    std::vector<Likelihood> all(seen.steps());
    std::array<Expected, spectra> expected;
    Expected room;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        if (i == 0 || seen.roomDb[i] != seen.roomDb[i - 1]) {
            for (std::size_t k = 0; k < spectra; ++k) expect(seen.roomDb[i], k, expected[k]);
            expectRoom(seen.roomDb[i], room);
        }
        Likelihood& likelihood = all[i];
        const float over = seen.over[i];
        const float roomHidden = std::max(hiddenByOther * over, hiddenBySwell * seen.swell[i]);
        const auto fit = [&](const Expected& e, std::size_t r, float hidden, float rangeDb) {
            return temper * (hidden < hardlyHidden ? fitOf(seen.levelDb[i], e.levelDb[r],
                                                           e.inverseSpread[r], e.logSpread[r])
                                                   : fitUnder(seen.levelDb[i], e.levelDb[r],
                                                              e.inverseSpread[r], hidden, rangeDb));
        };
        const float like = (1 - over) * likeBreath(seen.breath[i]);
        likelihood.other = temper * bandCount * otherLog;
        for (std::size_t k = 0; k < spectra; ++k) {
            float body = -1e30f;
            float edge = -1e30f;
            for (std::size_t r = 0; r < rungs; ++r) {
                const float log = fit(expected[k], r, hiddenByOther * over, otherRangeDb);
                body = logSum(body, log + expected[k].audible[r] + m_kinds[k].bodyLog[r]);
                if (r < rungs - 3) edge = logSum(edge, log + expected[k].audible[r] + edgeLog);
            }
            if (k == noise) {
                likelihood.other = logSum(likelihood.other, body) - std::log(2.0f);
                continue;
            }
            likelihood.body[k] = body + like;
            likelihood.edge[k] = edge + like;
        }
        likelihood.room = -1e30f;
        for (std::size_t r = 0; r < roomRungs; ++r)
            likelihood.room =
                logSum(likelihood.room,
                       m_roomLog[r] + fit(room, r, roomHidden,
                                          over > seen.swell[i] ? otherRangeDb : swellRangeDb));
    }
    return all;
}

void BreathKinds::learn(const Observations& seen, const std::array<std::vector<float>, kinds>& body,
                        const std::vector<float>& other)
{
    for (std::size_t k = 0; k < kinds; ++k) learnOne(seen, m_kinds[k], k, body[k]);
    learnOne(seen, m_kinds[noise], noise, other);
}

void BreathKinds::learnOne(const Observations& seen, Kind& kind, std::size_t k,
                           const std::vector<float>& posterior)
{
    std::array<double, bandCount> pull{};
    std::array<double, bandCount> hold{};
    std::array<double, bandCount> squares{};
    std::array<double, bandCount> clear{};
    Bands room{};
    float weights = 0;
    std::array<float, rungs> loudness = bodyAround(supposedBodyDb);
    float supposed = 0;
    for (const float w : loudness) supposed += w;
    for (float& w : loudness) w *= priorSteps / supposed;
    Expected expected;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const float weight = posterior[i] * (1 - seen.over[i]);
        if (weight < 0.05f) continue;
        expect(seen.roomDb[i], k, expected);
        weights += weight;
        for (std::size_t b = 0; b < bandCount; ++b) room[b] += weight * seen.roomDb[i][b];
        std::array<float, rungs> rungShare{};
        float high = -1e30f;
        for (std::size_t r = 0; r < rungs; ++r) {
            rungShare[r] = expected.audible[r] + kind.bodyLog[r] +
                           temper * fitOf(seen.levelDb[i], expected.levelDb[r],
                                          expected.inverseSpread[r], expected.logSpread[r]);
            high = std::max(high, rungShare[r]);
        }
        float sum = 0;
        for (float& p : rungShare) sum += p = std::exp(p - high);
        for (std::size_t r = 0; r < rungs; ++r) {
            const float w = weight * rungShare[r] / sum;
            if (w < 0.02f) continue;
            loudness[r] += w;
            for (std::size_t b = 0; b < bandCount; ++b) {
                const float over = powerOfDb(expected.levelDb[r][b] - seen.roomDb[i][b]);
                const float share = 1 - 1 / over;
                const float error = seen.levelDb[i][b] - expected.levelDb[r][b];
                pull[b] += w * share * error;
                hold[b] += w * share * share;
                squares[b] += w * share * error * error;
                clear[b] += w * share;
            }
        }
    }
    // Gauss-Newton on the spectrum: a band under the room says little and is moved little.
    for (std::size_t b = 0; b < bandCount; ++b) {
        kind.spectrumDb[b] += static_cast<float>(pull[b] / (hold[b] + priorSteps * 0.1));
        const double variance =
            (squares[b] + priorSteps * priorSpreadDb * priorSpreadDb) / (clear[b] + priorSteps);
        kind.spreadDb[b] = std::max(leastSpreadDb, static_cast<float>(std::sqrt(variance)));
    }
    if (weights > 0) {
        for (float& r : room) r /= weights;
        const float mean = inBestBands(kind.spectrumDb, room);
        if (mean < m_leastDb)
            for (float& s : kind.spectrumDb) s += m_leastDb - mean;
    }
    kind.bodyLog = bodyOf(loudness);
    toLog(kind.bodyLog);
}

void BreathKinds::learnRoom(const Observations& seen, const std::vector<float>& room)
{
    std::array<double, bandCount> squares{};
    double weights = 0;
    std::array<float, roomRungs> swells = supposedRoom();
    for (float& w : swells) w *= priorSteps;
    Expected expected;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const float weight = room[i] * (1 - seen.over[i]);
        if (weight < 0.5f) continue;
        expectRoom(seen.roomDb[i], expected);
        float best = -1e30f;
        std::size_t rung = 0;
        for (std::size_t r = 0; r < roomRungs; ++r) {
            const float fit =
                m_roomLog[r] + temper * fitOf(seen.levelDb[i], expected.levelDb[r],
                                              expected.inverseSpread[r], expected.logSpread[r]);
            if (fit > best) best = fit, rung = r;
        }
        swells[rung] += weight;
        if (std::fabs(roomRungsDb[rung]) > 1.5f) continue;
        weights += weight;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const double error = seen.levelDb[i][b] - expected.levelDb[rung][b];
            squares[b] += weight * std::min(error * error, 64.0);
        }
    }
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double supposed = m_roomSpreadDb[b];
        m_roomSpreadDb[b] = std::clamp(
            static_cast<float>(std::sqrt((squares[b] + priorSteps * supposed * supposed) /
                                         (weights + priorSteps))),
            1.0f, 5.0f);
    }
    m_roomLog = swells;
    toLog(m_roomLog);
}

} // namespace layakari
