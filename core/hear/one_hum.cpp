// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/one_hum.hpp"

#include "core/base/quantile.hpp"
#include "core/hear/rough_hums.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double longestRoughS = 3;
constexpr double longestSilenceS = 1.5;
constexpr double silenceOfInhale = 0.5;
constexpr double longestEndS = 2;
constexpr double likeInhale = 0.25; // where an exhale is taken for the hum's

bool isHum(const HeardSpan& span) { return span.kind == HeardSpan::Kind::Hum; }
bool isBreath(const HeardSpan& span) { return span.kind == HeardSpan::Kind::Breath; }
bool isExhale(const HeardSpan& span) { return isBreath(span) && span.isFirstKind < 0.5; }

double usualInhaleS(const Heard& heard)
{
    std::vector<double> seconds;
    for (const HeardSpan& span : heard.spans)
        if (isBreath(span) && !isExhale(span)) seconds.push_back(span.seconds());
    return median(seconds);
}

// Whether spans (first, next), between two hums, leave no time for an inhale.
bool isOneExhale(const std::vector<HeardSpan>& spans, std::size_t first, std::size_t next,
                 double inhaleS)
{
    double silenceS = 0;
    for (std::size_t i = first + 1; i < next; ++i) {
        if (isBreath(spans[i]) && !isExhale(spans[i])) return false;
        if (!isBreath(spans[i])) silenceS += spans[i].seconds();
    }
    return spans[next].startS - spans[first].endS <= longestRoughS &&
           silenceS <= std::min(longestSilenceS, silenceOfInhale * inhaleS);
}

void joinPieces(Heard& heard)
{
    const double inhaleS = usualInhaleS(heard);
    std::vector<HeardSpan>& spans = heard.spans;
    for (std::size_t i = 0; i < spans.size(); ++i) {
        if (!isHum(spans[i])) continue;
        for (;;) {
            const auto found = std::find_if(spans.begin() + static_cast<std::ptrdiff_t>(i) + 1,
                                            spans.end(), isHum);
            const auto next = static_cast<std::size_t>(found - spans.begin());
            if (found == spans.end() || !isOneExhale(spans, i, next, inhaleS)) break;
            append(heard.hums[spans[i].index], heard.hums[found->index]);
            spans[i].endS = found->endS;
            spans[i].endSdS = found->endSdS;
            spans.erase(spans.begin() + static_cast<std::ptrdiff_t>(i) + 1, found + 1);
        }
    }
}

// The breath with which a hum begins or ends: where it is short, it may be the room that sounds.
bool isEndOfHum(const HeardSpan& span)
{
    const bool isLikeIt =
        span.kind == HeardSpan::Kind::Unknown || (isBreath(span) && span.isFirstKind < likeInhale);
    return isLikeIt && span.seconds() <= longestEndS;
}

void takeEnds(std::vector<HeardSpan>& spans)
{
    for (std::size_t i = 0; i + 1 < spans.size(); ++i) {
        HeardSpan& first = spans[i];
        HeardSpan& second = spans[i + 1];
        if (first.endS < second.startS || isHum(first) == isHum(second)) continue;
        if (!isEndOfHum(isHum(first) ? second : first)) continue;
        if (isHum(first)) {
            first.endS = second.endS;
            first.endSdS = std::hypot(second.endSdS, second.seconds() / 2);
        } else {
            second.startS = first.startS;
            second.startSdS = std::hypot(first.startSdS, first.seconds() / 2);
            std::swap(first, second);
        }
        spans.erase(spans.begin() + static_cast<std::ptrdiff_t>(i) + 1);
        if (i > 0) i -= 1;
    }
}

void numberHums(Heard& heard)
{
    std::vector<HeardHum> hums;
    for (HeardSpan& span : heard.spans) {
        if (!isHum(span)) continue;
        hums.push_back(std::move(heard.hums[span.index]));
        span.index = hums.size() - 1;
    }
    heard.hums = std::move(hums);
}

} // namespace

void makeHumsWhole(Heard& heard)
{
    joinPieces(heard);
    takeEnds(heard.spans);
    numberHums(heard);
}

} // namespace layakari
