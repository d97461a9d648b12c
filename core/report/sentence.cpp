// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/sentence.hpp"

#include "core/base/checked_json.hpp"
#include "core/measure/keeping.hpp"
#include "core/report/notes.hpp"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <utility>

namespace layakari {

namespace {

std::string plural(int count, const char* one, const char* many)
{
    return std::to_string(count) + " " + (count == 1 ? one : many);
}

// The targets of the reading's cycles, when all share them.
std::string sharedTargets(const Reading& reading)
{
    std::string targets;
    for (const PlannedStep& step : unfold(*reading.plan)) {
        if (!step.cycle()) continue;
        const std::string these = targetsInWords(step.cycle()->phases);
        if (targets.empty()) targets = these;
        if (these != targets) return "";
    }
    return targets;
}

struct Tally {
    std::vector<Keeping> byCycle;
    std::vector<std::size_t> cycle;

    int count(Keeping wanted) const
    {
        int n = 0;
        for (const Keeping k : byCycle) n += k == wanted;
        return n;
    }
};

// "came up short from cycle 4 on", "ran long in 3 of 8 cycles", "was kept".
std::string verdictOn(const Tally& tally, const char* beVerb)
{
    const auto all = static_cast<int>(tally.byCycle.size());
    const int shorts = tally.count(Keeping::Short);
    const int longs = tally.count(Keeping::Long);
    const Keeping worse = shorts >= longs ? Keeping::Short : Keeping::Long;
    const int off = std::max(shorts, longs);
    const std::string how = worse == Keeping::Short ? "came up short" : "ran long";
    // One cycle in five that is off is told by its own row, not by the sentence.
    if (off * 5 <= all) return std::string(beVerb) + " kept";
    if (off == all) return how + (all > 1 ? " every time" : "");
    std::size_t firstOff = 0;
    while (tally.byCycle[firstOff] != worse) ++firstOff;
    const int after = all - static_cast<int>(firstOff);
    if (firstOff > 0 && off * 5 >= after * 4 && after >= 2)
        return how + " from cycle " + std::to_string(tally.cycle[firstOff] + 1) + " on";
    return how + fmt::format(" in {} of {} cycles", off, all);
}

std::string keptInWords(const Reading& reading)
{
    std::map<PhaseKind, Tally> tallies;
    for (std::size_t i = 0; i < reading.cycles.size(); ++i)
        for (const ReadCycle::Kept& kept : reading.cycles[i].phases) {
            const Keeping keeping = keepingOf(kept);
            if (keeping == Keeping::Unscored || !reading.cycles[i].complete) continue;
            tallies[kept.phase].byCycle.push_back(keeping);
            tallies[kept.phase].cycle.push_back(i);
        }
    static const std::map<PhaseKind, const char*> names{{PhaseKind::Inhale, "inhale"},
                                                        {PhaseKind::HoldFull, "hold in"},
                                                        {PhaseKind::Exhale, "exhale"},
                                                        {PhaseKind::HoldEmpty, "hold out"}};
    std::vector<std::string> kept;
    std::vector<std::string> rest;
    for (const auto& [kind, tally] : tallies) {
        const std::string verdict = verdictOn(tally, "was");
        if (verdict == "was kept")
            kept.push_back(std::string("the ") + names.at(kind));
        else
            rest.push_back(std::string("the ") + names.at(kind) + " " + verdict);
    }
    const bool anyOff = std::any_of(tallies.begin(), tallies.end(), [](const auto& tally) {
        return tally.second.count(Keeping::Short) + tally.second.count(Keeping::Long) > 0;
    });
    std::string text;
    if (!kept.empty() && rest.empty() && kept.size() > 1) {
        text = anyOff ? "Nearly all phases were kept" : "All phases were kept";
    } else if (!kept.empty()) {
        for (std::size_t i = 0; i < kept.size(); ++i)
            text += (i == 0 ? "" : i + 1 == kept.size() ? " and " : ", ") + kept[i];
        text += kept.size() > 1 ? " were kept" : " was kept";
    }
    for (const std::string& clause : rest) text += (text.empty() ? "" : "; ") + clause;
    if (text.empty()) return "";
    text[0] = static_cast<char>(std::toupper(text[0]));
    return text + ".";
}

std::string freeBreathingInWords(const Reading& reading)
{
    if (!reading.summary.breathsPerMin) return "Breathing was heard, but no whole breath.";
    std::string text = plural(reading.summary.cyclesHeard, "free breath", "free breaths") +
                       fmt::format(", {:.1f} a minute", *reading.summary.breathsPerMin);
    for (const Summary::Ratio& r : reading.summary.ratio)
        if (r.phase == PhaseKind::Exhale)
            text += fmt::format(". The exhale is {:.1f} times as long as the inhale", r.toInhale);
    return text + ".";
}

// More breaths outside the cycles than in them, and cycles missing at that. A few to settle before
// the first cycle and after the last one belong to any practice, also to one that is broken off.
bool mostlySomethingElse(const Reading& reading)
{
    constexpr int settling = 2 * 4; // inhales and exhales, on either side
    int inside = 0;
    int before = 0;
    int since = 0; // the last cycle
    int outside = 0;
    for (const ReadPhase& p : reading.phases) {
        if (p.kind != ReadKind::Inhale && p.kind != ReadKind::Exhale) continue;
        if (!p.cycle) {
            ++(inside == 0 ? before : since);
            continue;
        }
        ++inside;
        outside += std::exchange(since, 0);
    }
    outside += std::max(0, before - settling) + std::max(0, since - settling);
    return reading.summary.completion.value_or(1) < 0.75 && outside > inside;
}

std::string paceInWords(const std::string& pace)
{
    if (pace == "rise-fall") return "pace rising and falling";
    return pace == "steady" ? "steady pace" : "pace " + pace;
}

std::string cycleLine(const ReadCycle& cycle, std::size_t index)
{
    std::string line = fmt::format("{:4}  {:>7} ", index + 1, clockTime(cycle.startS));
    for (const ReadCycle::Kept& kept : cycle.phases) {
        if (isUnheard(kept))
            line += fmt::format("  {} -", inWords(kept.phase));
        else if (kept.counts)
            line += fmt::format("  {} {:.1f}", inWords(kept.phase), *kept.counts);
        else
            line += fmt::format("  {} {:.1f} s", inWords(kept.phase), kept.seconds);
        const Keeping keeping = keepingOf(kept);
        if (keeping == Keeping::Short) line += " (short)";
        if (keeping == Keeping::Long) line += " (long)";
    }
    if (cycle.accuracy) line += fmt::format("   {:.0f}", *cycle.accuracy);
    if (cycle.extra) line += "   one more than planned";
    if (hasUnheardTurn(cycle))
        line += "   a turn between two breaths was not heard";
    else if (!cycle.complete)
        line += "   cut short by the end of the recording";
    return line + "\n";
}

std::string oceanFiguresInWords(const OceanFigures& ocean)
{
    std::string text = fmt::format("  ocean breath    {} min in {}", clockTime(ocean.seconds),
                                   plural(ocean.breaths, "breath", "breaths").c_str());
    if (ocean.inhaleS) text += fmt::format(", in {:.1f} s", *ocean.inhaleS);
    if (ocean.exhaleS) text += fmt::format(", out {:.1f} s", *ocean.exhaleS);
    text += fmt::format("\n  its sound       there {:.0f} % of the time", 100 * ocean.soundShare);
    if (ocean.balanceDb)
        text += fmt::format(", in {:.1f} dB {} than out", std::fabs(*ocean.balanceDb),
                            *ocean.balanceDb < 0 ? "softer" : "louder");
    text += fmt::format("\n  evenness        {:.2f} within a breath", ocean.evenness);
    if (ocean.evennessBetween)
        text += fmt::format(", {:.2f} between breaths", *ocean.evennessBetween);
    text += fmt::format("; of spectrum {:.2f}", ocean.spectralEvenness);
    if (ocean.spectralEvennessBetween)
        text += fmt::format(" and {:.2f}", *ocean.spectralEvennessBetween);
    text += fmt::format("\n  roughness       {:.2f}\n", ocean.roughness);
    return text;
}

std::string figures(const Summary& s)
{
    std::string text;
    if (s.accuracy)
        text +=
            fmt::format("  accuracy        {:.0f} % ({:.0f} to {:.0f})\n", *s.accuracy,
                        s.accuracyLow.value_or(*s.accuracy), s.accuracyHigh.value_or(*s.accuracy));
    if (s.shapeAccuracy) text += fmt::format("  shape alone     {:.0f} %\n", *s.shapeAccuracy);
    if (s.completion)
        text += fmt::format("  completion      {:.0f} of {} cycles\n",
                            *s.completion * s.cyclesPlanned, s.cyclesPlanned);
    if (s.countLengthS) text += fmt::format("  count length    {:.2f} s\n", *s.countLengthS);
    if (s.tempoSteadiness) text += fmt::format("  tempo steady    {:.0f} %\n", *s.tempoSteadiness);
    if (!s.ratio.empty()) {
        text += "  ratio          ";
        for (std::size_t i = 0; i < s.ratio.size(); ++i)
            text += fmt::format("{}{} {:.2f}", i ? " : " : " ", inWords(s.ratio[i].phase),
                                s.ratio[i].toInhale);
        text += "\n";
    }
    if (s.breathsPerMin)
        text += fmt::format("  breaths         {:.1f} a minute\n", *s.breathsPerMin);
    if (s.longestHoldS) text += fmt::format("  longest hold    {:.1f} s\n", *s.longestHoldS);
    if (s.runsPlanned > 0)
        text += fmt::format("  strokes         {} of {}\n", s.strokesHeard, s.strokesPlanned);
    if (s.strokeRatePerMin)
        text += fmt::format("  stroke rate     {:.1f} a minute\n", *s.strokeRatePerMin);
    if (s.pitchHz) text += fmt::format("  pitch           {:.1f} Hz\n", *s.pitchHz);
    if (s.humGrowthS) text += fmt::format("  hums grow by    {:+.2f} s each\n", *s.humGrowthS);
    if (s.stayS) text += fmt::format("  stay after hums {:.0f} s\n", *s.stayS);
    if (s.ocean) text += oceanFiguresInWords(*s.ocean);
    return text;
}

std::string runLine(const ReadStrokeRun& run, std::size_t index)
{
    std::string line = fmt::format("{:4}  {:>7}   {}", index + 1, clockTime(run.startS), run.count);
    if (run.targetCount) line += fmt::format(" of {}", *run.targetCount);
    line += " strokes";
    if (run.ratePerMin) line += fmt::format(", {:.1f} a minute", *run.ratePerMin);
    if (!run.pace.empty()) line += ", " + paceInWords(run.pace);
    if (run.intervalCv) line += fmt::format(", intervals within {:.0f} %", 100 * *run.intervalCv);
    if (run.strengthCvDb) line += fmt::format(", strength within {:.1f} dB", *run.strengthCvDb);
    if (run.inhaleShare)
        line += fmt::format(", inhale {:.0f} % of a stroke", 100 * *run.inhaleShare);
    if (!run.pauses.empty())
        line += ", " + plural(static_cast<int>(run.pauses.size()), "pause", "pauses");
    if (run.countConfidence < 0.8)
        line += fmt::format("; the count is {:.0f} % sure", 100 * run.countConfidence);
    return line + "\n";
}

std::string humLine(const ReadHum& hum, std::size_t index)
{
    std::string line =
        fmt::format("{:4}  {:>7}   hum {:.1f} s", index + 1, clockTime(hum.startS), hum.seconds());
    if (hum.pitchHz) line += fmt::format(", {:.1f} Hz ({})", *hum.pitchHz, hum.note);
    if (hum.centsFromTarget)
        line += fmt::format(", {:.0f} cents {} {}", std::fabs(*hum.centsFromTarget),
                            *hum.centsFromTarget < 0 ? "under" : "over",
                            hum.targetName.empty() ? fmt::format("{:.1f} Hz", *hum.targetHz).c_str()
                                                   : hum.targetName.c_str());
    if (hum.steadinessCents)
        line += fmt::format(", steady within {:.0f} cents", *hum.steadinessCents);
    if (hum.vibratoCents)
        line += fmt::format(", vibrato {:.1f} a second of {:.0f} cents", *hum.vibratoRateHz,
                            *hum.vibratoCents);
    if (!hum.breaks.empty())
        line += ", " + plural(static_cast<int>(hum.breaks.size()), "break", "breaks");
    return line + "\n";
}

// "36, 35 and 37 of 36 strokes, at 62 a minute."
std::string strokesInWords(const Reading& reading)
{
    const Summary& s = reading.summary;
    std::string text;
    for (std::size_t i = 0; i < reading.strokeRuns.size(); ++i)
        text += (i == 0                               ? ""
                 : i + 1 == reading.strokeRuns.size() ? " and "
                                                      : ", ") +
                std::to_string(reading.strokeRuns[i].count);
    const int count = static_cast<int>(reading.strokeRuns.size());
    const auto sameTarget = [&](const ReadStrokeRun& run) {
        return run.targetCount == reading.strokeRuns.front().targetCount;
    };
    if (const auto target = reading.strokeRuns.front().targetCount;
        target && std::all_of(reading.strokeRuns.begin(), reading.strokeRuns.end(), sameTarget))
        text += fmt::format(" of {}", *target);
    text += count == 1 && reading.strokeRuns[0].count == 1 ? " stroke" : " strokes";
    if (s.strokeRatePerMin) text += fmt::format(", {:.0f} a minute", *s.strokeRatePerMin);
    if (count < s.runsPlanned)
        text += fmt::format("; {} of {} runs were heard", count, s.runsPlanned);
    return text + ".";
}

std::string humsInWords(const Reading& reading)
{
    const Summary& s = reading.summary;
    const int count = static_cast<int>(reading.hums.size());
    std::string text = plural(count, "hum", "hums");
    if (s.humsPlanned > 0) text += fmt::format(" of {}", s.humsPlanned);
    if (s.humSeconds) text += fmt::format(", {:.1f} s long", *s.humSeconds);
    if (s.pitchOffCents)
        text += fmt::format(", {:.0f} cents off their pitch", *s.pitchOffCents);
    else if (s.pitchHz)
        text += fmt::format(", at {:.0f} Hz ({})", *s.pitchHz, noteName(*s.pitchHz));
    if (s.pitchSteadinessCents)
        text += fmt::format(", steady within {:.0f} cents", *s.pitchSteadinessCents);
    int broken = 0;
    for (const ReadHum& hum : reading.hums) broken += !hum.breaks.empty();
    if (broken > 0)
        text += fmt::format("; {} of them {}", broken, broken == 1 ? "breaks" : "break");
    return text + ".";
}

// "Ocean breath for 5:04, in 5.0 s, out 5.1 s; the sound was even and smooth, there for 98 % of
// it."
std::string oceanInWords(const Reading& reading)
{
    const OceanFigures& ocean = *reading.summary.ocean;
    const char* evenness = ocean.evenness > 0.75  ? "even"
                           : ocean.evenness > 0.5 ? "fairly even"
                                                  : "uneven";
    const char* smooth = ocean.roughness < 0.1    ? "smooth"
                         : ocean.roughness < 0.25 ? "a little rough"
                                                  : "rough";
    std::string text =
        (reading.plan ? "Ocean breath for " : "It sounded like an ocean breath for ") +
        clockTime(ocean.seconds) + " min";
    if (ocean.inhaleS) text += fmt::format(", in {:.1f} s", *ocean.inhaleS);
    if (ocean.exhaleS) text += fmt::format(", out {:.1f} s", *ocean.exhaleS);
    return text + fmt::format("; the sound was {} and {}, there for {:.0f} % of it.", evenness,
                              smooth, 100 * ocean.soundShare);
}

// What is said beyond the cycles, each as a sentence with a space before it.
std::string beyondCyclesInWords(const Reading& reading)
{
    std::string text;
    if (!reading.strokeRuns.empty()) text += " " + strokesInWords(reading);
    if (!reading.hums.empty()) text += " " + humsInWords(reading);
    if (reading.summary.ocean) text += " " + oceanInWords(reading);
    return text;
}

std::string withoutLeadingSpace(const std::string& text)
{
    return text.empty() ? text : text.substr(1);
}

} // namespace

std::string targetsInWords(const std::vector<Phase>& phases)
{
    std::string text;
    for (const Phase& phase : phases) {
        if (!text.empty()) text += " : ";
        if (phase.counts.open)
            text += "open";
        else if (phase.counts.isRange())
            text += shortNumber(phase.counts.min) + "-" + shortNumber(phase.counts.max);
        else
            text += shortNumber(phase.counts.min);
    }
    return text;
}

std::string clockTime(double seconds, bool withTenths)
{
    const double unit = withTenths ? 10 : 1;
    const auto ticks =
        static_cast<long>(std::floor(std::max(0.0, seconds) * unit + (withTenths ? 0.5 : 0)));
    const long whole = ticks / static_cast<long>(unit);
    std::string text = fmt::format("{}:{:02}", whole / 60, whole % 60);
    if (withTenths) text += fmt::format(".{}", ticks % 10);
    return text;
}

std::string inOneSentence(const Reading& reading)
{
    if (!reading.heardBreathing()) return "No breathing was heard in this recording.";
    const std::string beyond = beyondCyclesInWords(reading);
    const bool anyRunOrHum = !reading.strokeRuns.empty() || !reading.hums.empty();
    if (!reading.plan) {
        if (anyRunOrHum && reading.cycles.empty()) return withoutLeadingSpace(beyond);
        return freeBreathingInWords(reading) + beyond;
    }
    const Summary& s = reading.summary;
    if (s.cyclesPlanned == 0)
        return anyRunOrHum
                   ? withoutLeadingSpace(beyond)
                   : "Breathing was heard, but none of this plan's strokes. Was it another plan?";
    if (s.cyclesHeard == 0 && anyRunOrHum)
        return "None of the plan's breath cycles was heard." + beyond;
    if (s.cyclesHeard == 0)
        return "Breathing was heard, but nothing like this plan's cycles. Was it another plan?";
    if (mostlySomethingElse(reading))
        return "Most of the breathing in this recording does not fit this plan: " +
               plural(s.cyclesHeard, "cycle", "cycles") + " of " + std::to_string(s.cyclesPlanned) +
               " at most. Was it another plan?";
    const auto unheard = static_cast<int>(
        std::count_if(reading.cycles.begin(), reading.cycles.end(), hasUnheardTurn));
    const auto notComplete =
        static_cast<int>(std::count_if(reading.cycles.begin(), reading.cycles.end(),
                                       [](const ReadCycle& cycle) { return !cycle.complete; }));
    const int cutShort = notComplete - unheard;
    if (notComplete == s.cyclesHeard && unheard > 0)
        return "Breathing like this plan's was heard, but not where one breath turns into the "
               "next: nothing of it can be measured." +
               beyond;
    if (cutShort == s.cyclesHeard)
        return "The first cycle was cut short by the end of the recording." + beyond;
    std::string text = plural(s.cyclesHeard - notComplete, "cycle", "cycles");
    if (const std::string targets = sharedTargets(reading); !targets.empty())
        text += " of " + targets;
    if (s.countLengthS) text += fmt::format(" in counts of {:.2f} s", *s.countLengthS);
    const std::string kept = keptInWords(reading);
    std::string last = cutShort > 0 ? " The end of the recording cut one more short." : "";
    if (unheard > 0)
        last += fmt::format(" In {} more a turn between two breaths was not heard.", unheard);
    return text + "." + (kept.empty() ? "" : " " + kept) + last + beyond;
}

std::string percentInWords(double probability)
{
    constexpr double least = 0.1;
    return probability < least ? "under 10 %" : fmt::format("{:.0f} %", 100 * probability);
}

std::string whyUncertain(const Reading& reading)
{
    if (reading.sure) return "";
    if (reading.doubts.quick < sureProbability)
        return "The quick breaths could also be slow strokes.";
    if (reading.doubts.breath < sureProbability)
        return "Some sounds can hardly be told from breaths.";
    if (reading.doubts.strokes < sureProbability) return "The strokes are hard to count.";
    switch (heaviest(reading.doubts)) {
    case Doubts::OtherExplanations: return "The cycles could also be counted another way.";
    case Doubts::LooselyKept: return "The phases are far from their targets.";
    case Doubts::Strays: return "Many breaths belong to no cycle.";
    case Doubts::LeftOut: return "Part of the plan was not heard.";
    case Doubts::Covered: return "Speech or noise covers part of the practice.";
    case Doubts::WorstSpan: return "Some phases may be two, or hide a breath.";
    case Doubts::Blurred: return "It is hard to hear where phases begin and end.";
    }
    return "";
}

std::string uncertaintyInWords(const Reading& reading)
{
    if (reading.sure || reading.explanations.empty()) return "";
    return fmt::format("Uncertain: the chance that this reading is right is {}. {}",
                       percentInWords(reading.explanations.front().probability),
                       whyUncertain(reading));
}

std::string doubtInWords(const Reading& reading)
{
    constexpr double worthTelling = 0.1;
    std::string text = uncertaintyInWords(reading);
    if (text.empty()) return text;
    text += "\n";
    for (std::size_t i = 1; i < reading.explanations.size(); ++i)
        if (const ReadExplanation& other = reading.explanations[i];
            other.probability >= worthTelling)
            text +=
                fmt::format("  {} likely: {}\n", percentInWords(other.probability), other.differs);
    if (reading.questions.empty()) return text;
    const ReadQuestion& question = reading.questions.front();
    text += fmt::format("Listen at {} to {}: {}\n", clockTime(question.startS, true),
                        clockTime(question.endS, true), question.text);
    for (const ReadQuestion::Answer& answer : question.answers) {
        text += fmt::format("  --answer {:11} {}", answer.word, answer.text);
        if (answer.accuracy) text += fmt::format(": accuracy {:.0f} %", *answer.accuracy);
        text += answer.sure ? ", certain then\n" : "\n";
    }
    text += fmt::format("  --answer {:11} I can't tell\n", cannotTellWord);
    return text;
}

std::string readableSummary(const Reading& reading)
{
    const RecordingInfo& rec = reading.recording;
    std::string text = rec.file + "\n" + inOneSentence(reading) + "\n" + doubtInWords(reading) +
                       "\n" + figures(reading.summary);
    if (!reading.cycles.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.cycles.size(); ++i) text += cycleLine(reading.cycles[i], i);
    if (!reading.strokeRuns.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.strokeRuns.size(); ++i)
        text += runLine(reading.strokeRuns[i], i);
    if (!reading.hums.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.hums.size(); ++i) text += humLine(reading.hums[i], i);
    if (const auto notes = notesOn(reading); !notes.empty()) {
        text += "\n";
        for (const Note& note : notes)
            text += fmt::format("  {:>7} ", note.atS ? clockTime(*note.atS).c_str() : "") +
                    note.text + "\n";
    }
    text += fmt::format(
        "\n  {} long, {} Hz, {}; {} sound", clockTime(rec.durationSeconds), rec.sampleRateHz,
        rec.channels == 1 ? "mono" : plural(rec.channels, "channel", "channels").c_str(),
        toWord(reading.quality.verdict));
    if (reading.quality.breathToNoiseDb)
        text += fmt::format(", breath {:.0f} dB over the room", *reading.quality.breathToNoiseDb);
    text += "\n";
    for (const std::string& line : reading.quality.advice) text += "  " + line + "\n";
    return text;
}

} // namespace layakari
