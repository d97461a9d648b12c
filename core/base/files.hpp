// SPDX-License-Identifier: GPL-3.0-or-later
//
// The one way in which files are read; how they are made: core/base/new_file.hpp.
#pragma once

#include "core/base/new_file.hpp"
#include "core/base/result.hpp"

#include <cstdint>
#include <filesystem>
#include <stop_token>
#include <string>

namespace layakari {

/// Opens a regular file for reading; what is opened is what was looked at. The error has code
/// `code` and tells apart: missing, a folder, no permission, a pipe or a device.
Result<Descriptor> openRegularFile(const std::filesystem::path& path, ErrorCode code);

/// Reads a text file of at most `limitBytes`. Errors as `openRegularFile`, or "too large"; also
/// where it grows meanwhile.
Result<std::string> readTextFile(const std::filesystem::path& path, ErrorCode code,
                                 std::uintmax_t limitBytes);

/// SHA-256 of the file's bytes as 64 lower-case hexadecimal digits. Errors as `openRegularFile`,
/// and Cancelled.
Result<std::string> sha256OfFile(const std::filesystem::path& path,
                                 const std::stop_token& stop = {});

} // namespace layakari
