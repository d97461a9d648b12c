// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/whole_spans.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

using Posterior = SegmentModel::Posterior;

// Near a boundary its own doubt tells.
constexpr double edgeS = 0.3;
// What lies within a span lasts at least so long, in steps: a stolen breath, a pause.
constexpr std::size_t shortest = 15;

// The highest mean of `value` over `shortest` steps in a row.
template <class Value>
double highestMean(std::size_t begin, std::size_t end, Value value)
{
    double sum = 0;
    double highest = 0;
    for (std::size_t i = begin; i < end; ++i) {
        sum += value(i);
        if (i >= begin + shortest) sum -= value(i - shortest);
        if (i + 1 >= begin + shortest) highest = std::max(highest, sum / shortest);
    }
    return highest;
}

} // namespace

void setWhole(std::vector<HeardSpan>& spans, const Posterior& posterior)
{
    const auto stepAt = [&](double seconds) {
        return std::min(posterior.pause.size(), static_cast<std::size_t>(std::max(0.0, seconds) /
                                                                         Observations::hopSeconds));
    };
    for (HeardSpan& span : spans) {
        const std::size_t begin = stepAt(span.startS + edgeS);
        const std::size_t end = stepAt(span.endS - edgeS);
        if (begin >= end) continue;
        double other = 0;
        if (span.kind == HeardSpan::Kind::Silence) {
            other = highestMean(begin, end, [&](std::size_t i) {
                return posterior.breath[0][i] + posterior.breath[1][i];
            });
        } else if (span.kind == HeardSpan::Kind::Breath) {
            double turns = 0;
            for (std::size_t i = begin; i < end; ++i) turns += posterior.turn[i];
            const double pauses =
                highestMean(begin, end, [&](std::size_t i) { return posterior.pause[i]; });
            other = std::max(turns, pauses);
        }
        span.isWhole = 1 - std::min(1.0, other);
    }
}

} // namespace layakari
