// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checked_json.hpp"

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
    if (size < least) fault("must have at least " + std::to_string(least) + " element(s)");
    if (size > most)
        fault("has " + std::to_string(size) + " elements, more than " + std::to_string(most));
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
        fault("is " + shortNumber(value) + "; it must be from " + shortNumber(least) + " to " +
              shortNumber(most));
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
    if (value != std::floor(value))
        fault("is " + shortNumber(value) + "; it must be a whole number");
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
    if (value.size() > mostBytes) fault("is longer than " + std::to_string(mostBytes) + " bytes");
    return value;
}

std::size_t CheckedJson::wordAmong(const std::vector<std::string>& words) const
{
    std::string list;
    for (const std::string& word : words) list += (list.empty() ? "" : ", ") + word;
    if (!isString()) fault("must be one of " + list);
    const auto value = m_value->get<std::string>();
    const auto it = std::find(words.begin(), words.end(), value);
    if (it == words.end()) fault("is \"" + value.substr(0, 40) + "\"; it must be one of " + list);
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
        throw JsonFault{"/", "is not JSON: " + what};
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
    if (!document.isObject())
        document.fault("must be an object with \"format\": \"" + format + "\"");
    const std::string found = document.require("format").text(100);
    if (found != format)
        document.faultAt("format", "is \"" + found + "\"; this must be a \"" + format + "\" file");
    const int version = document.require("version").integer(1, 1'000'000);
    if (version > newestVersion)
        document.faultAt("version", "is " + std::to_string(version) + ", newer than the " +
                                        std::to_string(newestVersion) +
                                        " that this program knows: a newer Layakari wrote it");
}

std::string shortNumber(double value) { return fmt::format("{:.6g}", value); }

} // namespace layakari
