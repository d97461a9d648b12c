// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/store.hpp"

#include "core/base/text.hpp"

#include <cstdio>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace layakari {

std::string dayToText(Day day)
{
    const std::chrono::year_month_day d(day);
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(d.year()),
                       static_cast<unsigned>(d.month()), static_cast<unsigned>(d.day()));
}

std::optional<Day> dayFromText(const std::string& text)
{
    int year = 0;
    unsigned month = 0;
    unsigned day = 0;
    int used = 0;
    if (std::sscanf(text.c_str(), "%4d-%2u-%2u%n", &year, &month, &day, &used) != 3 ||
        used != static_cast<int>(text.size()))
        return std::nullopt;
    const std::chrono::year_month_day d{std::chrono::year(year), std::chrono::month(month),
                                        std::chrono::day(day)};
    if (!d.ok()) return std::nullopt;
    return Day(d);
}

namespace sql {

using Json = nlohmann::json;

std::string wordsToJson(const std::vector<std::string>& words) { return jsonText(words); }

std::vector<std::string> wordsFromJson(const std::string& json)
{
    std::vector<std::string> words;
    const Json list = Json::parse(json, nullptr, false);
    if (list.is_array())
        for (const Json& word : list)
            if (word.is_string()) words.push_back(word.get<std::string>());
    return words;
}

std::string conditionsToJson(const Conditions& conditions)
{
    std::vector<std::string> words;
    for (const Condition condition : conditions) words.push_back(toWord(condition));
    return wordsToJson(words);
}

Conditions conditionsFromJson(const std::string& json)
{
    Conditions conditions;
    for (const std::string& word : wordsFromJson(json))
        if (const auto condition = conditionFromWord(word)) conditions.insert(*condition);
    return conditions;
}

std::string schoolToJson(const School& school)
{
    nlohmann::ordered_json json = nlohmann::ordered_json::object();
    for (const SchoolChoice& choice : schoolChoices())
        json[choice.key] = choice.answers[answerOf(school, choice.key)];
    return jsonText(json);
}

School schoolFromJson(const std::string& text)
{
    School school;
    const Json json = Json::parse(text, nullptr, false);
    if (!json.is_object()) return school;
    for (const SchoolChoice& choice : schoolChoices()) {
        const auto word = json.find(choice.key);
        for (std::size_t a = 0; a < choice.answers.size(); ++a)
            if (word != json.end() && *word == choice.answers[a])
                school = withAnswer(school, choice.key, a);
    }
    return school;
}

Day dayOf(const SQLite::Column& column) { return dayFromText(column.getString()).value_or(Day{}); }

} // namespace sql

} // namespace layakari
