// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/language/pseudo.hpp"

#include <cctype>
#include <cstring>
#include <map>

namespace layakari {

namespace {

// How many characters from here on are no text: "%1", "%L1", "%n", "<b>".
std::size_t untouchedAt(const std::string& text, std::size_t at)
{
    if (text[at] == '<') {
        const std::size_t close = text.find('>', at);
        return close == std::string::npos ? 0 : close - at + 1;
    }
    if (text[at] != '%') return 0;
    std::size_t end = at + 1;
    if (end < text.size() && text[end] == 'L') ++end;
    const std::size_t argument = end;
    while (end < text.size() && std::isdigit(static_cast<unsigned char>(text[end]))) ++end;
    if (end < text.size() && end == argument && text[end] == 'n') ++end;
    return end == argument ? 0 : end - at;
}

} // namespace

std::string pseudo(const std::string& pattern)
{
    static const std::map<char, std::string> accented{
        {'a', "á"}, {'e', "é"}, {'i', "í"}, {'o', "ó"}, {'u', "ú"},
        {'A', "Á"}, {'E', "É"}, {'I', "Í"}, {'O', "Ó"}, {'U', "Ú"}};
    std::string text;
    int depth = 0; // in ICU's patterns text is at even depths: {n, plural, one {# stroke}}
    for (std::size_t at = 0; at < pattern.size(); ++at) {
        const char c = pattern[at];
        depth += (c == '{') - (c == '}');
        if (depth % 2 == 0)
            if (const std::size_t length = untouchedAt(pattern, at)) {
                text += pattern.substr(at, length);
                at += length - 1;
                continue;
            }
        const auto vowel = accented.find(c);
        if (depth % 2 == 0 && vowel != accented.end()) {
            text += vowel->second;
            text += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        } else {
            text += c;
        }
    }
    return text;
}

} // namespace layakari
