// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is in a journal stays in it: a damaged or newer one is not touched, what two write at once
// does not erase, what ended the program is known.
#include "core/base/fault_note.hpp"
#include "core/curriculum/presets.hpp"
#include "core/intake/intake.hpp"
#include "core/intake/keeping.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/sitting.hpp"
#include "core/report/take_out.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <catch2/catch.hpp>
#include <csignal>
#include <fcntl.h>
#include <map>
#include <sqlite3.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25;

Person someone(const std::string& name)
{
    Person person;
    person.name = name;
    return person;
}

int modeOf(const fs::path& path)
{
    struct stat info {};
    ::stat(path.c_str(), &info);
    return static_cast<int>(info.st_mode & 0777);
}

// All files of a folder with their bytes.
std::map<std::string, std::string> contentsOf(const fs::path& folder)
{
    std::map<std::string, std::string> contents;
    for (const auto& there : fs::recursive_directory_iterator(folder))
        if (there.is_regular_file()) contents[there.path().string()] = readText(there.path());
    return contents;
}

// A journal whose last change is still in its WAL, as a killed program leaves it; `alter` is the
// last change. Without the shared memory where it was copied from another place.
void leaveWithWal(const fs::path& folder, const std::string& alter, bool withSharedMemory)
{
    const TemporaryFolder made;
    journalIn(made.path());
    SQLite::Database db((made / "journal.db").string(), SQLite::OPEN_READWRITE);
    db.exec("PRAGMA wal_autocheckpoint = 0");
    db.exec(alter);
    for (const char* part : {"journal.db", "journal.db-wal", "journal.db-shm"})
        if (withSharedMemory || std::string(part) != "journal.db-shm")
            fs::copy_file(made / part, folder / part);
    REQUIRE(fs::file_size(folder / "journal.db-wal") > 0);
}

} // namespace

TEST_CASE("A newer journal is not touched at all, nor its WAL")
{
    for (const bool withSharedMemory : {false, true}) {
        const TemporaryFolder folder;
        leaveWithWal(folder.path(), "PRAGMA user_version = 99", withSharedMemory);
        auto before = contentsOf(folder.path());
        for (const auto missing : {Journal::Missing::Make, Journal::Missing::Refuse}) {
            const auto refused = Journal::open(folder.path(), missing);
            REQUIRE_FALSE(refused.has_value());
            CHECK_THAT(refused.error().message(), Catch::Contains("version 99"));
        }
        auto after = contentsOf(folder.path());
        // The index of the WAL is no data: SQLite writes it anew whenever it likes.
        before.erase((folder / "journal.db-shm").string());
        after.erase((folder / "journal.db-shm").string());
        CHECK(before == after);
    }
}

TEST_CASE("A journal whose last change is in its WAL is opened with it")
{
    for (const bool withSharedMemory : {false, true}) {
        const TemporaryFolder folder;
        leaveWithWal(folder.path(), "INSERT INTO setting VALUES ('last', 'change')",
                     withSharedMemory);
        const auto journal = Journal::open(folder.path());
        REQUIRE(journal.has_value());
        CHECK(journal->setting("last") == "change");
    }
}

TEST_CASE("A journal that another window is just closing is waited for")
{
    const TemporaryFolder folder;
    journalIn(folder.path());
    int said[2];
    REQUIRE(::pipe(said) == 0);
    const pid_t child = fork();
    if (child == 0) {
        // As SQLite does when the last connection closes: the whole of the file is locked until the
        // WAL is in it (sqlite.org/walformat.html, sqlite.org/lockingv3.html). Here it ends killed.
        auto theirs = Journal::open(folder.path());
        const bool saved = theirs->saveSetting("last", "change").has_value();
        const int file = ::open((folder / "journal.db").c_str(), O_RDWR | O_CLOEXEC);
        struct flock shared {};
        shared.l_type = F_WRLCK;
        shared.l_start = 0x40000002;
        shared.l_len = 510;
        const bool locked = ::fcntl(file, F_SETLK, &shared) == 0;
        if (::write(said[1], saved && locked ? "y" : "n", 1) == 1) ::usleep(300'000);
        ::_exit(0);
    }
    char isLocked = 'n';
    REQUIRE(::read(said[0], &isLocked, 1) == 1);
    CHECK(isLocked == 'y');
    const auto journal = Journal::open(folder.path());
    INFO((journal ? "" : journal.error().message()));
    REQUIRE(journal.has_value());
    CHECK(journal->setting("last") == "change");
    ::waitpid(child, nullptr, 0);
    ::close(said[0]);
    ::close(said[1]);
}

TEST_CASE("A damaged journal, or another program's, is not touched at all")
{
    const auto withBytes = [](const fs::path& file, std::size_t from, std::size_t to) {
        std::string bytes = readText(file);
        for (std::size_t i = from; i < std::min(to, bytes.size()); ++i)
            bytes[i] = static_cast<char>(i * 31);
        writeText(file, bytes);
    };
    const std::function<void(const fs::path&)> damages[]{
        [&](const fs::path& file) { withBytes(file, 0, 16); },
        [&](const fs::path& file) { withBytes(file, 100, 3000); },
        [&](const fs::path& file) { withBytes(file, 8192, 30'000); },
        [&](const fs::path& file) { writeText(file, readText(file).substr(0, 5000)); },
        [&](const fs::path& file) { writeText(file, "a text of one's own"); },
        [&](const fs::path& file) {
            fs::remove(file);
            SQLite::Database db(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
            db.exec("CREATE TABLE recipes (name); PRAGMA user_version = 3");
        }};
    for (std::size_t i = 0; i < std::size(damages); ++i) {
        INFO(i);
        const TemporaryFolder folder;
        {
            Journal journal = journalIn(folder.path());
            for (int p = 0; p < 40; ++p) {
                Person person = someone("Person " + std::to_string(p));
                person.note = std::string(500, 'n');
                REQUIRE(journal.addPerson(person).has_value());
            }
        }
        damages[i](folder / "journal.db");
        const auto before = contentsOf(folder.path());
        const auto refused = Journal::open(folder.path());
        REQUIRE_FALSE(refused.has_value());
        CHECK(refused.error().code == ErrorCode::BadJournal);
        CHECK_FALSE(refused.error().tryThis.empty());
        CHECK(contentsOf(folder.path()) == before);
    }
}

TEST_CASE("A folder without a journal is not turned into one by who only wants to read")
{
    const TemporaryFolder folder;
    const auto refused = Journal::open(folder / "new", Journal::Missing::Refuse);
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("there is no journal"));
    CHECK_FALSE(fs::exists(folder / "new"));
    CHECK(Journal::open(folder / "new").has_value());
    CHECK(Journal::open(folder / "new", Journal::Missing::Refuse).has_value());
}

TEST_CASE("A journal that is gone is not begun anew where backups of it are")
{
    const TemporaryFolder folder;
    REQUIRE(journalIn(folder.path()).addPerson(someone("Runa")).has_value());
    REQUIRE(backUp(folder.path(), today).has_value());
    fs::remove(folder / "journal.db");
    CHECK_THAT(Journal::open(folder.path()).error().message(), Catch::Contains("backup"));
    REQUIRE(restoreLastBackup(folder.path()).has_value());
    CHECK(journalIn(folder.path()).people()->size() == 1);
}

TEST_CASE("Another user's journal is refused in words")
{
    const TemporaryFolder folder;
    journalIn(folder.path());
    fs::path theirs = folder.path();
    if (::geteuid() == 0)
        REQUIRE(::chown((folder / "journal.db").c_str(), 65534, 65534) == 0);
    else
        theirs = "/usr"; // root's
    const auto refused = Journal::open(theirs);
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("belongs to another user"));
}

TEST_CASE(
    "A journal is its owner's alone whatever the umask, and a folder that was there stays as it is")
{
    const TemporaryFolder folder;
    REQUIRE(::mkdir((folder / "there").c_str(), 0755) == 0);
    const mode_t before = ::umask(0);
    for (const char* name : {"there", "new"}) {
        Journal journal = journalIn(folder / name);
        REQUIRE(journal.addPerson(someone("Runa")).has_value());
        REQUIRE(backUp(folder / name, today).has_value());
        for (const auto& file : fs::recursive_directory_iterator(folder / name)) {
            INFO(file.path());
            CHECK(modeOf(file.path()) == (file.is_directory() ? 0700 : 0600));
        }
    }
    ::umask(before);
    CHECK(modeOf(folder / "there") == 0755);
    CHECK(modeOf(folder / "new") == 0700);
}

TEST_CASE("The backup that was made last comes first, whatever a clock wrote into its name")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    using std::chrono::hours;
    const auto now = fs::file_time_type::clock::now();
    const std::pair<Day, hours> made[]{{today + std::chrono::days(20'000), hours(72)},
                                       {today, hours(48)},
                                       {today - std::chrono::days(9), hours(24)},
                                       {today + std::chrono::days(5), hours(-200'000)}};
    for (const auto& [day, ago] : made) {
        REQUIRE(journal.addPerson(someone(dayToText(day))).has_value());
        const auto backup = backUp(folder.path(), day);
        REQUIRE(backup.has_value());
        fs::last_write_time((*backup)->file, now - ago);
    }
    std::vector<Day> order;
    for (const Backup& backup : backupsIn(folder.path())) order.push_back(backup.day);
    CHECK(order == std::vector<Day>{today - std::chrono::days(9), today,
                                    today + std::chrono::days(20'000),
                                    today + std::chrono::days(5)});
    CHECK(restoreLastBackup(folder.path())->day == today - std::chrono::days(9));
}

TEST_CASE("A journal that is put aside takes its WAL along")
{
    const TemporaryFolder folder;
    leaveWithWal(folder.path(), "INSERT INTO setting VALUES ('last', 'change')", true);
    fs::create_directories(folder / "backups");
    {
        const TemporaryFolder other;
        journalIn(other.path());
        fs::copy_file(other / "journal.db", folder / "backups/journal-2026-11-24.db");
    }
    const std::string wal = readText(folder / "journal.db-wal");
    REQUIRE(restoreLastBackup(folder.path()).has_value());
    CHECK(readText(folder / "journal-aside-1.db-wal") == wal);
    CHECK_FALSE(journalIn(folder.path()).setting("last"));
    fs::create_directories(folder / "old");
    fs::copy_file(folder / "journal-aside-1.db", folder / "old/journal.db");
    fs::copy_file(folder / "journal-aside-1.db-wal", folder / "old/journal.db-wal");
    CHECK(journalIn(folder / "old").setting("last") == "change");
}

TEST_CASE("What a form writes is what was changed in it, and nothing that came meanwhile is erased")
{
    const TemporaryFolder folder;
    Journal here = journalIn(folder.path());
    Journal elsewhere = journalIn(folder.path());
    Person person = someone("Runa");
    person.conditions = {Condition::Migraine};
    const Id id = *here.addPerson(person);
    const Person shown = **here.person(id);
    // Meanwhile, in another window and by a reading in the background:
    Person theirs = shown;
    theirs.conditions.insert(Condition::Pregnancy);
    theirs.note = "written elsewhere";
    REQUIRE(elsewhere.changePerson(shown, theirs));
    REQUIRE(elsewhere.saveBreathProfile(id, "a profile"));
    // Here a condition is ticked, another unticked.
    Person ours = shown;
    ours.conditions = {Condition::Glaucoma};
    ours.ownCountS = 1.2;
    REQUIRE(here.changePerson(shown, ours));
    const Person now = **here.person(id);
    CHECK(now.conditions == Conditions{Condition::Pregnancy, Condition::Glaucoma});
    CHECK(now.note == "written elsewhere");
    CHECK(now.breathProfile == "a profile");
    CHECK(now.ownCountS == 1.2);
    // The same changed twice is somebody's to decide.
    Person clash = shown;
    clash.note = "written here";
    clash.saHz = 220;
    const auto refused = here.changePerson(shown, clash);
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("since been changed"));
    CHECK(**here.person(id) == now);
    // Undone, it is what it was before, without what others did.
    REQUIRE(here.changePerson(ours, shown));
    CHECK((*here.person(id))->conditions == Conditions{Condition::Pregnancy, Condition::Migraine});
    CHECK(here.changePerson(someone("Nobody"), someone("Nobody else")).error().code ==
          ErrorCode::BadArgument);

    // How somebody is today, likewise.
    const DayState day = *here.dayState(id, today);
    REQUIRE(elsewhere.changeDayState(id, today, day, {{Condition::Nosebleed}, 7.5}));
    REQUIRE(here.changeDayState(id, today, day, {{Condition::BlockedNose}, std::nullopt}));
    CHECK(*here.dayState(id, today) ==
          DayState{{Condition::Nosebleed, Condition::BlockedNose}, 7.5});
}

TEST_CASE("Of several changes at once all are there, or none, and inner ones fail with the outer")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const auto failed = journal.atOnce([&]() -> Result<void> {
        REQUIRE(journal.addPerson(someone("Runa")).has_value());
        REQUIRE(journal.atOnce([&] { return journal.saveSetting("a", "b"); }));
        return fail({ErrorCode::BadArgument, "", "", "no", ""});
    });
    CHECK_FALSE(failed.has_value());
    CHECK(journal.people()->empty());
    CHECK_FALSE(journal.setting("a"));
    REQUIRE(journal.atOnce([&] { return journal.addPerson(someone("Ylva")).map([](Id) {}); }));
    CHECK(journal.people()->size() == 1);
}

TEST_CASE("The same recording teaches what somebody's breath sounds like once")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id id = *journal.addPerson(someone("Runa"));
    const SimulatedSound practice = practise("even-4-4", *temperamentByName("steady"), 3);
    RecordingInfo info;
    info.sha256 = "sound";
    const Listened listened = listenToSound(info, trackOf(practice.sound), {});
    const Reading reading = readAgainst(listened, practice.truth.plan);
    const auto heard = profileIn(listened, reading);
    REQUIRE(heard);
    const Sitting sitting =
        sittingFrom(reading, id, *journal.versionFor(practice.truth.plan), 1, today);
    REQUIRE(keepSitting(journal, sitting, reading, heard).has_value());
    const std::string once = (*journal.person(id))->breathProfile;
    CHECK_FALSE(once.empty());
    REQUIRE(keepSitting(journal, sitting, reading, heard).has_value());
    CHECK((*journal.person(id))->breathProfile == once);
}

TEST_CASE("A recording that ended the program is read once more, then listed with the reason")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", whiteNoise(2, analysisRateHz, 0.1), analysisRateHz);
    Journal journal = journalIn(folder / "data");
    REQUIRE(journal.addPerson(someone("Runa")).has_value());
    REQUIRE(takeIn(journal, {folder / "a.wav"}, today)->size() == 1);
    const auto endedWhileReading = [&](int signal) {
        const pid_t child = fork();
        if (child == 0) {
            noteFaultsIn(folder / "data");
            auto theirs = Journal::open(folder / "data");
            Handed handed = theirs->handedIn()->front();
            if (!theirs->beginReading(handed).value_or(false)) ::_exit(1);
            ::raise(signal);
        }
        int status = 0;
        ::waitpid(child, &status, 0);
        return WIFSIGNALED(status) && WTERMSIG(status) == signal;
    };
    // Killed as often as one likes, it is read again by itself.
    for (int i = 0; i < 5; ++i) CHECK(endedWhileReading(SIGKILL));
    CHECK(endedWhileReading(SIGSEGV));
    CHECK(endedWhileReading(SIGABRT)); // the first may have been chance
    Handed handed = journal.handedIn()->front();
    CHECK(handed.state == Handed::State::Waiting);
    CHECK_FALSE(*journal.beginReading(handed));
    CHECK(handed.state == Handed::State::Failed);
    CHECK_THAT(handed.words, Catch::Contains("fail 2 times"));
    CHECK(journal.handedIn()->front() == handed);
    // Asked for by a person, it is.
    handed.state = Handed::State::Waiting;
    handed.attempts = 0;
    REQUIRE(journal.saveHanded(handed).has_value());
    CHECK(*journal.beginReading(handed));
}

TEST_CASE(
    "What another program is reading is left to it, and one that was stopped counts for nothing")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", whiteNoise(2, analysisRateHz, 0.1), analysisRateHz);
    Journal journal = journalIn(folder / "data");
    REQUIRE(journal.addPerson(someone("Runa")).has_value());
    REQUIRE(takeIn(journal, {folder / "a.wav"}, today)->size() == 1);
    int said[2];
    REQUIRE(::pipe(said) == 0);
    const pid_t child = fork();
    if (child == 0) {
        auto theirs = Journal::open(folder / "data");
        Handed handed = theirs->handedIn()->front();
        const bool begun = theirs->beginReading(handed).value_or(false);
        if (::write(said[1], begun ? "y" : "n", 1) == 1) ::pause();
        ::_exit(0);
    }
    char begun = 'n';
    REQUIRE(::read(said[0], &begun, 1) == 1);
    CHECK(begun == 'y');
    Handed handed = journal.handedIn()->front();
    CHECK_FALSE(*journal.beginReading(handed));
    CHECK(journal.handedIn()->front().state == Handed::State::Waiting);
    ::kill(child, SIGKILL);
    ::waitpid(child, nullptr, 0);
    CHECK(*journal.beginReading(handed));

    ReadOrder order = *orderFor(journal, handed);
    ReadIn stopped{{}, fail({ErrorCode::Cancelled, "", "", "", ""}), {}, {}};
    REQUIRE(keepRead(journal, order, stopped).has_value());
    handed = journal.handedIn()->front();
    CHECK(handed.state == Handed::State::Waiting);
    CHECK(handed.reader.empty());
    ::close(said[0]);
    ::close(said[1]);
}

TEST_CASE("A journal of 100,000 sittings is taken in whole", "[.slow]")
{
    const TemporaryFolder folder;
    Journal from = journalIn(folder / "from");
    REQUIRE(from.atOnce([&]() -> Result<void> {
        for (int p = 0; p < 40; ++p) {
            Sitting sitting;
            sitting.person = *from.addPerson(someone("Person " + std::to_string(p)));
            for (int s = 0; s < 2500; ++s) {
                sitting.sha256 = std::to_string(p * 2500 + s);
                sitting.startedAt = 1'700'000'000 + s * 9000;
                if (auto saved = from.saveSitting(sitting, std::string(2000, ' ') + "{}"); !saved)
                    return fail(saved.error());
            }
        }
        return {};
    }));
    REQUIRE(takeOut(from, folder / "out", {}).has_value());
    Journal into = journalIn(folder / "into");
    CHECK(takeInJournal(into, folder / "out")->sittings == 100'000);
}

TEST_CASE("A file's time in the future, or before there were phones, is not believed")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", whiteNoise(2, analysisRateHz, 0.1), analysisRateHz);
    const std::int64_t now = std::time(nullptr);
    for (const std::int64_t stamp : {now - 3600, std::int64_t{4'300'000'000}, std::int64_t{0}}) {
        fs::last_write_time(folder / "a.wav",
                            std::chrono::file_clock::from_sys(
                                std::chrono::sys_seconds(std::chrono::seconds(stamp))));
        const std::int64_t expected = (stamp == now - 3600 ? stamp : now) - 2;
        CHECK(std::abs(whenRecorded(folder / "a.wav", 2).startedAt - expected) <= 2);
    }
}
