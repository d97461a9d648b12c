// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/sentence.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/text.hpp"
#include "core/measure/keeping.hpp"
#include "core/report/notes.hpp"

#include <cmath>
#include <map>

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
    return how + format(" in %d of %d cycles", off, all);
}

std::string keptInWords(const Reading& reading)
{
    std::map<PhaseKind, Tally> tallies;
    for (std::size_t i = 0; i < reading.cycles.size(); ++i)
        for (const ReadCycle::Kept& kept : reading.cycles[i].phases) {
            const Keeping keeping = keepingOf(kept);
            if (keeping == Keeping::Unscored) continue;
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
    std::string text;
    if (!kept.empty() && rest.empty() && kept.size() > 1) {
        text = "All phases were kept";
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
                       format(", %.1f a minute", *reading.summary.breathsPerMin);
    for (const Summary::Ratio& r : reading.summary.ratio)
        if (r.phase == PhaseKind::Exhale)
            text += format(". The exhale is %.1f times as long as the inhale", r.toInhale);
    return text + ".";
}

// More breaths outside the cycles than in them, and cycles missing at that.
bool mostlySomethingElse(const Reading& reading)
{
    int inside = 0;
    int outside = 0;
    for (const ReadPhase& p : reading.phases)
        if (p.kind == ReadKind::Inhale || p.kind == ReadKind::Exhale)
            ++(p.cycle ? inside : outside);
    return reading.summary.completion.value_or(1) < 0.75 && outside > inside;
}

std::string cycleLine(const ReadCycle& cycle, std::size_t index)
{
    std::string line = format("%4zu  %7s ", index + 1, clockTime(cycle.startS).c_str());
    for (const ReadCycle::Kept& kept : cycle.phases) {
        if (kept.counts)
            line += format("  %s %.1f", inWords(kept.phase), *kept.counts);
        else
            line += format("  %s %.1f s", inWords(kept.phase), kept.seconds);
        const Keeping keeping = keepingOf(kept);
        if (keeping == Keeping::Short) line += " (short)";
        if (keeping == Keeping::Long) line += " (long)";
    }
    if (cycle.accuracy) line += format("   %.0f", *cycle.accuracy);
    if (cycle.extra) line += "   one more than planned";
    return line + "\n";
}

std::string figures(const Summary& s)
{
    std::string text;
    if (s.accuracy)
        text += format("  accuracy        %.0f of 100 (%.0f to %.0f)\n", *s.accuracy,
                       s.accuracyLow.value_or(*s.accuracy), s.accuracyHigh.value_or(*s.accuracy));
    if (s.shapeAccuracy) text += format("  shape alone     %.0f of 100\n", *s.shapeAccuracy);
    if (s.completion)
        text += format("  completion      %.0f of %d cycles\n", *s.completion * s.cyclesPlanned,
                       s.cyclesPlanned);
    if (s.countLengthS) text += format("  count length    %.2f s\n", *s.countLengthS);
    if (s.tempoSteadiness) text += format("  tempo steady    %.0f of 100\n", *s.tempoSteadiness);
    if (!s.ratio.empty()) {
        text += "  ratio          ";
        for (std::size_t i = 0; i < s.ratio.size(); ++i)
            text += format("%s%s %.2f", i ? " : " : " ", inWords(s.ratio[i].phase),
                           s.ratio[i].toInhale);
        text += "\n";
    }
    if (s.breathsPerMin) text += format("  breaths         %.1f a minute\n", *s.breathsPerMin);
    if (s.longestHoldS) text += format("  longest hold    %.1f s\n", *s.longestHoldS);
    return text;
}

bool asksForWhatIsNotReadYet(const Plan& plan)
{
    for (const PlannedStep& step : unfold(plan)) {
        if (std::holds_alternative<const Strokes*>(step.content)) return true;
        if (!step.cycle()) continue;
        for (const Phase& phase : step.cycle()->phases)
            if (phase.sound == PhaseSound::Hum) return true;
    }
    return false;
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
    std::string text = format("%ld:%02ld", whole / 60, whole % 60);
    if (withTenths) text += format(".%ld", ticks % 10);
    return text;
}

std::string inOneSentence(const Reading& reading)
{
    if (!reading.heardBreathing()) return "No breathing was heard in this recording.";
    if (!reading.plan) return freeBreathingInWords(reading);
    const Summary& s = reading.summary;
    if (s.cyclesPlanned == 0)
        return "Breathing was heard, but this plan has no breath cycles, and strokes cannot be "
               "read yet.";
    if (s.cyclesHeard == 0)
        return "Breathing was heard, but nothing like this plan's cycles. Was it another plan?";
    if (mostlySomethingElse(reading))
        return "Most of the breathing in this recording does not fit this plan: " +
               plural(s.cyclesHeard, "cycle", "cycles") + " of " + std::to_string(s.cyclesPlanned) +
               " at most. Was it another plan?";
    std::string text = plural(s.cyclesHeard, "cycle", "cycles");
    if (const std::string targets = sharedTargets(reading); !targets.empty())
        text += " of " + targets;
    if (s.countLengthS) text += format(" in counts of %.2f s", *s.countLengthS);
    const std::string kept = keptInWords(reading);
    return text + "." + (kept.empty() ? "" : " " + kept);
}

std::string readableSummary(const Reading& reading)
{
    const RecordingInfo& rec = reading.recording;
    std::string text = rec.file + "\n" + inOneSentence(reading) + "\n\n" + figures(reading.summary);
    if (!reading.cycles.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.cycles.size(); ++i) text += cycleLine(reading.cycles[i], i);
    if (const auto notes = notesOn(reading); !notes.empty()) {
        text += "\n";
        for (const Note& note : notes)
            text +=
                format("  %7s ", note.atS ? clockTime(*note.atS).c_str() : "") + note.text + "\n";
    }
    text += format("\n  %s long, %d Hz, %s; %s sound", clockTime(rec.durationSeconds).c_str(),
                   rec.sampleRateHz,
                   rec.channels == 1 ? "mono" : plural(rec.channels, "channel", "channels").c_str(),
                   toWord(reading.quality.verdict));
    if (reading.quality.breathToNoiseDb)
        text += format(", breath %.0f dB over the room", *reading.quality.breathToNoiseDb);
    text += "\n";
    for (const std::string& line : reading.quality.advice) text += "  " + line + "\n";
    if (reading.plan && asksForWhatIsNotReadYet(*reading.plan))
        text += "  This plan has strokes or hums, whose count and pitch cannot be read yet.\n";
    return text;
}

} // namespace layakari
