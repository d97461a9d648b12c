// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/boundary_fit.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace layakari {

namespace {

constexpr double hop = FeatureTrack::hopSeconds;
// How far the boundary may lie from where the segments have it, in frames, and how much of the
// sound and of the quiet beside it is looked at.
constexpr int searchOut = 60;
constexpr int searchIn = 40;
constexpr int lookQuiet = 70;
constexpr int lookSound = 90;
// Frames overlap by half and turbulence keeps its loudness for some 50 ms.
constexpr float correlationFrames = 3;
constexpr double leastSpreadDb = 1.0;
constexpr float worstSquare = 9; // a knock weighs no more than three spreads
constexpr double leastSdSeconds = hop / 2;

double powerOf(double db) { return std::pow(10, db / 10); }

double middleOf(std::span<const float> values)
{
    return values.empty() ? 0 : quantile({values.begin(), values.end()}, 0.5);
}

double spreadOf(std::span<const float> values)
{
    if (values.size() < 4) return 2 * leastSpreadDb;
    double mean = 0;
    for (const float v : values) mean += v / static_cast<double>(values.size());
    double squares = 0;
    for (const float v : values) squares += (v - mean) * (v - mean);
    return std::max(leastSpreadDb, std::sqrt(squares / static_cast<double>(values.size())));
}

// The direct power over a plateau of 1, `distance` frames into the flow.
double ramp(double distance, double length, double exponent)
{
    return std::pow(std::clamp(distance / length, 0.0, 1.0), exponent);
}

struct Ramp {
    double length;
    double exponent;
};

constexpr std::array<double, 6> rampFrames{3, 8, 16, 30, 50, 85};
constexpr std::array<double, 2> exponents{1.2, 2.4};
constexpr std::array<double, 3> plateausDb{-2, 1.5, 5};

// The stretch that is looked at, over its own quiet, and what it looks like on either side.
class Stretch {
public:
    Stretch(const std::vector<float>& riseDb, const EdgeSearch& search)
    {
        const int about = static_cast<int>(search.about);
        const bool quietBefore = search.kind == EdgeKind::Onset;
        const bool isTurn = search.kind == EdgeKind::Turn;
        const int before = quietBefore ? lookQuiet : lookSound;
        const int after = quietBefore || isTurn ? lookSound : lookQuiet;
        m_begin = std::max(static_cast<int>(search.begin), about - before);
        m_end = std::min(static_cast<int>(search.end), about + after);
        m_level.assign(riseDb.begin() + m_begin, riseDb.begin() + m_end);
        const int back = isTurn ? searchIn : quietBefore ? searchOut : searchIn;
        const int forth = isTurn ? searchIn : quietBefore ? searchIn : searchOut;
        m_first = std::clamp(about - back, m_begin, m_end - 1);
        m_last = std::clamp(about + forth, m_first, m_end - 1);
        const auto part = [&](int from, int to) {
            from = std::clamp(from, m_begin, m_end);
            to = std::clamp(to, from, m_end);
            return std::span<const float>(m_level).subspan(static_cast<std::size_t>(from - m_begin),
                                                           static_cast<std::size_t>(to - from));
        };
        const auto quiet =
            quietBefore ? part(about - lookQuiet, about - 12) : part(about + 25, about + lookQuiet);
        const auto earlier = part(about - 60, about - 10);
        const auto later = part(about + 10, about + 60);
        if (!isTurn) {
            floorDb = quiet.size() >= 10 ? middleOf(quiet) : std::min(0.0, middleOf(quiet));
            quietSpread = spreadOf(quiet);
        }
        soundSpread = std::clamp(spreadOf(quietBefore ? later : earlier), 1.5, 4.0);
        beforeDb = std::max(1.0, middleOf(earlier) - floorDb);
        afterDb = std::max(1.0, middleOf(later) - floorDb);
        for (float& level : m_level) level -= static_cast<float>(floorDb);
    }

    double floorDb = 0;
    double quietSpread = 2;
    double soundSpread = 2;
    double beforeDb = 0;
    double afterDb = 0;

    int candidates() const { return m_last - m_first + 1; }
    int first() const { return m_first; }

    // Adds to each candidate how far the levels are from what is expected at each distance from it.
    // `expectedDb[d + reach]` for d in -reach..reach.
    std::vector<float> errors(const std::vector<float>& expectedDb, int reach) const
    {
        constexpr float soundsFromDb = 3;
        std::vector<float> errors(static_cast<std::size_t>(candidates()), 0.0f);
        const float* atBoundary = expectedDb.data() + reach;
        for (int d = -reach; d <= reach; ++d) {
            const float level = atBoundary[d];
            const auto spread =
                static_cast<float>(level > soundsFromDb ? soundSpread : quietSpread);
            const float inverse = 1 / spread;
            const float log = 2 * std::log(spread);
            const int from = std::max(m_first, m_begin - d);
            const int to = std::min(m_last, m_end - 1 - d);
            const float* heard = m_level.data() + (from + d - m_begin);
            float* error = errors.data() + (from - m_first);
            for (int i = 0; i <= to - from; ++i) {
                const float z = (heard[i] - level) * inverse;
                const float square = z * z;
                error[i] += (square < worstSquare ? square : worstSquare) + log;
            }
        }
        return errors;
    }

    int reach() const { return std::max(m_last - m_begin, m_end - 1 - m_first); }

private:
    std::vector<float> m_level;
    int m_begin = 0;
    int m_end = 0;
    int m_first = 0;
    int m_last = 0;
};

// The level over the room at each distance from an onset, an offset or a turn, in dB.
std::vector<float> expected(EdgeKind kind, int reach, const Ramp& down, const Ramp& up,
                            double beforePower, double afterPower, const RoomEcho& echo)
{
    const double share = echo.decayS > 0 ? powerOf(-echo.directDb) : 0;
    const double keeps = echo.decayS > 0 ? std::pow(10, -6 * hop / echo.decayS) : 0;
    std::vector<float> level(2 * static_cast<std::size_t>(reach) + 1);
    float* atBoundary = level.data() + reach;
    double late = 0;
    for (int d = -reach; d <= reach; ++d) {
        double direct = 0;
        if (kind != EdgeKind::Onset && d < 0)
            direct = beforePower / (1 + share) * ramp(-d, down.length, down.exponent);
        if (kind != EdgeKind::Offset && d > 0)
            direct = afterPower / (1 + share) * ramp(d, up.length, up.exponent);
        late = d == -reach ? share * direct : keeps * late + (1 - keeps) * share * direct;
        atBoundary[d] = static_cast<float>(10 * std::log10(1 + direct + late));
    }
    return level;
}

class Posterior {
public:
    explicit Posterior(const Stretch& stretch)
        : m_stretch(stretch), m_log(static_cast<std::size_t>(stretch.candidates()), -1e300)
    {
    }

    void add(const std::vector<float>& expectedDb)
    {
        const std::vector<float> errors = m_stretch.errors(expectedDb, m_stretch.reach());
        for (std::size_t i = 0; i < errors.size(); ++i) {
            const double log = -0.5 * static_cast<double>(errors[i]) / correlationFrames;
            const double high = std::max(m_log[i], log);
            m_log[i] = high + std::log1p(std::exp(std::min(m_log[i], log) - high));
        }
        ++m_models;
    }

    EdgeFit fit() const
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
        return {FeatureTrack::timeOf(0) + hop * m_stretch.first() + mean,
                std::sqrt(variance + leastSdSeconds * leastSdSeconds),
                high + std::log(weight / m_models)};
    }

private:
    const Stretch& m_stretch;
    std::vector<double> m_log;
    int m_models = 0;
};

} // namespace

EdgeFit fitEdge(const std::vector<float>& riseDb, const EdgeSearch& search, const RoomEcho& echo)
{
    EdgeSearch within = search;
    within.end = std::min(within.end, riseDb.size());
    if (within.end < within.begin + 5 || within.about < within.begin ||
        within.about >= within.end) {
        const double range = within.end > within.begin
                                 ? static_cast<double>(within.end - within.begin) * hop / 3.46
                                 : 0.1;
        return {FeatureTrack::timeOf(within.about), std::max(leastSdSeconds, range), 0};
    }
    const Stretch stretch(riseDb, within);
    Posterior posterior(stretch);
    const int reach = stretch.reach();
    if (within.kind == EdgeKind::Turn) {
        for (const double down : {4.0, 9.0, 18.0, 36.0})
            for (const double up : {4.0, 9.0, 18.0, 36.0})
                posterior.add(expected(within.kind, reach, {down, 2}, {up, 2},
                                       powerOf(stretch.beforeDb), powerOf(stretch.afterDb), echo));
        return posterior.fit();
    }
    for (const double length : rampFrames)
        for (const double exponent : exponents)
            for (const double over : plateausDb) {
                const Ramp ramp{length, exponent};
                posterior.add(expected(within.kind, reach, ramp, ramp,
                                       powerOf(stretch.beforeDb + over),
                                       powerOf(stretch.afterDb + over), echo));
            }
    return posterior.fit();
}

} // namespace layakari
