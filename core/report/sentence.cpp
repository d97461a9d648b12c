// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/sentence.hpp"

#include "core/base/checked_json.hpp"
#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/measure/keeping.hpp"
#include "core/plan/plan_words.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <utility>

namespace layakari {

namespace {

// Whole sentences, one after another.
class Sentences {
public:
    Sentences& add(const std::string& id, const Arguments& arguments = {})
    {
        m_text += (m_text.empty() ? "" : " ") + capitalised(say(id, arguments));
        return *this;
    }

    const std::string& text() const { return m_text; }

private:
    std::string m_text;
};

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
        return static_cast<int>(std::count(byCycle.begin(), byCycle.end(), wanted));
    }
    int all() const { return static_cast<int>(byCycle.size()); }
    Keeping worse() const
    {
        return count(Keeping::Short) >= count(Keeping::Long) ? Keeping::Short : Keeping::Long;
    }
    int off() const { return count(worse()); }
    // One cycle in five that is off is told by its own row, not by the sentence, and so is a single
    // one of four.
    bool isOnTarget() const { return off() * 5 <= all() || (off() == 1 && all() == 4); }
};

using Tallies = std::map<PhaseKind, Tally>;

Tallies tallied(const Reading& reading)
{
    Tallies tallies;
    for (std::size_t i = 0; i < reading.cycles.size(); ++i)
        for (const ReadCycle::Kept& kept : reading.cycles[i].phases) {
            const Keeping keeping = keepingOf(kept);
            if (keeping == Keeping::Unscored || !reading.cycles[i].complete) continue;
            tallies[kept.phase].byCycle.push_back(keeping);
            tallies[kept.phase].cycle.push_back(i);
        }
    return tallies;
}

// "Exhales were short from cycle 4 on", "... in 3 of 8 cycles", "... every time".
void addVerdictOn(Sentences& text, PhaseKind kind, const Tally& tally)
{
    const Keeping worse = tally.worse();
    const int off = tally.off();
    Arguments arguments{{"phase", phaseWords.of(kind)},
                        {"how", worse == Keeping::Short ? "short" : "long"},
                        {"off", off},
                        {"all", tally.all()}};
    if (off == tally.all()) {
        text.add(off == 1 ? "verdict.once" : "verdict.every-time", arguments);
        return;
    }
    std::size_t firstOff = 0;
    while (tally.byCycle[firstOff] != worse) ++firstOff;
    const int after = tally.all() - static_cast<int>(firstOff);
    if (firstOff > 0 && off * 5 >= after * 4 && after >= 2) {
        arguments.insert({"cycle", tally.cycle[firstOff] + 1});
        text.add("verdict.from", arguments);
    } else {
        text.add("verdict.some", arguments);
    }
}

enum class OnTarget { Named, Unnamed };

// What was on target, and what was not. Where something else was the practice, as in hums, only
// what was not on target is worth a word.
void addVerdicts(Sentences& text, const Tallies& tallies, OnTarget named)
{
    const bool isOnce = std::all_of(tallies.begin(), tallies.end(),
                                    [](const auto& tally) { return tally.second.all() == 1; });
    std::vector<std::string> onTarget;
    int off = 0;
    for (const auto& [kind, tally] : tallies) {
        off += tally.count(Keeping::Short) + tally.count(Keeping::Long);
        if (tally.isOnTarget())
            onTarget.push_back(
                say(isOnce ? "phase.the" : "phase.all", {{"phase", phaseWords.of(kind)}}));
    }
    if (named == OnTarget::Named && onTarget.size() == tallies.size() && onTarget.size() > 1)
        text.add(off > 0 ? "verdict.nearly-all" : "verdict.all");
    else if (named == OnTarget::Named && !onTarget.empty())
        text.add("verdict.on-target",
                 {{"phases", onTarget}, {"howMany", isOnce && onTarget.size() == 1 ? 1 : 2}});
    for (const auto& [kind, tally] : tallies)
        if (!tally.isOnTarget()) addVerdictOn(text, kind, tally);
}

void addFreeBreathing(Sentences& text, const Reading& reading)
{
    if (!reading.summary.breathsPerMin) {
        text.add("reading.no-complete-breath");
        return;
    }
    text.add("reading.free",
             {{"breaths", reading.summary.cyclesHeard}, {"rate", *reading.summary.breathsPerMin}});
    for (const Summary::Ratio& r : reading.summary.ratio)
        if (r.phase == PhaseKind::Exhale) text.add("reading.exhale-ratio", {{"ratio", r.toInhale}});
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

// "3 rounds, 36 strokes each at 60 per minute."
void addStrokes(Sentences& text, const Reading& reading)
{
    const Summary& s = reading.summary;
    const std::vector<ReadStrokeRun>& runs = reading.strokeRuns;
    if (runs.empty()) return;
    std::vector<std::string> counts;
    std::set<int> different;
    std::set<std::optional<int>> targets;
    for (const ReadStrokeRun& run : runs) {
        counts.push_back(std::to_string(run.count));
        different.insert(run.count);
        targets.insert(run.targetCount);
    }
    const bool hasTarget = targets.size() == 1 && *targets.begin();
    const bool isMet = hasTarget && different.size() == 1 && **targets.begin() == runs[0].count;
    text.add(different.size() == 1 ? "reading.strokes.even" : "reading.strokes.uneven",
             {{"runs", runs.size()},
              {"strokes", runs[0].count},
              {"counts", counts},
              {"target", hasTarget && !isMet ? targets.begin()->value() : 0},
              {"hasRate", s.strokeRatePerMin ? "yes" : "no"},
              {"rate", s.strokeRatePerMin.value_or(0)}});
    if (static_cast<int>(runs.size()) < s.runsPlanned)
        text.add("reading.strokes.runs-missing",
                 {{"heard", runs.size()}, {"planned", s.runsPlanned}});
}

// "24, 25 and 27 s", or "12 to 14 s" where there are more than three.
std::string lengthsInWords(const std::vector<double>& seconds)
{
    constexpr std::size_t mostListed = 3;
    if (seconds.size() <= mostListed) {
        std::vector<std::string> all;
        for (const double s : seconds) all.push_back(say("number.whole", {{"number", s}}));
        return say("seconds.list", {{"seconds", all}});
    }
    const auto [low, high] = std::minmax_element(seconds.begin(), seconds.end());
    return say(std::lround(*low) == std::lround(*high) ? "seconds.one" : "seconds.range",
               {{"low", *low}, {"high", *high}});
}

// Of composite rounds: how long was held.
void addHolds(Sentences& text, const Reading& reading)
{
    std::map<PhaseKind, std::vector<double>> holds;
    for (const ReadCycle& cycle : reading.cycles)
        for (const ReadCycle::Kept& kept : cycle.phases)
            if (isHold(kept.phase) && cycle.complete) holds[kept.phase].push_back(kept.seconds);
    if (holds.empty()) return;
    const bool full = holds.count(PhaseKind::HoldFull) > 0;
    const bool empty = holds.count(PhaseKind::HoldEmpty) > 0;
    text.add(full && empty ? "reading.holds.both"
             : full        ? "reading.holds.full"
                           : "reading.holds.empty",
             {{"full", full ? lengthsInWords(holds[PhaseKind::HoldFull]) : ""},
              {"empty", empty ? lengthsInWords(holds[PhaseKind::HoldEmpty]) : ""},
              {"holds", reading.cycles.size()}});
}

// "40 hums, 12 s on average, within 6 cents of Sa and Re. Five were interrupted."
void addHums(Sentences& text, const Reading& reading)
{
    const Summary& s = reading.summary;
    if (reading.hums.empty()) return;
    std::vector<std::string> targets;
    int interrupted = 0;
    for (const ReadHum& hum : reading.hums) {
        interrupted += !hum.breaks.empty();
        if (!hum.targetName.empty() &&
            std::find(targets.begin(), targets.end(), hum.targetName) == targets.end())
            targets.push_back(hum.targetName);
    }
    const auto heard = static_cast<int>(reading.hums.size());
    const char* pitch = s.pitchOffCents && !targets.empty() ? "targets"
                        : s.pitchOffCents                   ? "target"
                        : s.pitchHz                         ? "hertz"
                                                            : "none";
    text.add("reading.hums", {{"hums", heard},
                              {"missing", std::max(0, s.humsPlanned - heard)},
                              {"planned", s.humsPlanned},
                              {"seconds", s.humSeconds.value_or(0)},
                              {"pitch", pitch},
                              {"cents", s.pitchOffCents.value_or(0)},
                              {"targets", targets},
                              {"hertz", s.pitchHz.value_or(0)},
                              {"note", s.pitchHz ? noteName(*s.pitchHz) : ""}});
    if (interrupted > 0)
        text.add("reading.hums.interrupted", {{"hums", heard}, {"interrupted", interrupted}});
}

// "Ocean breath for 5 min 4 s, even and smooth, audible 98 % of the time."
void addOcean(Sentences& text, const Reading& reading)
{
    if (!reading.summary.ocean) return;
    const OceanFigures& ocean = *reading.summary.ocean;
    text.add("reading.ocean", {{"planned", reading.plan ? "yes" : "no"},
                               {"duration", durationInWords(ocean.seconds)},
                               {"evenness", ocean.evenness > 0.75  ? "even"
                                            : ocean.evenness > 0.5 ? "fairly"
                                                                   : "uneven"},
                               {"roughness", ocean.roughness < 0.1    ? "smooth"
                                             : ocean.roughness < 0.25 ? "little"
                                                                      : "rough"},
                               {"share", 100 * ocean.soundShare}});
}

void addBeyondCycles(Sentences& text, const Reading& reading)
{
    addStrokes(text, reading);
    addHums(text, reading);
    addOcean(text, reading);
}

// "6 cycles of 4 : 7 : 8, with a count of 1.38 s."
void addCycles(Sentences& text, const Reading& reading, int complete)
{
    const std::string targets = sharedTargets(reading);
    const auto& count = reading.summary.countLengthS;
    text.add("reading.cycles", {{"cycles", complete},
                                {"known", !targets.empty() && count ? "both"
                                          : !targets.empty()        ? "targets"
                                          : count                   ? "count"
                                                                    : "neither"},
                                {"targets", targets},
                                {"count", count.value_or(0)}});
}

// Why there is nothing to say of cycles; empty where there is.
std::string withoutCycles(const Reading& reading)
{
    const Summary& s = reading.summary;
    const bool anyRunOrHum = !reading.strokeRuns.empty() || !reading.hums.empty();
    Sentences text;
    if (s.cyclesPlanned == 0) {
        if (!anyRunOrHum) return text.add("reading.none-of-the-strokes").text();
        addBeyondCycles(text, reading);
    } else if (s.cyclesHeard == 0 && !anyRunOrHum) {
        text.add("reading.none-of-the-cycles");
    } else if (s.cyclesHeard == 0) {
        text.add("reading.no-breath-cycle");
        addBeyondCycles(text, reading);
    } else if (mostlySomethingElse(reading)) {
        text.add("reading.mostly-something-else",
                 {{"heard", s.cyclesHeard}, {"planned", s.cyclesPlanned}});
    }
    return text.text();
}

std::string ofCycles(const Reading& reading)
{
    const auto count = [&](const auto& is) {
        return static_cast<int>(std::count_if(reading.cycles.begin(), reading.cycles.end(),
                                              [&](const ReadCycle& cycle) { return is(cycle); }));
    };
    const int heard = reading.summary.cyclesHeard;
    const int unheard = count(hasUnheardTurn);
    const int notComplete = count([](const ReadCycle& cycle) { return !cycle.complete; });
    const int cutShort = notComplete - unheard;
    Sentences text;
    if (notComplete == heard) {
        text.add(unheard > 0 ? "reading.no-turn-heard" : "reading.ended-in-the-first");
        addBeyondCycles(text, reading);
        return text.text();
    }
    // Of hums and of composite rounds the rounds and the hums are the practice.
    const bool isHummed = static_cast<int>(reading.hums.size()) >= heard - notComplete;
    const bool isComposite = !reading.strokeRuns.empty();
    const bool isOtherFirst = isHummed || isComposite;
    if (isOtherFirst)
        addBeyondCycles(text, reading);
    else
        addCycles(text, reading, heard - notComplete);
    if (isComposite) addHolds(text, reading);
    addVerdicts(text, tallied(reading), isHummed ? OnTarget::Unnamed : OnTarget::Named);
    if (cutShort > 0) text.add("reading.one-more-cut-short");
    if (unheard > 0) text.add("reading.turns-not-heard", {{"cycles", unheard}});
    if (!isOtherFirst) addBeyondCycles(text, reading);
    return text.text();
}

} // namespace

std::string targetsInWords(const std::vector<Phase>& phases)
{
    std::string text;
    for (const Phase& phase : phases) {
        if (!text.empty()) text += " : ";
        if (phase.counts.open)
            text += say("target.open");
        else if (phase.counts.isRange())
            text += shortNumber(phase.counts.min) + "-" + shortNumber(phase.counts.max);
        else
            text += shortNumber(phase.counts.min);
    }
    return text;
}

std::string inOneSentence(const Reading& reading)
{
    Sentences text;
    if (!reading.heardBreathing()) return text.add("reading.nothing-heard").text();
    if (!reading.plan) {
        const bool anyRunOrHum = !reading.strokeRuns.empty() || !reading.hums.empty();
        if (!anyRunOrHum || !reading.cycles.empty()) addFreeBreathing(text, reading);
        addBeyondCycles(text, reading);
        return text.text();
    }
    const std::string without = withoutCycles(reading);
    return without.empty() ? ofCycles(reading) : without;
}

} // namespace layakari
