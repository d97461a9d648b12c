// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/breath_kinds.hpp"

#include <Eigen/Core>
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
constexpr float nepersPerDb = 0.2302585f; // ln(10) / 10
constexpr float leastSpreadDb = 1.5f;
constexpr float priorSpreadDb = 3;
constexpr float supposedBodyDb = 4;
constexpr float priorSteps = 50; // what is supposed of a kind weighs as much as a second of it

using BandArray = Eigen::Array<float, static_cast<int>(bandCount), 1>;
using RungArray = Eigen::Array<float, static_cast<int>(BreathKinds::rungs), 1>;
Eigen::Map<const BandArray> asArray(const Bands& bands)
{
    return Eigen::Map<const BandArray>(bands.data());
}

// ln of the sum of exp.
template <class Logs>
float logSum(const Logs& logs)
{
    const float high = logs.maxCoeff();
    return high + std::log((logs - high).exp().sum());
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
    std::array<BandArray, rungs> levelDb;
    std::array<BandArray, rungs> inverseSpread;
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
    constexpr float mostOverDb = 60;
    const Kind& kind = m_kinds[k];
    const float best = inBestBands(kind.spectrumDb, roomDb);
    const BandArray room = asArray(roomDb);
    const BandArray roomVariance = asArray(m_roomSpreadDb).square();
    const BandArray ownVariance = asArray(kind.spreadDb).square();
    const BandArray overDb = asArray(kind.spectrumDb) - room;
    for (std::size_t r = 0; r < rungs; ++r) {
        const float loudness = loudnessOf(r);
        const BandArray over = (nepersPerDb * (overDb + loudness).min(mostOverDb)).exp();
        const BandArray share = over / (1 + over);
        const BandArray variance = roomVariance + share.square() * ownVariance;
        expected.audible[r] = best + loudness < m_leastDb - softerDb ? underTheRoom : 0;
        expected.levelDb[r] = room + (1 + over).log() / nepersPerDb;
        expected.inverseSpread[r] = variance.rsqrt();
        expected.logSpread[r] = variance.log().sum() + logTwoPi * bandCount;
    }
}

void BreathKinds::expectRoom(const Bands& roomDb, Expected& expected) const
{
    const float logSpread = 2 * asArray(m_roomSpreadDb).log().sum() + logTwoPi * bandCount;
    for (std::size_t r = 0; r < roomRungs; ++r) {
        expected.levelDb[r] = asArray(roomDb) + roomRungsDb[r];
        expected.inverseSpread[r] = asArray(m_roomSpreadDb).inverse();
        expected.logSpread[r] = logSpread;
    }
}

namespace {

// What lies over breath and room at one moment: in each band a probability that it is hidden.
class Cover {
public:
    explicit Cover(const Observations::Hidden& hidden)
    {
        // Nothing is surely hidden: the network has not heard every voice.
        constexpr float most = 0.7f;
        constexpr float hardly = 0.05f;
        std::size_t b = 0;
        for (std::size_t p = 0; p < ClassTrack::parts; ++p)
            for (; b < ClassTrack::bandsUpTo[p]; ++b)
                m_hidden[static_cast<Eigen::Index>(b)] = std::min(most, hidden[p]);
        m_any = (m_hidden > hardly).any();
    }

    // Sum over the bands of the log likelihood of a level where it is as expected, or, hidden,
    // anywhere in the `rangeDb` over it. `logSpread` as Expected has it.
    float fit(const Bands& level, const BandArray& expectedDb, const BandArray& inverseSpread,
              float logSpread) const
    {
        const BandArray z = (asArray(level) - expectedDb) * inverseSpread;
        const BandArray squares = z.square().min(worstSquare);
        if (!m_any) return -0.5f * (squares.sum() + logSpread);
        const BandArray bell = (-0.5f * squares).exp();
        return ((1 - m_hidden) * open(bell, inverseSpread) + louder(z, bell)).log().sum();
    }

    // Of each band, how probably it is not hidden, given its level.
    BandArray clear(const Bands& level, const BandArray& expectedDb,
                    const BandArray& inverseSpread) const
    {
        const BandArray z = (asArray(level) - expectedDb) * inverseSpread;
        const BandArray bell = (-0.5f * z.square().min(worstSquare)).exp();
        const BandArray heard = (1 - m_hidden) * open(bell, inverseSpread);
        return heard / (heard + louder(z, bell));
    }

private:
    static constexpr float rangeDb = 50;
    static constexpr float perRootTwoPi = 0.3989f;

    static BandArray open(const BandArray& bell, const BandArray& inverseSpread)
    {
        return perRootTwoPi * inverseSpread * bell;
    }
    BandArray louder(const BandArray& z, const BandArray& bell) const
    {
        return m_hidden / rangeDb * (z < 0).select(bell, 1.0f);
    }

    BandArray m_hidden;
    bool m_any = false;
};

// What the classes say against breath, in nats: much where it is surely something else, nothing
// where it is nothing that they know. A breath that no training has heard is still one.
float againstBreath(float breath, float other)
{
    constexpr float weight = 0.8f;
    constexpr float neither = 0.05f;
    return weight * std::log((breath + neither) / (breath + other + neither));
}

// And against a pause. Less, since what is like breath may be a room's rustle.
float againstPause(float breath)
{
    constexpr float weight = 0.1f;
    constexpr float most = 0.95f;
    return weight * std::log(1 - most * breath);
}

} // namespace

std::vector<BreathKinds::Likelihood> BreathKinds::likelihoods(const Observations& seen) const
{
    // Rising and fading: any loudness up to the usual one.
    constexpr std::size_t edgeRungs = rungs - 3;
    const float edgeLog = -std::log(static_cast<float>(edgeRungs));
    std::vector<Likelihood> all(seen.steps());
    std::array<Expected, spectra> expected;
    Expected room;
    RungArray fits;
    Eigen::Array<float, static_cast<int>(roomRungs), 1> roomFits;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        if (i == 0 || seen.roomOf[i] != seen.roomOf[i - 1]) {
            for (std::size_t k = 0; k < spectra; ++k) expect(seen.roomDb(i), k, expected[k]);
            expectRoom(seen.roomDb(i), room);
        }
        Likelihood& likelihood = all[i];
        const Cover cover(seen.hidden[i]);
        const auto fit = [&](const Expected& e, std::size_t r) {
            return temper *
                   cover.fit(seen.levelDb[i], e.levelDb[r], e.inverseSpread[r], e.logSpread[r]);
        };
        // What lies over the breath says nothing of what is under it.
        const float open = 1 - seen.over[i];
        const float breath = open * againstBreath(seen.breath[i], seen.other[i]);
        const float pause = open * againstPause(seen.breath[i]);
        for (std::size_t k = 0; k < spectra; ++k) {
            for (std::size_t r = 0; r < rungs; ++r)
                fits[static_cast<Eigen::Index>(r)] = fit(expected[k], r) + expected[k].audible[r];
            const float body =
                logSum(fits + Eigen::Map<const RungArray>(m_kinds[k].bodyLog.data()));
            if (k == noise) {
                const float anything = temper * bandCount * otherLog;
                likelihood.other = logSum(Eigen::Array2f(anything, body)) - std::log(2.0f) + pause;
                continue;
            }
            likelihood.body[k] = body + breath;
            likelihood.edge[k] = logSum(fits.head<edgeRungs>()) + edgeLog + breath;
        }
        for (std::size_t r = 0; r < roomRungs; ++r)
            roomFits[static_cast<Eigen::Index>(r)] = m_roomLog[r] + fit(room, r);
        likelihood.room = logSum(roomFits) + pause;
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
    BandArray pull = BandArray::Zero();
    BandArray hold = BandArray::Zero();
    BandArray squares = BandArray::Zero();
    BandArray clear = BandArray::Zero();
    Bands room{};
    float weights = 0;
    std::array<float, rungs> loudness = bodyAround(supposedBodyDb);
    float supposed = 0;
    for (const float w : loudness) supposed += w;
    for (float& w : loudness) w *= priorSteps / supposed;
    Expected expected;
    const Bands* over = nullptr; // the room over which it is expected
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const float weight = posterior[i] * (1 - seen.over[i]);
        if (weight < 0.05f) continue;
        if (over != &seen.roomDb(i)) expect(*(over = &seen.roomDb(i)), k, expected);
        const Cover cover(seen.hidden[i]);
        weights += weight;
        for (std::size_t b = 0; b < bandCount; ++b) room[b] += weight * seen.roomDb(i)[b];
        RungArray share;
        for (std::size_t r = 0; r < rungs; ++r)
            share[static_cast<Eigen::Index>(r)] =
                expected.audible[r] + kind.bodyLog[r] +
                temper * cover.fit(seen.levelDb[i], expected.levelDb[r], expected.inverseSpread[r],
                                   expected.logSpread[r]);
        share = (share - logSum(share)).exp();
        for (std::size_t r = 0; r < rungs; ++r) {
            const float w = weight * share[static_cast<Eigen::Index>(r)];
            if (w < 0.02f) continue;
            const BandArray open =
                cover.clear(seen.levelDb[i], expected.levelDb[r], expected.inverseSpread[r]);
            const BandArray rise = expected.levelDb[r] - asArray(seen.roomDb(i));
            const BandArray own = 1 - (-nepersPerDb * rise).exp();
            const BandArray error = asArray(seen.levelDb[i]) - expected.levelDb[r];
            loudness[r] += w * open.mean();
            pull += w * open * own * error;
            hold += w * open * own.square();
            squares += w * open * own * error.square();
            clear += w * open * own;
        }
    }
    // Gauss-Newton on the spectrum: a band under the room says little and is moved little.
    for (std::size_t b = 0; b < bandCount; ++b) {
        const auto at = static_cast<Eigen::Index>(b);
        kind.spectrumDb[b] += pull[at] / (hold[at] + priorSteps * 0.1f);
        const float variance =
            (squares[at] + priorSteps * priorSpreadDb * priorSpreadDb) / (clear[at] + priorSteps);
        kind.spreadDb[b] = std::max(leastSpreadDb, std::sqrt(variance));
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
    std::array<double, bandCount> weights{};
    std::array<float, roomRungs> swells = supposedRoom();
    for (float& w : swells) w *= priorSteps;
    Expected expected;
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const float weight = room[i];
        if (weight < 0.5f) continue;
        const Cover cover(seen.hidden[i]);
        expectRoom(seen.roomDb(i), expected);
        float best = -1e30f;
        std::size_t rung = 0;
        for (std::size_t r = 0; r < roomRungs; ++r) {
            const float fit =
                m_roomLog[r] + temper * cover.fit(seen.levelDb[i], expected.levelDb[r],
                                                  expected.inverseSpread[r], expected.logSpread[r]);
            if (fit > best) best = fit, rung = r;
        }
        const BandArray open =
            cover.clear(seen.levelDb[i], expected.levelDb[rung], expected.inverseSpread[rung]);
        swells[rung] += weight * open.mean();
        if (std::fabs(roomRungsDb[rung]) > 1.5f) continue;
        for (std::size_t b = 0; b < bandCount; ++b) {
            const auto at = static_cast<Eigen::Index>(b);
            const double error = seen.levelDb[i][b] - expected.levelDb[rung][at];
            const double weighs = weight * open[at];
            squares[b] += weighs * std::min(error * error, 64.0);
            weights[b] += weighs;
        }
    }
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double supposed = m_roomSpreadDb[b];
        m_roomSpreadDb[b] = std::clamp(
            static_cast<float>(std::sqrt((squares[b] + priorSteps * supposed * supposed) /
                                         (weights[b] + priorSteps))),
            1.0f, 5.0f);
    }
    m_roomLog = swells;
    toLog(m_roomLog);
}

} // namespace layakari
