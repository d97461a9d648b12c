// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/attention.hpp"

#include "core/journal/figures.hpp"
#include "core/journal/sitting.hpp"
#include "core/language/message.hpp"
#include "core/progress/series.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr int complaintUrgency = 4;
constexpr int dizzyUrgency = 8;
constexpr int strainUrgency = 2;
constexpr int fallUrgency = 1;
constexpr int askUrgency = 1;

void judgeUrgency(HandedIn& handed, const std::vector<Sitting>& earlier)
{
    const Sitting& s = handed.sitting;
    std::vector<std::string> reasons;
    for (const std::string& complaint : s.words.complaints)
        handed.urgency += complaint == "dizzy" ? dizzyUrgency : complaintUrgency;
    if (!s.words.complaints.empty())
        reasons.push_back(
            say("attention.complaints", {{"complaints", complaintsInWords(s.words.complaints)}}));
    const char* sure = s.sure ? "yes" : "no";
    if (s.strainSigns > 0) {
        handed.urgency += strainUrgency;
        reasons.push_back(say("attention.strain", {{"signs", s.strainSigns}, {"sure", sure}}));
    }
    if (s.asks) {
        handed.urgency += askUrgency;
        reasons.push_back(say("attention.question"));
    }
    for (const Change& change : changesOf(s, earlier))
        if (change.figure == figure::accuracy && change.isMoreThanChance() &&
            change.now < change.before) {
            handed.urgency += fallUrgency;
            reasons.push_back(
                say("attention.fall", {{"now", change.now}, {"usual", change.before}}));
        }
    if (reasons.empty()) {
        const auto accuracy = valueOf(s, figure::accuracy);
        reasons.push_back(say(accuracy                                ? "attention.accuracy"
                              : valueOf(s, figure::completion) == 0.0 ? "attention.no-cycle"
                                                                      : "attention.no-accuracy",
                              {{"percent", accuracy.value_or(0)}, {"sure", sure}}));
    }
    for (const std::string& reason : reasons)
        handed.why += (handed.why.empty() ? "" : "; ") + reason;
}

} // namespace

Result<std::vector<HandedIn>> handedInLately(const Journal& journal, Day today, int days)
{
    constexpr int lookedBack = 12;
    auto people = journal.people();
    if (!people) return fail(people.error());
    std::vector<HandedIn> all;
    for (const Person& person : *people) {
        auto latest = journal.sittings(person.id, 1, Journal::Which::Counting);
        if (!latest) return fail(latest.error());
        if (latest->empty() || today - latest->front().day >= std::chrono::days(days)) continue;
        HandedIn handed{person, latest->front(), 0, {}};
        std::vector<Sitting> earlier;
        if (handed.sitting.planVersion) {
            const auto version = journal.planVersion(*handed.sitting.planVersion);
            if (!version) return fail(version.error());
            if (*version) {
                auto same = journal.sittingsOfPlan(person.id, (*version)->plan, lookedBack);
                if (!same) return fail(same.error());
                earlier = *std::move(same);
            }
        }
        judgeUrgency(handed, earlier);
        all.push_back(std::move(handed));
    }
    std::stable_sort(all.begin(), all.end(), [](const HandedIn& a, const HandedIn& b) {
        return a.urgency != b.urgency ? a.urgency > b.urgency
                                      : a.sitting.startedAt > b.sitting.startedAt;
    });
    return all;
}

} // namespace layakari
