// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/summary_page.hpp"

#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/measure/keeping.hpp"
#include "core/plan/plan_words.hpp"
#include "core/report/notes.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"

#include <cmath>
#include <fmt/format.h>

namespace layakari {

namespace {

// Figures under one another: what each is called, then its value.
class Figures {
public:
    void add(const std::string& id, const Arguments& arguments)
    {
        m_rows.push_back({say("figure." + id), say("value." + id, arguments)});
    }
    void add(const std::string& id, const std::optional<double>& value)
    {
        if (value) add(id, {{"value", *value}});
    }

    std::string text() const
    {
        std::size_t widest = 0;
        for (const auto& [name, value] : m_rows) widest = std::max(widest, lettersIn(name));
        std::string text;
        for (const auto& [name, value] : m_rows)
            text += fmt::format("  {}{:{}}{}\n", name, "", widest - lettersIn(name) + 2, value);
        return text;
    }

private:
    std::vector<std::pair<std::string, std::string>> m_rows;
};

void addOcean(Figures& figures, const OceanFigures& ocean)
{
    figures.add("ocean",
                {{"duration", durationInWords(ocean.seconds)}, {"breaths", ocean.breaths}});
    figures.add("ocean-inhale", ocean.inhaleS);
    figures.add("ocean-exhale", ocean.exhaleS);
    figures.add("ocean-sound", {{"share", 100 * ocean.soundShare}});
    if (ocean.balanceDb)
        figures.add("ocean-balance", {{"db", std::fabs(*ocean.balanceDb)},
                                      {"inhale", *ocean.balanceDb < 0 ? "softer" : "louder"}});
    figures.add("ocean-evenness", {{"within", ocean.evenness},
                                   {"hasBetween", ocean.evennessBetween ? "yes" : "no"},
                                   {"between", ocean.evennessBetween.value_or(0)}});
    figures.add("ocean-spectrum", {{"within", ocean.spectralEvenness},
                                   {"hasBetween", ocean.spectralEvennessBetween ? "yes" : "no"},
                                   {"between", ocean.spectralEvennessBetween.value_or(0)}});
    figures.add("ocean-roughness", {{"value", ocean.roughness}});
}

std::string ratioInWords(const std::vector<Summary::Ratio>& ratio)
{
    std::string text;
    for (const Summary::Ratio& r : ratio)
        text += (text.empty() ? "" : " : ") +
                say("value.ratio", {{"phase", phaseWords.of(r.phase)}, {"ratio", r.toInhale}});
    return text;
}

std::string figuresOf(const Summary& s)
{
    Figures figures;
    if (s.accuracy)
        figures.add("accuracy", {{"value", *s.accuracy},
                                 {"low", s.accuracyLow.value_or(*s.accuracy)},
                                 {"high", s.accuracyHigh.value_or(*s.accuracy)}});
    figures.add("shape-accuracy", s.shapeAccuracy);
    if (s.completion)
        figures.add("completed", {{"done", std::lround(*s.completion * s.cyclesPlanned)},
                                  {"planned", s.cyclesPlanned}});
    figures.add("count-length", s.countLengthS);
    figures.add("tempo-steadiness", s.tempoSteadiness);
    if (!s.ratio.empty()) figures.add("ratios", {{"ratios", ratioInWords(s.ratio)}});
    figures.add("breath-rate", s.breathsPerMin);
    figures.add("longest-hold", s.longestHoldS);
    if (s.runsPlanned > 0)
        figures.add("strokes", {{"heard", s.strokesHeard}, {"planned", s.strokesPlanned}});
    figures.add("stroke-rate", s.strokeRatePerMin);
    figures.add("pitch", s.pitchHz);
    figures.add("hum-growth", s.humGrowthS);
    figures.add("stay", s.stayS);
    if (s.ocean) addOcean(figures, *s.ocean);
    return figures.text();
}

// The parts of a line, with a comma between them.
std::string line(std::size_t index, double startS, const std::vector<std::string>& parts)
{
    std::string text = fmt::format("{:4}  {:>7}   ", index + 1, clockTime(startS));
    for (const std::string& part : parts) text += (&part == &parts.front() ? "" : ", ") + part;
    return text + "\n";
}

std::string cycleLine(const ReadCycle& cycle, std::size_t index)
{
    std::vector<std::string> parts;
    for (const ReadCycle::Kept& kept : cycle.phases) {
        const Keeping keeping = keepingOf(kept);
        parts.push_back(say("line.phase", {{"phase", phaseWords.of(kept.phase)},
                                           {"known", isUnheard(kept) ? "nothing"
                                                     : kept.counts   ? "counts"
                                                                     : "seconds"},
                                           {"counts", kept.counts.value_or(0)},
                                           {"seconds", kept.seconds},
                                           {"verdict", keeping == Keeping::Short  ? "short"
                                                       : keeping == Keeping::Long ? "long"
                                                                                  : "none"}}));
    }
    if (cycle.accuracy) parts.push_back(say("percent", {{"percent", *cycle.accuracy}}));
    if (cycle.extra) parts.push_back(say("line.extra"));
    if (hasUnheardTurn(cycle))
        parts.push_back(say("line.turn-not-heard"));
    else if (!cycle.complete)
        parts.push_back(say("line.cut-short"));
    return line(index, cycle.startS, parts);
}

std::string runLine(const ReadStrokeRun& run, std::size_t index)
{
    constexpr double sureCount = 0.8;
    std::vector<std::string> parts{
        say("line.strokes", {{"strokes", run.count}, {"target", run.targetCount.value_or(0)}})};
    const auto add = [&](const char* id, const std::optional<double>& value) {
        if (value) parts.push_back(say(id, {{"value", *value}}));
    };
    add("line.stroke-rate", run.ratePerMin);
    if (!run.pace.empty()) parts.push_back(say("line.pace", {{"pace", run.pace}}));
    if (run.intervalCv) add("line.intervals", 100 * *run.intervalCv);
    add("line.strength", run.strengthCvDb);
    if (run.inhaleShare) add("line.inhale-share", 100 * *run.inhaleShare);
    if (!run.pauses.empty()) add("line.pauses", static_cast<double>(run.pauses.size()));
    if (run.countConfidence < sureCount) add("line.count-certain", 100 * run.countConfidence);
    return line(index, run.startS, parts);
}

std::string humLine(const ReadHum& hum, std::size_t index)
{
    std::vector<std::string> parts{say("line.hum", {{"seconds", hum.seconds()}})};
    if (hum.pitchHz)
        parts.push_back(say("line.pitch", {{"hertz", *hum.pitchHz}, {"note", hum.note}}));
    if (hum.centsFromTarget)
        parts.push_back(say("line.cents", {{"cents", std::fabs(*hum.centsFromTarget)},
                                           {"where", *hum.centsFromTarget < 0 ? "below" : "above"},
                                           {"named", hum.targetName.empty() ? "no" : "yes"},
                                           {"target", hum.targetName},
                                           {"hertz", hum.targetHz.value_or(0)}}));
    if (hum.steadinessCents) parts.push_back(say("line.steady", {{"cents", *hum.steadinessCents}}));
    if (hum.vibratoCents)
        parts.push_back(say("line.vibrato", {{"rate", hum.vibratoRateHz.value_or(0)},
                                             {"cents", *hum.vibratoCents}}));
    if (!hum.breaks.empty()) parts.push_back(say("line.breaks", {{"breaks", hum.breaks.size()}}));
    return line(index, hum.startS, parts);
}

std::string notesInLines(const Reading& reading)
{
    std::string text;
    for (const Note& note : notesOn(reading))
        text += fmt::format("  {:>7} ", note.atS ? clockTime(*note.atS) : "") + note.text + "\n";
    return text.empty() ? "" : "\n" + text;
}

std::string recordingInWords(const Reading& reading)
{
    const RecordingInfo& rec = reading.recording;
    const Quality& quality = reading.quality;
    std::string text = "\n  " +
                       say("line.recording", {{"duration", durationInWords(rec.durationSeconds)},
                                              {"rate", rec.sampleRateHz},
                                              {"channels", rec.channels},
                                              {"quality", toWord(quality.verdict)},
                                              {"hasBreath", quality.breathToNoiseDb ? "yes" : "no"},
                                              {"db", quality.breathToNoiseDb.value_or(0)}}) +
                       "\n";
    for (const Message& advice : quality.advice) text += "  " + say(advice) + "\n";
    return text;
}

} // namespace

std::string readableSummary(const Reading& reading)
{
    std::string text = reading.recording.file + "\n" + inOneSentence(reading) + "\n" +
                       doubtInWords(reading) + "\n" + figuresOf(reading.summary);
    if (!reading.cycles.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.cycles.size(); ++i) text += cycleLine(reading.cycles[i], i);
    if (!reading.strokeRuns.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.strokeRuns.size(); ++i)
        text += runLine(reading.strokeRuns[i], i);
    if (!reading.hums.empty()) text += "\n";
    for (std::size_t i = 0; i < reading.hums.size(); ++i) text += humLine(reading.hums[i], i);
    return text + notesInLines(reading) + recordingInWords(reading);
}

} // namespace layakari
