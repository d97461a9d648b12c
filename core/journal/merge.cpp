// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/merge.hpp"

#include <algorithm>
#include <limits>
#include <map>
#include <utility>

namespace layakari {

namespace {

constexpr int allOfThem = std::numeric_limits<int>::max();

class Merging {
public:
    Merging(Journal& into, const Journal& from) : m_into(into), m_from(from) {}

    Result<Merged> run()
    {
        if (auto done = takePlans(0, 0); !done) return fail(done.error());
        if (auto done = takeLadders(); !done) return fail(done.error());
        const auto theirs = m_from.people(true);
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.people(true);
        if (!ours) return fail(ours.error());
        for (const Person& person : *theirs) {
            const auto same = std::find_if(ours->begin(), ours->end(), [&](const Person& our) {
                return our.name == person.name;
            });
            Id here = same == ours->end() ? 0 : same->id;
            if (here == 0) {
                Person added = person;
                added.id = 0;
                const auto id = m_into.savePerson(added);
                if (!id) return fail(id.error());
                here = *id;
                ++m_merged.people;
            }
            m_here[person.id] = here;
            if (auto done = takePerson(person.id, here); !done) return fail(done.error());
        }
        if (auto done = takeHanded(); !done) return fail(done.error());
        return m_merged;
    }

private:
    Journal& m_into;
    const Journal& m_from;
    Merged m_merged;
    std::map<Id, Id> m_here;     ///< of their people, the person here
    std::map<Id, Id> m_sittings; ///< of theirs, the sitting here
    std::map<Id, Id> m_versions; ///< of theirs, the version here
    std::map<std::string, std::string> m_ladders;

    Result<void> takePerson(Id there, Id here)
    {
        if (auto done = takePlans(there, here); !done) return done;
        if (auto done = takePlaces(there, here); !done) return done;
        if (auto done = takeCourses(there, here); !done) return done;
        if (auto done = takeDays(there, here); !done) return done;
        return takeSittings(there, here);
    }

    Result<void> takePlans(Id there, Id here)
    {
        const auto theirs = m_from.plans(there);
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.plans(here);
        if (!ours) return fail(ours.error());
        for (const KeptPlan& kept : *theirs) {
            const bool isHere = std::any_of(ours->begin(), ours->end(), [&](const KeptPlan& our) {
                return our.plan == kept.plan;
            });
            if (isHere) continue;
            if (auto saved = m_into.savePlan(0, here, kept.plan); !saved)
                return fail(saved.error());
            ++m_merged.plans;
        }
        return {};
    }

    Result<void> takeLadders()
    {
        const auto theirs = m_from.ladders();
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.ladders();
        if (!ours) return fail(ours.error());
        for (const KeptLadder& kept : *theirs) {
            const auto same = std::find_if(ours->begin(), ours->end(), [&](const KeptLadder& our) {
                return our.ladder == kept.ladder;
            });
            Id here = same == ours->end() ? 0 : same->id;
            if (here == 0) {
                const auto id = m_into.saveLadder({0, kept.ladder});
                if (!id) return fail(id.error());
                here = *id;
                ++m_merged.ladders;
            }
            m_ladders["own:" + std::to_string(kept.id)] = "own:" + std::to_string(here);
        }
        return {};
    }

    Result<void> takePlaces(Id there, Id here)
    {
        const auto theirs = m_from.places(there);
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.places(here);
        if (!ours) return fail(ours.error());
        for (LadderPlace place : *theirs) {
            if (const auto own = m_ladders.find(place.ladder); own != m_ladders.end())
                place.ladder = own->second;
            const bool isLater =
                std::none_of(ours->begin(), ours->end(), [&](const LadderPlace& our) {
                    return our.ladder == place.ladder && our.since >= place.since;
                });
            if (!isLater) continue;
            if (auto saved = m_into.savePlace(here, place); !saved) return saved;
        }
        return {};
    }

    // The version here that says the same as one of theirs.
    Result<Id> versionHere(Id there)
    {
        if (const auto known = m_versions.find(there); known != m_versions.end())
            return known->second;
        const auto version = m_from.planVersion(there);
        if (!version) return fail(version.error());
        if (!*version)
            return fail({ErrorCode::BadJournal, (m_from.folder() / "journal.db").string(), "",
                         "a plan is missing in it", "take it out again where it comes from"});
        const auto here = m_into.versionFor((*version)->plan);
        if (!here) return fail(here.error());
        return m_versions[there] = *here;
    }

    Result<void> takeCourses(Id there, Id here)
    {
        const auto theirs = m_from.courses(there);
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.courses(here);
        if (!ours) return fail(ours.error());
        for (Course course : *theirs) {
            const auto version = versionHere(course.planVersion);
            if (!version) return fail(version.error());
            course.id = 0;
            course.person = here;
            course.planVersion = *version;
            const bool isHere = std::any_of(ours->begin(), ours->end(), [&](Course our) {
                our.id = 0;
                return our == course;
            });
            if (isHere) continue;
            if (auto saved = m_into.saveCourse(course); !saved) return fail(saved.error());
        }
        return {};
    }

    Result<void> takeDays(Id there, Id here)
    {
        const auto days = m_from.dayStates(there);
        if (!days) return fail(days.error());
        const auto oursDays = m_into.dayStates(here);
        if (!oursDays) return fail(oursDays.error());
        for (const auto& [day, state] : *days)
            if (!oursDays->count(day))
                if (auto saved = m_into.saveDayState(here, day, state); !saved) return saved;
        const auto theirs = m_from.acknowledgements(there);
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.acknowledgements(here);
        if (!ours) return fail(ours.error());
        for (const Acknowledgement& given : *theirs) {
            const bool isHere =
                std::any_of(ours->begin(), ours->end(), [&](const Acknowledgement& our) {
                    return our.technique == given.technique && our.day == given.day &&
                           our.conditions == given.conditions;
                });
            if (isHere) continue;
            if (auto saved = m_into.acknowledge(here, given); !saved) return saved;
        }
        return {};
    }

    Result<void> takeSittings(Id person, Id here)
    {
        const auto theirs = m_from.sittings(person, allOfThem);
        if (!theirs) return fail(theirs.error());
        for (Sitting sitting : *theirs) {
            const auto known = m_into.sittingOfRecording(here, sitting.sha256);
            if (!known) return fail(known.error());
            const Id there = std::exchange(sitting.id, 0);
            if (*known) {
                m_sittings[there] = (*known)->id;
                continue;
            }
            const auto json = m_from.readingOf(there);
            if (!json) return fail(json.error());
            sitting.person = here;
            if (sitting.planVersion) {
                const auto version = versionHere(*sitting.planVersion);
                if (!version) return fail(version.error());
                sitting.planVersion = *version;
            }
            const auto saved = m_into.saveSitting(sitting, json->value_or("{}"));
            if (!saved) return fail(saved.error());
            m_sittings[there] = *saved;
            ++m_merged.sittings;
        }
        return {};
    }

    Result<void> takeHanded()
    {
        const auto theirs = m_from.handedIn();
        if (!theirs) return fail(theirs.error());
        const auto ours = m_into.handedIn();
        if (!ours) return fail(ours.error());
        for (Handed handed : *theirs) {
            const bool isHere = std::any_of(ours->begin(), ours->end(), [&](const Handed& our) {
                return our.file == handed.file;
            });
            if (isHere) continue;
            handed.id = 0;
            if (handed.person) handed.person = m_here[*handed.person];
            if (handed.sitting) handed.sitting = m_sittings[*handed.sitting];
            if (handed.planVersion) {
                const auto version = versionHere(*handed.planVersion);
                if (!version) return fail(version.error());
                handed.planVersion = *version;
            }
            if (auto saved = m_into.saveHanded(handed); !saved) return fail(saved.error());
        }
        return {};
    }
};

} // namespace

Result<Merged> mergeJournal(Journal& into, const Journal& from)
{
    return Merging(into, from).run();
}

} // namespace layakari
