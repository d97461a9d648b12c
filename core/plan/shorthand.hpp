// SPDX-License-Identifier: GPL-3.0-or-later
//
// Writing a breath down in one line, and reading such a line.
//
//     4-7-8            inhale 4, hold in 7, exhale 8
//     1:2              inhale 1, exhale 2
//     5-5-5-5          inhale, hold in, exhale, hold out; a hold of 0 is left out
//     1:4:2 x 4s       a clocked ratio: its unit is 4 s, so 4 : 16 : 8 in counts of one second
//     1:2 x 4c         a ratio in counts: its unit is 4 counts, so 4 : 8
//     4-7-8 x6         six times
//     4-5..8-4         a range; * is as long as is comfortable: 4-*-6
//     4-7-8 @1.2s      counts of 1.2 s; "own" gives the count back to the practitioner
//     in 4 left hold 2 out 6 right     words, with a side, a sound or a route after its phase
//     out 4 hold 4 in 4 hold 4         a hold after an exhale is held out
//     36 strokes @60   a run of strokes, 60 a minute; "bellows" or "bhastrika" for the other kind
#pragma once

#include "core/plan/plan.hpp"

#include <optional>
#include <string>
#include <string_view>
#include <variant>

namespace layakari {

/// What a line of shorthand says. What it does not say is left open, so that a part which is
/// written over keeps it.
struct Shorthand {
    std::variant<std::vector<Phase>, Strokes> content;
    std::optional<int> repeat;
    /// Set when the line speaks of the count: nothing inside for "own".
    std::optional<std::optional<double>> countLengthS;
};

/// Why a line of shorthand cannot be read.
struct ShorthandFault {
    std::size_t at = 0; ///< byte offset of the word that is not understood
    std::string cause;  ///< one clause, with what to write instead
};

/// Reads a line of shorthand; case and spaces between words do not matter. Within `planLimits`.
tl::expected<Shorthand, ShorthandFault> parseShorthand(std::string_view line);

/// The shortest line that stands for these phases: numbers where the order is the usual one, words
/// otherwise. `parseShorthand` gives back the same kinds, counts, sides, sounds and routes; pitch,
/// opening and locks are not written.
std::string shorthandOf(const std::vector<Phase>& phases);
std::string shorthandOf(const Strokes& strokes);
/// What a line that was written over a cycle leaves: where the kinds are the same, sides, sounds,
/// pitches and locks stay unless the line says others.
std::vector<Phase> writtenOver(const std::vector<Phase>& before, std::vector<Phase> written);

/// The counts alone, "4-7-8", without sides, sounds and routes.
std::string countsInShort(std::vector<Phase> phases);

} // namespace layakari
