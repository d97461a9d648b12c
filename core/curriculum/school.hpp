// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where practitioners differ, as choices that are kept with a person.
#pragma once

#include "core/pitch/pitch.hpp"
#include "core/words/terms.hpp"

#include <string>
#include <vector>

namespace layakari {

enum class Counting { Own, Clocked };
enum class FirstSide { Left, Right };
enum class SquareStart { Inhale, Exhale };
enum class StrokesBy { Number, Time };
enum class BellowsFrom { Chest, Belly };
enum class Lengthen { Count, Ratio };

struct School {
    Counting counting = Counting::Own;
    FirstSide firstSide = FirstSide::Left;
    SquareStart squareStart = SquareStart::Inhale;
    StrokesBy strokesBy = StrokesBy::Number;
    BellowsFrom bellowsFrom = BellowsFrom::Belly;
    Lengthen lengthen = Lengthen::Count;
    Tuning tuning = Tuning::Just;
    Terms terms = Terms::English;
    bool operator==(const School&) const = default;
};

/// One choice as it is offered. What it asks, its answers and what each means are messages:
/// "school.counting", "school.counting.own", "school.counting.own.meaning".
struct SchoolChoice {
    std::string key;                  ///< for files: "counting"
    std::vector<std::string> answers; ///< for files: "own"

    std::string question() const;
    std::string name(const std::string& answer) const;
    std::string meaning(const std::string& answer) const; ///< one sentence
};

/// All choices, in the order in which they are offered.
const std::vector<SchoolChoice>& schoolChoices();

/// The index of the answer that `school` gives to a choice, and the school with another one.
/// `key` and `answer` must be among `schoolChoices`.
std::size_t answerOf(const School& school, const std::string& key);
School withAnswer(School school, const std::string& key, std::size_t answer);

/// A preset as this school does it: clocked or own counts, the nostril that begins, a square that
/// begins with its inhale or exhale. Plans that the school says nothing about come back unchanged.
Plan inSchool(Plan plan, const School& school);

/// Puts `to` where the plan's name says `from`, if it does: for what a school turns round.
void replaceInName(Plan& plan, const std::string& from, const std::string& to);

/// Whether a hum of the plan is on a swara, so that it needs a Sa.
bool namesSwaras(const Plan& plan);

} // namespace layakari
