// SPDX-License-Identifier: GPL-3.0-or-later
//
// A text that somebody will read, as an id of the catalogue and its arguments, and how it is said
// in the program's language. Every text is one message: no sentence is put together from pieces.
#pragma once

#include <map>
#include <string>
#include <type_traits>
#include <utility>
#include <variant>
#include <vector>

namespace layakari {

/// A number, a word, or words that are listed in the language's own way ("36, 35 and 37").
struct Argument {
    std::variant<double, std::string, std::vector<std::string>> value;

    template <class Number, class = std::enable_if_t<std::is_arithmetic_v<Number>>>
    Argument(Number number) // NOLINT(google-explicit-constructor): written in lists of arguments
        : value(static_cast<double>(number))
    {
    }
    Argument(std::string word) : value(std::move(word)) {}                  // NOLINT
    Argument(const char* word) : value(std::string(word)) {}                // NOLINT
    Argument(std::vector<std::string> listed) : value(std::move(listed)) {} // NOLINT
    bool operator==(const Argument&) const = default;
};

using Arguments = std::map<std::string, Argument>;

/// A message that can be kept, and said in whatever language is asked for later.
struct Message {
    std::string id; ///< of the catalogue; empty for nothing to say
    Arguments arguments = {};

    bool empty() const { return id.empty(); }
    bool operator==(const Message&) const = default;
};

/// A text that is there already, as of a file that another version wrote.
Message asWritten(std::string text);
bool isAsWritten(const Message& message);

/// Which words the techniques and phases have.
enum class Terms { English, Sanskrit, Both };

/// How the program speaks.
struct Speech {
    std::string language = "en"; ///< of `languages()`
    std::string locale = "en";   ///< by which numbers are written, as ICU names it: "de_AT"
    Terms terms = Terms::English;
    bool operator==(const Speech&) const = default;
};

/// Sets how the program speaks from now on. Texts that were said stay as they are.
void speak(const Speech& speech);
Speech speech();

/// The language that a POSIX environment asks for (LANGUAGE, LC_ALL, LC_MESSAGES, LANG), English
/// where it is none that ships; numbers by LC_ALL, LC_NUMERIC, LANG where they are of that
/// language.
Speech speechOfEnvironment();

/// The text. An id that the language lacks is said in English; one that English lacks is a fault of
/// the program and said as it is (tests/core/messages_test.cpp).
std::string say(const Message& message);
std::string say(const std::string& id, const Arguments& arguments = {});
/// The text with these terms, whatever is set.
std::string say(const Message& message, Terms terms);

/// The text in English, with the terms in English: for files, which follow no locale.
std::string inEnglish(const Message& message);

/// Whether the catalogue has the id.
bool isMessage(const std::string& id);

/// Whether the catalogue has the message and it has all that its pattern needs: of a message that
/// came with somebody else's file neither is sure.
bool canBeSaid(const Message& message);

/// A text with terms in angle brackets, "<exhale>", in the terms of `speech()`: "exhale",
/// "rechaka", or, the first time, "exhale (rechaka)". Other words in brackets stay.
std::string withTerms(const std::string& text);

/// The name of a plan, a progression or a part that ships with the program, which is English in
/// files, in the program's language and terms; any other name as it is.
std::string nameInWords(const std::string& name);

/// What stands before the decimals of a number, by `speech()`: "." or ",".
std::string decimalPoint();

/// How many characters it has, for columns of text.
std::size_t lettersIn(const std::string& text);

/// With its first letter upper-case.
std::string capitalised(const std::string& text);

} // namespace layakari
