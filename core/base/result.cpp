// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/result.hpp"
#include "core/language/message.hpp"

namespace layakari {

std::string clauseInWords(const std::string& clause)
{
    const std::string id = "error." + clause;
    return isMessage(id) ? say(id) : clause;
}

std::string Error::message() const
{
    std::string text;
    for (const std::string& lead : {file, place})
        if (!lead.empty()) text += lead + ": ";
    text += clauseInWords(cause);
    if (!tryThis.empty()) text += "; " + clauseInWords(tryThis);
    // A file name may hold a line break; the message stays on one line.
    for (char& c : text)
        if (c == '\n' || c == '\r') c = ' ';
    return text;
}

} // namespace layakari
