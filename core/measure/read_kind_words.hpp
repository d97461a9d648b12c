// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/enum_words.hpp"
#include "core/measure/measures.hpp"

namespace layakari {

/// What readings and truths call what was heard (docs/formats.md).
inline constexpr EnumWords<ReadKind, ReadKind::Unknown> readKindWords{
    "inhale", "hold_full", "exhale", "hold_empty", "strokes", "voice", "unknown"};

} // namespace layakari
