// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/language/message.hpp"
#include "core/language/catalogue.hpp"
#include "core/language/pseudo.hpp"

#include <algorithm>
#include <cstdlib>
#include <memory>
#include <mutex>
#include <set>
#include <unicode/dcfmtsym.h>
#include <unicode/listformatter.h>
#include <unicode/msgfmt.h>
#include <unicode/uchar.h>

namespace layakari {

namespace {

std::mutex speechMutex;
Speech spoken; // NOLINT: how the program speaks is one for all of it, as its locale is

const char* const asWrittenId = "as-written";

// Other words in brackets, as HTML's, stay.
std::string withTerms(const std::string& pattern,
                      const std::map<std::string, std::string>& sanskrit, Terms terms)
{
    std::string text;
    std::set<std::string> mentioned;
    std::size_t at = 0;
    while (true) {
        const std::size_t open = pattern.find('<', at);
        const std::size_t close = pattern.find('>', open);
        if (open == std::string::npos || close == std::string::npos) break;
        text += pattern.substr(at, open - at);
        const std::string word = pattern.substr(open + 1, close - open - 1);
        const auto found = sanskrit.find(word);
        if (found == sanskrit.end())
            text += "<" + word + ">";
        else if (terms == Terms::English)
            text += word;
        else if (terms == Terms::Sanskrit)
            text += found->second;
        else
            text += mentioned.insert(word).second ? word + " (" + found->second + ")" : word;
        at = close + 1;
    }
    return text + pattern.substr(at);
}

std::string toUtf8(const icu::UnicodeString& text)
{
    std::string utf8;
    text.toUTF8String(utf8);
    return utf8;
}

// In English without a comma before "and", wherever it is read: the program has one way to write.
icu::UnicodeString listed(const std::vector<std::string>& words, const std::string& language)
{
    UErrorCode status = U_ZERO_ERROR;
    const bool isEnglish = language == "en" || language == pseudoLanguage;
    const icu::Locale locale(isEnglish ? "en_001" : language.c_str());
    const std::unique_ptr<icu::ListFormatter> formatter(
        icu::ListFormatter::createInstance(locale, status));
    std::vector<icu::UnicodeString> all;
    for (const std::string& word : words) all.push_back(icu::UnicodeString::fromUTF8(word));
    icu::UnicodeString text;
    if (U_SUCCESS(status))
        formatter->format(all.data(), static_cast<int32_t>(all.size()), text, status);
    return text;
}

icu::Formattable toFormattable(const Argument& argument, const std::string& language)
{
    if (const auto* number = std::get_if<double>(&argument.value)) return {*number};
    if (const auto* word = std::get_if<std::string>(&argument.value))
        return {icu::UnicodeString::fromUTF8(*word)};
    return {listed(std::get<std::vector<std::string>>(argument.value), language)};
}

// A pattern takes a tenth of a millisecond to parse, and a page says a hundred. By thread, since a
// format is changed by being used.
icu::MessageFormat* parsed(const std::string& pattern, const icu::Locale& locale)
{
    thread_local std::map<std::pair<std::string, std::string>, std::unique_ptr<icu::MessageFormat>>
        all;
    auto& format = all[{locale.getName(), pattern}];
    if (!format) {
        UErrorCode status = U_ZERO_ERROR;
        format = std::make_unique<icu::MessageFormat>(icu::UnicodeString::fromUTF8(pattern), locale,
                                                      status);
        if (U_FAILURE(status)) format.reset();
    }
    return format.get();
}

std::string sayAs(const Speech& how, const Message& message)
{
    if (message.empty()) return "";
    if (isAsWritten(message)) return std::get<std::string>(message.arguments.at("text").value);
    const Catalogue* catalogue = &catalogueOf(how.language);
    auto found = catalogue->messages.find(message.id);
    if (found == catalogue->messages.end()) {
        catalogue = &catalogueOf("en");
        found = catalogue->messages.find(message.id);
        if (found == catalogue->messages.end()) return message.id;
    }
    const icu::Locale locale(how.locale.c_str());
    icu::MessageFormat* format =
        parsed(withTerms(found->second, catalogue->terms, how.terms), locale);
    if (!format) return message.id;
    std::vector<icu::UnicodeString> names;
    std::vector<icu::Formattable> values;
    for (const auto& [name, argument] : message.arguments) {
        names.push_back(icu::UnicodeString::fromUTF8(name));
        values.push_back(toFormattable(argument, how.language));
    }
    icu::UnicodeString text;
    UErrorCode status = U_ZERO_ERROR;
    format->format(names.data(), values.data(), static_cast<int32_t>(names.size()), text, status);
    return U_SUCCESS(status) ? toUtf8(text) : message.id;
}

// The first of these variables that is set, as "de_AT": without encoding and modifier.
std::string localeIn(std::initializer_list<const char*> variables)
{
    for (const char* variable : variables)
        if (const char* value = std::getenv(variable); value && *value) {
            const std::string text = value;
            return text.substr(0, text.find_first_of(".@:"));
        }
    return "";
}

bool ships(const std::string& language)
{
    return std::count(languages().begin(), languages().end(), language) > 0;
}

} // namespace

Message asWritten(std::string text)
{
    return text.empty() ? Message{} : Message{asWrittenId, {{"text", std::move(text)}}};
}

bool isAsWritten(const Message& message) { return message.id == asWrittenId; }

void speak(const Speech& speech)
{
    const std::scoped_lock lock(speechMutex);
    spoken = speech;
}

Speech speech()
{
    const std::scoped_lock lock(speechMutex);
    return spoken;
}

Speech speechOfEnvironment()
{
    const auto languageOf = [](const std::string& locale) { return locale.substr(0, 2); };
    Speech speech;
    const std::string asked = localeIn({"LANGUAGE", "LC_ALL", "LC_MESSAGES", "LANG"});
    if (!ships(languageOf(asked))) return speech;
    speech.language = speech.locale = languageOf(asked);
    const std::string numbers = localeIn({"LC_ALL", "LC_NUMERIC", "LANG"});
    if (languageOf(numbers) == speech.language) speech.locale = numbers;
    return speech;
}

std::string say(const Message& message) { return sayAs(speech(), message); }

std::string say(const std::string& id, const Arguments& arguments)
{
    return say(Message{id, arguments});
}

std::string say(const Message& message, Terms terms)
{
    Speech how = speech();
    how.terms = terms;
    return sayAs(how, message);
}

std::string inEnglish(const Message& message) { return sayAs({}, message); }

std::string withTerms(const std::string& text)
{
    const Speech how = speech();
    return withTerms(text, catalogueOf(how.language).terms, how.terms);
}

bool isMessage(const std::string& id) { return catalogueOf("en").messages.count(id) > 0; }

std::string nameInWords(const std::string& name)
{
    const std::string id = "name." + name;
    return isMessage(id) ? say(id) : name;
}

std::string decimalPoint()
{
    UErrorCode status = U_ZERO_ERROR;
    const icu::DecimalFormatSymbols symbols(icu::Locale(speech().locale.c_str()), status);
    return U_SUCCESS(status)
               ? toUtf8(symbols.getConstSymbol(icu::DecimalFormatSymbols::kDecimalSeparatorSymbol))
               : ".";
}

std::size_t lettersIn(const std::string& text)
{
    return static_cast<std::size_t>(icu::UnicodeString::fromUTF8(text).countChar32());
}

bool canBeSaid(const Message& message)
{
    if (!isMessage(message.id)) return false;
    const std::string text = inEnglish(message);
    // A pattern that cannot be formatted is said as its id; an argument that is missing, as
    // "{name}".
    return text != message.id && text.find('{') == std::string::npos;
}

std::string capitalised(const std::string& text)
{
    icu::UnicodeString unicode = icu::UnicodeString::fromUTF8(text);
    if (unicode.isEmpty()) return text;
    const UChar32 first = unicode.char32At(0);
    unicode.replace(0, U16_LENGTH(first), u_toupper(first));
    return toUtf8(unicode);
}

} // namespace layakari
