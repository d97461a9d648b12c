// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <filesystem>
#include <optional>

namespace layakari {

/// Whether Unix time in seconds can be when a recording was made: not before 2000, not after
/// tomorrow.
bool isLikelyTime(std::int64_t seconds);

/// When a recording was begun by what its file says (`creation_time` of the container or of a
/// stream, as phones write it), in seconds of Unix time. Nothing where the file says nothing, or a
/// time that is not likely: recorders whose clock was never set write their epoch.
std::optional<std::int64_t> creationTimeOf(const std::filesystem::path& file);

} // namespace layakari
