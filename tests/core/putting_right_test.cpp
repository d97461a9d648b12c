// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is in the journal can be put right: moved, changed, archived, deleted, noted, erased.
#include "core/base/files.hpp"
#include "core/curriculum/presets.hpp"
#include "core/intake/keeping.hpp"
#include "core/intake/putting_right.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/figures.hpp"
#include "core/progress/proposal.hpp"
#include "core/progress/series.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/shared_practices.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25;

struct Club {
    TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");
    Id runa = add("Runa Vestlid");
    Id ylva = add("Ylva Brekkestad");

    Id add(const char* name)
    {
        Person person;
        person.name = name;
        return *journal.addPerson(person);
    }
    std::string profile(Id person) { return (*journal.person(person))->breathProfile; }
    Sitting sitting(Id id) { return **journal.sitting(id); }

    // A sitting of so many days ago, whose recording lies at `file`.
    Sitting save(Id person, const std::string& sha, int daysAgo = 0, const fs::path& file = {})
    {
        Sitting s;
        s.person = person;
        s.startedAt = 1'790'000'000 - 86'400LL * daysAgo;
        s.day = today - std::chrono::days(daysAgo);
        s.recording = file.string();
        s.sha256 = sha;
        s.practiceS = 300;
        s.planVersion = *journal.versionFor(findPreset("square-4")->plan);
        setFigure(s, figure::accuracy, 90);
        s.words.note = "the window was open";
        s.breath = profileJson(daysAgo);
        const Id id = *journal.saveSitting(s, "{\"a\": 1}");
        return sitting(id);
    }

    static BreathProfile breath(double level)
    {
        BreathProfile profile;
        profile.inhale.values.fill(-40 + level);
        profile.exhale.values.fill(-30 - level);
        profile.breaths = 12;
        return profile;
    }
    static std::string profileJson(double level) { return profileToJson(breath(level)); }
};

void writeSound(const fs::path& file, const std::string& words = "sound")
{
    fs::create_directories(file.parent_path());
    writeText(file, words);
}

double firstOf(const std::string& profile)
{
    return parseProfile(profile, "test")->inhale.values[0];
}

} // namespace

TEST_CASE("What a recording told is taken out of a profile as it was put in")
{
    for (const int others : {12, 40, 200}) {
        BreathProfile older = Club::breath(3);
        older.breaths = others;
        const BreathProfile taken = Club::breath(8);
        const auto back = without(merged(older, taken), taken);
        REQUIRE(back.has_value());
        CHECK(back->breaths == others);
        for (std::size_t d = 0; d < BreathCharacter::size; ++d) {
            CHECK(back->inhale.values[d] == Approx(older.inhale.values[d]));
            CHECK(back->exhale.values[d] == Approx(older.exhale.values[d]));
        }
    }
    // Of a few breaths nothing is known.
    CHECK_FALSE(without(Club::breath(3), Club::breath(3)).has_value());
}

TEST_CASE("A sitting is moved to another person with all that is of it, and back")
{
    Club club;
    const Sitting kept = club.save(club.runa, "a", 1);
    REQUIRE(club.journal.saveBreathProfile(club.runa, kept.breath).has_value());
    REQUIRE(club.journal.saveBreathProfile(club.ylva, Club::profileJson(7)).has_value());
    const JournalStep step = moveSitting(club.journal, kept, club.ylva);
    for (int round = 0; round < 2; ++round) {
        REQUIRE(step.act().has_value());
        CHECK(club.journal.sittings(club.runa, 9)->empty());
        Sitting moved = club.sitting(kept.id);
        CHECK(moved.person == club.ylva);
        moved.person = club.runa;
        CHECK(moved == kept);
        CHECK(**club.journal.readingOf(kept.id) == "{\"a\": 1}");
        CHECK(club.profile(club.runa) == "");
        CHECK(firstOf(club.profile(club.ylva)) == Approx((-39 - 33) / 2.0));
        REQUIRE(step.takeBack().has_value());
        CHECK(club.sitting(kept.id) == kept);
        CHECK(club.profile(club.runa) == kept.breath);
        CHECK(club.profile(club.ylva) == Club::profileJson(7));
    }
}

TEST_CASE(
    "A sitting is not moved over one of the same recording, nor when it was changed meanwhile")
{
    Club club;
    const Sitting hers = club.save(club.runa, "a");
    club.save(club.ylva, "a");
    const auto refused = moveSitting(club.journal, hers, club.ylva).act();
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("already has a sitting of the same"));
    CHECK(club.sitting(hers.id) == hers);

    Sitting elsewhere = hers;
    elsewhere.day = today - std::chrono::days(3);
    REQUIRE(changeSitting(club.journal, hers, elsewhere).act().has_value());
    Sitting mine = hers;
    mine.archived = true;
    const auto late = changeSitting(club.journal, hers, mine).act();
    REQUIRE_FALSE(late.has_value());
    CHECK_THAT(late.error().message(), Catch::Contains("changed meanwhile"));
    CHECK_FALSE(club.sitting(hers.id).archived);
}

TEST_CASE("A deleted sitting comes back as it was, under its number, and no other takes that")
{
    Club club;
    const fs::path recording = club.folder / "data/recordings/a/monday.flac";
    writeSound(recording);
    const Sitting kept = club.save(club.runa, "a", 0, recording);
    const Id handed = *club.journal.saveHanded(
        {0, "in/monday.flac", club.runa, {}, Handed::State::Kept, "", kept.id});
    REQUIRE(club.journal.saveBreathProfile(club.runa, kept.breath).has_value());
    const JournalStep step = deleteSitting(club.journal, kept, today);
    REQUIRE(step.act().has_value());
    CHECK_FALSE(club.journal.sitting(kept.id)->has_value());
    CHECK_FALSE(club.journal.readingOf(kept.id)->has_value());
    CHECK(club.profile(club.runa) == "");
    CHECK(club.save(club.runa, "b").id > kept.id);
    // The file goes later, so that it can come back.
    CHECK(fs::exists(recording));
    REQUIRE(step.takeBack().has_value());
    CHECK(club.sitting(kept.id) == kept);
    CHECK(**club.journal.readingOf(kept.id) == "{\"a\": 1}");
    CHECK(club.profile(club.runa) == kept.breath);
    CHECK(club.journal.handedIn()->front().sitting == kept.id);
    CHECK(club.journal.handedIn()->front().id == handed);
    CHECK(*deleteMarkedFiles(club.journal) == 0);
    CHECK(fs::exists(recording));
}

TEST_CASE("Recordings in the journal's folder go with their sitting, others stay where they are")
{
    Club club;
    const fs::path copied = club.folder / "data/recordings/a/monday.flac";
    const fs::path practised = club.folder / "data/practised/Runa Vestlid/tuesday.flac";
    const fs::path phone = club.folder / "phone/wednesday.flac";
    const fs::path shared = club.folder / "data/recordings/d/both.flac";
    for (const fs::path& file : {copied, practised, phone, shared}) writeSound(file);
    std::vector<Sitting> sittings{
        club.save(club.runa, "a", 1, copied), club.save(club.runa, "b", 2, practised),
        club.save(club.runa, "c", 3, phone), club.save(club.runa, "d", 4, shared)};
    club.save(club.ylva, "d", 4, shared);
    for (const Sitting& s : sittings)
        REQUIRE(deleteSitting(club.journal, s, today).act().has_value());
    // What was deleted today in another window may come back there.
    CHECK(*deleteMarkedFiles(club.journal, today) == 0);
    CHECK(*deleteMarkedFiles(club.journal) == 2);
    CHECK_FALSE(fs::exists(copied));
    CHECK_FALSE(fs::exists(copied.parent_path()));
    CHECK_FALSE(fs::exists(practised));
    CHECK(fs::exists(phone));
    CHECK(fs::exists(shared));
    CHECK(club.journal.markedFiles()->empty());
}

TEST_CASE("A mark in somebody else's journal deletes no file of this machine")
{
    Club club;
    const fs::path precious = club.folder / "precious.txt";
    writeText(precious, "mine");
    for (const fs::path& path : {precious, club.folder / "data/recordings/../../precious.txt",
                                 club.folder / "data/journal.db"})
        REQUIRE(club.journal.markFile({path.string(), today}).has_value());
    CHECK(*deleteMarkedFiles(club.journal) == 0);
    CHECK(fs::exists(precious));
    CHECK(fs::exists(club.folder / "data/journal.db"));
}

TEST_CASE("What was archived, left out or simulated counts nowhere, and what was noted does")
{
    Club club;
    const Plan plan = findPreset("square-4")->plan;
    const Sitting counting = club.save(club.runa, "a", 5);
    Sitting archived = club.save(club.runa, "b", 4);
    const Sitting before = archived;
    archived.archived = true;
    REQUIRE(changeSitting(club.journal, before, archived).act().has_value());
    Sitting tried = counting;
    tried.origin = Sitting::Origin::Simulated;
    tried.sha256 = "c";
    tried.startedAt += 86'400;
    setFigure(tried, figure::accuracy, 100);
    REQUIRE(club.journal.saveSitting(tried, "{}").has_value());
    Sitting noted;
    noted.person = club.runa;
    noted.startedAt = counting.startedAt + 9 * 86'400;
    noted.day = today;
    noted.practiceS = 1200;
    noted.planVersion = counting.planVersion;
    const auto id = std::make_shared<Id>(0);
    const JournalStep note = noteSitting(club.journal, noted, id);
    REQUIRE(note.act().has_value());

    CHECK(club.journal.sittings(club.runa, 9)->size() == 3); // the archived one is out of sight
    CHECK(club.journal.sittings(club.runa, 9, Journal::Which::All)->size() == 4);
    const auto counted = *club.journal.sittings(club.runa, 9, Journal::Which::Counting);
    REQUIRE(counted.size() == 2);
    CHECK(counted[0].id == *id);
    CHECK(counted[0].origin == Sitting::Origin::Noted);
    CHECK_FALSE(club.journal.readingOf(*id)->has_value());
    CHECK(club.journal.sittingsOfPlan(club.runa, plan, 9)->size() == 2);
    CHECK(club.journal.activity()->front().sittings == 2);
    const auto all = *club.journal.sittings(club.runa, 9, Journal::Which::All);
    const auto best = bestOf(all, figure::accuracy);
    REQUIRE(best.has_value());
    CHECK(best->value == 90);
    CHECK(best->sitting == counting.id);
    const auto person = **club.journal.person(club.runa);
    CHECK(proposeFor(club.journal, person, {}, today).has_value());

    REQUIRE(note.takeBack().has_value());
    CHECK_FALSE(club.journal.sitting(*id)->has_value());
    REQUIRE(note.act().has_value());
    CHECK(club.sitting(*id).practiceS == 1200);
}

TEST_CASE("Two sittings that were noted for the same moment are two")
{
    Club club;
    Sitting noted;
    noted.person = club.runa;
    noted.day = today;
    for (int i = 0; i < 2; ++i)
        REQUIRE(noteSitting(club.journal, noted, std::make_shared<Id>(0)).act().has_value());
    const auto both = *club.journal.sittings(club.runa, 9);
    REQUIRE(both.size() == 2);
    CHECK(both[0].sha256 != both[1].sha256);
}

TEST_CASE("The simulated practitioner's breath is nobody's: it teaches nothing")
{
    Club club;
    const auto listened =
        listenToFile(sharedRecording(findPreset("square-4")->plan, Temperament{}, 21));
    REQUIRE(listened.has_value());
    const Plan plan = findPreset("square-4")->plan;
    const Reading reading = readAgainst(*listened, plan);
    Recorded tried{listened->recording.file, club.runa, plan, {}, true};
    tried.origin = Sitting::Origin::Simulated;
    const auto kept = keep(club.journal, tried, reading, profileIn(*listened, reading));
    REQUIRE(kept.has_value());
    CHECK(club.profile(club.runa) == "");
    CHECK_FALSE(club.sitting(kept->id).counts());
    tried.origin = Sitting::Origin::Recorded;
    tried.person = club.ylva;
    REQUIRE(keep(club.journal, tried, reading, profileIn(*listened, reading)).has_value());
    CHECK(club.profile(club.ylva) != "");
}

TEST_CASE("Of an erased person nothing is left: no row, no byte, no recording, no backup")
{
    Club club;
    const fs::path recording = club.folder / "data/recordings/a/monday.flac";
    const fs::path phone = club.folder / "phone/tuesday.flac";
    writeSound(recording);
    writeSound(phone);
    Person runa = **club.journal.person(club.runa);
    Person ill = runa;
    ill.note = "Zyxwvut-health";
    ill.conditions = {Condition::Glaucoma};
    REQUIRE(club.journal.changePerson(runa, ill).has_value());
    REQUIRE(club.journal.saveDayState(club.runa, today, {{Condition::Migraine}, 6.5}).has_value());
    Plan own = findPreset("square-4")->plan;
    own.name = "Qponmlk-plan";
    const auto plan = *club.journal.savePlan(0, club.runa, own);
    REQUIRE(club.journal.saveCourse({0, club.runa, plan.versionId, 1, 4, today, 7}).has_value());
    club.save(club.runa, "a", 1, recording);
    club.save(club.runa, "b", 2, phone);
    // Somebody else has practised by their plan: it stays, and is nobody's.
    Sitting others = club.save(club.ylva, "c", 1);
    Sitting byHers = others;
    byHers.planVersion = plan.versionId;
    REQUIRE(changeSitting(club.journal, others, byHers).act().has_value());
    REQUIRE(club.journal.saveHanded({0, "in/Runa.flac", club.runa, {}, {}, "", {}}).has_value());
    REQUIRE(backUp(club.folder / "data", today).has_value());

    const auto what = whatErasingTakes(club.journal, club.runa);
    REQUIRE(what.has_value());
    CHECK(what->sittings == 2);
    CHECK(what->recordings == 1);
    CHECK(what->bytes == 5);
    CHECK(what->recordingsElsewhere == 1);
    CHECK(what->courses == 1);
    CHECK(what->plans == 1);
    CHECK(what->waiting == 1);
    CHECK(what->backups == 1);

    const auto bytesHave = [&](const std::string& text) {
        for (const auto& entry : fs::recursive_directory_iterator(club.folder / "data"))
            if (entry.is_regular_file() && readText(entry.path()).find(text) != std::string::npos)
                return true;
        return false;
    };
    CHECK(bytesHave("Zyxwvut"));
    CHECK(bytesHave("Runa Vestlid"));
    REQUIRE(erasePerson(club.journal, club.runa, true, today).has_value());
    for (const char* text : {"Zyxwvut", "Runa Vestlid", "glaucoma", "in/Runa.flac"}) {
        INFO(text);
        CHECK_FALSE(bytesHave(text));
    }
    CHECK_FALSE(club.journal.person(club.runa)->has_value());
    CHECK_FALSE(fs::exists(recording));
    CHECK(fs::exists(phone));
    CHECK(backupsIn(club.folder / "data").size() == 1); // a new one
    CHECK(club.journal.sittings(0, 9)->size() == 1);
    CHECK((*club.journal.planVersion(plan.versionId))->plan == own);
    CHECK(club.journal.plans(club.ylva)->empty());
    CHECK_FALSE(erasePerson(club.journal, club.runa, true, today).has_value());
}

TEST_CASE("Erased without its backups, a person is still in them, as is said")
{
    Club club;
    REQUIRE(backUp(club.folder / "data", today).has_value());
    REQUIRE(erasePerson(club.journal, club.runa, false, today).has_value());
    const auto backups = backupsIn(club.folder / "data");
    REQUIRE(backups.size() == 1);
    CHECK(readText(backups[0].file).find("Runa Vestlid") != std::string::npos);
}

TEST_CASE("A recording that was moved is found by name and content, or pointed at")
{
    Club club;
    const fs::path was = club.folder / "phone/monday.flac";
    writeSound(was, "what was recorded");
    Sitting s = club.save(club.runa, *sha256OfFile(was), 0, was);
    writeSound(club.folder / "music/monday.flac", "something else of that name");
    const fs::path now = club.folder / "archive/monday.flac";
    fs::create_directories(now.parent_path());
    fs::rename(was, now);
    CHECK_FALSE(findRecording(club.journal, s, {club.folder / "music"}).has_value());
    CHECK(findRecording(club.journal, s, {club.folder / "music", club.folder / "archive"}) == now);
    // Renamed in its own folder.
    fs::rename(now, club.folder / "phone/of monday.flac");
    CHECK(findRecording(club.journal, s, {}) == club.folder / "phone/of monday.flac");

    const auto wrong = pointAt(club.journal, s, club.folder / "music/monday.flac");
    REQUIRE_FALSE(wrong.has_value());
    CHECK_THAT(wrong.error().message(), Catch::Contains("not the recording of this sitting"));
    const auto step = pointAt(club.journal, s, club.folder / "phone/of monday.flac");
    REQUIRE(step.has_value());
    REQUIRE(step->act().has_value());
    CHECK(club.sitting(s.id).recording == (club.folder / "phone/of monday.flac").string());
    REQUIRE(step->takeBack().has_value());
    CHECK(club.sitting(s.id) == s);
}

TEST_CASE("Journals of every older program open, with all that was in them")
{
    for (int version = 1; version < Journal::newestVersion; ++version) {
        INFO("schema " << version);
        const TemporaryFolder folder;
        {
            SQLite::Database old((folder / "journal.db").string(),
                                 SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
            old.exec(readText(fs::path(LAYAKARI_SOURCE) / "tests/core/journals" /
                              ("journal-" + std::to_string(version) + ".sql")));
        }
        Journal journal = journalIn(folder.path());
        const auto people = *journal.people(true);
        REQUIRE(people.size() == 2);
        const Person& runa = people[1];
        CHECK(runa.name == "Runa Vestlid");
        CHECK(runa.ownCountS == 1.36);
        CHECK(runa.conditions == Conditions{Condition::Glaucoma});
        CHECK(people[0].archived);
        CHECK(people[0].uid != runa.uid);
        CHECK(journal.acknowledgements(runa.id)->size() == 1);
        CHECK(journal.plans(runa.id)->front().plan == findPreset("four-seven-eight")->plan);
        CHECK(journal.setting("last_person") == "1");
        if (version < 2) continue;
        CHECK(journal.courses(runa.id)->size() == 1);
        CHECK(journal.places(runa.id)->front().rung == 1);
        const auto sittings = *journal.sittings(runa.id, 9);
        REQUIRE(sittings.size() == 1);
        const Sitting& s = sittings[0];
        CHECK(s.counts());
        CHECK(s.origin == Sitting::Origin::Recorded);
        CHECK(valueOf(s, figure::accuracy).value() > 90);
        CHECK(s.words.complaints == std::vector<std::string>{"dizzy"});
        const auto json = journal.readingOf(s.id);
        REQUIRE(json->has_value());
        CHECK(parseReading(**json, "journal")->cycles.size() == 6);
        if (version >= 3) CHECK(s.words.feelAfter == 7);
        if (version >= 4) CHECK(journal.handedIn()->front().sitting == s.id);
        // And it can be put right like any other.
        REQUIRE(deleteSitting(journal, s, today).act().has_value());
    }
}
