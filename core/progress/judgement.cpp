// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/judgement.hpp"
#include "core/journal/figures.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/quantile.hpp"

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

// Of those in which any cycle was done, the latest last: "66, 82 and 86"; nothing where there is
// none.
std::string accuracies(const std::vector<Sitting>& sittings, std::size_t most)
{
    std::vector<std::string> figures;
    for (std::size_t i = std::min(most, sittings.size()); i-- > 0;)
        if (const auto a = valueOf(sittings[i], figure::accuracy))
            figures.push_back(std::to_string(std::lround(*a)));
    std::string text;
    for (std::size_t i = 0; i < figures.size(); ++i)
        text += (i == 0 ? "" : i + 1 == figures.size() ? " and " : ", ") + figures[i];
    return text;
}

// Why a sitting does not count as kept, where its accuracy is not the reason.
std::string whatElseSpoke(const Sitting& s, const LadderRule& rule)
{
    const auto accuracy = valueOf(s, figure::accuracy);
    if (!accuracy) return ", once not a whole cycle";
    if (*accuracy < rule.keptAccuracy) return "";
    if (!s.words.complaints.empty()) return ", once with a complaint";
    if (s.strainSigns > 0) return ", once with a sign of strain";
    if (valueOf(s, figure::completion).value_or(rule.keptCompletion) < rule.keptCompletion)
        return ", once not to the end";
    return "";
}

std::string timesInWords(int n)
{
    static constexpr const char* words[]{"no", "one", "two", "three", "four", "five", "six"};
    return n < 7 ? words[n] : std::to_string(n);
}

std::optional<Judgement> easeOff(const std::vector<Sitting>& sittings, const LadderRule& rule)
{
    const auto& last = sittings.front();
    if (std::find(last.words.complaints.begin(), last.words.complaints.end(), "dizzy") !=
        last.words.complaints.end())
        return Judgement{Advice::EaseOff, "You were dizzy last time. Something gentler today, and "
                                          "if it comes back, stop and ask your doctor."};
    if (sittings.size() >= 2 && last.strainSigns > 0 && sittings[1].strainSigns > 0)
        return Judgement{Advice::EaseOff,
                         "The last two sittings both had a sign of strain. One step back gives the "
                         "breath room."};
    const std::size_t looked =
        std::min(sittings.size(), static_cast<std::size_t>(rule.keptSittings));
    const auto poor = std::count_if(
        sittings.begin(), sittings.begin() + static_cast<std::ptrdiff_t>(looked),
        [&](const Sitting& s) {
            return valueOf(s, figure::accuracy).value_or(rule.poorAccuracy) < rule.poorAccuracy;
        });
    if (poor >= rule.poorSittings)
        return Judgement{Advice::EaseOff, "The last sittings kept " + accuracies(sittings, looked) +
                                              " %. One step back for a while may feel better."};
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
        return {Advice::EaseOff, "The last sitting was " +
                                     std::to_string((today - *lastOfAny).count()) +
                                     " days ago. Begin again one step easier."};
    if (sittings.empty()) return {Advice::First, "It has not been practised with us yet."};
    if (auto ease = easeOff(sittings, rule)) return *std::move(ease);

    const auto needed = static_cast<std::size_t>(rule.keptSittings);
    std::size_t kept = 0;
    while (kept < sittings.size() && kept < needed && wasKept(sittings[kept], rule)) ++kept;
    if (kept == needed && !hasClash)
        return {Advice::GoOn, "The last " + timesInWords(rule.keptSittings) + " sittings kept " +
                                  accuracies(sittings, needed) +
                                  " %, all without strain: there is room for one step."};
    if (kept == needed)
        return {Advice::Stay, "The counts are kept: " + accuracies(sittings, needed) +
                                  " %. Because something speaks against it, going on is for "
                                  "your doctor and your teacher to say."};
    const int missing = rule.keptSittings - static_cast<int>(kept);
    const std::string figures = accuracies(sittings, needed);
    return {Advice::Stay,
            (figures.empty() ? "Lately no cycle was done" : "Lately it kept " + figures + " %") +
                (figures.empty() || kept >= std::min(sittings.size(), needed)
                     ? ""
                     : whatElseSpoke(sittings[kept], rule)) +
                ". Stay here; " + timesInWords(missing) +
                (missing == 1 ? " more kept sitting" : " more kept sittings") +
                " would make room for a step."};
}

std::string comparedWithLately(const PlanFigures& asks, const std::vector<Sitting>& sittings)
{
    double hold = 0;
    std::vector<double> minutes;
    for (const Sitting& s : sittings) {
        hold = std::max(hold, valueOf(s, figure::longestHold).value_or(0));
        if (s.practiceS > 0) minutes.push_back(s.practiceS / 60);
    }
    const auto oneDecimal = [](double value) { return shortNumber(std::round(10 * value) / 10); };
    std::string text;
    if (asks.longestHoldS > 0 && hold > 0)
        text = "The longest hold kept lately was " + oneDecimal(hold) + " s; this asks " +
               oneDecimal(asks.longestHoldS) + " s.";
    if (!minutes.empty()) {
        text += (text.empty() ? "" : " ") + std::string("Lately you practised ") +
                oneDecimal(median(minutes)) + " min at a time, rests left out; this is " +
                (asks.isAtLeast ? "at least " : "") + oneDecimal(asks.practiceS / 60) + " min.";
    }
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
