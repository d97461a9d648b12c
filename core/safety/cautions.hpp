// SPDX-License-Identifier: GPL-3.0-or-later
//
// What speaks against a practice. The program says so and defers to doctors, qualified teachers
// and local rules; it blocks nothing and diagnoses nothing.
#pragma once

#include "core/language/message.hpp"
#include "core/plan/plan_figures.hpp"

#include <array>
#include <chrono>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace layakari {

/// What can be true of a person for long, or today only.
enum class Condition {
    Pregnancy,
    HighBloodPressure,
    LowBloodPressure,
    HeartDisease,
    Epilepsy,
    Glaucoma,
    DetachedRetina,
    Stroke,
    PanicDisorder,
    LungDisease,
    Hernia,
    Ulcer,
    AbdominalAilment,
    Migraine,
    OtherMedical, ///< a medical condition that is not listed
    // From here on: of today, not kept with the person.
    Menstruation,
    RecentSurgery,
    RecentAbdominalSurgery,
    AcuteIllness,
    Nosebleed,
    Vertigo,
    EarInfection,
    SoreThroat,
    BlockedNose,
    Breathlessness,
    Dizziness,
};
inline constexpr int conditionCount = static_cast<int>(Condition::Dizziness) + 1;

using Conditions = std::set<Condition>;

/// Whether it is kept with the person, rather than asked for the day.
bool isLasting(Condition condition);
/// In plain words, "high blood pressure".
std::string inWords(Condition condition);
/// The word for files, "high_blood_pressure"; `conditionFromWord` is its inverse.
std::string toWord(Condition condition);
std::optional<Condition> conditionFromWord(const std::string& word);

/// How much a rule says.
enum class Weight {
    SpeaksAgainst, ///< ask your doctor, and practise with a qualified teacher
    AskFirst,
    Wait,   ///< not today
    Gently, ///< go on, but softly or shorter
};

/// One row of the table: a condition against a demand; without a demand it is against any practice.
struct CautionRule {
    std::optional<Demand> demand;
    Condition condition;
    Weight weight;
};

const std::vector<CautionRule>& cautionRules();

/// What holds for everybody who does this: shown with the technique.
struct GeneralCaution {
    std::optional<Demand> demand; ///< nothing: any practice
    Message text;
};
const std::vector<GeneralCaution>& generalCautions();

/// The day as far as cautions go. What is not known is not asked about.
struct Today {
    Conditions conditions;
    std::optional<int> hour;              ///< local, 0 to 23
    std::optional<double> hoursSinceMeal; ///< since a full meal
};

/// Something that speaks against a plan for this person now, in plain words with whom to ask.
struct Clash {
    std::optional<Condition> condition; ///< nothing: the hour or the meal
    std::optional<Demand> demand;
    Weight weight = Weight::AskFirst;
    std::string text;
};

/// The clashes, the weightiest first; each condition once, with all that it speaks against.
std::vector<Clash> clashesOf(const Plan& plan, const Conditions& lasting, const Today& today);

/// The cautions to show with a plan, general ones first, those for its demands after.
std::vector<std::string> cautionsFor(Demands demands);

/// That a person has read the cautions of a technique.
struct Acknowledgement {
    std::string technique;
    Demands demands;       ///< what the plan asked then
    Conditions conditions; ///< that clashed then
    std::chrono::sys_days day;
};

/// Whether the cautions have to be shown again: never read, read more than a year ago, the plan has
/// grown heavier in kind, or something new speaks against it.
bool mustAcknowledge(const std::vector<Acknowledgement>& given, const Plan& plan,
                     const Conditions& clashing, std::chrono::sys_days today);

/// A gentler plan for today.
struct Gentler {
    std::string what; ///< "without holds"
    Plan plan;
};

/// The gentler plans that there are, the gentlest first: without holds and locks, fewer strokes,
/// shorter counts, fewer rounds. Each is a valid plan of the same technique; none for a plan that
/// cannot be made gentler.
std::vector<Gentler> gentlerPlans(const Plan& plan);

} // namespace layakari
