// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/explain.hpp"

#include "core/journal/figures.hpp"
#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/measure/keeping.hpp"
#include "core/measure/read_kind_words.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

std::string number(double value, int decimals)
{
    return say("number.decimals-" + std::to_string(decimals), {{"number", value}});
}

// "1.2 + 0.4 + 0.8": the first few, then three dots.
std::string listed(const std::vector<double>& values, const char* between, int decimals)
{
    constexpr std::size_t most = 6;
    std::string text;
    for (std::size_t i = 0; i < std::min(values.size(), most); ++i)
        text += (i > 0 ? between : "") + number(values[i], decimals);
    return values.size() > most ? text + between + "\u2026" : text;
}

std::string howMeasured(const std::string& value)
{
    return say("explain.how-measured", {{"value", value}});
}

// What a cycle's accuracy was made of: targets, and how far each phase was from its own.
struct Parts {
    double target = 0;
    double off = 0;
    std::vector<double> targets;
    std::vector<double> offs;
};

Parts partsOf(const ReadCycle& cycle)
{
    Parts parts;
    for (const ReadCycle::Kept& kept : cycle.phases) {
        if (!kept.target || kept.target->open || !kept.counts) continue;
        parts.targets.push_back(kept.target->middle());
        parts.offs.push_back(kept.target->distance(*kept.counts));
        parts.target += parts.targets.back();
        parts.off += parts.offs.back();
    }
    return parts;
}

Explanation accuracyOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    std::vector<double> cycles;
    for (const ReadCycle& cycle : reading.cycles)
        if (cycle.accuracy && cycle.complete && !cycle.extra) cycles.push_back(*cycle.accuracy);
    Explanation e{howMeasured(say("percent", {{"percent", *s.accuracy}})),
                  say("explain.accuracy.rule"), "", "", "accuracy"};
    e.numbers = say(
        "explain.accuracy.numbers",
        {{"cycles", cycles.size()}, {"percents", listed(cycles, ", ", 0)}, {"mean", *s.accuracy}});
    if (s.accuracyLow && s.accuracyHigh) {
        const bool isExact = std::lround(*s.accuracyLow) == std::lround(*s.accuracyHigh);
        e.range = say("explain.accuracy.range", {{"low", *s.accuracyLow},
                                                 {"high", *s.accuracyHigh},
                                                 {"exact", isExact ? "yes" : "no"}});
    }
    return e;
}

Explanation completionOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    const Arguments figures{{"done", std::lround(s.completion.value_or(0) * s.cyclesPlanned)},
                            {"planned", s.cyclesPlanned},
                            {"heard", s.cyclesHeard}};
    return {say("explain.completed.question", figures), say("explain.completed.rule"),
            say("explain.completed.numbers", figures), "", "completion"};
}

Explanation countOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    const double length = *s.countLengthS;
    Explanation e{say("explain.count.question", {{"count", length}}), "", "", "", "counts"};
    if (reading.plan && reading.plan->countLengthS) {
        e.rule = say("explain.count.by-the-clock");
        return e;
    }
    std::vector<double> lengths;
    for (const ReadCycle& cycle : reading.cycles)
        if (cycle.countLengthS) lengths.push_back(*cycle.countLengthS);
    e.rule = say("explain.count.rule");
    e.numbers = say("explain.count.numbers", {{"counts", listed(lengths, ", ", 2)}});
    if (s.countLengthSdS)
        e.range = say("explain.count.range", {{"low", length - 2 * *s.countLengthSdS},
                                              {"high", length + 2 * *s.countLengthSdS}});
    return e;
}

Explanation strokesOf(const Reading& reading)
{
    constexpr double sureCount = 0.6;
    std::vector<std::string> each;
    for (const ReadStrokeRun& run : reading.strokeRuns) each.push_back(std::to_string(run.count));
    const bool isAnyWeak =
        std::any_of(reading.strokeRuns.begin(), reading.strokeRuns.end(),
                    [](const ReadStrokeRun& run) { return run.countConfidence < sureCount; });
    return {say("explain.strokes.question", {{"strokes", reading.summary.strokesHeard}}),
            say("explain.strokes.rule"),
            each.size() > 1 ? say("explain.strokes.numbers", {{"counts", each}}) : "",
            isAnyWeak ? say("explain.strokes.weak") : "", "strokes"};
}

Explanation rateOf(const Reading& reading)
{
    const double rate = *reading.summary.strokeRatePerMin;
    return {howMeasured(say("value.stroke-rate", {{"value", rate}})),
            say("explain.stroke-rate.rule"),
            say("explain.stroke-rate.numbers", {{"interval", 60 / rate}, {"rate", rate}}), "",
            "strokes"};
}

Explanation evennessOf(const Reading& reading)
{
    double most = 0;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        most = std::max(most, run.intervalCv.value_or(0));
    return {say("explain.evenness.question", {{"percent", 100 * most}}),
            say("explain.evenness.rule"),
            reading.strokeRuns.size() > 1 ? say("explain.evenness.of-several") : "", "", "strokes"};
}

Explanation pitchOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    const bool hasTarget = s.pitchOffCents.has_value();
    Explanation e{howMeasured(hasTarget ? say("value.cents", {{"value", *s.pitchOffCents}})
                                        : say("value.pitch", {{"value", *s.pitchHz}})),
                  say(hasTarget ? "explain.pitch.target" : "explain.pitch.rule"), "", "", "hums"};
    if (s.pitchSteadinessCents)
        e.numbers = say("explain.pitch.steadiness", {{"cents", *s.pitchSteadinessCents}});
    return e;
}

Explanation soundOf(const Reading& reading)
{
    const Quality& q = reading.quality;
    Explanation e{say("explain.sound.question", {{"quality", toWord(q.verdict)}}),
                  say("explain.sound.rule"), "", "", "recording"};
    if (q.breathToNoiseDb) e.numbers = say("explain.sound.numbers", {{"db", *q.breathToNoiseDb}});
    for (const Message& advice : q.advice) e.range += (e.range.empty() ? "" : " ") + say(advice);
    return e;
}

const char* verdictWord(Keeping keeping)
{
    switch (keeping) {
    case Keeping::Kept: return "on_target";
    case Keeping::Short: return "short";
    case Keeping::Long: return "long";
    case Keeping::Unscored: break;
    }
    return "none";
}

// The phase of a cycle that a heard phase is; null where it is in none.
const ReadCycle::Kept* keptOf(const Reading& reading, std::size_t phase)
{
    for (const ReadCycle& cycle : reading.cycles)
        for (const ReadCycle::Kept& kept : cycle.phases)
            if (std::find(kept.heard.begin(), kept.heard.end(), phase) != kept.heard.end())
                return &kept;
    return nullptr;
}

} // namespace

std::optional<Explanation> explain(const Reading& reading, HeadFigure figure)
{
    const Summary& s = reading.summary;
    switch (figure) {
    case HeadFigure::Accuracy:
        return s.accuracy ? std::optional(accuracyOf(reading)) : std::nullopt;
    case HeadFigure::Completion:
        return s.cyclesPlanned > 0 ? std::optional(completionOf(reading)) : std::nullopt;
    case HeadFigure::CountLength:
        return s.countLengthS ? std::optional(countOf(reading)) : std::nullopt;
    case HeadFigure::Strokes:
        return reading.strokeRuns.empty() ? std::nullopt : std::optional(strokesOf(reading));
    case HeadFigure::StrokeRate:
        return s.strokeRatePerMin ? std::optional(rateOf(reading)) : std::nullopt;
    case HeadFigure::StrokeEvenness:
        return reading.strokeRuns.empty() ? std::nullopt : std::optional(evennessOf(reading));
    case HeadFigure::Pitch: return s.pitchHz ? std::optional(pitchOf(reading)) : std::nullopt;
    case HeadFigure::BreathRate:
        if (!s.breathsPerMin) return std::nullopt;
        return Explanation{howMeasured(say("value.breath-rate", {{"value", *s.breathsPerMin}})),
                           say("explain.breath-rate.rule"), "", "", "free-breathing"};
    case HeadFigure::Breaths:
        return Explanation{say("explain.breaths.question", {{"breaths", s.cyclesHeard}}),
                           say("explain.breaths.rule"), "", "", "free-breathing"};
    case HeadFigure::BreathingTime:
        if (!s.practiceS) return std::nullopt;
        return Explanation{say("explain.what-is", {{"value", clockTime(*s.practiceS)}}),
                           say("explain.breathing-time.rule"), "", "", "free-breathing"};
    case HeadFigure::Sound: return soundOf(reading);
    }
    return std::nullopt;
}

std::optional<Explanation> explainCycle(const Reading& reading, std::size_t index)
{
    if (index >= reading.cycles.size() || !reading.cycles[index].accuracy) return std::nullopt;
    const ReadCycle& cycle = reading.cycles[index];
    const Parts parts = partsOf(cycle);
    Explanation e{howMeasured(say("percent", {{"percent", *cycle.accuracy}})),
                  say("explain.accuracy.rule"), "", "", "accuracy"};
    e.numbers = say("explain.cycle.numbers", {{"targets", listed(parts.targets, " + ", 0)},
                                              {"target", parts.target},
                                              {"misses", listed(parts.offs, " + ", 1)},
                                              {"missed", parts.off},
                                              {"percent", *cycle.accuracy}});
    if (cycle.extra) e.range = say("explain.cycle.extra");
    if (!cycle.complete) e.range = say("explain.cycle.not-complete");
    return e;
}

Explanation explainPhase(const Reading& reading, std::size_t index)
{
    constexpr double sureName = 0.8;
    const ReadPhase& phase = reading.phases[index];
    Explanation e{say("explain.phase.question", {{"kind", readKindWords.of(phase.kind)}}), "", "",
                  "", "phases"};
    e.rule = phase.corrected
                 ? say("explain.phase.corrected")
                 : say("explain.phase.rule", {{"sure", phase.confidence >= sureName ? "yes" : "no"},
                                              {"percent", 100 * phase.confidence}});
    if (const ReadCycle::Kept* kept = keptOf(reading, index); kept && kept->target && kept->counts)
        e.numbers = say("explain.phase.numbers", {{"seconds", kept->seconds},
                                                  {"counts", *kept->counts},
                                                  {"target", kept->target->open        ? "open"
                                                             : kept->target->isRange() ? "range"
                                                                                       : "one"},
                                                  {"min", kept->target->min},
                                                  {"max", kept->target->max},
                                                  {"verdict", verdictWord(keepingOf(*kept))}});
    else
        e.numbers = say("explain.phase.in-no-cycle", {{"seconds", phase.seconds()}});
    e.range = say("explain.phase.ends", {{"start", 2 * phase.startSdS}, {"end", 2 * phase.endSdS}});
    return e;
}

Explanation explainRun(const Reading& reading, std::size_t index)
{
    const ReadStrokeRun& run = reading.strokeRuns[index];
    return {say("explain.strokes.question", {{"strokes", run.count}}), say("explain.strokes.rule"),
            run.targetCount ? say("explain.strokes.target", {{"target", *run.targetCount}}) : "",
            say("explain.strokes.certain", {{"percent", 100 * run.countConfidence}}), "strokes"};
}

Explanation explainFigure(const Sitting& sitting, FigureKey key)
{
    const FigureKind& kind = kindOf(key);
    const auto value = valueOf(sitting, key);
    Explanation e{
        say("explain.what-is", {{"value", value ? valueInWords(*value, key) : figureName(key)}}),
        figureExplained(key), "", "", kind.page};
    if (const auto figure = sitting.figures.find(key);
        figure != sitting.figures.end() && figure->second.low && figure->second.high)
        e.range = say("explain.figure.range", {{"low", valueInWords(*figure->second.low, key)},
                                               {"high", valueInWords(*figure->second.high, key)}});
    if (!sitting.words.leftOut.empty())
        e.numbers = say("explain.figure.left-out", {{"why", sitting.words.leftOut}});
    else if (sitting.origin == Sitting::Origin::Simulated)
        e.numbers = say("explain.figure.simulated");
    else if (sitting.origin == Sitting::Origin::Noted)
        e.numbers = say("explain.figure.noted");
    return e;
}

Explanation explainTrend(const std::optional<Trend>& trend, FigureKey key)
{
    Explanation e{say("explain.trend.question"), say("explain.trend.rule"), "", "", "trends"};
    if (!trend) return e;
    const auto withSign = [&](double value) {
        return (value < 0 ? "\u2212" : "+") + valueInWords(std::fabs(value), key);
    };
    e.numbers = say("explain.trend.numbers",
                    {{"sittings", trend->sittings}, {"change", withSign(trend->perMonth)}});
    e.range = say("explain.trend.range", {{"low", withSign(trend->low)},
                                          {"high", withSign(trend->high)},
                                          {"sure", trend->isSure() ? "yes" : "no"}});
    return e;
}

Explanation explainChange(const Change& change)
{
    return {say("explain.change.question", {{"figure", figureName(change.figure)}}),
            say("explain.change.rule"),
            say("explain.change.numbers", {{"now", valueInWords(change.now, change.figure)},
                                           {"usual", valueInWords(change.before, change.figure)},
                                           {"sittings", change.comparedWith},
                                           {"chance", valueInWords(change.chance, change.figure)}}),
            "", "trends"};
}

Explanation explainAdvice(const Judgement& judgement, const LadderRule& rule)
{
    return {say("explain.proposal.question"),
            say("explain.proposal.rule", {{"sittings", rule.keptSittings},
                                          {"accuracy", rule.keptAccuracy},
                                          {"completed", rule.keptCompletion},
                                          {"poorSittings", rule.poorSittings},
                                          {"poorAccuracy", rule.poorAccuracy},
                                          {"days", rule.breakDays}}),
            judgement.reason, say("explain.proposal.decide"), "proposals"};
}

Explanation explainSign(const StrainSign& sign)
{
    return {say("explain.strain.question"), say("explain.strain.rule"), say(sign.explanation),
            say("caution.stop"), "strain"};
}

} // namespace layakari
