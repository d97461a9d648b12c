// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>
#include <string>

namespace layakari {

/// JSON text of any value. Bytes that are no UTF-8 (a file's name may have any) become U+FFFD.
/// `indent` as nlohmann::json::dump has it.
std::string jsonText(const nlohmann::ordered_json& value, int indent = -1);

/// A name as it may stand on a page and in a list: composed UTF-8 (what is none becomes U+FFFD),
/// without control characters and marks that turn the direction of writing around, runs of white
/// space as one space, none at either end, at most `mostCharacters` characters.
std::string cleanName(const std::string& name, std::size_t mostCharacters = 100);

/// Text to compare and to search by: case and the way in which a letter with a mark is written make
/// no difference (Unicode 15, D145: NFKC of the full case folding). For eyes, keep the original.
std::string folded(const std::string& text);

/// Whether all of a text are letters and marks on them, in any script; not of an empty one.
bool isWord(const std::string& text);

/// As `cleanName`, for a part of a path: besides without slashes and without a leading dot, at most
/// 100 bytes, never empty.
std::string fileNameFrom(const std::string& name);

} // namespace layakari
