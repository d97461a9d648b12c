// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/judgement.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/quantile.hpp"
#include "core/journal/figures.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

bool wasKept(const Sitting& s, const LadderRule& rule)
{
    // Nothing is less than any number.
    return valueOf(s, figure::accuracy) >= rule.keptAccuracy &&
           valueOf(s, figure::completion) >= rule.keptCompletion && s.strainSigns == 0 &&
           s.words.complaints.empty();
}

// Of those in which any cycle was done, the latest last.
std::vector<std::string> accuracies(const std::vector<Sitting>& sittings, std::size_t most)
{
    std::vector<std::string> figures;
    for (std::size_t i = std::min(most, sittings.size()); i-- > 0;)
        if (const auto a = valueOf(sittings[i], figure::accuracy))
            figures.push_back(say("number.whole", {{"number", *a}}));
    return figures;
}

// Why a sitting does not count towards the next step, where its accuracy is not the reason.
const char* whatElse(const Sitting& s, const LadderRule& rule)
{
    const auto accuracy = valueOf(s, figure::accuracy);
    if (!accuracy) return "no_cycle";
    if (*accuracy < rule.keptAccuracy) return "nothing";
    if (!s.words.complaints.empty()) return "complaint";
    if (s.strainSigns > 0) return "strain";
    if (valueOf(s, figure::completion).value_or(rule.keptCompletion) < rule.keptCompletion)
        return "not_completed";
    return "nothing";
}

std::optional<Judgement> easeOff(const std::vector<Sitting>& sittings, const LadderRule& rule)
{
    const auto& last = sittings.front();
    if (std::find(last.words.complaints.begin(), last.words.complaints.end(), "dizzy") !=
        last.words.complaints.end())
        return Judgement{Advice::EaseOff, say("advice-on.dizzy")};
    if (sittings.size() >= 2 && last.strainSigns > 0 && sittings[1].strainSigns > 0)
        return Judgement{Advice::EaseOff, say("advice-on.strain-twice")};
    const std::size_t looked =
        std::min(sittings.size(), static_cast<std::size_t>(rule.keptSittings));
    const auto poor = std::count_if(
        sittings.begin(), sittings.begin() + static_cast<std::ptrdiff_t>(looked),
        [&](const Sitting& s) {
            return valueOf(s, figure::accuracy).value_or(rule.poorAccuracy) < rule.poorAccuracy;
        });
    if (poor >= rule.poorSittings)
        return Judgement{Advice::EaseOff, say("advice-on.low-accuracy",
                                              {{"percents", accuracies(sittings, looked)}})};
    return std::nullopt;
}

std::optional<double> medianOfLatest(const std::vector<Sitting>& sittings, FigureKey figure)
{
    constexpr std::size_t latest = 5;
    std::vector<double> values;
    for (const Sitting& s : sittings)
        if (const auto value = valueOf(s, figure); value && values.size() < latest)
            values.push_back(*value);
    return values.empty() ? std::nullopt : std::optional(median(std::move(values)));
}

} // namespace

Judgement judge(const std::vector<Sitting>& sittings, const LadderRule& rule, bool hasClash,
                std::optional<Day> lastOfAny, Day today)
{
    if (lastOfAny && today - *lastOfAny >= std::chrono::days(rule.breakDays))
        return {Advice::EaseOff, say("advice-on.break", {{"days", (today - *lastOfAny).count()}})};
    if (sittings.empty()) return {Advice::First, say("advice-on.first")};
    if (auto ease = easeOff(sittings, rule)) return *std::move(ease);

    const auto needed = static_cast<std::size_t>(rule.keptSittings);
    std::size_t kept = 0;
    while (kept < sittings.size() && kept < needed && wasKept(sittings[kept], rule)) ++kept;
    const std::vector<std::string> percents = accuracies(sittings, needed);
    const Arguments figures{
        {"percents", percents}, {"any", percents.size()}, {"sittings", rule.keptSittings}};
    if (kept == needed && !hasClash) return {Advice::GoOn, say("advice-on.move-on", figures)};
    if (kept == needed) return {Advice::Stay, say("advice-on.stay-for-caution", figures)};
    const bool isEverySittingGood = kept >= std::min(sittings.size(), needed);
    Arguments more = figures;
    more.insert({"but", isEverySittingGood ? "nothing" : whatElse(sittings[kept], rule)});
    more.insert({"missing", rule.keptSittings - static_cast<int>(kept)});
    return {Advice::Stay, say("advice-on.stay", more)};
}

std::string comparedWithLately(const PlanFigures& asks, const std::vector<Sitting>& sittings)
{
    double hold = 0;
    std::vector<double> minutes;
    for (const Sitting& s : sittings) {
        hold = std::max(hold, valueOf(s, figure::longestHold).value_or(0));
        if (s.practiceS > 0) minutes.push_back(s.practiceS / 60);
    }
    std::string text;
    if (asks.longestHoldS > 0 && hold > 0)
        text = say("compared.longest-hold", {{"recent", hold}, {"plan", asks.longestHoldS}});
    if (!minutes.empty())
        text += (text.empty() ? "" : " ") +
                say("compared.minutes", {{"recent", median(minutes)},
                                         {"atLeast", asks.isAtLeast ? "yes" : "no"},
                                         {"plan", asks.practiceS / 60}});
    return text;
}

std::optional<double> usualAccuracy(const std::vector<Sitting>& sittings)
{
    return medianOfLatest(sittings, figure::accuracy);
}

std::optional<double> usualCountLength(const std::vector<Sitting>& sittings)
{
    return medianOfLatest(sittings, figure::countLength);
}

} // namespace layakari
