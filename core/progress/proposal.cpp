// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/proposal.hpp"

#include "core/curriculum/presets.hpp"
#include "core/language/message.hpp"
#include "core/progress/course_days.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr int lookBack = 12; // sittings of one plan that can matter to a judgement

struct Asked {
    const Journal& journal;
    const Person& person;
    const DayState& state;
    Day today;
};

std::optional<Day> lastDay(const std::vector<Sitting>& latest)
{
    return latest.empty() ? std::nullopt : std::optional(latest.front().day);
}

// Judges the plan of a proposal by what is kept of it.
Result<void> judgeInto(Proposal& proposal, const Asked& asked, const LadderRule& rule,
                       std::optional<Day> lastOfAny)
{
    auto done = asked.journal.sittingsOfPlan(asked.person.id, proposal.plan, lookBack);
    if (!done) return fail(done.error());
    // Nothing was measured in what was noted by hand, and nothing is based on an uncertain reading;
    // of both only a complaint says something.
    const bool isAnyUncertain =
        std::any_of(done->begin(), done->end(), [](const Sitting& s) { return !s.sure; });
    std::erase_if(*done, [](const Sitting& s) {
        return (s.origin == Sitting::Origin::Noted || !s.sure) && s.words.complaints.empty();
    });
    for (Sitting& s : *done)
        if (!s.sure) s.figures.clear(), s.strainSigns = 0;
    proposal.rule = rule;
    const bool hasClash =
        !clashesOf(proposal.plan, asked.person.conditions, {asked.state.conditions, {}, {}})
             .empty();
    proposal.judgement = judge(*done, rule, hasClash, lastOfAny, asked.today);
    if (proposal.judgement.advice == Advice::First && isAnyUncertain)
        proposal.judgement = {Advice::Stay, say("advice-on.uncertain")};
    return {};
}

// A plan that stands on one of this person's ladders knows what lies above and below.
void putOnLadder(Proposal& proposal, const NamedLadder& named, int rung, Day since)
{
    const std::vector<Plan>& rungs = named.ladder.rungs;
    const int at = std::clamp(rung, 0, static_cast<int>(rungs.size()) - 1);
    const auto index = static_cast<std::size_t>(at);
    proposal.plan = rungs[index];
    proposal.place = LadderPlace{named.key, at, since};
    if (index + 1 < rungs.size()) {
        proposal.next = rungs[index + 1];
        proposal.nextAdds = whatRungAdds(rungs[index], rungs[index + 1]);
    }
    if (index > 0) proposal.easier = rungs[index - 1];
}

const NamedLadder* find(const std::vector<NamedLadder>& ladders, const std::string& key)
{
    const auto found = std::find_if(ladders.begin(), ladders.end(),
                                    [&](const NamedLadder& l) { return l.key == key; });
    return found == ladders.end() ? nullptr : &*found;
}

Result<std::optional<Proposal>> fromCourse(const Asked& asked, const std::vector<Sitting>& latest)
{
    auto courses = asked.journal.courses(asked.person.id);
    if (!courses) return fail(courses.error());
    for (const Course& course : *courses) {
        const bool done = std::any_of(latest.begin(), latest.end(), [&](const Sitting& s) {
            return s.day == asked.today && s.planVersion == course.planVersion;
        });
        if (!isOn(course, asked.today) || done) continue;
        auto kept = asked.journal.planVersion(course.planVersion);
        if (!kept) return fail(kept.error());
        if (!*kept) continue;
        Proposal proposal;
        proposal.plan = (*kept)->plan;
        const auto days = daysOf(course);
        const auto nth = std::find(days.begin(), days.end(), asked.today) - days.begin() + 1;
        proposal.why = say("proposed.course", {{"day", nth}, {"days", days.size()}});
        return proposal;
    }
    return std::nullopt;
}

Result<std::optional<Proposal>> fromLadder(const Asked& asked,
                                           const std::vector<NamedLadder>& ladders)
{
    auto places = asked.journal.places(asked.person.id);
    if (!places) return fail(places.error());
    for (const LadderPlace& place : *places)
        if (const NamedLadder* named = find(ladders, place.ladder)) {
            Proposal proposal;
            putOnLadder(proposal, *named, place.rung, place.since);
            proposal.why = say("proposed.progression", {{"step", proposal.place->rung + 1},
                                                        {"steps", named->ladder.rungs.size()},
                                                        {"name", nameInWords(named->ladder.name)}});
            return proposal;
        }
    return std::nullopt;
}

Result<std::optional<Proposal>> fromLastSitting(const Asked& asked,
                                                const std::vector<Sitting>& latest)
{
    for (const Sitting& sitting : latest) {
        if (!sitting.planVersion) continue;
        auto kept = asked.journal.planVersion(*sitting.planVersion);
        if (!kept) return fail(kept.error());
        if (!*kept) continue;
        Proposal proposal;
        proposal.plan = (*kept)->plan;
        proposal.why = say("proposed.last");
        return proposal;
    }
    return std::nullopt;
}

Proposal whereMostBegin(const Person& person)
{
    Proposal proposal;
    proposal.plan = inSchool(findPreset("even-4-4")->plan, person.school);
    proposal.why = say("proposed.beginning");
    return proposal;
}

} // namespace

Result<std::vector<NamedLadder>> laddersFor(const Journal& journal, const Person& person)
{
    std::vector<NamedLadder> all;
    for (Ladder& ladder : builtInLadders(person.school)) {
        std::string key = ladder.id;
        all.push_back({std::move(key), std::move(ladder)});
    }
    auto own = journal.ladders();
    if (!own) return fail(own.error());
    for (KeptLadder& kept : *own)
        all.push_back({"own:" + std::to_string(kept.id), std::move(kept.ladder)});
    return all;
}

Result<Proposal> proposeFor(const Journal& journal, const Person& person, const DayState& state,
                            Day today)
{
    const Asked asked{journal, person, state, today};
    auto latest = journal.sittings(person.id, lookBack, Journal::Which::Counting);
    if (!latest) return fail(latest.error());
    auto ladders = laddersFor(journal, person);
    if (!ladders) return fail(ladders.error());

    auto found = fromCourse(asked, *latest);
    if (found && !*found) found = fromLadder(asked, *ladders);
    if (found && !*found) found = fromLastSitting(asked, *latest);
    if (!found) return fail(found.error());
    Proposal proposal = *found ? **std::move(found) : whereMostBegin(person);

    LadderRule rule;
    if (proposal.place)
        if (const NamedLadder* named = find(*ladders, proposal.place->ladder))
            rule = named->ladder.rule;
    if (auto judged = judgeInto(proposal, asked, rule, lastDay(*latest)); !judged)
        return fail(judged.error());
    return proposal;
}

} // namespace layakari
