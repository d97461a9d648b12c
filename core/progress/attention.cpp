// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/attention.hpp"
#include "core/journal/figures.hpp"

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
    std::string complaints;
    for (const std::string& complaint : s.words.complaints) {
        handed.urgency += complaint == "dizzy" ? dizzyUrgency : complaintUrgency;
        complaints += (complaints.empty() ? "said: " : ", ") + complaint;
    }
    const auto add = [&handed](const std::string& reason) {
        handed.why += (handed.why.empty() ? "" : "; ") + reason;
    };
    if (!complaints.empty()) add(complaints);
    const std::string perhaps = s.sure ? "" : "perhaps ";
    if (s.strainSigns > 0) {
        handed.urgency += strainUrgency;
        add(perhaps + (s.strainSigns == 1 ? "a sign of strain"
                                          : std::to_string(s.strainSigns) + " signs of strain"));
    }
    if (s.asks) {
        handed.urgency += askUrgency;
        add("needs an answer");
    }
    for (const Change& change : changesOf(s, earlier))
        if (change.figure == figure::accuracy && change.isMoreThanChance() &&
            change.now < change.before) {
            handed.urgency += fallUrgency;
            add("kept " + valueInWords(change.now, figure::accuracy) + ", lately " +
                std::to_string(std::lround(change.before)));
        }
    if (!handed.why.empty()) return;
    if (const auto accuracy = valueOf(s, figure::accuracy))
        add("kept " + perhaps + valueInWords(*accuracy, figure::accuracy));
    else
        add(valueOf(s, figure::completion) == 0.0 ? "not a whole cycle" : "no counts to keep");
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
