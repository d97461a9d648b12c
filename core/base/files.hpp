// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"

#include <cstdint>
#include <filesystem>
#include <string>

namespace layakari {

/// Checks that `path` is a regular file that can be opened for reading. The error has code `code`
/// and tells apart: missing, a folder, no permission.
Result<void> checkReadableFile(const std::filesystem::path& path, ErrorCode code);

/// Reads a text file of at most `limitBytes`. Errors as `checkReadableFile`, or "too large".
Result<std::string> readTextFile(const std::filesystem::path& path, ErrorCode code,
                                 std::uintmax_t limitBytes);

/// A name beside `target`, with the same extension, to write to before renaming it into place.
std::filesystem::path temporaryBeside(const std::filesystem::path& target);

/// Renames `written` onto `target`; on failure removes `written` and says why.
Result<void> moveIntoPlace(const std::filesystem::path& written,
                           const std::filesystem::path& target);

/// Writes `text` beside `path` and renames it into place: the target is never half-written.
Result<void> writeTextFile(const std::filesystem::path& path, const std::string& text);

/// SHA-256 of the file's bytes as 64 lower-case hexadecimal digits.
Result<std::string> sha256OfFile(const std::filesystem::path& path);

} // namespace layakari
