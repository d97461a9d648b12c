// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/figures.hpp"
#include "core/journal/journal.hpp"
#include "core/journal/schema.hpp"
#include "core/reading/reading.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/temporary_folder.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <catch2/catch.hpp>
#include <chrono>
#include <csignal>
#include <random>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace layakari;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25;

Person someone(const std::string& name)
{
    Person person;
    person.name = name;
    person.note = "rows on the bow side; \"quotes\" & umlauts äöü";
    person.usualHour = 6;
    person.ownCountS = 1.35;
    person.saHz = 196;
    person.school.firstSide = FirstSide::Right;
    person.school.terms = Terms::Both;
    person.conditions = {Condition::HighBloodPressure, Condition::Migraine};
    person.breathProfile = "{\"inhale\": [1, 2]}";
    return person;
}

Sitting sittingOf(Id person, const std::string& sha, int day, std::optional<Id> plan = {})
{
    Sitting s;
    s.person = person;
    s.planVersion = plan;
    s.startedAt = 1'790'000'000 + 86'400LL * day;
    s.day = today + std::chrono::days(day);
    s.recording = "memo.m4a";
    s.sha256 = sha;
    s.practiceS = 130;
    setFigure(s, figure::accuracy, 91.5);
    setFigure(s, figure::completion, 100);
    s.words.complaints = {"dizzy"};
    return s;
}

int modeOf(const std::filesystem::path& path)
{
    struct stat info {};
    ::stat(path.c_str(), &info);
    return static_cast<int>(info.st_mode & 0777);
}

} // namespace

TEST_CASE("A person comes back as saved, after the journal was closed and opened again")
{
    const TemporaryFolder folder;
    Person wanted = someone("Runa Vestlid");
    {
        Journal journal = journalIn(folder / "data");
        wanted.id = *journal.addPerson(wanted);
        wanted.uid = (*journal.person(wanted.id))->uid;
    }
    Journal journal = journalIn(folder / "data");
    CHECK_FALSE(wanted.uid.empty());
    CHECK(**journal.person(wanted.id) == wanted);
    const Person before = wanted;
    wanted.name = "Runa Vestlid-Nymo";
    wanted.conditions.clear();
    wanted.ownCountS.reset();
    REQUIRE(journal.changePerson(before, wanted));
    CHECK(**journal.person(wanted.id) == wanted);
}

TEST_CASE("Archived people are not listed but not lost, and a name may not be empty")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    Person gone = someone("Halvard Nymo");
    gone.archived = true;
    REQUIRE(journal.addPerson(gone).has_value());
    REQUIRE(journal.addPerson(someone("Ylva Brekkestad")).has_value());
    CHECK(journal.people()->size() == 1);
    CHECK(journal.people(true)->size() == 2);
    CHECK(journal.addPerson(someone("  ")).error().code == ErrorCode::BadArgument);
}

TEST_CASE("Health notes are for their owner alone")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");
    REQUIRE(journal.addPerson(someone("Runa Vestlid")).has_value());
    CHECK(modeOf(folder / "data") == 0700);
    for (const char* file : {"journal.db", "journal.db-wal", "journal.db-shm"}) {
        INFO(file);
        CHECK(modeOf(folder / "data" / file) == 0600);
    }
}

TEST_CASE("A day's state and an acknowledgement are kept with their day")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id person = *journal.addPerson(someone("Runa Vestlid"));
    const DayState state{{Condition::SoreThroat, Condition::BlockedNose}, 6.5};
    REQUIRE(journal.saveDayState(person, today, state).has_value());
    CHECK(*journal.dayState(person, today) == state);
    CHECK(*journal.dayState(person, today + std::chrono::days(1)) == DayState{});

    const Plan plan = findPreset("square-4")->plan;
    const Acknowledgement given{plan.technique, demandsOf(plan), {Condition::Migraine}, today};
    REQUIRE(journal.acknowledge(person, given).has_value());
    const auto all = *journal.acknowledgements(person);
    REQUIRE(all.size() == 1);
    CHECK_FALSE(mustAcknowledge(all, plan, {Condition::Migraine}, today));
}

TEST_CASE("A plan that a sitting uses is never changed under it: saving makes the next version")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id person = *journal.addPerson(someone("Runa Vestlid"));
    Plan plan = findPreset("even-4-4")->plan;
    const KeptPlan first = *journal.savePlan(0, person, plan);

    plan.name = "Even breath before a race";
    const KeptPlan renamed = *journal.savePlan(first.id, person, plan);
    CHECK(renamed.versionId == first.versionId); // nobody had used it yet

    REQUIRE(journal.saveSitting(sittingOf(person, "a", 0, renamed.versionId), "{}").has_value());
    plan.countLengthS = 1.5;
    const KeptPlan second = *journal.savePlan(first.id, person, plan);
    CHECK(second.version == 2);
    CHECK((*journal.planVersion(renamed.versionId))->plan.countLengthS == std::nullopt);
    CHECK((*journal.planVersion(second.versionId))->plan == plan);
    CHECK(journal.plans(person)->size() == 1);
    CHECK(journal.plans(person)->front().plan == plan);

    REQUIRE(journal.setPlanArchived(first.id, true).has_value());
    CHECK(journal.plans(person)->empty());
    CHECK((*journal.planVersion(renamed.versionId)).has_value());
}

TEST_CASE("Every preset is kept and comes back as the same plan")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        const Id version = *journal.versionFor(preset.plan);
        CHECK((*journal.planVersion(version))->plan == preset.plan);
        CHECK(*journal.versionFor(preset.plan) == version);
    }
    CHECK(journal.plans(0)->empty()); // they are not anybody's plans
}

TEST_CASE("A plan out of bounds is refused with its pointer, and nothing is kept of it")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    Plan plan = findPreset("even-4-4")->plan;
    std::get<Cycles>(plan.parts[0].content).repeat = 0;
    const auto refused = journal.savePlan(0, 0, plan);
    REQUIRE_FALSE(refused.has_value());
    CHECK(refused.error().place == "/parts/0/repeat");
    CHECK(journal.plans(0)->empty());
}

TEST_CASE("Ladders, places on them and courses are kept, changed and taken away")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id person = *journal.addPerson(someone("Runa Vestlid"));
    KeptLadder kept{0, *ladderFromLine("from 4:4 to 8:8 by one", findPreset("even-4-4")->plan)};
    kept.id = *journal.saveLadder(kept);
    CHECK(journal.ladders()->front().ladder == kept.ladder);

    const LadderPlace place{"own:" + std::to_string(kept.id), 2, today};
    REQUIRE(journal.savePlace(person, place).has_value());
    CHECK(journal.places(person)->front() == place);
    REQUIRE(journal.deleteLadder(kept.id).has_value());
    CHECK(journal.places(person)->empty());
    CHECK(journal.ladders()->empty());
    REQUIRE(journal.restoreLadder(kept.id).has_value());
    CHECK(journal.ladders()->front().ladder == kept.ladder);
    CHECK(journal.places(person)->front() == place);
    REQUIRE(journal.leaveLadder(person, place.ladder).has_value());
    CHECK(journal.places(person)->empty());
    CHECK(journal.ladders()->size() == 1); // others may stand on it

    Course course{0,     person, *journal.versionFor(findPreset("even-4-4")->plan), 0b0010101, 8,
                  today, 7};
    course.id = *journal.saveCourse(course);
    CHECK(journal.courses(person)->front() == course);
    course.hour = 20;
    REQUIRE(journal.saveCourse(course).has_value());
    CHECK(journal.courses(person)->front() == course);
    REQUIRE(journal.deleteCourse(course.id).has_value());
    CHECK(journal.courses(person)->empty());
    course.weekdays = 0;
    CHECK(journal.saveCourse(course).error().code == ErrorCode::BadArgument);
}

TEST_CASE("A recording handed in twice is one sitting: what is kept of it comes back")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id person = *journal.addPerson(someone("Runa Vestlid"));
    const Plan plan = findPreset("even-4-4")->plan;
    Sitting sitting = sittingOf(person, "same", 0, *journal.versionFor(plan));
    sitting.id = *journal.saveSitting(sitting, "{\"a\": 1}");
    CHECK(journal.sittings(person, 10)->front() == sitting);
    setFigure(sitting, figure::accuracy, 70);
    CHECK(*journal.saveSitting(sitting, "{\"a\": 2}") == sitting.id);
    CHECK(journal.sittings(person, 10)->size() == 1);
    CHECK(**journal.readingOf(sitting.id) == "{\"a\": 2}");
    CHECK(journal.sittingsOfPlan(person, plan, 10)->size() == 1);
    CHECK(journal.sittingsOfPlan(person, findPreset("square-4")->plan, 10)->empty());
    CHECK(journal.activity()->front().sittings == 1);
}

TEST_CASE("What a person says of a sitting stays when its recording is read again")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id person = *journal.addPerson(someone("Runa"));
    Sitting sitting = sittingOf(person, "a", 0, *journal.versionFor(findPreset("square-4")->plan));
    const Id id = *journal.saveSitting(sitting, "{}");
    const SittingWords words{3, 7, "lighter", {"sore throat"}, "the window was open", "a visitor"};
    REQUIRE(journal.saveSittingWords(id, words).has_value());
    setFigure(sitting, figure::accuracy, 50);
    REQUIRE(journal.saveSitting(sitting, "{}") == id);
    const Sitting back = **journal.sitting(id);
    CHECK(back.words == words);
    CHECK(valueOf(back, figure::accuracy) == 50.0);
    CHECK(journal.saveSittingWords(id + 1, words).error().code == ErrorCode::BadArgument);
    CHECK_FALSE(journal.sitting(id + 1)->has_value());
    // What was left out is still there, but nothing is judged by it.
    CHECK(journal.sittings(person, 9)->size() == 1);
    CHECK(journal.sittingsOfPlan(person, findPreset("square-4")->plan, 9)->empty());
}

TEST_CASE("Figures that came with a later version are taken out of older readings")
{
    const TemporaryFolder folder;
    Reading reading;
    reading.recording = {"memo.m4a", 80, 16000, 1, std::string(64, 'a')};
    reading.strokeRuns.resize(2);
    for (ReadStrokeRun& run : reading.strokeRuns)
        for (int i = 0; i < 36; ++i) {
            run.strokeTimesS.push_back(i);
            run.strengthsDb.push_back(20);
        }
    for (ReadStrokeRun& run : reading.strokeRuns) {
        run.endS = 36;
        run.count = 36;
    }
    {
        Journal journal = journalIn(folder.path());
        const Id person = *journal.addPerson(someone("Runa"));
        Sitting sitting =
            sittingOf(person, "a", 0, *journal.versionFor(findPreset("square-4")->plan));
        REQUIRE(journal.saveSitting(sitting, readingToJson(reading)).has_value());
        REQUIRE(journal.saveSetting("known_figures", "an older list").has_value());
    }
    Journal journal = journalIn(folder.path());
    const Sitting sitting = journal.sittings(0, 1)->front();
    CHECK(valueOf(sitting, figure::strokes) == 72);
    CHECK(*valueOf(sitting, figure::strokePace) == Approx(60).margin(0.1));
}

TEST_CASE("A sitting of nobody is refused, and the journal says so rather than keep it")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const auto refused = journal.saveSitting(sittingOf(99, "x", 0), "{}");
    REQUIRE_FALSE(refused.has_value());
    CHECK(refused.error().code == ErrorCode::BadJournal);
    CHECK(journal.sittings(0, 10)->empty());
}

TEST_CASE("A journal of every older version is brought up to date, with what it held")
{
    for (std::size_t version = 1; version < schemaSteps().size(); ++version) {
        const TemporaryFolder folder;
        makeJournalOfVersion(
            version, folder / "journal.db",
            "INSERT INTO person (name, own_count_s) VALUES ('Oddny Farsund-Achebe', 1.1)");
        Journal journal = journalIn(folder.path());
        REQUIRE(journal.people()->size() == 1);
        CHECK(journal.people()->front().ownCountS == 1.1);
        CHECK(
            journal.saveSitting(sittingOf(journal.people()->front().id, "x", 0), "{}").has_value());
    }
    CHECK(static_cast<int>(schemaSteps().size()) == Journal::newestVersion);
}

TEST_CASE("What an older journal had as columns of a sitting are its figures")
{
    const TemporaryFolder folder;
    makeJournalOfVersion(
        6, folder / "journal.db",
        "INSERT INTO person (id, name, uid) VALUES (1, 'Oddny', 'o');"
        "INSERT INTO sitting (person, started_at, day, recording, sha256, practice_s, accuracy, "
        "accuracy_low, accuracy_high, completion, count_length_s, longest_hold_s, strain_signs, "
        "strokes, stroke_pace, hum_s, hum_pitch_hz, hum_steadiness_cents, rest_breaths_per_min, "
        "exhale_to_inhale, hold_to_inhale, note) VALUES (1, 5, '2026-11-01', 'a.m4a', 'a', 60, 91, "
        "88, 94, 75, 1.2, 8.5, 2, 36, 61, 9.5, 196, 12, 5.5, 2, 1.75, 'calm');"
        "INSERT INTO sitting (person, started_at, day, recording, sha256, practice_s) VALUES (1, "
        "6, '2026-11-02', 'b.m4a', 'b', 30)");
    Journal journal = journalIn(folder.path());
    const auto sittings = *journal.sittings(1, 9);
    REQUIRE(sittings.size() == 2);
    CHECK(sittings[0].figures.empty());
    const Sitting& s = sittings[1];
    CHECK(s.figures.at("accuracy") == FigureValue{91, 88, 94});
    const std::vector<std::pair<FigureKey, double>> expected{
        {figure::completion, 75}, {figure::countLength, 1.2},  {figure::longestHold, 8.5},
        {figure::strokes, 36},    {figure::strokePace, 61},    {figure::humLength, 9.5},
        {figure::humPitch, 196},  {figure::humSteadiness, 12}, {figure::restBreathing, 5.5},
        {figure::exhaleRatio, 2}, {figure::holdRatio, 1.75},   {figure::minutes, 1}};
    for (const auto& [key, value] : expected) {
        INFO(key);
        CHECK(valueOf(s, key) == value);
    }
    CHECK(s.figures.size() == expected.size()); // minutes are no row, accuracy is
    CHECK(s.strainSigns == 2);
    CHECK(s.words.note == "calm");
}

TEST_CASE("A newer, a broken and a foreign journal are refused with words and left as they are")
{
    const TemporaryFolder folder;
    std::filesystem::create_directories(folder / "newer");
    {
        SQLite::Database newer((folder / "newer" / "journal.db").string(),
                               SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        newer.exec("PRAGMA user_version = 99");
        newer.exec("CREATE TABLE t (x)");
    }
    std::filesystem::create_directories(folder / "broken");
    writeText(folder / "broken" / "journal.db", std::string(5000, 'x'));
    for (const char* name : {"newer", "broken"}) {
        INFO(name);
        const std::string before = readText(folder / name / "journal.db");
        const auto refused = Journal::open(folder / name);
        REQUIRE_FALSE(refused.has_value());
        CHECK(refused.error().code == ErrorCode::BadJournal);
        CHECK_FALSE(refused.error().tryThis.empty());
        CHECK(readText(folder / name / "journal.db") == before);
    }
    writeText(folder / "file", "no folder");
    CHECK(Journal::open(folder / "file" / "data").error().code == ErrorCode::BadJournal);
}

TEST_CASE("Killed at any moment, the journal keeps all that was said to be saved")
{
    std::mt19937 random(std::random_device{}());
    const TemporaryFolder folder;
    int confirmed = 0;
    for (int round = 0; round < 12; ++round) {
        int pipe[2];
        REQUIRE(::pipe(pipe) == 0);
        const pid_t child = ::fork();
        if (child == 0) {
            auto journal = Journal::open(folder.path());
            for (int i = 0; journal; ++i) {
                const auto id = journal->addPerson(someone("Person " + std::to_string(i)));
                if (!id) break;
                if (!journal->saveSitting(sittingOf(*id, "sha", 0), "{}")) break;
                if (::write(pipe[1], "x", 1) != 1) break;
            }
            ::_exit(1);
        }
        ::close(pipe[1]);
        ::usleep(20'000 + static_cast<unsigned>(random() % 60'000));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        char byte = 0;
        while (::read(pipe[0], &byte, 1) == 1) ++confirmed;
        ::close(pipe[0]);

        Journal journal = journalIn(folder.path());
        const auto people = *journal.people();
        const auto activity = *journal.activity();
        // One person more per round may have been saved without the word having come through.
        CHECK(static_cast<int>(activity.size()) >= confirmed);
        CHECK(static_cast<int>(people.size()) <= confirmed + 2 * (round + 1));
        for (const Person& person : people) CHECK(person.conditions.size() == 2);
    }
    CHECK(confirmed > 0);
}

TEST_CASE("On a full disk a step is refused in words, and what was saved before stays")
{
    const TemporaryFolder folder;
    int pipe[2];
    REQUIRE(::pipe(pipe) == 0);
    const pid_t child = ::fork();
    if (child == 0) {
        auto journal = Journal::open(folder.path());
        // No file may grow beyond this: the system refuses to write as it does on a full disk.
        ::signal(SIGXFSZ, SIG_IGN);
        const rlimit limit{300'000, 300'000};
        ::setrlimit(RLIMIT_FSIZE, &limit);
        for (int i = 0; journal && i < 1000; ++i) {
            Person person = someone("Person " + std::to_string(i));
            person.note = std::string(20'000, 'n');
            const auto id = journal->addPerson(person);
            if (id ? ::write(pipe[1], "s", 1) != 1 : false) ::_exit(2);
            if (id) continue;
            const bool said = id.error().message().find("disk is not full") != std::string::npos;
            // What is there can still be read.
            const bool reads = journal->people().has_value();
            ::_exit(said && reads ? 0 : 3);
        }
        ::_exit(4);
    }
    ::close(pipe[1]);
    int status = 0;
    ::waitpid(child, &status, 0);
    CHECK(WEXITSTATUS(status) == 0);
    std::size_t saved = 0;
    char byte = 0;
    while (::read(pipe[0], &byte, 1) == 1) ++saved;
    ::close(pipe[0]);
    CHECK(saved > 0);
    CHECK(journalIn(folder.path()).people()->size() == saved);
}

TEST_CASE("Each day has one backup, for its owner alone: of many days the oldest go")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    REQUIRE(journal.addPerson(someone("Runa")).has_value());
    for (int day = 0; day < keptBackups + 3; ++day) {
        const auto made = backUp(folder.path(), today + std::chrono::days(day));
        REQUIRE(made.has_value());
        REQUIRE(made->has_value());
        CHECK(modeOf((*made)->file) == 0600);
        CHECK_FALSE(backUp(folder.path(), today + std::chrono::days(day))->has_value());
    }
    CHECK(modeOf(folder / "backups") == 0700);
    const auto all = backupsIn(folder.path());
    REQUIRE(all.size() == keptBackups);
    CHECK(all.front().day == today + std::chrono::days(keptBackups + 2));
    CHECK(all.back().day == today + std::chrono::days(3));
}

TEST_CASE("A broken journal is put aside and the last backup that is whole takes its place")
{
    const TemporaryFolder folder;
    {
        Journal journal = journalIn(folder.path());
        REQUIRE(journal.addPerson(someone("Runa")).has_value());
        REQUIRE(backUp(folder.path(), today).has_value());
        REQUIRE(journal.addPerson(someone("Ylva")).has_value());
        REQUIRE(backUp(folder.path(), today + std::chrono::days(1)).has_value());
    }
    // The journal and the later backup are damaged.
    writeText(folder / "journal.db", std::string(9000, 'x'));
    writeText(folder / "backups/journal-2026-11-26.db", std::string(9000, 'y'));
    CHECK(Journal::open(folder.path()).error().code == ErrorCode::BadJournal);
    const auto restored = restoreLastBackup(folder.path());
    REQUIRE(restored.has_value());
    CHECK(restored->day == today);
    const Journal journal = journalIn(folder.path());
    REQUIRE(journal.people()->size() == 1);
    CHECK(journal.people()->front().name == "Runa");
    CHECK(readText(folder / "journal-aside-1.db") == std::string(9000, 'x'));
}

TEST_CASE("Without a backup that is whole nothing is touched")
{
    const TemporaryFolder folder;
    writeText(folder / "journal.db", "broken");
    CHECK(restoreLastBackup(folder.path()).error().code == ErrorCode::BadJournal);
    CHECK(readText(folder / "journal.db") == "broken");
    CHECK(backUp(folder.path(), today).error().code == ErrorCode::BadJournal);
    CHECK(backupsIn(folder.path()).empty());
}

TEST_CASE("A journal that another program holds is said to be in use, and is usable afterwards")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    {
        SQLite::Database other((folder / "journal.db").string(), SQLite::OPEN_READWRITE);
        SQLite::Transaction held(other, SQLite::TransactionBehavior::EXCLUSIVE);
        const auto refused = journal.addPerson(someone("Runa"));
        REQUIRE_FALSE(refused.has_value());
        CHECK_THAT(refused.error().message(), Catch::Contains("close other programs"));
    }
    CHECK(journal.addPerson(someone("Runa")).has_value());
    CHECK(journal.people()->size() == 1);
}

TEST_CASE("Two windows on one journal see each other's people")
{
    const TemporaryFolder folder;
    Journal one = journalIn(folder.path());
    Journal other = journalIn(folder.path());
    REQUIRE(one.addPerson(someone("Runa Vestlid")).has_value());
    REQUIRE(other.addPerson(someone("Ylva Brekkestad")).has_value());
    CHECK(one.people()->size() == 2);
}

TEST_CASE("Days are written and read: what is no day is not")
{
    CHECK(dayToText(today) == "2026-11-25");
    CHECK(dayFromText("2026-11-25") == today);
    for (const char* text : {"", "2026-02-30", "2026-11-25x", "25.11.2026", "2026-11"}) {
        INFO(text);
        CHECK_FALSE(dayFromText(text).has_value());
    }
}
