// SPDX-License-Identifier: GPL-3.0-or-later
//
// The one place where JSON that somebody else may have written comes in.
//
//     return parseForeign(text, ErrorCode::BadPlan, file, "mend the plan",
//                         [](const CheckedJson& document) { return parsePlan(document); });
#pragma once

#include "core/base/barrier.hpp"
#include "core/base/enum_words.hpp"

#include <cstddef>
#include <functional>
#include <nlohmann/json_fwd.hpp>
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
    /// Sorted by key: finding a member takes no longer in a large object that means harm.
    using Json = nlohmann::json;

    CheckedJson(const Json& value, std::string pointer);

    [[noreturn]] void fault(const std::string& cause) const;
    /// A fault about the member `key` of this object, which may be missing.
    [[noreturn]] void faultAt(const std::string& key, const std::string& cause) const;

    const std::string& pointer() const { return m_pointer; }
    const Json& raw() const { return *m_value; }
    bool isNull() const;
    bool isNumber() const;
    bool isObject() const;
    bool isString() const;

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

    /// The value that this text stands for; faults with the list of words otherwise.
    template <class Enum, Enum last>
    Enum oneOf(const EnumWords<Enum, last>& words) const
    {
        return static_cast<Enum>(wordAmong({words.all().begin(), words.all().end()}));
    }

    /// The index of this text in `words`; faults with the list of words otherwise.
    std::size_t wordAmong(const std::vector<std::string>& words) const;

private:
    const Json* m_value;
    std::string m_pointer;
};

/// What a document may be at most: far more than a reading of twelve hours needs, and little enough
/// that what it becomes in memory stays below 300 MB.
namespace jsonLimits {
inline constexpr std::size_t values = 2'000'000;
inline constexpr int depth = 500;
} // namespace jsonLimits

/// Hands the document in `text` to `use`. Its faults and whatever else is thrown become an error of
/// `code`, and so do a syntax error, with line and column, and more than `jsonLimits` allow.
Result<void> withForeign(const std::string& text, ErrorCode code, const std::string& file,
                         const std::string& tryThis,
                         const std::function<void(const CheckedJson&)>& use);

/// `parse` of the document in `text`, with errors as `withForeign` has them.
template <class Parse>
auto parseForeign(const std::string& text, ErrorCode code, const std::string& file,
                  const std::string& tryThis, Parse parse)
    -> Result<std::invoke_result_t<Parse, const CheckedJson&>>
{
    std::optional<std::invoke_result_t<Parse, const CheckedJson&>> value;
    const auto done = withForeign(text, code, file, tryThis,
                                  [&](const CheckedJson& document) { value = parse(document); });
    if (!done) return fail(done.error());
    return *std::move(value);
}

/// Checks the `format` and `version` that head each of our files.
void checkHead(const CheckedJson& document, const std::string& format, int newestVersion);

/// A readable short form of a number for messages and file names: "4", "1.5".
std::string shortNumber(double value);

} // namespace layakari
