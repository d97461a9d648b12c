// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.hpp"

#include <algorithm>
#include <cstdlib>
#include <nlohmann/json.hpp>
#include <utf8proc.h>
#include <utility>

namespace layakari {

namespace {

// Marks that embed, override or isolate a direction of writing (Unicode Annex 9): a name with one
// of them turns around what stands beside it.
bool turnsDirection(utf8proc_int32_t c)
{
    return (c >= 0x202A && c <= 0x202E) || (c >= 0x2066 && c <= 0x2069) || c == 0x200E ||
           c == 0x200F || c == 0x061C;
}

bool isSpace(utf8proc_int32_t c)
{
    const utf8proc_category_t category = utf8proc_category(c);
    return category == UTF8PROC_CATEGORY_ZS || category == UTF8PROC_CATEGORY_ZL ||
           category == UTF8PROC_CATEGORY_ZP || c == '\t' || c == '\n' || c == '\r';
}

void append(std::string& text, utf8proc_int32_t c)
{
    utf8proc_uint8_t bytes[4];
    text.append(reinterpret_cast<const char*>(bytes),
                static_cast<std::size_t>(utf8proc_encode_char(c, bytes)));
}

// The next character of `text` from `at` on, which moves behind it; U+FFFD for a byte that begins
// none.
utf8proc_int32_t nextOf(const std::string& text, std::size_t& at)
{
    utf8proc_int32_t c = -1;
    const utf8proc_ssize_t used =
        utf8proc_iterate(reinterpret_cast<const utf8proc_uint8_t*>(text.data()) + at,
                         static_cast<utf8proc_ssize_t>(text.size() - at), &c);
    at += static_cast<std::size_t>(std::max<utf8proc_ssize_t>(used, 1));
    return used > 0 ? c : 0xFFFD;
}

// Text that is no UTF-8 comes back as it is.
std::string mapped(const std::string& text, int options)
{
    utf8proc_uint8_t* made = nullptr;
    const utf8proc_ssize_t bytes = utf8proc_map(
        reinterpret_cast<const utf8proc_uint8_t*>(text.data()),
        static_cast<utf8proc_ssize_t>(text.size()), &made, static_cast<utf8proc_option_t>(options));
    if (bytes < 0) return text;
    std::string result(reinterpret_cast<const char*>(made), static_cast<std::size_t>(bytes));
    std::free(made);
    return result;
}

} // namespace

std::string jsonText(const nlohmann::ordered_json& value, int indent)
{
    return value.dump(indent, ' ', false, nlohmann::ordered_json::error_handler_t::replace);
}

std::string cleanName(const std::string& name, std::size_t mostCharacters)
{
    std::string clean;
    bool isAfterSpace = false;
    std::size_t characters = 0;
    for (std::size_t at = 0; at < name.size() && characters < mostCharacters;) {
        const utf8proc_int32_t c = nextOf(name, at);
        if (isSpace(c)) {
            isAfterSpace = !clean.empty();
            continue;
        }
        if (utf8proc_category(c) == UTF8PROC_CATEGORY_CC || turnsDirection(c)) continue;
        if (std::exchange(isAfterSpace, false)) {
            clean += ' ';
            if (++characters == mostCharacters) break;
        }
        append(clean, c);
        ++characters;
    }
    if (!clean.empty() && clean.back() == ' ') clean.pop_back();
    return mapped(clean, UTF8PROC_STABLE | UTF8PROC_COMPOSE);
}

std::string folded(const std::string& text)
{
    return mapped(text, UTF8PROC_STABLE | UTF8PROC_COMPOSE | UTF8PROC_COMPAT | UTF8PROC_CASEFOLD);
}

bool isWord(const std::string& text)
{
    for (std::size_t at = 0; at < text.size();) {
        const utf8proc_category_t category = utf8proc_category(nextOf(text, at));
        const bool isLetter = category >= UTF8PROC_CATEGORY_LU && category <= UTF8PROC_CATEGORY_LO;
        const bool isMark = category >= UTF8PROC_CATEGORY_MN && category <= UTF8PROC_CATEGORY_ME;
        if (!isLetter && !isMark) return false;
    }
    return !text.empty();
}

std::string fileNameFrom(const std::string& name)
{
    // Of the 255 bytes that a name may have, what a program adds at either end needs some.
    constexpr std::size_t mostBytes = 100;
    const std::string clean = cleanName(name);
    std::string file;
    for (std::size_t at = 0; at < clean.size();) {
        const utf8proc_int32_t c = nextOf(clean, at);
        const bool isBad = c == '/' || c == '\\' || (c == '.' && file.empty());
        std::string character;
        append(character, isBad ? '-' : c);
        if (file.size() + character.size() > mostBytes) break;
        file += character;
    }
    return file.empty() ? "-" : file;
}

} // namespace layakari
