// SPDX-License-Identifier: GPL-3.0-or-later
//
// A journal that is taken out and in again is the same journal.
#include "core/base/text.hpp"
#include "core/curriculum/presets.hpp"
#include "core/journal/figures.hpp"
#include "core/report/take_out.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/temporary_folder.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <catch2/catch.hpp>
#include <csignal>
#include <random>
#include <sys/wait.h>
#include <unistd.h>

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
        const Id id = *m_journal.addPerson(person);
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
            setFigure(sitting, figure::accuracy, upTo(100));
            setFigure(sitting, figure::humLength, upTo(20));
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
            out << s.sha256 << s.startedAt << *valueOf(s, figure::accuracy)
                << *valueOf(s, figure::humLength) << s.words.feel << *s.words.feelBefore
                << s.words.leftOut << s.words.note << planOf(s.planVersion)
                << **journal.readingOf(s.id) << '\n';
    }
    const auto handedIn = journal.handedIn();
    for (const Handed& h : *handedIn) {
        if (h.state == Handed::State::Waiting) continue; // stays where it waits
        out << h.file << static_cast<int>(h.state) << h.words << planOf(h.planVersion)
            << (h.person ? (*journal.person(*h.person))->name : "nobody's");
        if (h.sitting) out << (*journal.sitting(*h.sitting))->sha256;
        out << '\n';
    }
    return out.str();
}

} // namespace

TEST_CASE("Taken out and into an empty journal, it says the same: once more changes nothing",
          "[slow]")
{
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        const TemporaryFolder folder;
        Journal from = journalIn(folder / "from");
        Filled(from, seed).fill(4);
        REQUIRE(takeOut(from, folder / "out", {}).has_value());
        Journal into = journalIn(folder / "into");
        const auto merged = takeInJournal(into, folder / "out");
        REQUIRE(merged.has_value());
        CHECK(merged->people == 4);
        CHECK(told(into) == told(from));
        for (int time = 2; time <= 4; ++time) {
            const auto again = takeInJournal(into, folder / "out");
            REQUIRE(again.has_value());
            CHECK(again->people + again->plans + again->ladders + again->sittings == 0);
            CHECK(told(into) == told(from));
        }
    }
}

TEST_CASE("Merged into a journal of others, what was there stays, and those of one name are one")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 3).fill(2);
    REQUIRE(takeOut(from, folder / "out", {}).has_value());
    Journal into = journalIn(folder / "into");
    Person here;
    here.name = "Person 0";
    here.note = "as it was here";
    const Id id = *into.addPerson(here);
    Person other;
    other.name = "Somebody else";
    REQUIRE(into.addPerson(other).has_value());
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
        const Id id = *journal.addPerson(person);
        REQUIRE(journal.savePlace(id, {"square", rung, today - std::chrono::days(daysAgo)})
                    .has_value());
        return journal;
    };
    const int daysAgoHere = GENERATE(2, 9, 5);
    Journal into = standing("into", 3, daysAgoHere);
    REQUIRE(takeOut(standing("from", 1, 5), folder / "out", {}).has_value());
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
    REQUIRE(takeOut(into, folder / "out", {}).has_value());
    writeText(folder / "out/journal.db", std::string(9000, 'x'));
    CHECK(isTakenOut(folder / "out"));
    CHECK(takeInJournal(into, folder / "out").error().code == ErrorCode::BadJournal);
    std::filesystem::remove(folder / "out/journal.db");
    CHECK(takeInJournal(into, folder / "out").error().code == ErrorCode::BadJournal);
    CHECK(told(into) == before);
}

namespace {

// A journal that somebody changed by hand after it was taken out.
void tamper(const std::filesystem::path& file, const std::string& sql)
{
    SQLite::Database db(file.string(), SQLite::OPEN_READWRITE);
    db.exec("PRAGMA writable_schema = ON");
    db.exec(sql);
}

std::size_t copiesOfJournals(const std::filesystem::path& folder)
{
    std::size_t count = 0;
    for (const auto& there : std::filesystem::directory_iterator(folder)) {
        const std::string name = there.path().filename().string();
        count += name.starts_with("layakari-") || name.starts_with("etilqs");
    }
    return count;
}

} // namespace

TEST_CASE(
    "Two people of one name stay two, with their own sittings, however often they are taken in")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled filled(from, 7);
    filled.fill(1);
    filled.fill(1); // "Person 0" again
    const auto names = from.people(true);
    REQUIRE(names->size() == 2);
    CHECK(names->front().uid != names->back().uid);
    // The same recording, practised together, is in both.
    Sitting shared;
    shared.sha256 = "practised together";
    setFigure(shared, figure::accuracy, 1);
    setFigure(shared, figure::humLength, 1);
    shared.words.feelBefore = 1;
    for (const Person& person : *names) {
        shared.person = person.id;
        REQUIRE(from.saveSitting(shared, "{}").has_value());
    }
    REQUIRE(takeOut(from, folder / "out", {}).has_value());
    Journal into = journalIn(folder / "into");
    Person here; // a third, who is neither
    here.name = "Person 0";
    REQUIRE(into.addPerson(here).has_value());
    for (int time = 1; time <= 3; ++time) {
        REQUIRE(takeInJournal(into, folder / "out").has_value());
        const auto people = into.people(true);
        REQUIRE(people->size() == 3);
        CHECK(into.sittings(0, 999)->size() == from.sittings(0, 999)->size());
        CHECK(into.sittings(people->front().id, 999)->empty());
    }
}

TEST_CASE("Of a journal from before people had marks, those of one name stay two as well")
{
    const TemporaryFolder folder;
    REQUIRE(takeOut(journalIn(folder / "from"), folder / "out", {}).has_value());
    std::filesystem::remove(folder / "out/journal.db");
    makeJournalOfVersion(5, folder / "out/journal.db",
                         "INSERT INTO person (id, name) VALUES (1, 'Runa'), (2, 'Runa');"
                         "INSERT INTO sitting (person, started_at, day, recording, sha256, "
                         "practice_s, accuracy) VALUES (1, 1, '2026-11-01', 'a', 'a', 60, 90), "
                         "(2, 1, '2026-11-01', 'a', 'a', 60, 80)");
    Journal into = journalIn(folder / "into");
    for (int time = 1; time <= 3; ++time) {
        const auto merged = takeInJournal(into, folder / "out");
        if (!merged) FAIL(merged.error().message());
        CHECK(into.people(true)->size() == 2);
        CHECK(into.sittings(0, 999)->size() == 2);
    }
}

TEST_CASE("A stranger's manifest of any kind is an error in words")
{
    const TemporaryFolder folder;
    Journal into = journalIn(folder / "into");
    std::filesystem::create_directories(folder / "out");
    for (const std::string& manifest :
         {std::string("{\"format\": 7}"), std::string("{\"format\": null}"), std::string("[]"),
          std::string("7"), std::string("\"layakari.journal\""), std::string(), std::string("{"),
          std::string("{\"format\": \"layakari.journal\", \"version\": 2}"),
          std::string("{\"format\": \"layakari.journal\", \"version\": {}}"),
          std::string("{\"format\": [\"layakari.journal\"]}"), std::string(300'000, '['),
          std::string(60 << 20, ' '), std::string("\xff\xfe{}")}) {
        INFO(manifest.substr(0, 60));
        writeText(folder / "out/manifest.json", manifest);
        const auto refused = takeInJournal(into, folder / "out");
        REQUIRE_FALSE(refused.has_value());
        CHECK(refused.error().code == ErrorCode::BadJournal);
        CHECK_FALSE(refused.error().tryThis.empty());
    }
}

TEST_CASE("A stranger's database with triggers, views, other tables or broken pages is refused",
          "[slow]")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 5).fill(2);
    const char* const changes[]{
        "CREATE TRIGGER t AFTER INSERT ON person BEGIN DELETE FROM sitting; END",
        "DROP TABLE setting; CREATE VIEW setting AS SELECT 'a' AS key, 'b' AS value",
        "CREATE TABLE more (a)",
        "CREATE VIRTUAL TABLE f USING fts5(a)",
        "CREATE INDEX i ON person (lower(name))",
        "ALTER TABLE person ADD COLUMN twice AS (name || name)",
        "DROP TABLE person",
        "PRAGMA user_version = 3",
        "PRAGMA user_version = 99",
        "PRAGMA user_version = -5",
        "PRAGMA user_version = 0",
        "UPDATE sqlite_schema SET sql = 'CREATE TABLE person (id, name DEFAULT "
        "(load_extension(''x'')))' WHERE name = 'person'",
    };
    for (const char* change : changes) {
        INFO(change);
        REQUIRE(takeOut(from, folder / "out", {}).has_value());
        tamper(folder / "out/journal.db", change);
        Journal into = journalIn(folder / "into");
        const std::string before = told(into);
        const auto refused = takeInJournal(into, folder / "out");
        REQUIRE_FALSE(refused.has_value());
        CHECK(refused.error().code == ErrorCode::BadJournal);
        CHECK(told(into) == before);
    }
    // Bits of it turned over: refused, or as whole as what is in it.
    std::mt19937 random(9);
    for (int i = 0; i < 40; ++i) {
        INFO(i);
        REQUIRE(takeOut(from, folder / "out", {}).has_value());
        std::string bytes = readText(folder / "out/journal.db");
        for (int n = 0; n < 30; ++n)
            bytes[random() % bytes.size()] ^= static_cast<char>(1u << random() % 8);
        writeText(folder / "out/journal.db", bytes);
        Journal into = journalIn(folder / ("into " + std::to_string(i)));
        const auto merged = takeInJournal(into, folder / "out");
        if (!merged) CHECK(into.people(true)->empty());
    }
}

TEST_CASE("Rows that no journal has change nothing, or only what they say of themselves")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 6).fill(2);
    const struct {
        const char* sql;
        bool isTaken;
    } rows[]{
        {"UPDATE plan_version SET json = 'no plan'", false},
        {"UPDATE plan_version SET json = '{\"format\": \"layakari.plan\"}'", false},
        {"UPDATE plan_version SET json = x'00ff'", false},
        {"UPDATE ladder SET json = '[[['", true},
        {"UPDATE person SET name = ''", true},
        {"UPDATE person SET name = 'a' || char(0) || '/../..' || char(8238) || 'b'", true},
        {"UPDATE person SET name = hex(zeroblob(50000))", true},
        {"UPDATE person SET school = '[1'", true},
        {"UPDATE person SET usual_hour = 9e18, own_count_s = -1e308, sa_hz = 1e308", true},
        {"UPDATE sitting SET practice_s = 9e999", true},
        {"UPDATE sitting_figure SET value = 9e999, low = -7, high = 1e300", true},
        {"UPDATE sitting_figure SET name = '../' || char(0) || name", true},
        {"UPDATE sitting SET day = 'yesterday', started_at = -9223372036854775807", true},
        {"UPDATE sitting SET complaints = '{\"a\": [', feel_before = 99999", true},
        {"UPDATE sitting_reading SET json = '{}'", true},
        {"UPDATE intake SET state = 77, words = char(0), reader = '1 2 3', attempts = -1", true},
        {"UPDATE intake SET state = 0, file = '/dev/zero'", true},
        {"UPDATE intake SET person = 4242, sitting = 4242, state = 1", true},
        {"UPDATE ladder_place SET rung = 2147483648, since = ''", true},
        {"UPDATE course SET weekdays = -1, weeks = 99999999, hour = -7, starts = 'x'", true},
        {"UPDATE day_state SET conditions = 'x', meal_hour = 1e300, day = 'x'", true},
        {"UPDATE acknowledgement SET demands = -1, day = '9999999-1-1'", true}};
    for (const auto& row : rows) {
        INFO(row.sql);
        REQUIRE(takeOut(from, folder / "out", {}).has_value());
        tamper(folder / "out/journal.db", std::string("PRAGMA foreign_keys = OFF; ") + row.sql);
        const TemporaryFolder fresh;
        Journal into = journalIn(fresh.path());
        const auto merged = takeInJournal(into, folder / "out");
        CHECK(merged.has_value() == row.isTaken);
        if (!merged) CHECK(into.people(true)->empty());
        const auto people = into.people(true);
        const auto sittings = into.sittings(0, 999);
        const auto handedIn = into.handedIn();
        for (const Person& person : *people) {
            CHECK(person.name == cleanName(person.name));
            CHECK_FALSE(person.name.empty());
            CHECK(person.saHz.value_or(200) <= 2000);
        }
        for (const Sitting& sitting : *sittings) {
            CHECK(valueOf(sitting, figure::accuracy).value_or(50) <= 100);
            CHECK(sitting.practiceS < 1e6);
            CHECK(sitting.words.feelBefore.value_or(5) <= 10);
        }
        for (const Handed& handed : *handedIn) CHECK(handed.state != Handed::State::Waiting);
    }
}

TEST_CASE("Taking in leaves no copy of a journal anywhere, not even killed, and needs no TMPDIR")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 5).fill(3);
    REQUIRE(takeOut(from, folder / "out", {}).has_value());
    std::filesystem::create_directories(folder / "tmp");
    for (const int afterUs : {500, 2000, 5000, 10'000, 20'000, 40'000}) {
        const pid_t child = fork();
        if (child == 0) {
            ::setenv("TMPDIR", (folder / "tmp").c_str(), 1);
            ::setenv("SQLITE_TMPDIR", (folder / "tmp").c_str(), 1);
            for (int i = 0;; ++i) {
                auto into = Journal::open(folder / ("killed " + std::to_string(i)));
                if (into) (void)takeInJournal(*into, folder / "out");
            }
        }
        ::usleep(static_cast<useconds_t>(afterUs));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        CHECK(copiesOfJournals(folder / "tmp") == 0);
    }
    for (int i = 0; std::filesystem::exists(folder / ("killed " + std::to_string(i))); ++i) {
        Journal killed = journalIn(folder / ("killed " + std::to_string(i)));
        REQUIRE(takeInJournal(killed, folder / "out").has_value());
        CHECK(told(killed) == told(from)); // whole, after a merge that was killed
    }
    ::setenv("TMPDIR", (folder / "not there").c_str(), 1);
    Journal into = journalIn(folder / "into");
    CHECK(takeInJournal(into, folder / "out").has_value());
    ::unsetenv("TMPDIR");
}

TEST_CASE("An import is taken back and done again as a whole")
{
    for (unsigned seed = 21; seed <= 24; ++seed) {
        INFO("seed " << seed);
        const TemporaryFolder folder;
        Journal from = journalIn(folder / "from");
        Filled(from, seed).fill(3);
        Journal into = journalIn(folder / "into");
        Filled(into, seed + 100).fill(2); // two of the names are in both
        const std::string before = told(into);
        const auto merged = mergeJournal(into, from);
        REQUIRE(merged.has_value());
        const std::string after = told(into);
        REQUIRE(after != before);
        for (int time = 0; time < 2; ++time) {
            REQUIRE(into.applyChanges(merged->changes, Journal::Changes::Back).has_value());
            CHECK(told(into) == before);
            REQUIRE(into.applyChanges(merged->changes, Journal::Changes::Again).has_value());
            CHECK(told(into) == after);
        }
    }
}

TEST_CASE("An import that has been built on since is not taken back, and nothing of that is lost")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 7).fill(2);
    Journal into = journalIn(folder / "into");
    const auto merged = mergeJournal(into, from);
    REQUIRE(merged.has_value());
    const Person person = into.people(true)->front();
    const bool isRenamed = GENERATE(true, false);
    if (isRenamed) {
        Person renamed = person;
        renamed.name = "Another name";
        REQUIRE(into.changePerson(person, renamed).has_value());
    } else {
        Sitting sitting;
        sitting.person = person.id;
        sitting.day = today;
        sitting.sha256 = "practised since";
        setFigure(sitting, figure::accuracy, 90);
        setFigure(sitting, figure::humLength, 3);
        sitting.words.feelBefore = 5;
        REQUIRE(into.saveSitting(sitting, "{}").has_value());
    }
    const std::string before = told(into);
    const auto taken = into.applyChanges(merged->changes, Journal::Changes::Back);
    REQUIRE_FALSE(taken.has_value());
    CHECK(taken.error().code == ErrorCode::BadArgument);
    CHECK(told(into) == before);
    // Foreign keys hold again.
    Sitting nobodys;
    nobodys.person = 12345;
    nobodys.sha256 = "nobody's";
    CHECK_FALSE(into.saveSitting(nobodys, "{}").has_value());
}

TEST_CASE("An import says how far it is, and stopped it takes nothing")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    Filled(from, 5).fill(4);
    Journal into = journalIn(folder / "into");
    std::stop_source stop;
    std::vector<double> told;
    const auto stopped = mergeJournal(into, from,
                                      {[&](double fraction) {
                                           told.push_back(fraction);
                                           if (fraction > 0.5) stop.request_stop();
                                       },
                                       stop.get_token()});
    REQUIRE_FALSE(stopped.has_value());
    CHECK(stopped.error().code == ErrorCode::Cancelled);
    CHECK(into.people(true)->empty());
    CHECK(std::is_sorted(told.begin(), told.end()));
    CHECK(mergeJournal(into, from).has_value());
    CHECK(into.people(true)->size() == from.people(true)->size());
}
