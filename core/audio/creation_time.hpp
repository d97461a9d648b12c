// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <filesystem>
#include <optional>

namespace layakari {

/// When a recording was begun by what its file says (`creation_time` of the container or of a
/// stream, as phones write it), in seconds of Unix time. Nothing where the file says nothing, or a
/// time before 2000 or after tomorrow: recorders whose clock was never set write their epoch.
std::optional<std::int64_t> creationTimeOf(const std::filesystem::path& file);

} // namespace layakari
