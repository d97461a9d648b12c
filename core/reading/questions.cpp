// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/questions.hpp"

#include "core/align/alignment.hpp"
#include "core/reading/reading.hpp"

#include <algorithm>
#include <cmath>
#include <functional>

namespace layakari {

namespace {

using About = ReadQuestion::About;

// Of a doubt that is less, nothing is asked.
constexpr double leastDoubt = 0.02;

struct Asked {
    ReadQuestion question;
    double doubt = 0; // the probability that the reading has it wrong
};

// Whether it may still be asked of what lies there: nobody has said that they can't tell.
using IsOpen = std::function<bool(double startS, double endS)>;

double massOf(const std::vector<LikelyAlignment>& alignments)
{
    double sum = 0;
    for (const LikelyAlignment& a : alignments) sum += a.probability;
    return sum;
}

Correction renamed(double atS, Correction::Name name)
{
    return {Correction::Kind::Rename, atS, 0, name};
}

bool isBreath(const Heard& heard, const NamedSpan& named)
{
    return heard.spans[named.span].kind == HeardSpan::Kind::Breath;
}

// Asked of the breath that is most plainly of its kind, and long enough to be listened to.
std::optional<Asked> askWayRound(const Heard& heard, const std::vector<LikelyAlignment>& alignments,
                                 const IsOpen& isOpen)
{
    constexpr double enoughS = 3;
    const Alignment& best = alignments.front().alignment;
    double same = 0;
    for (const LikelyAlignment& a : alignments)
        if (a.alignment.aIsInhale == best.aIsInhale) same += a.probability;
    const HeardSpan* plainest = nullptr;
    double mostPlain = -1;
    for (const NamedSpan& named : best.spans) {
        const HeardSpan& span = heard.spans[named.span];
        if (!isBreath(heard, named) || named.role == Role::Outside ||
            span.said != HeardSpan::Said::Nothing || !isOpen(span.startS, span.endS))
            continue;
        const double plain = std::fabs(2 * span.isFirstKind - 1) * span.isBreath *
                             std::min(1.0, span.seconds() / enoughS);
        if (plain <= mostPlain) continue;
        mostPlain = plain;
        plainest = &span;
    }
    if (!plainest) return std::nullopt;
    const double middle = (plainest->startS + plainest->endS) / 2;
    return Asked{{About::WayRound,
                  plainest->startS,
                  plainest->endS,
                  {"ask.inhale-or-exhale"},
                  {{"inhale", {"answer.inhale"}, renamed(middle, Correction::Name::Inhale)},
                   {"exhale", {"answer.exhale"}, renamed(middle, Correction::Name::Exhale)}}},
                 1 - same / massOf(alignments)};
}

// How probably each span is part of a cycle.
std::vector<double> practised(const Heard& heard, const std::vector<LikelyAlignment>& alignments)
{
    std::vector<double> probability(heard.spans.size(), 0.0);
    const double all = massOf(alignments);
    for (const LikelyAlignment& a : alignments)
        for (const NamedSpan& named : a.alignment.spans)
            if (named.cycle) probability[named.span] += a.probability / all;
    return probability;
}

// Asked of all breaths in a row that are as doubtful, around the one that is most so. Where no
// cycle was found it was another plan, and no breath of it tells.
std::optional<Asked> askPractising(const Heard& heard,
                                   const std::vector<LikelyAlignment>& alignments,
                                   const IsOpen& isOpen)
{
    const std::vector<double> probability = practised(heard, alignments);
    const auto doubt = [&](std::size_t span) {
        return std::min(probability[span], 1 - probability[span]);
    };
    if (alignments.front().alignment.cycles.empty()) return std::nullopt;
    const std::vector<NamedSpan>& spans = alignments.front().alignment.spans;
    std::optional<std::size_t> most;
    for (std::size_t i = 0; i < spans.size(); ++i)
        if (isBreath(heard, spans[i]) &&
            heard.spans[spans[i].span].saidPart == HeardSpan::Part::Nothing &&
            isOpen(heard.spans[spans[i].span].startS, heard.spans[spans[i].span].endS) &&
            (!most || doubt(spans[i].span) > doubt(spans[*most].span)))
            most = i;
    if (!most) return std::nullopt;
    const double doubtful = doubt(spans[*most].span);
    std::size_t first = *most;
    std::size_t last = *most;
    const auto alsoDoubtful = [&](std::size_t i) { return doubt(spans[i].span) >= doubtful / 2; };
    while (first > 0 && alsoDoubtful(first - 1)) --first;
    while (last + 1 < spans.size() && alsoDoubtful(last + 1)) ++last;
    while (!isBreath(heard, spans[first])) ++first;
    while (!isBreath(heard, spans[last])) --last;
    const double startS = heard.spans[spans[first].span].startS;
    const double endS = heard.spans[spans[last].span].endS;
    const auto anyCycle = [&](std::size_t from, std::size_t to) {
        return std::any_of(spans.begin() + static_cast<std::ptrdiff_t>(from),
                           spans.begin() + static_cast<std::ptrdiff_t>(to),
                           [](const NamedSpan& named) { return named.cycle.has_value(); });
    };
    const char* text = !anyCycle(0, first)                 ? "ask.had-begun"
                       : !anyCycle(last + 1, spans.size()) ? "ask.still-going-on"
                                                           : "ask.part-of-practice";
    return Asked{
        {About::Practising,
         startS,
         endS,
         {text},
         {{"practice", {"answer.yes"}, {Correction::Kind::MarkPractice, startS, endS}},
          {"rest", {"answer.natural-breathing"}, {Correction::Kind::MarkRest, startS, endS}}}},
        doubtful};
}

// Asked of the practised breath that is the least surely one.
std::optional<Asked> askBreath(const Heard& heard, const std::vector<LikelyAlignment>& alignments,
                               const IsOpen& isOpen)
{
    const HeardSpan* least = nullptr;
    for (const NamedSpan& named : alignments.front().alignment.spans) {
        const HeardSpan& span = heard.spans[named.span];
        if (isBreath(heard, named) && named.role == Role::Practice && !span.corrected &&
            isOpen(span.startS, span.endS) && (!least || span.isBreath < least->isBreath))
            least = &span;
    }
    if (!least) return std::nullopt;
    const double middle = (least->startS + least->endS) / 2;
    return Asked{{About::Breath,
                  least->startS,
                  least->endS,
                  {"ask.breath"},
                  {{"inhale", {"answer.inhale"}, renamed(middle, Correction::Name::Inhale)},
                   {"exhale", {"answer.exhale"}, renamed(middle, Correction::Name::Exhale)},
                   {"nothing", {"answer.no-breath"}, renamed(middle, Correction::Name::Nothing)}}},
                 1 - least->isBreath};
}

std::optional<Asked> askStrokes(const std::optional<QuickBreaths::Stretch>& undecided,
                                const IsOpen& isOpen)
{
    constexpr double enoughS = 15; // to hear which they are
    if (!undecided) return std::nullopt;
    const auto& [startS, endS] = *undecided;
    const double heardUntilS = std::min(endS, startS + enoughS);
    if (!isOpen(startS, heardUntilS)) return std::nullopt;
    return Asked{{About::Strokes,
                  startS,
                  heardUntilS,
                  {"ask.breaths-or-strokes"},
                  {{"breaths", {"answer.breaths"}, {Correction::Kind::MarkBreaths, startS, endS}},
                   {"strokes", {"answer.strokes"}, {Correction::Kind::MarkStrokes, startS, endS}}}},
                 1 - Doubts::eitherWay};
}

} // namespace

std::optional<Correction> correctionBy(const ReadQuestion& question, const std::string& word)
{
    if (word == cannotTellWord) return cannotTell(question);
    for (const ReadQuestion::Answer& answer : question.answers)
        if (answer.word == word) return answer.correction;
    return std::nullopt;
}

Correction cannotTell(const ReadQuestion& question)
{
    return {.kind = Correction::Kind::CannotTell,
            .atS = question.startS,
            .toS = question.endS,
            .isAnswer = true};
}

std::vector<ReadQuestion> questionsOn(const Heard& heard,
                                      const std::vector<LikelyAlignment>& alignments,
                                      const std::optional<QuickBreaths::Stretch>& undecided,
                                      const std::vector<Correction>& said)
{
    const auto answered = static_cast<std::size_t>(
        std::count_if(said.begin(), said.end(), [](const Correction& c) { return c.isAnswer; }));
    const IsOpen isOpen = [&](double startS, double endS) {
        const double middle = (startS + endS) / 2;
        return std::none_of(said.begin(), said.end(), [&](const Correction& c) {
            return c.kind == Correction::Kind::CannotTell && middle >= c.atS && middle < c.toS;
        });
    };
    std::vector<Asked> asked;
    for (const auto& ask :
         {askWayRound(heard, alignments, isOpen), askPractising(heard, alignments, isOpen),
          askBreath(heard, alignments, isOpen), askStrokes(undecided, isOpen)})
        if (ask && ask->doubt >= leastDoubt) asked.push_back(*ask);
    std::stable_sort(asked.begin(), asked.end(),
                     [](const Asked& a, const Asked& b) { return a.doubt > b.doubt; });
    std::vector<ReadQuestion> questions;
    for (Asked& ask : asked) {
        if (answered + questions.size() >= mostQuestions) break;
        for (ReadQuestion::Answer& answer : ask.question.answers) answer.correction.isAnswer = true;
        questions.push_back(std::move(ask.question));
    }
    return questions;
}

} // namespace layakari
