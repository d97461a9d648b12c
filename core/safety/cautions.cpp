// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/cautions.hpp"

#include "core/base/enum_words.hpp"

#include <algorithm>

namespace layakari {

namespace {

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
constexpr EnumWords<Demand, Demand::Pause> demandWords{"counted", "hold",  "lock",    "strokes",
                                                       "hum",     "ocean", "nostril", "pause"};

constexpr double emptyStomachHours = 3; // three to four: the least of what schools ask
constexpr int eveningHour = 20;         // late in the evening, from here
constexpr int morningHour = 4;          // until here

std::string clashText(Condition condition, Weight weight, const std::vector<std::string>& against)
{
    const Arguments arguments{
        {"condition", capitalised(inWords(condition))}, {"what", against}, {"any", against.size()}};
    switch (weight) {
    case Weight::SpeaksAgainst: return say("clash.not-for", arguments);
    case Weight::AskFirst: return say("clash.ask-first", arguments);
    case Weight::Wait: return say("clash.wait", arguments);
    case Weight::Gently: break;
    }
    return say(condition == Condition::Breathlessness ? "clash.shorten" : "clash.gently",
               arguments);
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
                against.push_back(say(std::string("demand.") + demandWords.of(*rule.demand)));
        }
        if (!clash) continue;
        clash->text = clashText(condition, clash->weight, against);
        clashes.push_back(*std::move(clash));
    }
}

} // namespace

bool isLasting(Condition condition) { return condition < Condition::Menstruation; }

std::string inWords(Condition condition) { return say("condition." + toWord(condition)); }

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
        {std::nullopt, {"caution.stop"}},       {std::nullopt, {"caution.where"}},
        {Demand::Hold, {"caution.hold"}},       {Demand::Lock, {"caution.lock"}},
        {Demand::Strokes, {"caution.strokes"}}, {Demand::Hum, {"caution.hum"}},
        {Demand::Ujjayi, {"caution.ocean"}},    {Demand::Nostril, {"caution.nostril"}},
        {Demand::Counted, {"caution.counted"}}, {Demand::Pause, {"caution.pause"}},
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
        clashes.push_back({std::nullopt, std::nullopt, Weight::Wait, say("clash.meal")});
    if (today.hour && demands.has(Demand::Strokes) &&
        (*today.hour >= eveningHour || *today.hour < morningHour))
        clashes.push_back({std::nullopt, Demand::Strokes, Weight::Wait, say("clash.late")});
    std::stable_sort(clashes.begin(), clashes.end(),
                     [](const Clash& a, const Clash& b) { return a.weight < b.weight; });
    return clashes;
}

std::vector<std::string> cautionsFor(Demands demands)
{
    std::vector<std::string> texts;
    for (const GeneralCaution& caution : generalCautions())
        if (!caution.demand || demands.has(*caution.demand)) texts.push_back(say(caution.text));
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
