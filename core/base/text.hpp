// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>
#include <string>

namespace layakari {

/// As printf prints it, with a decimal point whatever the locale: what is written into files is
/// read by programs. A text of any length.
[[gnu::format(printf, 1, 2)]] std::string format(const char* pattern, ...);

/// JSON text of any value. Bytes that are no UTF-8 (a file's name may have any) become U+FFFD.
/// `indent` as nlohmann::json::dump has it.
std::string jsonText(const nlohmann::ordered_json& value, int indent = -1);

/// A name as it may stand on a page and in a list: UTF-8 (what is none becomes U+FFFD), without
/// control characters and marks that turn the direction of writing around, runs of white space as
/// one space, none at either end, at most `mostCharacters` characters.
std::string cleanName(const std::string& name, std::size_t mostCharacters = 100);

/// The same as a part of a path: besides without slashes and without a leading dot, at most 100
/// bytes, never empty.
std::string fileNameFrom(const std::string& name);

} // namespace layakari
