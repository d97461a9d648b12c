// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

std::string escapedForPointer(const std::string& key)
{
    std::string out;
    for (const char c : key) {
        if (c == '~')
            out += "~0";
        else if (c == '/')
            out += "~1";
        else
            out += c;
    }
    return out;
}

} // namespace

CheckedJson::CheckedJson(const Json& value, std::string pointer)
    : m_value(&value), m_pointer(std::move(pointer))
{
}

void CheckedJson::fault(const std::string& cause) const
{
    throw JsonFault{m_pointer.empty() ? "/" : m_pointer, cause};
}

void CheckedJson::faultAt(const std::string& key, const std::string& cause) const
{
    throw JsonFault{m_pointer + "/" + escapedForPointer(key), cause};
}

std::optional<CheckedJson> CheckedJson::find(const std::string& key) const
{
    if (!isObject()) fault("must be an object");
    const auto it = m_value->find(key);
    if (it == m_value->end()) return std::nullopt;
    return CheckedJson(*it, m_pointer + "/" + escapedForPointer(key));
}

std::optional<CheckedJson> CheckedJson::findValue(const std::string& key) const
{
    auto member = find(key);
    return member && !member->isNull() ? member : std::nullopt;
}

CheckedJson CheckedJson::require(const std::string& key) const
{
    if (auto member = find(key)) return *member;
    faultAt(key, "is missing");
}

std::vector<CheckedJson> CheckedJson::elements(std::size_t least, std::size_t most) const
{
    if (!m_value->is_array()) fault("must be a list");
    const std::size_t size = m_value->size();
    if (size < least) fault(say("error.list-too-short", {{"least", least}}));
    if (size > most) fault(say("error.list-too-long", {{"size", size}, {"most", most}}));
    std::vector<CheckedJson> all;
    for (std::size_t i = 0; i < size; ++i)
        all.emplace_back((*m_value)[i], m_pointer + "/" + std::to_string(i));
    return all;
}

double CheckedJson::number(double least, double most) const
{
    if (!isNumber()) fault("must be a number");
    const double value = m_value->get<double>();
    if (!std::isfinite(value) || value < least || value > most)
        fault(say("error.out-of-range", {{"value", shortNumber(value)},
                                         {"least", shortNumber(least)},
                                         {"most", shortNumber(most)}}));
    return value;
}

double CheckedJson::positiveNumber(double most) const
{
    const double value = number(0, most);
    if (value == 0) fault("must be greater than 0");
    return value;
}

int CheckedJson::integer(int least, int most) const
{
    const double value = number(least, most);
    if (value != std::floor(value)) fault(say("error.not-whole", {{"value", shortNumber(value)}}));
    return static_cast<int>(value);
}

bool CheckedJson::boolean() const
{
    if (!m_value->is_boolean()) fault("must be true or false");
    return m_value->get<bool>();
}

std::string CheckedJson::text(std::size_t mostBytes) const
{
    if (!isString()) fault("must be a text");
    std::string value = m_value->get<std::string>();
    if (value.size() > mostBytes) fault(say("error.text-too-long", {{"most", mostBytes}}));
    return value;
}

std::size_t CheckedJson::wordAmong(const std::vector<std::string>& words) const
{
    std::string list;
    for (const std::string& word : words) list += (list.empty() ? "" : ", ") + word;
    if (!isString()) fault(say("error.no-word", {{"words", list}}));
    const auto value = m_value->get<std::string>();
    const auto it = std::find(words.begin(), words.end(), value);
    if (it == words.end())
        fault(say("error.other-word", {{"word", value.substr(0, 40)}, {"words", list}}));
    return static_cast<std::size_t>(it - words.begin());
}

namespace {

// Faults with line and column at a syntax error, and where there is more than `jsonLimits` allow.
CheckedJson::Json parseJsonText(const std::string& text)
{
    std::size_t values = 0;
    const auto withinLimits = [&](int depth, CheckedJson::Json::parse_event_t, CheckedJson::Json&) {
        if (depth > jsonLimits::depth)
            throw JsonFault{"/", "lists and objects lie within each other more than " +
                                     std::to_string(jsonLimits::depth) + " deep"};
        if (++values > jsonLimits::values)
            throw JsonFault{"/",
                            "holds more than " + std::to_string(jsonLimits::values) + " values"};
        return true;
    };
    try {
        return CheckedJson::Json::parse(text, withinLimits);
    } catch (const nlohmann::json::exception& e) {
        std::string what = e.what();
        // The library leads with its own error id in brackets, which tells a user nothing.
        if (const auto end = what.find("] "); end != std::string::npos) what = what.substr(end + 2);
        throw JsonFault{"/", say("error.not-json", {{"why", what}})};
    }
}

} // namespace

Result<void> withForeign(const std::string& text, ErrorCode code, const std::string& file,
                         const std::string& tryThis,
                         const std::function<void(const CheckedJson&)>& use)
{
    return withoutThrowing(code, file, [&]() -> Result<void> {
        try {
            const CheckedJson::Json document = parseJsonText(text);
            use(CheckedJson(document, ""));
            return {};
        } catch (const JsonFault& fault) {
            return fail({code, file, fault.pointer, fault.cause, tryThis});
        }
    });
}

bool CheckedJson::isNull() const { return m_value->is_null(); }
bool CheckedJson::isNumber() const { return m_value->is_number(); }
bool CheckedJson::isObject() const { return m_value->is_object(); }
bool CheckedJson::isString() const { return m_value->is_string(); }

void checkHead(const CheckedJson& document, const std::string& format, int newestVersion)
{
    if (!document.isObject()) document.fault(say("error.no-format", {{"format", format}}));
    const std::string found = document.require("format").text(100);
    if (found != format)
        document.faultAt("format",
                         say("error.other-format", {{"found", found}, {"format", format}}));
    const int version = document.require("version").integer(1, 1'000'000);
    if (version > newestVersion)
        document.faultAt("version", say("error.newer-version", {{"found", std::to_string(version)},
                                                                {"known", newestVersion}}));
}

std::string shortNumber(double value) { return fmt::format("{:.6g}", value); }

} // namespace layakari
