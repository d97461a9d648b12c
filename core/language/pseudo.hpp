// SPDX-License-Identifier: GPL-3.0-or-later
//
// Pseudo-translation: a language that everybody can read, in which what is not translated, and what
// has no room for a longer language, is seen at once.
#pragma once

#include <string>

namespace layakari {

/// Its code, from the range that BCP 47 leaves for private use.
inline constexpr const char* pseudoLanguage = "qps";

/// "Save" becomes "Sáavée": each vowel twice, once with an accent, which makes English about a
/// third longer. Arguments of ICU's patterns and of Qt's ("%1", "%n") and words in angle brackets
/// stay.
std::string pseudo(const std::string& pattern);

} // namespace layakari
