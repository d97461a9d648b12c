// SPDX-License-Identifier: GPL-3.0-or-later
//
// Go on, stay, or ease off: what the last sittings of a plan say. The program proposes, with its
// reason and the figures; a person decides.
#pragma once

#include "core/journal/records.hpp"

namespace layakari {

enum class Advice { First, GoOn, Stay, EaseOff };

struct Judgement {
    Advice advice = Advice::First;
    std::string reason; ///< one sentence with the figures, kind and exact
};

/// Judges by `rule`. `sittings` are those of one plan, the latest first; `lastOfAny` is the day of
/// this person's last sitting of any plan. With `hasClash` going on is not proposed.
///
/// Go on: the last `keptSittings` all kept accuracy and completion, without strain or complaint.
/// Ease off: a strain sign twice in a row, any dizziness in the last sitting, `poorSittings` of the
/// last `keptSittings` under `poorAccuracy`, or a break of `breakDays`. Else stay.
Judgement judge(const std::vector<Sitting>& sittings, const LadderRule& rule, bool hasClash,
                std::optional<Day> lastOfAny, Day today);

/// The accuracy usually kept lately: the median of the last five that have one. Nothing for none.
std::optional<double> usualAccuracy(const std::vector<Sitting>& sittings);

/// The length of a count kept lately, in seconds: the median of the last five that have one.
std::optional<double> usualCountLength(const std::vector<Sitting>& sittings);

/// What a plan asks against what was kept lately: longest hold and minutes, "a hold of 9.5 s; the
/// longest kept lately was 8.1 s". Empty where nothing can be compared.
std::string comparedWithLately(const PlanFigures& asks, const std::vector<Sitting>& sittings);

} // namespace layakari
