// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/join_looks.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// Two looks place one boundary within this of each other, or they mean two.
constexpr double sameBoundarySeconds = 0.1;

void moveBy(Heard& heard, double seconds)
{
    const auto frames = static_cast<std::size_t>(std::lround(seconds / FeatureTrack::hopSeconds));
    const auto move = [&](auto&... times) { ((times += seconds), ...); };
    move(heard.durationS);
    for (HeardSpan& span : heard.spans) move(span.startS, span.endS);
    for (HeardVoice& voice : heard.voices) move(voice.startS, voice.endS);
    for (HeardHum& hum : heard.hums) {
        move(hum.startS, hum.endS);
        hum.firstFrame += frames;
        for (HeardHum::Break& gap : hum.breaks) move(gap.startS, gap.endS);
    }
    for (HeardStrokeRun& run : heard.strokeRuns) {
        move(run.startS, run.endS);
        for (HeardStroke& stroke : run.strokes) {
            move(stroke.timeS);
            if (stroke.inhaleTimeS) move(*stroke.inhaleTimeS);
        }
    }
}

double meetingPoint(const Heard& earlier, const Heard& later, double laterStartS)
{
    // From the beginning on, what is looked at again with more known holds for all of it.
    if (laterStartS <= 0) return 0;
    const double until = laterStartS + joinGuardSeconds;
    for (auto span = earlier.spans.rbegin(); span != earlier.spans.rend(); ++span) {
        if (span->endS > until || span->endS <= laterStartS) continue;
        for (const HeardSpan& other : later.spans)
            if (std::fabs(other.startS - span->endS) < sameBoundarySeconds) return span->endS;
    }
    return until;
}

// With what it points to.
void take(Heard& into, HeardSpan span, const Heard& from)
{
    if (span.kind == HeardSpan::Kind::Hum) {
        into.hums.push_back(from.hums[span.index]);
        span.index = into.hums.size() - 1;
    }
    if (span.kind == HeardSpan::Kind::Strokes) {
        into.strokeRuns.push_back(from.strokeRuns[span.index]);
        span.index = into.strokeRuns.size() - 1;
    }
    into.spans.push_back(span);
}

// Which of two kinds of breath is called the first is chance: whether two looks call the same one
// so, what both have heard says.
bool callsFirstWhatTheOtherDoes(const Heard& earlier, const Heard& later)
{
    double agree = 0;
    for (const HeardSpan& span : earlier.spans)
        for (const HeardSpan& other : later.spans) {
            if (span.kind != HeardSpan::Kind::Breath || other.kind != HeardSpan::Kind::Breath)
                continue;
            const double both =
                std::min(span.endS, other.endS) - std::max(span.startS, other.startS);
            if (both > 0) agree += both * (span.isFirstKind - 0.5) * (other.isFirstKind - 0.5);
        }
    return agree >= 0;
}

} // namespace

Heard joinLooks(Heard earlier, Heard later, double laterStartS)
{
    moveBy(later, laterStartS);
    if (!callsFirstWhatTheOtherDoes(earlier, later))
        for (HeardSpan& span : earlier.spans) span.isFirstKind = 1 - span.isFirstKind;
    const double meet = meetingPoint(earlier, later, laterStartS);
    Heard whole = later;
    whole.spans.clear();
    whole.voices.clear();
    whole.hums.clear();
    whole.strokeRuns.clear();
    for (const HeardSpan& span : earlier.spans)
        if (span.endS <= meet) take(whole, span, earlier);
    for (const HeardVoice& voice : earlier.voices)
        if (voice.endS <= meet) whole.voices.push_back(voice);
    const double from = whole.spans.empty() ? 0 : whole.spans.back().endS;
    for (HeardSpan span : later.spans) {
        if ((span.startS + span.endS) / 2 <= meet || span.endS <= from) continue;
        if (span.startS - sameBoundarySeconds < from) span.startS = from;
        take(whole, span, later);
    }
    for (const HeardVoice& voice : later.voices)
        if (voice.endS > meet) whole.voices.push_back(voice);
    return whole;
}

} // namespace layakari
