// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/uncertainty.hpp"

#include "core/language/message.hpp"
#include "core/language/times.hpp"

#include <fmt/format.h>

namespace layakari {

namespace {

const char* mostUncertain(const Doubts& doubts)
{
    if (doubts.quick < sureProbability) return "uncertain.quick";
    if (doubts.breath < sureProbability) return "uncertain.breath";
    if (doubts.strokes < sureProbability) return "uncertain.strokes";
    switch (heaviest(doubts)) {
    case Doubts::OtherExplanations: return "uncertain.other-explanations";
    case Doubts::LooselyKept: return "uncertain.far-from-targets";
    case Doubts::Strays: return "uncertain.strays";
    case Doubts::LeftOut: return "uncertain.left-out";
    case Doubts::Covered: return "uncertain.covered";
    case Doubts::WorstSpan: return "uncertain.worst-phase";
    case Doubts::Blurred: break;
    }
    return "uncertain.blurred";
}

std::string answerLine(const std::string& word, const std::string& text)
{
    return fmt::format("  --answer {:11} {}\n", word, text);
}

} // namespace

std::string percentInWords(double probability)
{
    constexpr double least = 0.1;
    return probability < least ? say("percent.under", {{"percent", 100 * least}})
                               : say("percent", {{"percent", 100 * probability}});
}

std::string whyUncertain(const Reading& reading)
{
    return reading.sure ? "" : say(mostUncertain(reading.doubts));
}

std::string uncertaintyInWords(const Reading& reading)
{
    if (reading.sure || reading.explanations.empty()) return "";
    return say("uncertain.chance",
               {{"chance", percentInWords(reading.explanations.front().probability)}}) +
           " " + whyUncertain(reading);
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
            text += "  " +
                    say("uncertain.or-else", {{"chance", percentInWords(other.probability)},
                                              {"differs", say(other.differs)}}) +
                    "\n";
    if (reading.questions.empty()) return text;
    const ReadQuestion& question = reading.questions.front();
    text += say("uncertain.listen", {{"from", clockTime(question.startS, true)},
                                     {"to", clockTime(question.endS, true)},
                                     {"question", say(question.text)}}) +
            "\n";
    for (const ReadQuestion::Answer& answer : question.answers)
        text += answerLine(answer.word,
                           say("uncertain.answer", {{"answer", say(answer.text)},
                                                    {"hasAccuracy", answer.accuracy ? "yes" : "no"},
                                                    {"accuracy", answer.accuracy.value_or(0)},
                                                    {"sure", answer.sure ? "yes" : "no"}}));
    return text + answerLine(cannotTellWord, say("answer.cannot-tell"));
}

} // namespace layakari
