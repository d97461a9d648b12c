// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string_view>

namespace layakari {

/// What turns a journal of version n (0: an empty file) into one of version n + 1, in order. Once
/// released, an entry is never edited: what changes is added as a new one.
std::span<const std::string_view> schemaSteps();

} // namespace layakari
