// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// Thrown inside a parser when a value is not as the format says; never leaves the room that
/// parses.
struct JsonFault {
    std::string pointer;
    std::string cause;
};

/// A JSON value together with its pointer, so that every complaint says where.
class CheckedJson {
public:
    using Json = nlohmann::ordered_json;

    CheckedJson(const Json& value, std::string pointer);

    [[noreturn]] void fault(const std::string& cause) const;
    /// A fault about the member `key` of this object, which may be missing.
    [[noreturn]] void faultAt(const std::string& key, const std::string& cause) const;

    const std::string& pointer() const { return m_pointer; }
    const Json& raw() const { return *m_value; }
    bool isNull() const { return m_value->is_null(); }
    bool isNumber() const { return m_value->is_number(); }
    bool isObject() const { return m_value->is_object(); }
    bool isString() const { return m_value->is_string(); }

    /// The member `key`, or nothing when it is missing. Faults unless this is an object.
    std::optional<CheckedJson> find(const std::string& key) const;
    /// As `find`, but null counts as missing.
    std::optional<CheckedJson> findValue(const std::string& key) const;
    CheckedJson require(const std::string& key) const;

    /// The elements; faults unless this is an array of `least` to `most` elements.
    std::vector<CheckedJson> elements(std::size_t least, std::size_t most) const;

    double number(double least, double most) const;
    double positiveNumber(double most) const;
    int integer(int least, int most) const;
    bool boolean() const;
    std::string text(std::size_t mostBytes) const;

    /// The index of this text in `words`; faults with the list of words otherwise.
    std::size_t wordAmong(const std::vector<std::string>& words) const;

private:
    const Json* m_value;
    std::string m_pointer;
};

/// Parses `text`; a syntax error becomes a fault with line and column.
CheckedJson::Json parseJsonText(const std::string& text);

/// Checks the `format` and `version` that head each of our files.
void checkHead(const CheckedJson& document, const std::string& format, int newestVersion);

/// A readable short form of a number for messages and file names: "4", "1.5".
std::string shortNumber(double value);

} // namespace layakari
