// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/merge.hpp"

#include "core/audio/sound_limits.hpp"
#include "core/base/text.hpp"
#include "core/journal/figures.hpp"

#include <algorithm>
#include <limits>
#include <map>
#include <set>
#include <utility>

namespace layakari {

namespace {

constexpr int allOfThem = std::numeric_limits<int>::max();

// A figure of somebody else's journal that no sitting can have is none; a chart would try to draw
// it.
void keepWithin(std::optional<double>& figure, double least, double most)
{
    if (figure && !(*figure >= least && *figure <= most)) figure.reset();
}

void keepWithin(std::optional<int>& figure, int least, int most)
{
    if (figure && (*figure < least || *figure > most)) figure.reset();
}

void keepPlausible(Sitting& s)
{
    constexpr double longestS = soundLimits::hours * 3600;
    std::erase_if(s.figures, [](const auto& figure) {
        const auto& kinds = figureKinds();
        const auto kind = std::find_if(kinds.begin(), kinds.end(),
                                       [&](const FigureKind& k) { return k.key == figure.first; });
        const auto isIn = [&](double value) { return value >= 0 && value <= kind->most; };
        return kind == kinds.end() || !isIn(figure.second.value) ||
               !isIn(figure.second.low.value_or(0)) || !isIn(figure.second.high.value_or(0));
    });
    keepWithin(s.words.feelBefore, 0, 10);
    keepWithin(s.words.feelAfter, 0, 10);
    s.strainSigns = std::clamp(s.strainSigns, 0, 1'000'000);
    if (!(s.practiceS >= 0 && s.practiceS <= longestS)) s.practiceS = 0;
}

// Who of ours one of theirs is: of the same mark; else the only one of that name, if theirs is the
// only one too and nobody else of theirs is them.
class WhoIsWho {
public:
    WhoIsWho(std::vector<Person> ours, const std::vector<Person>& theirs) : m_ours(std::move(ours))
    {
        for (const Person& person : theirs) ++m_theirs[cleanName(person.name)];
        for (const Person& person : theirs)
            for (const Person& our : m_ours)
                if (!person.uid.empty() && our.uid == person.uid) m_taken.insert(our.id);
    }

    Id find(const Person& person)
    {
        for (const Person& our : m_ours)
            if (!person.uid.empty() && our.uid == person.uid) return our.id;
        const std::string name = cleanName(person.name);
        const Person* found = nullptr;
        for (const Person& our : m_ours) {
            if (our.name != name || m_taken.count(our.id)) continue;
            if (found) return 0;
            found = &our;
        }
        if (!found || m_theirs[name] > 1) return 0;
        m_taken.insert(found->id);
        return found->id;
    }

private:
    std::vector<Person> m_ours;
    std::map<std::string, int> m_theirs;
    std::set<Id> m_taken;
};

class Merging {
public:
    Merging(Journal& into, const Journal& from, const Progress& progress)
        : m_into(into), m_from(from), m_progress(progress)
    {
    }

    Result<Merged> run()
    {
        auto changes = m_into.recorded([this] { return takeAll(); });
        if (!changes) return fail(changes.error());
        m_merged.changes = *std::move(changes);
        return m_merged;
    }

private:
    Journal& m_into;
    const Journal& m_from;
    const Progress& m_progress;
    double m_taken = 0; ///< sittings, those among them that are here already
    double m_all = 1;
    Merged m_merged;
    std::map<Id, Id> m_here;     ///< of their people, the person here
    std::map<Id, Id> m_sittings; ///< of theirs, the sitting here
    std::map<Id, Id> m_versions; ///< of theirs, the version here
    std::map<std::string, std::string> m_ladders;

    Result<void> takeAll()
    {
        const auto activity = m_from.activity();
        if (!activity) return fail(activity.error());
        for (const Journal::Activity& a : *activity) m_all += a.sittings;
        if (auto done = takePlans(0, 0); !done) return done;
        if (auto done = takeLadders(); !done) return done;
        const auto theirs = m_from.people(true);
        if (!theirs) return fail(theirs.error());
        auto ours = m_into.people(true);
        if (!ours) return fail(ours.error());
        WhoIsWho who(*std::move(ours), *theirs);
        for (const Person& person : *theirs) {
            Id here = who.find(person);
            if (here == 0) {
                const auto id = addPerson(person);
                if (!id) return fail(id.error());
                here = *id;
                ++m_merged.people;
            }
            m_here[person.id] = here;
            if (auto done = takePerson(person.id, here); !done) return done;
        }
        return takeHanded();
    }

    Result<Id> addPerson(Person person)
    {
        if (cleanName(person.name).empty()) person.name = "?";
        keepWithin(person.usualHour, 0, 23);
        keepWithin(person.ownCountS, 0.1, planLimits::countLengthS);
        keepWithin(person.saHz, 20, 2000);
        return m_into.addPerson(person);
    }

    static std::optional<Id> hereOf(std::optional<Id> there, const std::map<Id, Id>& here)
    {
        const auto at = there ? here.find(*there) : here.end();
        return at == here.end() ? std::nullopt : std::optional(at->second);
    }

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
        auto ours = m_into.plans(here);
        if (!ours) return fail(ours.error());
        for (const KeptPlan& kept : *theirs) {
            const bool isHere = std::any_of(ours->begin(), ours->end(), [&](const KeptPlan& our) {
                return our.plan == kept.plan;
            });
            if (isHere) continue;
            const auto saved = m_into.savePlan(0, here, kept.plan);
            if (!saved) return fail(saved.error());
            ours->push_back(*saved);
            ++m_merged.plans;
        }
        return {};
    }

    Result<void> takeLadders()
    {
        const auto theirs = m_from.ladders();
        if (!theirs) return fail(theirs.error());
        auto ours = m_into.ladders();
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
                ours->push_back({here, kept.ladder});
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
                         "a plan is missing in it", "export it again where it comes from"});
        const auto here = m_into.versionFor((*version)->plan);
        if (!here) return fail(here.error());
        return m_versions[there] = *here;
    }

    Result<void> takeCourses(Id there, Id here)
    {
        const auto theirs = m_from.courses(there);
        if (!theirs) return fail(theirs.error());
        auto ours = m_into.courses(here);
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
            ours->push_back(course);
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
        auto ours = m_into.acknowledgements(here);
        if (!ours) return fail(ours.error());
        for (const Acknowledgement& given : *theirs) {
            const bool isHere =
                std::any_of(ours->begin(), ours->end(), [&](const Acknowledgement& our) {
                    return our.technique == given.technique && our.day == given.day &&
                           our.conditions == given.conditions;
                });
            if (isHere) continue;
            if (auto saved = m_into.acknowledge(here, given); !saved) return saved;
            ours->push_back(given);
        }
        return {};
    }

    Result<void> takeSittings(Id person, Id here)
    {
        const auto theirs = m_from.sittings(person, allOfThem, Journal::Which::All);
        if (!theirs) return fail(theirs.error());
        for (Sitting sitting : *theirs) {
            if (m_progress.stopped())
                return fail({ErrorCode::Cancelled, m_from.folder().string(), "",
                             "the import was stopped", "nothing was imported"});
            m_progress.tell(std::min(1.0, ++m_taken / m_all));
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
            keepPlausible(sitting);
            if (sitting.planVersion) {
                const auto version = versionHere(*sitting.planVersion);
                if (!version) return fail(version.error());
                sitting.planVersion = *version;
            }
            const auto saved = m_into.saveSitting(sitting, *json);
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
        auto ours = m_into.handedIn();
        if (!ours) return fail(ours.error());
        for (Handed handed : *theirs) {
            // What waits there names files of another machine, or any file of this one.
            if (handed.state == Handed::State::Waiting) continue;
            const bool isHere = std::any_of(ours->begin(), ours->end(), [&](const Handed& our) {
                return our.file == handed.file;
            });
            if (isHere) continue;
            handed.id = 0;
            handed.reader.clear();
            handed.attempts = 0;
            handed.person = hereOf(handed.person, m_here);
            handed.sitting = hereOf(handed.sitting, m_sittings);
            if (handed.planVersion) {
                const auto version = versionHere(*handed.planVersion);
                if (!version) return fail(version.error());
                handed.planVersion = *version;
            }
            if (auto saved = m_into.saveHanded(handed); !saved) return fail(saved.error());
            ours->push_back(handed);
        }
        return {};
    }
};

} // namespace

Result<Merged> mergeJournal(Journal& into, const Journal& from, const Progress& progress)
{
    return Merging(into, from, progress).run();
}

} // namespace layakari
