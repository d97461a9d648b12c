// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/explanations_json.hpp"

#include "core/measure/read_kind_words.hpp"
#include "core/reading/message_json.hpp"
#include "core/reading/rounded.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

constexpr std::size_t mostCorrections = 200000;
constexpr std::size_t mostTold = 100;
constexpr std::size_t mostText = 2000; // bytes
constexpr int mostCycles = 200000;

Json toJson(const Correction& c)
{
    Json json{{"kind", correctionKindWords.of(c.kind)}, {"at_s", seconds(c.atS)}};
    if (c.kind == Correction::Kind::MoveBoundary || c.isStretch()) json["to_s"] = seconds(c.toS);
    if (c.kind == Correction::Kind::Rename) json["name"] = correctionNameWords.of(c.name);
    if (c.isAnswer) json["answer"] = true;
    return json;
}

Correction parseCorrection(const CheckedJson& value)
{
    Correction c;
    c.kind = value.require("kind").oneOf(correctionKindWords);
    c.atS = value.require("at_s").number(0, mostSeconds);
    if (c.kind == Correction::Kind::MoveBoundary || c.isStretch())
        c.toS = value.require("to_s").number(0, mostSeconds);
    if (c.kind == Correction::Kind::Rename)
        c.name = value.require("name").oneOf(correctionNameWords);
    if (const auto answer = value.findValue("answer")) c.isAnswer = answer->boolean();
    return c;
}

Json toJson(const ReadExplanation& e)
{
    Json json{
        {"probability", numberOrNull(e.probability)},
        {"first_breath",
         e.firstBreath ? Json(readKindWords.of(toReadKind(*e.firstBreath))) : Json(nullptr)},
        {"cycles_done", e.cyclesDone},
        {"accuracy", numberOrNull(e.accuracy)},
        {"accuracy_low", numberOrNull(e.accuracyLow)},
        {"accuracy_high", numberOrNull(e.accuracyHigh)},
    };
    addMessage(json, "differs", e.differs);
    return json;
}

std::optional<double> percentIn(const CheckedJson& value, const char* key)
{
    const auto found = value.findValue(key);
    return found ? std::optional(found->number(0, 100)) : std::nullopt;
}

ReadExplanation parseExplanation(const CheckedJson& value)
{
    ReadExplanation e;
    e.probability = value.require("probability").number(0, 1);
    if (const auto breath = value.findValue("first_breath"))
        e.firstBreath = toPhaseKind(breath->oneOf(readKindWords));
    e.cyclesDone = value.require("cycles_done").integer(0, mostCycles);
    e.accuracy = percentIn(value, "accuracy");
    e.accuracyLow = percentIn(value, "accuracy_low");
    e.accuracyHigh = percentIn(value, "accuracy_high");
    e.differs = messageIn(value, "differs");
    return e;
}

Json toJson(const ReadQuestion& question)
{
    Json answers = Json::array();
    for (const ReadQuestion::Answer& answer : question.answers) {
        Json json{{"word", answer.word}};
        addMessage(json, "text", answer.text);
        json["accuracy"] = numberOrNull(answer.accuracy);
        json["cycles_done"] = answer.cyclesDone;
        json["sure"] = answer.sure;
        json["correction"] = toJson(answer.correction);
        answers.push_back(std::move(json));
    }
    Json json{{"about", questionWords.of(question.about)},
              {"start_s", seconds(question.startS)},
              {"end_s", seconds(question.endS)}};
    addMessage(json, "text", question.text);
    json["answers"] = std::move(answers);
    return json;
}

ReadQuestion parseQuestion(const CheckedJson& value)
{
    ReadQuestion question;
    question.about = value.require("about").oneOf(questionWords);
    question.startS = value.require("start_s").number(0, mostSeconds);
    question.endS = value.require("end_s").number(question.startS, mostSeconds);
    question.text = messageIn(value, "text");
    for (const CheckedJson& a : value.require("answers").elements(1, mostTold)) {
        ReadQuestion::Answer answer{a.require("word").text(mostText), messageIn(a, "text"),
                                    parseCorrection(a.require("correction"))};
        answer.accuracy = percentIn(a, "accuracy");
        answer.cyclesDone = a.require("cycles_done").integer(0, mostCycles);
        answer.sure = a.require("sure").boolean();
        question.answers.push_back(std::move(answer));
    }
    return question;
}

Json toJson(const Doubts& doubts)
{
    Json json;
    for (std::size_t i = 0; i < Doubts::size; ++i)
        json[doubtWords.of(static_cast<Doubts::What>(i))] = rounded(doubts.values[i]);
    json["breath"] = rounded(doubts.breath);
    json["strokes"] = rounded(doubts.strokes);
    json["quick"] = rounded(doubts.quick);
    return json;
}

// One that is not there says nothing: another version may have weighed others.
Doubts parseDoubts(const CheckedJson& value)
{
    constexpr double most = 1e6;
    Doubts doubts;
    for (std::size_t i = 0; i < Doubts::size; ++i)
        if (const auto doubt = value.findValue(doubtWords.of(static_cast<Doubts::What>(i))))
            doubts.values[i] = doubt->number(0, most);
    if (const auto breath = value.findValue("breath")) doubts.breath = breath->number(0, 1);
    if (const auto strokes = value.findValue("strokes")) doubts.strokes = strokes->number(0, 1);
    if (const auto quick = value.findValue("quick")) doubts.quick = quick->number(0, 1);
    return doubts;
}

} // namespace

void addExplanations(nlohmann::ordered_json& document, const Reading& reading)
{
    document["corrections"] = Json::array();
    for (const Correction& c : reading.corrections) document["corrections"].push_back(toJson(c));
    document["sure"] = reading.sure;
    document["doubts"] = toJson(reading.doubts);
    document["explanations"] = Json::array();
    for (const ReadExplanation& e : reading.explanations)
        document["explanations"].push_back(toJson(e));
    document["question"] =
        reading.questions.empty() ? Json(nullptr) : toJson(reading.questions.front());
}

void readExplanations(const CheckedJson& document, Reading& reading)
{
    if (const auto corrections = document.findValue("corrections"))
        for (const CheckedJson& c : corrections->elements(0, mostCorrections))
            reading.corrections.push_back(parseCorrection(c));
    if (const auto sure = document.findValue("sure")) reading.sure = sure->boolean();
    if (const auto doubts = document.findValue("doubts")) reading.doubts = parseDoubts(*doubts);
    if (const auto explanations = document.findValue("explanations"))
        for (const CheckedJson& e : explanations->elements(0, mostTold))
            reading.explanations.push_back(parseExplanation(e));
    if (const auto question = document.findValue("question"))
        reading.questions.push_back(parseQuestion(*question));
    takeRangeFrom(reading.explanations, reading.summary);
}

} // namespace layakari
