// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/cautions.hpp"

#include "core/base/enum_words.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr EnumWords<Condition, Condition::Dizziness> conditionNames{"pregnancy",
                                                                    "high blood pressure",
                                                                    "low blood pressure",
                                                                    "heart disease",
                                                                    "epilepsy",
                                                                    "glaucoma",
                                                                    "a detached retina",
                                                                    "having had a stroke",
                                                                    "panic disorder",
                                                                    "lung disease",
                                                                    "a hernia",
                                                                    "an ulcer",
                                                                    "an abdominal ailment",
                                                                    "migraine",
                                                                    "another medical condition",
                                                                    "menstruation",
                                                                    "recent surgery",
                                                                    "recent abdominal surgery",
                                                                    "acute illness",
                                                                    "a nosebleed",
                                                                    "vertigo",
                                                                    "an ear infection",
                                                                    "a sore throat",
                                                                    "a blocked nose or a cold",
                                                                    "breathlessness",
                                                                    "dizziness"};
constexpr EnumWords<Condition, Condition::Dizziness> conditionWords{"pregnancy",
                                                                    "high_blood_pressure",
                                                                    "low_blood_pressure",
                                                                    "heart_disease",
                                                                    "epilepsy",
                                                                    "glaucoma",
                                                                    "detached_retina",
                                                                    "stroke",
                                                                    "panic_disorder",
                                                                    "lung_disease",
                                                                    "hernia",
                                                                    "ulcer",
                                                                    "abdominal_ailment",
                                                                    "migraine",
                                                                    "other_medical",
                                                                    "menstruation",
                                                                    "recent_surgery",
                                                                    "recent_abdominal_surgery",
                                                                    "acute_illness",
                                                                    "nosebleed",
                                                                    "vertigo",
                                                                    "ear_infection",
                                                                    "sore_throat",
                                                                    "blocked_nose",
                                                                    "breathlessness",
                                                                    "dizziness"};
constexpr EnumWords<Demand, Demand::Pause> demandNames{"counted breath",
                                                       "breath holding",
                                                       "locks",
                                                       "forced breathing",
                                                       "humming",
                                                       "the ocean breath",
                                                       "breathing through one nostril",
                                                       "pausing within a breath"};

constexpr double emptyStomachHours = 3; // three to four: the least of what schools ask
constexpr int eveningHour = 20;         // late in the evening, from here
constexpr int morningHour = 4;          // until here

std::string capitalised(std::string text)
{
    if (!text.empty())
        text[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(text[0])));
    return text;
}

// "holds, locks and humming"
std::string listed(const std::vector<std::string>& names)
{
    std::string text;
    for (std::size_t i = 0; i < names.size(); ++i)
        text += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
    return text;
}

std::string clashText(Condition condition, Weight weight, const std::vector<std::string>& against)
{
    std::string name = capitalised(inWords(condition));
    const std::string what = against.empty() ? "practising now" : listed(against);
    switch (weight) {
    case Weight::SpeaksAgainst:
        return name + " speaks against " + what +
               ". Ask your doctor, and practise with a qualified teacher.";
    case Weight::AskFirst: return name + ": ask your doctor before " + what + ".";
    case Weight::Wait: return name + ": wait with " + what + " until it has passed.";
    case Weight::Gently:
        if (condition == Condition::Breathlessness)
            return name + ": shorten the count, or breathe naturally.";
        return name + ": " + what + " only gently.";
    }
    return name;
}

std::vector<CautionRule> makeRules()
{
    using C = Condition;
    using W = Weight;
    std::vector<CautionRule> rules;
    const auto add = [&rules](std::optional<Demand> demand, Weight weight,
                              std::initializer_list<Condition> conditions) {
        for (const Condition c : conditions) rules.push_back({demand, c, weight});
    };
    add(std::nullopt, W::Wait, {C::Dizziness, C::AcuteIllness});
    add(std::nullopt, W::AskFirst, {C::RecentSurgery, C::RecentAbdominalSurgery, C::OtherMedical});
    const auto holds = {
        C::Pregnancy, C::HighBloodPressure, C::LowBloodPressure, C::HeartDisease,  C::Epilepsy,
        C::Glaucoma,  C::DetachedRetina,    C::Stroke,           C::PanicDisorder, C::LungDisease};
    add(Demand::Hold, W::SpeaksAgainst, holds);
    add(Demand::Lock, W::SpeaksAgainst, holds);
    add(Demand::Lock, W::SpeaksAgainst,
        {C::Menstruation, C::Hernia, C::Ulcer, C::RecentAbdominalSurgery});
    add(Demand::Strokes, W::SpeaksAgainst,
        {C::Pregnancy, C::Menstruation, C::HighBloodPressure, C::HeartDisease, C::Epilepsy,
         C::Stroke, C::Hernia, C::AbdominalAilment, C::RecentAbdominalSurgery, C::DetachedRetina,
         C::Glaucoma, C::Nosebleed, C::Vertigo});
    add(Demand::Hum, W::SpeaksAgainst, {C::EarInfection});
    add(Demand::Hum, W::AskFirst, {C::Epilepsy, C::Migraine, C::HighBloodPressure, C::Pregnancy});
    add(Demand::Ujjayi, W::Wait, {C::SoreThroat});
    add(Demand::Ujjayi, W::Gently, {C::LowBloodPressure});
    add(Demand::Nostril, W::Wait, {C::BlockedNose});
    add(Demand::Counted, W::Gently, {C::Breathlessness});
    add(Demand::Pause, W::Gently, {C::Breathlessness});
    return rules;
}

void addConditions(std::vector<Clash>& clashes, const Conditions& all, Demands demands)
{
    for (const Condition condition : all) {
        std::optional<Clash> clash;
        std::vector<std::string> against;
        for (const CautionRule& rule : cautionRules()) {
            if (rule.condition != condition || (rule.demand && !demands.has(*rule.demand)))
                continue;
            // The weightiest rule speaks; what others of the same weight are against joins it.
            if (!clash || rule.weight < clash->weight) {
                clash = Clash{condition, rule.demand, rule.weight, ""};
                against.clear();
            }
            if (rule.weight == clash->weight && rule.demand)
                against.push_back(demandNames.of(*rule.demand));
        }
        if (!clash) continue;
        clash->text = clashText(condition, clash->weight, against);
        clashes.push_back(*std::move(clash));
    }
}

} // namespace

bool isLasting(Condition condition) { return condition < Condition::Menstruation; }

const char* inWords(Condition condition) { return conditionNames.of(condition); }

std::string toWord(Condition condition) { return conditionWords.of(condition); }

std::optional<Condition> conditionFromWord(const std::string& word)
{
    return conditionWords.find(word);
}

const std::vector<CautionRule>& cautionRules()
{
    static const std::vector<CautionRule> rules = makeRules();
    return rules;
}

const std::vector<GeneralCaution>& generalCautions()
{
    static const std::vector<GeneralCaution> cautions{
        {std::nullopt,
         "At dizziness, pain or panic stop, breathe naturally, and lie down if giddy."},
        {std::nullopt,
         "Never while driving, in water, or standing where a fall would hurt; not after "
         "a full meal. With a medical condition, ask your doctor the first time."},
        {Demand::Hold,
         "Holding the breath is not for pregnancy, high or low blood pressure, heart or "
         "lung disease, epilepsy, glaucoma or a detached retina, after a stroke, or with "
         "panic disorder. Never hyperventilate before a hold."},
        {Demand::Lock, "Locks are also not for menstruation, a hernia, an ulcer, or after recent "
                       "abdominal surgery; they come only after the plain hold is easy."},
        {Demand::Strokes,
         "Forced breathing is not for pregnancy, menstruation, high blood pressure, "
         "heart disease, epilepsy, after a stroke, a hernia, abdominal ailment or "
         "surgery, a detached retina, glaucoma, nosebleed or vertigo; nor late in "
         "the evening."},
        {Demand::Hum,
         "No humming with an ear infection; with epilepsy, migraine, high blood pressure "
         "or in pregnancy ask first."},
        {Demand::Ujjayi,
         "No ocean breath with a sore throat; with low blood pressure only gently."},
        {Demand::Nostril, "With a blocked nose or a cold, wait."},
        {Demand::Counted, "If you are short of breath, shorten the count."},
        {Demand::Pause, "The pauses are short and easy, and no air is lost in them. If you have to "
                        "gasp after one, leave the pauses out. Held longer than two counts they "
                        "are breath holding, with all that speaks against it."},
    };
    return cautions;
}

std::vector<Clash> clashesOf(const Plan& plan, const Conditions& lasting, const Today& today)
{
    const Demands demands = demandsOf(plan);
    Conditions all = lasting;
    all.insert(today.conditions.begin(), today.conditions.end());
    std::vector<Clash> clashes;
    addConditions(clashes, all, demands);
    if (today.hoursSinceMeal && *today.hoursSinceMeal < emptyStomachHours)
        clashes.push_back({std::nullopt, std::nullopt, Weight::Wait,
                           "A full meal lies less than three hours back. Wait until the stomach is "
                           "empty: three to four hours."});
    if (today.hour && demands.has(Demand::Strokes) &&
        (*today.hour >= eveningHour || *today.hour < morningHour))
        clashes.push_back({std::nullopt, Demand::Strokes, Weight::Wait,
                           "It is late: forced breathing heats and wakes. Keep it for the morning; "
                           "a calming practice suits the evening."});
    std::stable_sort(clashes.begin(), clashes.end(),
                     [](const Clash& a, const Clash& b) { return a.weight < b.weight; });
    return clashes;
}

std::vector<std::string> cautionsFor(Demands demands)
{
    std::vector<std::string> texts;
    for (const GeneralCaution& caution : generalCautions())
        if (!caution.demand || demands.has(*caution.demand)) texts.emplace_back(caution.text);
    return texts;
}

bool mustAcknowledge(const std::vector<Acknowledgement>& given, const Plan& plan,
                     const Conditions& clashing, std::chrono::sys_days today)
{
    constexpr std::chrono::days aYear{365};
    const Demands demands = demandsOf(plan);
    return std::none_of(given.begin(), given.end(), [&](const Acknowledgement& a) {
        return a.technique == plan.technique && today - a.day <= aYear &&
               demands.isWithin(a.demands) &&
               std::includes(a.conditions.begin(), a.conditions.end(), clashing.begin(),
                             clashing.end());
    });
}

} // namespace layakari
