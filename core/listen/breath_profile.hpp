// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"
#include "core/listen/heard.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// What one person's inhales and exhales sounded like in earlier recordings: the mean character of
/// each, and how many breaths stand behind it. Only the difference of the two is ever used, since
/// the room and the place of the microphone change both alike.
struct BreathProfile {
    BreathCharacter inhale;
    BreathCharacter exhale;
    int breaths = 0;
};

/// The mean characters of breaths whose names are sure. Nothing with fewer than four of either
/// kind: one odd breath would speak too loudly.
std::optional<BreathProfile> profileOf(const std::vector<BreathCharacter>& inhales,
                                       const std::vector<BreathCharacter>& exhales);

/// Takes newer breaths into a profile. The older ones count as two hundred at most, so that a
/// profile follows a person who changes.
BreathProfile merged(const BreathProfile& older, const BreathProfile& newer);

/// Takes breaths out of a profile again: the inverse of `merged` as long as nothing was merged
/// since and the older ones were not more than two hundred; else what they still weigh is taken out
/// as far as it is known. Nothing where no others are left.
std::optional<BreathProfile> without(const BreathProfile& all, const BreathProfile& taken);

/// How strongly a profile says that a kind of breath with the mean character `a` is the inhale and
/// one with `b` the exhale: log odds, positive for yes. Two-class Gaussian discriminant with the
/// difference of the classes as its only feature (Duda, Hart and Stork, Pattern Classification,
/// 2001, ch. 2), each measure limited to odds of four to one and all of them to sixty to one:
/// another microphone may turn one of them round.
double logOddsInhaleFirst(const BreathProfile& profile, const BreathCharacter& a,
                          const BreathCharacter& b);

/// As a small JSON object, and back. Errors: BadReading with the JSON pointer.
std::string profileToJson(const BreathProfile& profile);
Result<BreathProfile> parseProfile(const std::string& json, const std::string& file);

} // namespace layakari
