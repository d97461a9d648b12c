// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/boundary.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <span>

namespace layakari {

namespace {

constexpr double hop = FeatureTrack::hopSeconds;
// How far the change may lie from where activity saw it: fading flow is lost in the room early.
constexpr int searchOut = 60;
constexpr int searchIn = 30;
constexpr int lookOut = 70;
constexpr int lookIn = 100;
constexpr int searchTurn = 25;
constexpr int lookTurn = 50;
// Correlation length of the frames' levels, in frames: they overlap by half, and turbulence keeps
// its loudness for some 50 ms. bench/listening checks it by the share of boundaries within two
// deviations.
constexpr double correlationFrames = 3;
constexpr double leastSpreadDb = 1.0;
constexpr float worstError = 9; // three spreads off: a knock weighs no more than that
// A boundary is never known better than half a hop.
constexpr double leastSdSeconds = hop / 2;

double powerOf(double db) { return std::pow(10, db / 10); }

// Power over a ramp of flow, by the steepness with which it begins: sound grows with flow squared
// and more, and flow itself may begin softly.
double ramp(double framesIn, double length, double exponent = 2)
{
    return std::pow(std::clamp(framesIn / length, 0.0, 1.0), exponent);
}

double meanOf(std::span<const float> values)
{
    double sum = 0;
    for (const float v : values) sum += v;
    return values.empty() ? 0 : sum / static_cast<double>(values.size());
}

double spreadOf(std::span<const float> values)
{
    const double mean = meanOf(values);
    double squares = 0;
    for (const float v : values) squares += (v - mean) * (v - mean);
    return values.size() < 4
               ? leastSpreadDb * 2
               : std::max(leastSpreadDb, std::sqrt(squares / static_cast<double>(values.size())));
}

double middleOf(std::span<const float> values)
{
    return quantile({values.begin(), values.end()}, 0.5);
}

// Log posterior on a grid of boundary frames, gathered over ramps and plateaus.
class Posterior {
public:
    explicit Posterior(int first, int last)
        : m_first(first), m_log(static_cast<std::size_t>(last - first + 1), -1e300)
    {
    }

    int first() const { return m_first; }
    int last() const { return m_first + static_cast<int>(m_log.size()) - 1; }

    void add(int frame, double logLikelihood)
    {
        double& held = m_log[static_cast<std::size_t>(frame - m_first)];
        const double high = std::max(held, logLikelihood);
        held = high + std::log(std::exp(held - high) + std::exp(logLikelihood - high));
    }

    Moment moment() const
    {
        const double high = *std::max_element(m_log.begin(), m_log.end());
        double weight = 0;
        double mean = 0;
        double squares = 0;
        for (std::size_t i = 0; i < m_log.size(); ++i) {
            const double w = std::exp(m_log[i] - high);
            const double t = hop * static_cast<double>(i);
            weight += w;
            mean += w * t;
            squares += w * t * t;
        }
        mean /= weight;
        const double variance = std::max(0.0, squares / weight - mean * mean);
        return {FeatureTrack::timeOf(0) + hop * m_first + mean,
                std::sqrt(variance + leastSdSeconds * leastSdSeconds)};
    }

private:
    int m_first;
    std::vector<double> m_log;
};

// An onset at frame 0 of `level` read forwards; an offset is handed in reversed.
struct Edge {
    std::vector<float> level; // quiet first
    int about = 0;
    int firstCandidate = 0;
    int lastCandidate = 0;
};

// What the model expects at each distance from the boundary; the same for every candidate.
struct ExpectedRise {
    std::vector<float> levelDb;
    std::vector<float> inverseSpread;
    std::vector<float> logSpread; // twice the log of the spread

    ExpectedRise(std::size_t frames, double power, double rampFrames, double exponent,
                 double quietSpread, double soundSpread)
    {
        constexpr double soundsFromDb = 3;
        for (std::size_t d = 0; d < frames; ++d) {
            const double db =
                10 * std::log10(1 + power * ramp(static_cast<double>(d), rampFrames, exponent));
            const double spread = db > soundsFromDb ? soundSpread : quietSpread;
            levelDb.push_back(static_cast<float>(db));
            inverseSpread.push_back(static_cast<float>(1 / spread));
            logSpread.push_back(static_cast<float>(2 * std::log(spread)));
        }
    }
};

// For each candidate: how far the levels are from quiet up to it and from the expected rise after
// it. All candidates advance together, frame by frame, so that the compiler reckons several at
// once.
std::vector<float> errorsOf(const Edge& edge, const std::vector<float>& level,
                            const std::vector<float>& quietErrors, const ExpectedRise& expected)
{
    const auto first = static_cast<std::size_t>(edge.firstCandidate);
    const auto candidates = static_cast<std::size_t>(edge.lastCandidate) - first + 1;
    std::vector<float> errors(quietErrors.begin() + edge.firstCandidate + 1,
                              quietErrors.begin() + edge.lastCandidate + 2);
    for (std::size_t d = 1; first + d < level.size(); ++d) {
        const float levelDb = expected.levelDb[d];
        const float inverseSpread = expected.inverseSpread[d];
        const float logSpread = expected.logSpread[d];
        const float* heard = level.data() + first + d;
        float* error = errors.data();
        const std::size_t reached = std::min(candidates, level.size() - first - d);
        for (std::size_t b = 0; b < reached; ++b) {
            const float z = (heard[b] - levelDb) * inverseSpread;
            const float square = z * z;
            error[b] += (square < worstError ? square : worstError) + logSpread;
        }
    }
    return errors;
}

Posterior edgePosterior(const Edge& edge)
{
    const int count = static_cast<int>(edge.level.size());
    const std::span<const float> all(edge.level);
    const auto part = [&](int begin, int end) {
        begin = std::clamp(begin, 0, count);
        end = std::clamp(end, begin, count);
        return all.subspan(static_cast<std::size_t>(begin), static_cast<std::size_t>(end - begin));
    };
    const auto quiet = part(edge.about - lookOut, edge.about - 12);
    const auto sound = part(edge.about + 8, edge.about + 90);
    const double floorDb =
        quiet.size() >= 10 ? middleOf(quiet) : std::min(0.0, middleOf(part(0, edge.about)));
    const double quietSpread = spreadOf(quiet);
    const double soundSpread =
        std::clamp(spreadOf(part(edge.about + 15, edge.about + 60)), 1.5, 4.0);
    const double plateauDb = std::max(1.0, middleOf(sound) - floorDb);

    std::vector<float> level(edge.level);
    for (float& l : level) l -= static_cast<float>(floorDb);
    std::vector<float> quietErrors(level.size() + 1,
                                   0.0f); // of the first t frames, taken for quiet
    for (std::size_t t = 0; t < level.size(); ++t) {
        const auto z = static_cast<float>(level[t] / quietSpread);
        quietErrors[t + 1] = quietErrors[t] + std::min(z * z, worstError) +
                             static_cast<float>(2 * std::log(quietSpread));
    }
    struct Course {
        double shiftDb;
        double exponent;
    };
    static constexpr std::array<Course, 9> courses{
        {{-2, 1}, {2, 1}, {5, 1}, {-2, 1.7}, {2, 1.7}, {5, 1.7}, {-2, 2.6}, {2, 2.6}, {5, 2.6}}};
    Posterior posterior(edge.firstCandidate, edge.lastCandidate);
    for (const double length : {2.0, 5.0, 10.0, 18.0, 32.0, 55.0, 90.0}) {
        for (const auto& [shift, exponent] : courses) {
            const double power = powerOf(plateauDb + shift);
            const ExpectedRise expected(static_cast<std::size_t>(count), power, length, exponent,
                                        quietSpread, soundSpread);
            const std::vector<float> errors = errorsOf(edge, level, quietErrors, expected);
            for (int b = edge.firstCandidate; b <= edge.lastCandidate; ++b)
                posterior.add(b, -0.5 * errors[static_cast<std::size_t>(b - edge.firstCandidate)] /
                                     correlationFrames);
        }
    }
    return posterior;
}

Moment refineEdge(const std::vector<float>& riseDb, bool offset, int about, int reachBegin,
                  int reachEnd)
{
    const int lookBefore = offset ? lookIn : lookOut;
    const int lookAfter = offset ? lookOut : lookIn;
    const int begin = std::max(reachBegin, about - lookBefore);
    const int end = std::min(reachEnd, about + lookAfter);
    Edge edge;
    edge.level.assign(riseDb.begin() + begin, riseDb.begin() + end);
    edge.about = about - begin;
    const int count = end - begin;
    if (offset) {
        std::reverse(edge.level.begin(), edge.level.end());
        edge.about = count - 1 - edge.about;
    }
    edge.firstCandidate = std::clamp(edge.about - searchOut, 0, count - 1);
    edge.lastCandidate = std::clamp(edge.about + searchIn, edge.firstCandidate, count - 1);
    const Moment inEdge = edgePosterior(edge).moment();
    const double frames = (inEdge.seconds - FeatureTrack::timeOf(0)) / hop;
    const double frame = offset ? begin + count - 1 - frames : begin + frames;
    return {FeatureTrack::timeOf(0) + hop * frame, inEdge.sdSeconds};
}

Moment refineTurn(const std::vector<float>& riseDb, int about, int reachBegin, int reachEnd)
{
    const int begin = std::max(reachBegin, about - lookTurn);
    const int end = std::min(reachEnd, about + lookTurn);
    const std::span<const float> all(riseDb);
    const auto part = [&](int from, int to) {
        from = std::clamp(from, begin, end);
        to = std::clamp(to, from, end);
        return all.subspan(static_cast<std::size_t>(from), static_cast<std::size_t>(to - from));
    };
    const double before = powerOf(std::max(1.0, middleOf(part(about - 45, about - 8))));
    const double after = powerOf(std::max(1.0, middleOf(part(about + 8, about + 45))));
    const double spread = std::clamp(spreadOf(part(about + 8, about + 45)), 1.5, 4.0);
    Posterior posterior(std::max(begin, about - searchTurn), std::min(end - 1, about + searchTurn));
    for (const double down : {4.0, 12.0, 35.0}) {
        for (const double up : {4.0, 12.0, 35.0}) {
            for (int b = posterior.first(); b <= posterior.last(); ++b) {
                double error = 0;
                for (int t = begin; t < end; ++t) {
                    const double power =
                        t < b ? before * ramp(b - t, down) : after * ramp(t - b, up);
                    const double z =
                        (riseDb[static_cast<std::size_t>(t)] - 10 * std::log10(1 + power)) / spread;
                    error += std::min<double>(z * z, worstError);
                }
                posterior.add(b, -0.5 * error / correlationFrames);
            }
        }
    }
    return posterior.moment();
}

} // namespace

Moment refineBoundary(const std::vector<float>& powerRiseDb, BoundaryKind kind, std::size_t about,
                      FrameRange reach)
{
    reach.end = std::min(reach.end, powerRiseDb.size());
    if (reach.end < reach.begin + 5 || about < reach.begin || about >= reach.end)
        return {FeatureTrack::timeOf(about),
                std::max(leastSdSeconds, reach.end > reach.begin ? reach.seconds() / 3.46 : 0.1)};
    const int middle = static_cast<int>(about);
    const int begin = static_cast<int>(reach.begin);
    const int end = static_cast<int>(reach.end);
    if (kind == BoundaryKind::Turn) return refineTurn(powerRiseDb, middle, begin, end);
    return refineEdge(powerRiseDb, kind == BoundaryKind::Offset, middle, begin, end);
}

} // namespace layakari
