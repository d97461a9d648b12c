// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/explain.hpp"

#include "core/base/quantile.hpp"
#include "core/journal/figures.hpp"
#include "core/measure/keeping.hpp"
#include "core/report/sentence.hpp"
#include "core/words/phase_words.hpp"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace layakari {

namespace {

std::string number(double value, int decimals) { return fmt::format("{:.{}f}", value, decimals); }

// "1.2 + 0.4 + 0.8": the first few, then three dots.
std::string listed(const std::vector<double>& values, const char* between, int decimals)
{
    constexpr std::size_t most = 6;
    std::string text;
    for (std::size_t i = 0; i < std::min(values.size(), most); ++i)
        text += (i > 0 ? between : "") + number(values[i], decimals);
    return values.size() > most ? text + between + "\u2026" : text;
}

const char* const accuracyRule =
    "Accuracy is the share of the target counts that were met. For each phase, the distance "
    "between its counts and its target is taken off.";

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
    Explanation e{fmt::format("How was {:.0f} % measured?", *s.accuracy), accuracyRule, "", "",
                  "accuracy"};
    e.numbers = fmt::format(
        "Here {} complete {} were measured: {} %. Their mean, weighted by how many counts each "
        "had, is {:.0f} %. Cycles that were left out do not lower it; they lower completion.",
        cycles.size(), cycles.size() == 1 ? "cycle" : "cycles", listed(cycles, ", ", 0),
        *s.accuracy);
    if (s.accuracyLow && s.accuracyHigh &&
        std::lround(*s.accuracyLow) == std::lround(*s.accuracyHigh))
        e.range =
            "The ends of the breaths are heard so exactly here that it is known to half a point.";
    else if (s.accuracyLow && s.accuracyHigh)
        e.range = fmt::format(
            "The sound does not say to the hundredth of a second where a breath begins. With all "
            "that is possible, accuracy lies between {:.0f} and {:.0f} % nineteen times in twenty.",
            *s.accuracyLow, *s.accuracyHigh);
    return e;
}

Explanation completionOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    const auto done = std::lround(s.completion.value_or(0) * s.cyclesPlanned);
    return {fmt::format("Why {} of {}?", done, s.cyclesPlanned),
            "A cycle is completed when all of its breaths were heard. Cycles beyond the plan are "
            "shown but not counted.",
            fmt::format(
                "The plan has {} cycles; {} were heard, {} of them complete and within the plan.",
                s.cyclesPlanned, s.cyclesHeard, done),
            "", "completion"};
}

Explanation countOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    const double length = *s.countLengthS;
    Explanation e{fmt::format("Where does {} s come from?", number(length, 2)), "", "", "",
                  "counts"};
    if (reading.plan && reading.plan->countLengthS) {
        e.rule = "This plan is practised by the clock: it says how long a count is. How long your "
                 "counts were shows in whether the phases are on target.";
        return e;
    }
    std::vector<double> lengths;
    for (const ReadCycle& cycle : reading.cycles)
        if (cycle.countLengthS) lengths.push_back(*cycle.countLengthS);
    e.rule = "A cycle's seconds divided by the counts of its targets give the length of its "
             "counts. The middle one of all cycles is your count in this sitting.";
    e.numbers = fmt::format("The cycles gave {} s.", listed(lengths, ", ", 2));
    if (s.countLengthSdS)
        e.range = fmt::format("Because the ends of breaths are heard only so exactly, it lies "
                              "between {} and {} s nineteen times in twenty.",
                              number(length - 2 * *s.countLengthSdS, 2),
                              number(length + 2 * *s.countLengthSdS, 2));
    return e;
}

Explanation strokesOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    std::string each;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        each += (each.empty() ? "" : ", ") + std::to_string(run.count);
    const bool isUnsure =
        std::any_of(reading.strokeRuns.begin(), reading.strokeRuns.end(),
                    [](const ReadStrokeRun& run) { return run.countConfidence < 0.6; });
    return {fmt::format("How were {} strokes counted?", s.strokesHeard),
            "A stroke is a short, sudden burst of breath that comes in an even rhythm. A weak one "
            "counts where the rhythm and the sound of its neighbours say that it is one.",
            reading.strokeRuns.size() > 1 ? fmt::format("The runs had {}.", each) : std::string(),
            isUnsure ? "Some strokes here are weak: a run's count may be one or two off." : "",
            "strokes"};
}

Explanation rateOf(const Reading& reading)
{
    const double rate = *reading.summary.strokeRatePerMin;
    return {fmt::format("How was {:.0f} strokes per minute measured?", rate),
            "The time from each stroke to the next is taken; the middle one of all is the usual "
            "interval. Pauses within a run are left out.",
            fmt::format("Here the usual interval is {} s: 60 divided by it is {:.0f} per minute.",
                        number(60 / rate, 2), rate),
            "", "strokes"};
}

Explanation evennessOf(const Reading& reading)
{
    double most = 0;
    for (const ReadStrokeRun& run : reading.strokeRuns)
        most = std::max(most, run.intervalCv.value_or(0));
    return {fmt::format("What does \u00b1 {:.0f} % mean?", 100 * most),
            "So much the time from stroke to stroke differs from its mean (its standard "
            "deviation). Under 5 % sounds even; over 15 % the pace is hard to follow.",
            reading.strokeRuns.size() > 1 ? "Of several runs, the least even one is shown." : "",
            "", "strokes"};
}

Explanation pitchOf(const Reading& reading)
{
    const Summary& s = reading.summary;
    Explanation e{"", "", "", "", "hums"};
    if (s.pitchOffCents) {
        e.question = fmt::format("How was {:.0f} cents measured?", *s.pitchOffCents);
        e.rule = "Of each hum the middle pitch is compared with its target; the usual distance of "
                 "all hums is shown. 100 cents are a semitone.";
    } else {
        e.question = fmt::format("How was {:.0f} Hz measured?", *s.pitchHz);
        e.rule = "Of each hum the middle pitch is taken, and of all hums the middle one.";
    }
    if (s.pitchSteadinessCents)
        e.numbers = fmt::format(
            "Within a hum, the pitch moves by \u00b1 {:.0f} cents about a straight line.",
            *s.pitchSteadinessCents);
    return e;
}

Explanation soundOf(const Reading& reading)
{
    const Quality& q = reading.quality;
    Explanation e{fmt::format("Why is the sound {}?", toWord(q.verdict)),
                  "It depends on how far the breath stands out of the background noise: good from "
                  "15 dB, poor under 8 dB, and on damage such as clipping.",
                  "", "", "recording"};
    if (q.breathToNoiseDb)
        e.numbers = fmt::format("Here the breath is {:.0f} dB louder than the background noise.",
                                *q.breathToNoiseDb);
    for (const std::string& advice : q.advice) e.range += (e.range.empty() ? "" : " ") + advice;
    return e;
}

const char* verdictWord(Keeping keeping)
{
    switch (keeping) {
    case Keeping::Kept: return "on target";
    case Keeping::Short: return "short";
    case Keeping::Long: return "long";
    case Keeping::Unscored: return "";
    }
    return "";
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

std::string kindWord(ReadKind kind)
{
    switch (kind) {
    case ReadKind::Inhale: return "an inhale";
    case ReadKind::HoldFull: return "a hold full";
    case ReadKind::Exhale: return "an exhale";
    case ReadKind::HoldEmpty: return "a hold empty";
    case ReadKind::Strokes: return "strokes";
    case ReadKind::Voice: return "a voice";
    case ReadKind::Unknown: return "uncertain";
    }
    return "uncertain";
}

std::string targetOf(const TargetCounts& target)
{
    if (target.min == target.max) return fmt::format("{:g}", target.min);
    return fmt::format("{:g} to {:g}", target.min, target.max);
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
        return Explanation{
            fmt::format("How was {} breaths per minute measured?", number(*s.breathsPerMin, 1)),
            "The breaths that were heard are divided by the time from the first to the last of "
            "them. Without a plan nothing is on target or off it.",
            "", "", "free-breathing"};
    case HeadFigure::Breaths:
        return Explanation{fmt::format("What are {} breaths?", s.cyclesHeard),
                           "An inhale and the exhale after it are one breath. What lies between "
                           "words, or cannot be heard, is not counted.",
                           "", "", "free-breathing"};
    case HeadFigure::BreathingTime:
        if (!s.practiceS) return std::nullopt;
        return Explanation{fmt::format("What is {}?", clockTime(*s.practiceS)),
                           "Minutes and seconds from the first breath to the end of the last. "
                           "Silence before and after is left out.",
                           "", "", "free-breathing"};
    case HeadFigure::Sound: return soundOf(reading);
    }
    return std::nullopt;
}

std::optional<Explanation> explainCycle(const Reading& reading, std::size_t index)
{
    if (index >= reading.cycles.size() || !reading.cycles[index].accuracy) return std::nullopt;
    const ReadCycle& cycle = reading.cycles[index];
    const Parts parts = partsOf(cycle);
    Explanation e{fmt::format("How was {:.0f} % measured?", *cycle.accuracy), accuracyRule, "", "",
                  "accuracy"};
    e.numbers = fmt::format(
        "Targets: {} = {} counts. Missed by {} = {}. So {:.0f} % of {} counts were met.",
        listed(parts.targets, " + ", 0), number(parts.target, 0), listed(parts.offs, " + ", 1),
        number(parts.off, 1), *cycle.accuracy, number(parts.target, 0));
    if (cycle.extra) e.range = "It was done beyond the plan and counts nowhere.";
    if (!cycle.complete)
        e.range = "It is not complete and does not count in the sitting's accuracy.";
    return e;
}

Explanation explainPhase(const Reading& reading, std::size_t index)
{
    const ReadPhase& phase = reading.phases[index];
    Explanation e{fmt::format("Why {}?", kindWord(phase.kind)), "", "", "", "phases"};
    if (phase.corrected)
        e.rule = "You said so: corrections are never overruled.";
    else if (phase.confidence >= 0.8)
        e.rule = fmt::format(
            "By its sound, what lies around it and the plan, this is certain to {:.0f} %.",
            100 * phase.confidence);
    else
        e.rule = fmt::format("This is uncertain: {:.0f} % by its sound, what lies around it and "
                             "the plan. If it is something else, correct it.",
                             100 * phase.confidence);
    if (const ReadCycle::Kept* kept = keptOf(reading, index);
        kept && kept->target && kept->counts) {
        const Keeping keeping = keepingOf(*kept);
        e.numbers = fmt::format("It lasted {} s, {} counts; ", number(kept->seconds, 1),
                                number(*kept->counts, 1));
        if (kept->target->open)
            e.numbers += "the plan leaves open how long.";
        else
            e.numbers += fmt::format("the target is {}. That is {}: within half a count or a tenth "
                                     "of the target, whichever is more, counts as on target.",
                                     targetOf(*kept->target), verdictWord(keeping));
    } else {
        e.numbers = fmt::format("It lasted {} s. It is in no cycle of the plan.",
                                number(phase.seconds(), 1));
    }
    e.range = fmt::format("Its beginning is known to \u00b1 {} s, its end to \u00b1 {} s: the "
                          "softer an edge is drawn, the less certain it is.",
                          number(2 * phase.startSdS, 2), number(2 * phase.endSdS, 2));
    return e;
}

Explanation explainRun(const Reading& reading, std::size_t index)
{
    const ReadStrokeRun& run = reading.strokeRuns[index];
    Explanation e{
        fmt::format("How were {} strokes counted?", run.count),
        "A stroke is a short, sudden burst of breath that comes in an even rhythm. A weak one "
        "counts where the rhythm and the sound of its neighbours say that it is one.",
        "", "", "strokes"};
    if (run.targetCount) e.numbers = fmt::format("The target is {}.", *run.targetCount);
    e.range = fmt::format("The count is certain to {:.0f} %.", 100 * run.countConfidence);
    return e;
}

Explanation explainFigure(const Sitting& sitting, FigureKey key)
{
    const FigureKind& kind = kindOf(key);
    const auto value = valueOf(sitting, key);
    Explanation e{value ? fmt::format("What is {}?", valueInWords(*value, key))
                        : fmt::format("What is {}?", kind.name),
                  kind.explained, "", "", kind.page};
    if (const auto figure = sitting.figures.find(key);
        figure != sitting.figures.end() && figure->second.low && figure->second.high)
        e.range = fmt::format("It lies between {} and {} nineteen times in twenty: the ends of "
                              "breaths are heard only so exactly.",
                              number(*figure->second.low, kind.decimals),
                              valueInWords(*figure->second.high, key));
    if (!sitting.words.leftOut.empty())
        e.numbers = fmt::format("This sitting was left out: {}.", sitting.words.leftOut);
    else if (sitting.origin == Sitting::Origin::Simulated)
        e.numbers = "The simulated practitioner did this: it counts nowhere.";
    else if (sitting.origin == Sitting::Origin::Noted)
        e.numbers = "This sitting was noted by hand; nothing in it was measured.";
    return e;
}

Explanation explainTrend(const std::optional<Trend>& trend, FigureKey key)
{
    Explanation e{"How is the trend found?",
                  "Of the lines through every two sittings the middle slope is taken, so that a "
                  "single odd sitting does not turn it. It needs five sittings over ten days.",
                  "", "", "trends"};
    if (!trend) return e;
    const FigureKind& kind = kindOf(key);
    e.numbers = fmt::format("Here {} sittings give {} {} per month.", trend->sittings,
                            fmt::format("{:+.{}f}", trend->perMonth, kind.decimals), kind.unit);
    e.range = fmt::format(
        "It lies between {} and {}. {}", fmt::format("{:+.{}f}", trend->low, kind.decimals),
        fmt::format("{:+.{}f}", trend->high, kind.decimals),
        trend->isSure() ? "Both are on the same side of nothing, so it is more than chance."
                        : "That takes in nothing at all, so it may be chance.");
    return e;
}

Explanation explainChange(const Change& change)
{
    const FigureKind& kind = kindOf(change.figure);
    return {fmt::format("When is a change of {} more than chance?", kind.name),
            "A sitting is compared with the last five of the same plan. How far those lie apart "
            "says how far one more would lie from their mean by chance, nineteen times in twenty "
            "(Student's t).",
            fmt::format("Here {} against a mean of {} over {} sittings; chance alone reaches {} to "
                        "either side.",
                        valueInWords(change.now, change.figure),
                        valueInWords(change.before, change.figure), change.comparedWith,
                        number(change.chance, kind.decimals)),
            "", "trends"};
}

Explanation explainAdvice(const Judgement& judgement, const LadderRule& rule)
{
    return {
        "Where does this proposal come from?",
        fmt::format(
            "Move on: the last {} sittings of the plan had an accuracy of {:.0f} % and {:.0f} % of "
            "their cycles, with no sign of strain and no complaint. Ease off: a sign of strain "
            "twice in a row, dizziness, {} of the last {} under {:.0f} %, or a break of {} days.",
            rule.keptSittings, rule.keptAccuracy, rule.keptCompletion, rule.poorSittings,
            rule.keptSittings, rule.poorAccuracy, rule.breakDays),
        judgement.reason, "It is a proposal. You decide, or your teacher does.", "proposals"};
}

Explanation explainSign(const StrainSign& sign)
{
    return {"What is a sign of strain?",
            "Something that can be heard and often goes with too much effort: a gasp after a hold, "
            "a breath taken inside it, phases that shrink, a hum that breaks, strokes that sag. It "
            "is an observation with a place to listen to, not a diagnosis.",
            sign.explanation, "If you feel dizzy, panicky or in pain, stop and breathe naturally.",
            "strain"};
}

} // namespace layakari
