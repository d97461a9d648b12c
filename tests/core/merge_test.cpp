// SPDX-License-Identifier: GPL-3.0-or-later
//
// A journal that is taken out and in again is the same journal.
#include "core/plan/presets.hpp"
#include "core/report/take_out.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25;

class Filled {
public:
    Filled(Journal& journal, unsigned seed) : m_journal(journal), m_random(seed) {}

    void fill(int people)
    {
        REQUIRE(m_journal.savePlan(0, 0, own("for everybody")).has_value());
        const Id ladder = *m_journal.saveLadder({0, builtInLadders({}).front()});
        for (int p = 0; p < people; ++p) fillPerson("Person " + std::to_string(p), ladder);
    }

private:
    Journal& m_journal;
    std::mt19937 m_random;

    int upTo(int most) { return static_cast<int>(m_random() % static_cast<unsigned>(most + 1)); }
    Plan own(const std::string& name)
    {
        Plan plan = presets()[static_cast<std::size_t>(upTo(12))].plan;
        plan.name = name;
        return plan;
    }
    void fillPerson(const std::string& name, Id ladder)
    {
        Person person;
        person.name = name;
        person.note = "notes, \"quoted\"";
        if (upTo(1)) person.ownCountS = 1 + upTo(10) / 10.0;
        if (upTo(1)) person.conditions = {Condition::Migraine};
        person.archived = upTo(4) == 0;
        const Id id = *m_journal.savePerson(person);
        const Plan plan = own(name + "'s");
        REQUIRE(m_journal.savePlan(0, id, plan).has_value());
        REQUIRE(
            m_journal.savePlace(id, {"own:" + std::to_string(ladder), upTo(1), today}).has_value());
        REQUIRE(m_journal.savePlace(id, {"square", upTo(2), today - std::chrono::days(upTo(9))})
                    .has_value());
        const Id version = *m_journal.versionFor(plan);
        REQUIRE(m_journal.saveCourse({0, id, version, 0b101, 8, today, 7}).has_value());
        REQUIRE(m_journal.saveDayState(id, today, {{Condition::Migraine}, 6.5}).has_value());
        REQUIRE(m_journal.acknowledge(id, {"humming", Demands{}, {Condition::Migraine}, today})
                    .has_value());
        for (int s = upTo(6); s >= 0; --s) {
            Sitting sitting;
            sitting.person = id;
            if (upTo(3)) sitting.planVersion = upTo(1) ? version : *m_journal.versionFor(own("x"));
            sitting.startedAt = 1'790'000'000 + 1000 * s;
            sitting.day = today - std::chrono::days(s);
            sitting.sha256 = name + std::to_string(s);
            sitting.accuracy = upTo(100);
            sitting.humS = upTo(20);
            sitting.words = {upTo(10),  upTo(10), "lighter",
                             {"dizzy"}, "a note", upTo(1) ? "" : "why"};
            const auto saved = m_journal.saveSitting(sitting, "{\"a\": " + std::to_string(s) + "}");
            REQUIRE(saved.has_value());
            Handed handed{0, "/phone/" + sitting.sha256 + ".m4a", id, version, {}, "", {}};
            if (upTo(1)) {
                handed.state = Handed::State::Kept;
                handed.sitting = *saved;
            }
            REQUIRE(m_journal.saveHanded(handed).has_value());
        }
        REQUIRE(m_journal
                    .saveHanded({0, "/phone/broken " + name, std::nullopt, std::nullopt,
                                 Handed::State::Failed, "it is no recording", std::nullopt})
                    .has_value());
    }
};

// All that a journal says, without the numbers that only it knows.
std::string told(const Journal& journal)
{
    std::ostringstream out;
    const auto planOf = [&](std::optional<Id> version) {
        return version ? planToJson((*journal.planVersion(*version))->plan) : "none";
    };
    const auto plansOf = [&](Id person) {
        const auto plans = journal.plans(person);
        for (const KeptPlan& kept : *plans) out << "plan " << planToJson(kept.plan) << '\n';
    };
    plansOf(0);
    const auto ladders = journal.ladders();
    for (const KeptLadder& kept : *ladders) out << "ladder " << kept.ladder.name << '\n';
    const auto people = journal.people(true);
    for (const Person& p : *people) {
        out << p.name << p.note << p.ownCountS.value_or(0) << p.conditions.size() << p.archived
            << '\n';
        plansOf(p.id);
        const auto places = journal.places(p.id);
        for (const LadderPlace& place : *places)
            out << "place " << place.ladder << place.rung << dayToText(place.since) << '\n';
        const auto courses = journal.courses(p.id);
        for (const Course& course : *courses)
            out << "course " << planOf(course.planVersion) << course.weekdays << course.weeks
                << '\n';
        const auto days = journal.dayStates(p.id);
        for (const auto& [day, state] : *days)
            out << dayToText(day) << state.conditions.size() << *state.mealHour << '\n';
        const auto given = journal.acknowledgements(p.id);
        for (const Acknowledgement& a : *given) out << a.technique << dayToText(a.day) << '\n';
        const auto sittings = journal.sittings(p.id, 1000);
        for (const Sitting& s : *sittings)
            out << s.sha256 << s.startedAt << *s.accuracy << *s.humS << s.words.feel
                << *s.words.feelBefore << s.words.leftOut << s.words.note << planOf(s.planVersion)
                << **journal.readingOf(s.id) << '\n';
    }
    const auto handedIn = journal.handedIn();
    for (const Handed& h : *handedIn) {
        out << h.file << static_cast<int>(h.state) << h.words << planOf(h.planVersion)
            << (h.person ? (*journal.person(*h.person))->name : "nobody's");
        if (h.sitting) out << (*journal.sitting(*h.sitting))->sha256;
        out << '\n';
    }
    return out.str();
}

} // namespace

TEST_CASE("Taken out and into an empty journal, it says the same; once more changes nothing")
{
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        const TemporaryFolder folder;
        Journal from = journalIn(folder / "from");
        Filled(from, seed).fill(4);
        REQUIRE(takeOut(from, folder / "out").has_value());
        Journal into = journalIn(folder / "into");
        const auto merged = takeInJournal(into, folder / "out");
        REQUIRE(merged.has_value());
        CHECK(merged->people == 4);
        CHECK(told(into) == told(from));
        const auto again = takeInJournal(into, folder / "out");
        REQUIRE(again.has_value());
        CHECK(again->people + again->plans + again->ladders + again->sittings == 0);
        CHECK(told(into) == told(from));
    }
}

TEST_CASE("Merged into a journal of others, what was there stays, and those of one name are one")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 3).fill(2);
    REQUIRE(takeOut(from, folder / "out").has_value());
    Journal into = journalIn(folder / "into");
    Person here;
    here.name = "Person 0";
    here.note = "as it was here";
    const Id id = *into.savePerson(here);
    Person other;
    other.name = "Somebody else";
    REQUIRE(into.savePerson(other).has_value());
    const auto merged = takeInJournal(into, folder / "out");
    REQUIRE(merged.has_value());
    CHECK(merged->people == 1);
    CHECK(into.people(true)->size() == 3);
    CHECK((*into.person(id))->note == "as it was here");
    CHECK(into.sittings(id, 99)->size() ==
          from.sittings(from.people(true)->front().id, 99)->size());
}

TEST_CASE("Where both stand on a ladder, the later place holds, whichever side it is on")
{
    const TemporaryFolder folder;
    const auto standing = [&](const char* where, int rung, int daysAgo) {
        Journal journal = journalIn(folder / where);
        Person person;
        person.name = "Person";
        const Id id = *journal.savePerson(person);
        REQUIRE(journal.savePlace(id, {"square", rung, today - std::chrono::days(daysAgo)})
                    .has_value());
        return journal;
    };
    const int daysAgoHere = GENERATE(2, 9, 5);
    Journal into = standing("into", 3, daysAgoHere);
    REQUIRE(takeOut(standing("from", 1, 5), folder / "out").has_value());
    REQUIRE(takeInJournal(into, folder / "out").has_value());
    const auto places = into.places(into.people(true)->front().id);
    REQUIRE(places->size() == 1);
    // Of two of the same day, what is here stays.
    CHECK(places->front().rung == (daysAgoHere > 5 ? 1 : 3));
}

TEST_CASE("What is no journal, a broken one and a newer one are refused, and nothing is changed")
{
    const TemporaryFolder folder;
    Journal into = journalIn(folder / "into");
    Filled(into, 4).fill(1);
    const std::string before = told(into);
    std::filesystem::create_directories(folder / "none");
    CHECK(takeInJournal(into, folder / "none").error().code == ErrorCode::BadJournal);
    REQUIRE(takeOut(into, folder / "out").has_value());
    writeText(folder / "out/journal.db", std::string(9000, 'x'));
    CHECK(isTakenOut(folder / "out"));
    CHECK(takeInJournal(into, folder / "out").error().code == ErrorCode::BadJournal);
    std::filesystem::remove(folder / "out/journal.db");
    CHECK(takeInJournal(into, folder / "out").error().code == ErrorCode::BadJournal);
    CHECK(told(into) == before);
}
