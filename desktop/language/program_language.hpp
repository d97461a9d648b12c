// SPDX-License-Identifier: GPL-3.0-or-later
//
// The language that the whole program is in: the window's texts, the core's messages, numbers and
// dates.
#pragma once

#include "core/language/message.hpp"

#include <QString>
#include <utility>
#include <vector>

namespace layakari {

/// The languages that ship: code, and name in itself.
std::vector<std::pair<QString, QString>> programLanguages();

/// What is set: a code of `programLanguages()`, or nothing to follow the system.
QString chosenLanguage(const QString& settingsFile);
void chooseLanguage(const QString& settingsFile, const QString& language);

/// The first of the system's languages that ships; English where none does.
QString systemLanguage();

/// Says everything in this language from now on (empty: the system's). Numbers and dates follow the
/// system's region where it speaks the language, otherwise the language's first (for English, since
/// most who read it live outside the United States, Britain). Texts that are shown already stay as
/// they are: call it before the window is made.
void useLanguage(const QString& language);

/// Techniques and phases have these words from now on; the pages must be shown anew.
void useTerms(Terms terms);

} // namespace layakari
