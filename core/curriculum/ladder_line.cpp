// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/curriculum/ladder.hpp"
#include "core/plan/shorthand.hpp"

#include <algorithm>
#include <cmath>
#include <functional>
#include <sstream>

namespace layakari {

namespace {

constexpr const char* howToWrite = "write for example \"from 4:4 to 8:8 by 1\", \"1:1 to 1:2 by a "
                                   "quarter\", \"10 to 40 strokes by "
                                   "5\" or \"3 to 9 cycles by 2\"";

struct Line {
    std::string from;
    std::string to;
    double step = 1;
    enum class What { Phases, Strokes, Repeats } what = What::Phases;
};

tl::unexpected<Error> refuse(const std::string& line, const std::string& cause)
{
    return fail({ErrorCode::BadArgument, "", "", "\"" + line + "\": " + cause, howToWrite});
}

std::optional<double> stepIn(const std::vector<std::string>& words)
{
    if (words.empty()) return 1;
    static const std::vector<std::pair<std::string, double>> named{
        {"one", 1},      {"two", 2},      {"a quarter", 0.25}, {"quarters", 0.25},
        {"a half", 0.5}, {"halves", 0.5}, {"five", 5},         {"ten", 10}};
    std::string text;
    for (const std::string& word : words) text += (text.empty() ? "" : " ") + word;
    for (const auto& [name, step] : named)
        if (text == name || text == "steps of " + name) return step;
    std::istringstream in(words.back());
    in.imbue(std::locale::classic());
    double step = 0;
    if (!(in >> step) || !in.eof() || !(step > 0)) return std::nullopt;
    return step;
}

std::optional<Line> parseLine(const std::string& text)
{
    std::istringstream in(text);
    std::vector<std::string> words;
    for (std::string word; in >> word;) {
        std::transform(word.begin(), word.end(), word.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        words.push_back(word);
    }
    if (!words.empty() && words[0] == "from") words.erase(words.begin());
    if (words.size() < 3 || words[1] != "to") return std::nullopt;
    Line line{words[0], words[2], 1, Line::What::Phases};
    std::size_t next = 3;
    if (next < words.size() && (words[next] == "strokes" || words[next] == "cycles" ||
                                words[next] == "hums" || words[next] == "rounds")) {
        line.what = words[next] == "strokes" ? Line::What::Strokes : Line::What::Repeats;
        ++next;
    }
    if (next < words.size() && (words[next] == "by" || words[next] == "in")) ++next;
    const auto step = stepIn({words.begin() + static_cast<std::ptrdiff_t>(next), words.end()});
    if (!step) return std::nullopt;
    line.step = *step;
    return line;
}

Cycles* firstCycles(std::vector<Part>& parts)
{
    for (Part& part : parts) {
        if (auto* cycles = std::get_if<Cycles>(&part.content)) return cycles;
        if (auto* group = std::get_if<Group>(&part.content))
            if (Cycles* inner = firstCycles(group->parts)) return inner;
    }
    return nullptr;
}

int setStrokes(std::vector<Part>& parts, int strokes)
{
    int changed = 0;
    for (Part& part : parts) {
        if (auto* run = std::get_if<Strokes>(&part.content)) {
            run->strokes = strokes;
            ++changed;
        }
        if (auto* group = std::get_if<Group>(&part.content))
            changed += setStrokes(group->parts, strokes);
    }
    return changed;
}

// Between two breaths of one shape, each phase goes from its first number to its last. A ratio
// (numbers up to 2 from 1:1) is laid over the counts of the base.
Result<std::vector<std::vector<Phase>>> phaseSteps(const std::string& text, const Line& line,
                                                   const Plan& base)
{
    const auto from = parseShorthand(line.from);
    const auto to = parseShorthand(line.to);
    if (!from || !to) return refuse(text, (from ? to.error() : from.error()).cause);
    const auto* low = std::get_if<std::vector<Phase>>(&from->content);
    const auto* high = std::get_if<std::vector<Phase>>(&to->content);
    if (!low || !high || low->size() != high->size())
        return refuse(text, "both ends must have the same phases");
    double longest = 0;
    for (std::size_t i = 0; i < low->size(); ++i) {
        if ((*low)[i].kind != (*high)[i].kind || (*low)[i].counts.open || (*high)[i].counts.open)
            return refuse(text, "both ends must have the same phases, in numbers");
        longest = std::max(longest, std::fabs((*high)[i].counts.max - (*low)[i].counts.max));
    }
    const double steps = std::floor(longest / line.step + 1e-9);
    if (steps < 1) return refuse(text, "there is no step between its two ends");
    if (steps + 1 > static_cast<double>(ladderLimits::rungs))
        return refuse(text, "that is more than " + std::to_string(ladderLimits::rungs) + " steps");
    // A ratio has an inhale of 1 at both ends: its unit is the inhale of the base.
    Plan copy = base;
    const Cycles* cycles = firstCycles(copy.parts);
    const bool isRatio = (*low)[0].counts.max == 1 && (*high)[0].counts.max == 1;
    const double unit =
        isRatio && cycles && !cycles->phases.empty() && !cycles->phases[0].counts.open
            ? cycles->phases[0].counts.max
            : 1;
    std::vector<std::vector<Phase>> rungs;
    for (int s = 0; s <= static_cast<int>(steps); ++s) {
        std::vector<Phase> phases = *low;
        for (std::size_t i = 0; i < phases.size(); ++i) {
            const double end = (*high)[i].counts.max;
            const double start = (*low)[i].counts.max;
            const double moved = std::min(std::fabs(end - start), s * line.step);
            phases[i].counts =
                TargetCounts::exactly(unit * (end >= start ? start + moved : start - moved));
        }
        rungs.push_back(std::move(phases));
    }
    return rungs;
}

} // namespace

Result<Ladder> ladderFromLine(const std::string& text, const Plan& base)
{
    const auto line = parseLine(text);
    if (!line) return refuse(text, "this is not understood");
    Ladder ladder;
    ladder.technique = base.technique;
    ladder.name = text;
    const auto addRung = [&](const std::string& name, const std::function<bool(Plan&)>& change) {
        Plan rung = base;
        rung.name = name;
        if (!change(rung)) return false;
        ladder.rungs.push_back(std::move(rung));
        return true;
    };
    if (line->what == Line::What::Phases) {
        const auto steps = phaseSteps(text, *line, base);
        if (!steps) return fail(steps.error());
        for (const std::vector<Phase>& phases : *steps) {
            std::string name = countsInShort(phases);
            std::replace(name.begin(), name.end(), '-', ':');
            const bool done = addRung(name, [&](Plan& rung) {
                Cycles* cycles = firstCycles(rung.parts);
                if (cycles) cycles->phases = writtenOver(cycles->phases, phases);
                return cycles != nullptr;
            });
            if (!done) return refuse(text, "the plan to start from has no counted breath");
        }
        return ladder;
    }
    const auto number = [](const std::string& word) {
        return !word.empty() && word.size() < 6 &&
                       word.find_first_not_of("0123456789") == std::string::npos
                   ? std::stoi(word)
                   : 0;
    };
    const int from = number(line->from);
    const int to = number(line->to);
    const int step = static_cast<int>(line->step);
    const int most = line->what == Line::What::Strokes ? planLimits::strokes : planLimits::repeat;
    if (from < 1 || to <= from || to > most || step < 1 || step != line->step)
        return refuse(text, "it must go up in whole numbers from 1 to " + std::to_string(most));
    if ((to - from) / step + 1 > static_cast<int>(ladderLimits::rungs))
        return refuse(text, "that is more than " + std::to_string(ladderLimits::rungs) + " steps");
    for (int n = from; n <= to; n += step) {
        const bool strokes = line->what == Line::What::Strokes;
        const bool done =
            addRung(std::to_string(n) + (strokes ? " strokes" : " cycles"), [&](Plan& rung) {
                if (strokes) return setStrokes(rung.parts, n) > 0;
                Cycles* cycles = firstCycles(rung.parts);
                if (cycles) cycles->repeat = n;
                return cycles != nullptr;
            });
        if (!done)
            return refuse(text, strokes ? "the plan to start from has no strokes"
                                        : "the plan to start from has no counted breath");
    }
    return ladder;
}

} // namespace layakari
