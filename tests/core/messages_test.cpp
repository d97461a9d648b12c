// SPDX-License-Identifier: GPL-3.0-or-later
//
// The texts of the core and the command line: that there is one catalogue, that every language has
// all of it, and how numbers, plurals, lists and terms come out.
#include "core/base/result.hpp"
#include "core/language/catalogue.hpp"
#include "core/language/message.hpp"
#include "core/language/pseudo.hpp"
#include "core/language/times.hpp"
#include "tests/support/speaking.hpp"
#include "tests/support/temporary_folder.hpp"

#include <algorithm>
#include <array>
#include <catch2/catch.hpp>
#include <cstdlib>
#include <filesystem>
#include <map>
#include <regex>
#include <set>
#include <unicode/messagepattern.h>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

// The ids that the sources say; one that ends in a dot is the beginning of several.
std::set<std::string> idsInSources()
{
    // The texts of messages look like ids of two or more words with dots or dashes between them.
    const std::regex literal("\"([a-z][a-z_-]*(?:\\.[a-z_-]*)*)\"");
    std::set<std::string> ids;
    for (const char* folder : {"core", "cli", "desktop"})
        for (const auto& entry :
             fs::recursive_directory_iterator(fs::path(LAYAKARI_SOURCE) / folder)) {
            if (entry.path().extension() != ".cpp") continue;
            const std::string text = readText(entry.path());
            for (std::sregex_iterator it(text.begin(), text.end(), literal), end; it != end; ++it)
                ids.insert((*it)[1]);
        }
    return ids;
}

// The arguments that a pattern names, in any of its branches, and whether each selects one of them.
std::map<std::string, bool> argumentsIn(const std::string& text)
{
    UErrorCode status = U_ZERO_ERROR;
    const icu::MessagePattern pattern(icu::UnicodeString::fromUTF8(text), nullptr, status);
    REQUIRE(U_SUCCESS(status));
    std::map<std::string, bool> names;
    for (int32_t i = 1; i < pattern.countParts(); ++i) {
        if (pattern.getPartType(i) != UMSGPAT_PART_TYPE_ARG_NAME) continue;
        std::string name;
        pattern.getSubstring(pattern.getPart(i)).toUTF8String(name);
        names[name] |= pattern.getPart(i - 1).getArgType() == UMSGPAT_ARG_TYPE_SELECT;
    }
    return names;
}

} // namespace

TEST_CASE("Every message of the catalogue is said somewhere, and every one that is said is in it")
{
    const std::set<std::string> said = idsInSources();
    const auto& english = catalogueOf("en").messages;
    for (const auto& [id, pattern] : english) {
        INFO(id);
        const bool isSaid = said.count(id) ||
                            std::any_of(said.begin(), said.end(),
                                        [&](const std::string& prefix) {
                                            return prefix.ends_with('.') && id.starts_with(prefix);
                                        }) ||
                            id.starts_with("number.decimals-");
        CHECK(isSaid);
    }
    // A family of the catalogue is known by its first word: whatever else begins so is a message.
    std::set<std::string> families;
    for (const auto& [id, pattern] : english) families.insert(id.substr(0, id.find('.')));
    int checked = 0;
    for (const std::string& id : said) {
        const auto dot = id.find('.');
        const bool isPrefix = id.ends_with('.') || id.ends_with('-');
        if (dot == std::string::npos || isPrefix || !families.count(id.substr(0, dot))) continue;
        INFO(id);
        CHECK(english.count(id) == 1);
        ++checked;
    }
    CHECK(checked > 200);
}

TEST_CASE("A clause of an error that is in the catalogue is one that the sources have")
{
    const std::regex joint("\"\\s*\"");
    std::string sources;
    for (const char* folder : {"core", "cli", "decode", "desktop"})
        for (const auto& entry :
             fs::recursive_directory_iterator(fs::path(LAYAKARI_SOURCE) / folder))
            if (entry.path().extension() != ".json")
                sources += std::regex_replace(readText(entry.path()), joint, "");
    const std::string family = "error.";
    int clauses = 0;
    for (const auto& [id, pattern] : catalogueOf("en").messages) {
        if (!id.starts_with(family) || id.find(' ') == std::string::npos) continue;
        std::string literal = id.substr(family.size());
        for (std::size_t at = 0; (at = literal.find('"', at)) != std::string::npos; at += 2)
            literal.insert(at, "\\");
        INFO(literal);
        CHECK(sources.find("\"" + literal + "\"") != std::string::npos);
        CHECK(pattern == id.substr(family.size()));
        ++clauses;
    }
    CHECK(clauses > 100);
}

TEST_CASE("An error is said in the program's language: which file, what, and what to try")
{
    const Error missing{ErrorCode::CannotRead, "a.m4a", "", "there is no such file",
                        "check the name and the folder"};
    CHECK(missing.message() == "a.m4a: there is no such file; check the name and the folder");
    const Speaking german({"de", "de"});
    CHECK(missing.message() == "a.m4a: diese Datei gibt es nicht; prüfe Name und Ordner");
    CHECK(Error{ErrorCode::CannotRead, "a.m4a", "", "of another program", ""}.message() ==
          "a.m4a: of another program");
}

TEST_CASE("Pseudo-translation touches the words of a pattern alone")
{
    CHECK(pseudo("Save") == "Sáavée");
    CHECK(pseudo("%1 of %L2 and %n") == "%1 óof %L2 áand %n");
    CHECK(pseudo("a <exhale>") == "áa <exhale>");
    CHECK(pseudo("{n, plural, one {# stroke} other {# {what} strokes}}") ==
          "{n, plural, one {# stróokée} other {# {what} stróokées}}");
    const Speaking longer({pseudoLanguage, "en"});
    CHECK(say("guess.cycles", {{"cycles", 6}}) == "6 cyclées");
}

TEST_CASE("Every language has every message, with the same arguments")
{
    const auto& english = catalogueOf("en").messages;
    for (const std::string& language : languages()) {
        const auto& messages = catalogueOf(language).messages;
        INFO(language);
        CHECK(messages.size() == english.size());
        for (const auto& [id, pattern] : english) {
            INFO(id);
            REQUIRE(messages.count(id) == 1);
            CHECK(argumentsIn(messages.at(id)) == argumentsIn(pattern));
        }
    }
}

TEST_CASE("Every pattern can be said, with one of a thing and with several")
{
    for (const std::string& language : languages()) {
        const Speaking speaking({language, language});
        for (const auto& [id, pattern] : catalogueOf(language).messages)
            for (const double number : {1.0, 2.0}) {
                Arguments arguments;
                for (const auto& [name, selects] : argumentsIn(pattern))
                    arguments.insert({name, selects ? Argument("other") : Argument(number)});
                INFO(language << ": " << id);
                const std::string text = say(id, arguments);
                CHECK(text != id);
                CHECK(text.find_first_of("{}<>") == std::string::npos);
            }
    }
}

TEST_CASE("Words in angle brackets are terms with a Sanskrit name")
{
    const std::regex marked("<([^>]*)>");
    for (const std::string& language : languages())
        for (const auto& [id, pattern] : catalogueOf(language).messages) {
            INFO(language << ": " << id);
            for (std::sregex_iterator it(pattern.begin(), pattern.end(), marked), end; it != end;
                 ++it)
                CHECK(catalogueOf(language).terms.count((*it)[1]) == 1);
        }
}

// One word for one thing, and no turns that nobody says.
const std::regex banned(
    "\\b(kept|held in|held out|hold in|hold out|rungs?|lately|doubtful|the room|speaks? against|"
    "giddy|heaviest|of 100|came up short|on its own accord|lies? back|handed? in|put away|"
    "take[ns]? (in|out)|told by|way round|surer|somebody|a minute)\\b",
    std::regex::icase);

TEST_CASE("No English message has a word that another one stands for")
{
    for (const auto& [id, pattern] : catalogueOf("en").messages) {
        INFO(id << ": " << pattern);
        CHECK_FALSE(std::regex_search(pattern, banned));
        CHECK(pattern.find('!') == std::string::npos);
    }
}

TEST_CASE("No text of the window has a word that another one stands for")
{
    const std::regex joint("\"\\s*\"");
    const std::regex translated("\\btr\\(\\s*\"((?:[^\"\\\\]|\\\\.)*)\"");
    int texts = 0;
    for (const auto& entry :
         fs::recursive_directory_iterator(fs::path(LAYAKARI_SOURCE) / "desktop")) {
        if (entry.path().extension() != ".cpp") continue;
        const std::string source = std::regex_replace(readText(entry.path()), joint, "");
        for (std::sregex_iterator it(source.begin(), source.end(), translated), end; it != end;
             ++it, ++texts) {
            const std::string text = (*it)[1];
            INFO(entry.path() << ": " << text);
            CHECK_FALSE(std::regex_search(text, banned));
        }
    }
    CHECK(texts > 500);
}

TEST_CASE("Numbers, plurals and lists follow the language")
{
    CHECK(say("seconds.list", {{"seconds", std::vector<std::string>{"24", "25", "27"}}}) ==
          "24, 25 and 27 s");
    CHECK(say("guess.cycles", {{"cycles", 1}}) == "1 cycle");
    CHECK(say("guess.cycles", {{"cycles", 6}}) == "6 cycles");
    CHECK(say("value.count-length", {{"value", 1.383}}) == "1.38 s");
    CHECK(durationInWords(130) == "2 min 10 s");
    CHECK(durationInWords(120) == "2 min");
    CHECK(durationInWords(59.6) == "1 min");
    CHECK(durationInWords(12) == "12 s");

    const Speaking german({"de", "de_DE"});
    CHECK(say("seconds.list", {{"seconds", std::vector<std::string>{"24", "25", "27"}}}) ==
          "24, 25 und 27 s");
    CHECK(say("guess.cycles", {{"cycles", 6}}) == "6 Zyklen");
    CHECK(say("value.count-length", {{"value", 1.383}}) == "1,38 s");
    CHECK(inEnglish({"value.count-length", {{"value", 1.383}}}) == "1.38 s");
}

TEST_CASE("Numbers follow the region, words the language")
{
    const Speaking indian({"en", "en_IN"});
    CHECK(say("number.whole", {{"number", 1234567}}) == "12,34,567");
    const Speaking swiss({"de", "de_CH"});
    CHECK(say("value.count-length", {{"value", 1.5}}) == "1.50 s");
}

TEST_CASE("Sanskrit terms reach every sentence, and both stand side by side once")
{
    const Arguments arguments{{"ratio", 1.5}};
    CHECK(say("reading.exhale-ratio", arguments) == "Exhales were 1.5 times as long as inhales.");
    const Speaking sanskrit({"en", "en", Terms::Sanskrit});
    CHECK(say("reading.exhale-ratio", arguments) == "Rechakas were 1.5 times as long as purakas.");
    const Speaking both({"en", "en", Terms::Both});
    CHECK(say("reading.exhale-ratio", arguments) ==
          "Exhales (Rechakas) were 1.5 times as long as inhales (purakas).");
}

TEST_CASE(
    "A message that is not there is said as its id, and a text that is there already as it is")
{
    CHECK(say("no.such-message") == "no.such-message");
    CHECK_FALSE(isMessage("no.such-message"));
    CHECK(say(asWritten("50 % {of} it's")) == "50 % {of} it's");
    CHECK(say(Message{}).empty());
}

TEST_CASE("The language of the environment is taken where it ships")
{
    constexpr std::array names{"LANGUAGE", "LC_ALL", "LC_MESSAGES", "LC_NUMERIC", "LANG"};
    std::map<std::string, std::string> before;
    for (const char* name : names)
        if (const char* value = std::getenv(name)) before[name] = value;
    using Variables = std::map<std::string, std::string>;
    const auto set = [&](const Variables& variables) {
        for (const char* name : names) ::unsetenv(name);
        for (const auto& [name, value] : variables) ::setenv(name.c_str(), value.c_str(), 1);
    };
    const auto spokenUnder = [&](const Variables& variables) {
        set(variables);
        return speechOfEnvironment();
    };
    CHECK(spokenUnder({}) == Speech{});
    CHECK(spokenUnder({{"LANG", "C.UTF-8"}}) == Speech{});
    CHECK(spokenUnder({{"LANG", "de_AT.UTF-8"}}) == Speech{"de", "de_AT"});
    CHECK(spokenUnder({{"LANG", "fr_FR.UTF-8"}}) == Speech{});
    CHECK(spokenUnder({{"LANG", "en_US.UTF-8"}, {"LANGUAGE", "de:en"}}) == Speech{"de", "de"});
    CHECK(spokenUnder({{"LC_ALL", "de_CH@euro"}, {"LANG", "en_US"}}) == Speech{"de", "de_CH"});
    set(before);
}
