// SPDX-License-Identifier: GPL-3.0-or-later
//
// The texts of the core and the command line, by language: core/language/messages/*.json, built in.
// A text is an ICU MessageFormat pattern with named arguments. A word in angle brackets,
// "<exhale>", is one that the catalogue's "terms" give in Sanskrit as well.
#pragma once

#include <map>
#include <string>
#include <vector>

namespace layakari {

struct Catalogue {
    std::map<std::string, std::string> messages; ///< pattern by id
    std::map<std::string, std::string> terms;    ///< Sanskrit by the word that stands for it
};

/// Of a language that ships, "en" or "de", or `pseudoLanguage`; of any other, English.
const Catalogue& catalogueOf(const std::string& language);

/// The languages that ship, as ISO 639 codes; English first.
const std::vector<std::string>& languages();

} // namespace layakari
