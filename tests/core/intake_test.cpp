// SPDX-License-Identifier: GPL-3.0-or-later
//
// Many recordings handed in at once: whose they are, what was practised, and what becomes of each.
#include "core/curriculum/presets.hpp"
#include "core/intake/matching.hpp"
#include "core/intake/readers.hpp"
#include "core/journal/figures.hpp"
#include "core/journal/recordings.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/no_room.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <condition_variable>
#include <set>

using namespace layakari;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25;

class Club {
public:
    TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");

    Id add(const std::string& name)
    {
        Person person;
        person.name = name;
        return *journal.addPerson(person);
    }
    Match match(const std::string& file)
    {
        auto match = matchRecording(journal, folder / file, today);
        if (!match) FAIL(match.error().message());
        return *std::move(match);
    }
    void practised(Id person, const Plan& plan)
    {
        Sitting sitting;
        sitting.person = person;
        sitting.planVersion = *journal.versionFor(plan);
        sitting.sha256 = plan.name;
        sitting.day = today;
        REQUIRE(journal.saveSitting(sitting, "{}").has_value());
    }
    // Reads all that waits, here and now.
    std::vector<Handed> readAll()
    {
        const auto waiting = journal.handedIn();
        for (const Handed& handed : *waiting) {
            if (handed.state != Handed::State::Waiting) continue;
            const ReadOrder order = *orderFor(journal, handed);
            REQUIRE(keepRead(journal, order, readHanded(order)).has_value());
        }
        return *journal.handedIn();
    }
};

const Plan& planOf(const char* preset) { return findPreset(preset)->plan; }

} // namespace

TEST_CASE("Whose a recording is, its name says before its folders, and those from the inside out")
{
    Club club;
    const Id runa = club.add("Runa Vestlid");
    const Id tor = club.add("Tor-Eskil Amundahl");
    const Id ylva = club.add("Ylva Brekkestad");
    const Id other = club.add("Ylva Sand");
    CHECK(club.match("inbox/Runa Vestlid monday.m4a").person == runa);
    CHECK(club.match("inbox/RUNA_evening.m4a").person == runa);
    CHECK(club.match("Tor-Eskil/New Recording 7.m4a").person == tor);
    CHECK(club.match("runa/tor_eskil/memo.m4a").person == tor);
    CHECK(club.match("tor-eskil/memo of runa.m4a").person == runa);
    CHECK(club.match("Ylva Sand/memo.m4a").person == other);
    CHECK(club.match("ylva.brekkestad.m4a").person == ylva);
    // Two of that name, a part of a word, nobody: not guessed.
    CHECK_FALSE(club.match("ylva.m4a").person);
    CHECK_FALSE(club.match("brunaria.m4a").person);
    const Match nobody = club.match("memo.m4a");
    CHECK_FALSE(nobody.person);
    CHECK_FALSE(nobody.plan);
    CHECK_THAT(nobody.why, Catch::Contains("Neither folder nor file name"));
}

TEST_CASE(
    "Names in any script are matched, whatever case they are in and however they are composed")
{
    Club club;
    const Id aase = club.add("Åse Ødegård-Çelik");
    const Id gross = club.add("Iðunn Weiß");
    const Id devanagari = club.add("मीरा पाटिल");
    CHECK(club.match("åse ødegård çelik.m4a").person == aase);
    CHECK(club.match("ÅSE/memo 3.m4a").person == aase);
    // As some systems write file names: the ring and the dot are characters of their own.
    CHECK(club.match("A\xCC\x8Ase_morning.m4a").person == aase);
    CHECK(club.match("IÐUNN WEISS.m4a").person == gross);
    CHECK(club.match("मीरा, भ्रामरी.m4a").person == devanagari);
    CHECK_FALSE(club.match("påse.m4a").person);
    CHECK(personNamed(club.journal, "ØDEGÅRD")->id == aase);

    Plan own = planOf("humming-3");
    own.name = "भ्रामरी";
    club.practised(devanagari, own);
    CHECK(club.match("मीरा, भ्रामरी.m4a").plan == own);
}

TEST_CASE("Somebody who is alone in the journal need not be named")
{
    Club club;
    const Id runa = club.add("Runa Vestlid");
    CHECK(club.match("memo.m4a").person == runa);
}

TEST_CASE(
    "What was practised: the plan beside, else a plan of lately or a preset by name, else the "
    "one proposed")
{
    Club club;
    const Id runa = club.add("Runa Vestlid");
    CHECK(club.match("runa square breath.m4a").plan->technique == planOf("square-4").technique);
    CHECK(club.match("runa long-exhale.m4a").plan->technique == "long-exhale");
    Plan own = planOf("kapalabhati-4x27");
    own.name = "Kapalabhati before breakfast";
    club.practised(runa, own);
    CHECK(club.match("runa kapalabhati.m4a").plan == own);
    CHECK(club.match("runa, memo.m4a").plan.has_value());
    CHECK_THAT(club.match("runa, memo.m4a").why, Catch::Contains("as proposed"));
    writeText(club.folder / "runa humming.plan.json", planToJson(planOf("even-4-4")));
    CHECK(club.match("runa humming.m4a").plan == planOf("even-4-4"));
    writeText(club.folder / "runa broken.plan.json", "{");
    CHECK(matchRecording(club.journal, club.folder / "runa broken.m4a", today).error().code ==
          ErrorCode::BadPlan);
}

TEST_CASE("Recordings are found in folders to any depth: what is none is left alone")
{
    const TemporaryFolder folder;
    std::filesystem::create_directories(folder / "a/b");
    for (const char* file : {"a/b/one.M4A", "a/two.opus", "a/notes.txt", "a/two.plan.json"})
        writeText(folder / file, "x");
    const auto found = recordingsIn({folder / "a", folder / "a/b/one.M4A", folder / "named.xyz"});
    std::vector<std::string> names;
    for (const auto& file : found) names.push_back(file.filename());
    CHECK(names == std::vector<std::string>{"one.M4A", "two.opus", "named.xyz"});
}

TEST_CASE("Each recording becomes a sitting, is known already, or says why it cannot be read")
{
    Club club;
    const Id runa = club.add("Runa Vestlid");
    std::filesystem::create_directories(club.folder / "runa");
    simulateTo(club.folder / "runa/square one.flac", "square-4", Temperament{}, 61);
    std::filesystem::copy_file(club.folder / "runa/square one.flac",
                               club.folder / "runa/square two.flac");
    writeText(club.folder / "runa/square three.m4a", "only words");
    CHECK(takeIn(club.journal, {club.folder / "runa"}, today)->size() == 3);
    CHECK(takeIn(club.journal, {club.folder / "runa"}, today)->empty()); // they wait already

    const auto all = club.readAll();
    REQUIRE(all.size() == 3);
    CHECK(all[0].state == Handed::State::Kept);
    CHECK(all[1].state == Handed::State::Failed);
    CHECK_THAT(all[1].words, Catch::Contains("not a sound file") && Catch::Contains("; try "));
    CHECK(all[2].state == Handed::State::Known);
    const auto sittings = *club.journal.sittings(runa, 10);
    REQUIRE(sittings.size() == 1);
    CHECK(*valueOf(sittings[0], figure::completion) == 100);
    CHECK(all[0].sitting == sittings[0].id);
    CHECK(all[2].sitting == sittings[0].id);
    CHECK_FALSE((*club.journal.person(runa))->breathProfile.empty());

    for (const Handed& handed : all) REQUIRE(club.journal.forgetHanded(handed.id).has_value());
    CHECK(club.journal.handedIn()->empty());
    CHECK(club.journal.sittings(runa, 10)->size() == 1);
}

TEST_CASE("A recording of nobody waits for a person and is kept once there is one")
{
    Club club;
    club.add("Runa Vestlid");
    const Id ylva = club.add("Ylva Brekkestad");
    simulateTo(club.folder / "memo.flac", "square-4", Temperament{}, 62);
    CHECK(takeIn(club.journal, {club.folder / "memo.flac"}, today)->size() == 1);
    Handed handed = club.readAll().front();
    CHECK(handed.state == Handed::State::Failed);
    CHECK_THAT(handed.words, Catch::Contains("choose a person"));
    handed.person = ylva;
    handed.planVersion = *club.journal.versionFor(planOf("square-4"));
    handed.state = Handed::State::Waiting;
    REQUIRE(club.journal.saveHanded(handed).has_value());
    CHECK(club.readAll().front().state == Handed::State::Kept);
    CHECK(club.journal.sittings(ylva, 10)->size() == 1);
}

TEST_CASE("Readers read on their own threads, tell how far they are, and stop when they are told")
{
    Club club;
    club.add("Runa Vestlid");
    for (int i = 0; i < 4; ++i)
        simulateTo(club.folder / ("square " + std::to_string(i) + ".flac"), "square-4",
                   Temperament{}, 70 + static_cast<std::uint64_t>(i));
    REQUIRE(takeIn(club.journal, {club.folder.path()}, today)->size() == 4);
    std::mutex mutex;
    std::condition_variable arrived;
    std::vector<std::pair<ReadOrder, ReadIn>> done;
    std::set<Id> told;
    const auto finished = [&](const ReadOrder& order, const ReadIn& read) {
        const std::lock_guard lock(mutex);
        done.emplace_back(order, read);
        arrived.notify_one();
    };
    const auto tell = [&](Id id, double) {
        const std::lock_guard lock(mutex);
        told.insert(id);
    };
    {
        Readers readers(finished, tell, 2);
        const auto handedIn = club.journal.handedIn();
        for (const Handed& handed : *handedIn) readers.add(*orderFor(club.journal, handed));
        std::unique_lock lock(mutex);
        arrived.wait(lock, [&] { return !done.empty(); });
    } // with the rest still to be read
    CHECK_FALSE(told.empty());
    int kept = 0;
    for (const auto& [order, read] : done)
        kept += keepRead(club.journal, order, read)->state == Handed::State::Kept;
    CHECK(kept >= 1);
    // What was stopped waits, and is there the next time.
    int waiting = 0;
    const auto left = club.journal.handedIn();
    for (const Handed& handed : *left) waiting += handed.state == Handed::State::Waiting;
    CHECK(kept + waiting == 4);
    CHECK(club.readAll().size() == 4);
    CHECK(club.journal.sittings(0, 10)->size() == 4);
}

TEST_CASE("When it was recorded, the file says from within: else it was written when it ended")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "sound.wav", std::vector<float>(3 * 16000, 0.1f), 16000);
    const auto written = std::chrono::sys_seconds(std::chrono::seconds(1'780'000'000));
    const auto encoded = [&](const std::string& name, const std::string& options) {
        encode(folder / "sound.wav", folder / name, options);
        std::filesystem::last_write_time(folder / name, std::chrono::file_clock::from_sys(written));
        return whenRecorded(folder / name, 60);
    };
    const When within =
        encoded("phone.m4a", "-c:a aac -metadata creation_time=2026-03-05T06:07:08Z");
    CHECK(within.startedAt == 1'772'690'828);
    CHECK(within.day == localDayOf(within.startedAt));
    CHECK(encoded("plain.flac", "").startedAt == 1'780'000'000 - 60);
    // A clock that was never set, and one that runs ahead.
    for (const char* wrong :
         {"1970-01-01T00:00:00Z", "1904-01-01T00:00:00Z", "2038-01-01T00:00:00Z"})
        CHECK(encoded("wrong.m4a", std::string("-c:a aac -metadata creation_time=") + wrong)
                  .startedAt == 1'780'000'000 - 60);
    CHECK(whenRecorded(folder / "missing.flac", 0).startedAt > 1'780'000'000);
}

TEST_CASE("Recordings stay where they are, or are copied into the journal, each content once")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");
    std::filesystem::create_directories(folder / "phone");
    std::filesystem::create_directories(folder / "mail");
    for (const char* where : {"phone", "mail"})
        writeText(folder / where / "Monday, \u00e9.m4a", "the same sound");
    const auto phone = folder / "phone" / "Monday, \u00e9.m4a";
    const auto monday = std::chrono::file_clock::from_sys(
        std::chrono::sys_seconds(std::chrono::seconds(1'780'000'000)));
    std::filesystem::last_write_time(phone, monday);
    CHECK_FALSE(copiesRecordings(journal));
    CHECK(keptRecording(journal, phone, "a1b2") == phone.string());
    REQUIRE(copyRecordings(journal, true).has_value());
    const auto copy = keptRecording(journal, phone, "a1b2");
    REQUIRE(copy.has_value());
    CHECK(*copy == (folder / "data/recordings/a1b2/Monday, \u00e9.m4a").string());
    CHECK(readText(*copy) == "the same sound");
    CHECK(std::filesystem::last_write_time(*copy) == monday);
    CHECK(keptRecording(journal, folder / "mail" / "Monday, \u00e9.m4a", "a1b2") == *copy);
    // What was begun and not finished is no copy.
    std::filesystem::create_directories(folder / "data/recordings/c3");
    writeText(folder / "data/recordings/c3/Monday, \u00e9.m4a.part", "the sa");
    CHECK(readText(*keptRecording(journal, phone, "c3")) == "the same sound");
    const auto missing = keptRecording(journal, folder / "gone.m4a", "d4");
    REQUIRE_FALSE(missing.has_value());
    CHECK(missing.error().code == ErrorCode::CannotWrite);
    CHECK_FALSE(missing.error().tryThis.empty());
    CHECK(std::filesystem::is_empty(folder / "data/recordings/d4"));
    REQUIRE(copyRecordings(journal, false).has_value());
    CHECK(keptRecording(journal, phone, "a1b2") == phone.string());
}

TEST_CASE("A disk that is full while a recording is copied leaves no half of it")
{
    const TemporaryFolder folder;
    Journal journal = journalIn(folder / "data");
    REQUIRE(copyRecordings(journal, true).has_value());
    const auto phone = folder / "Monday.m4a";
    writeText(phone, std::string(1 << 20, 's'));
    {
        const NoRoom beyond(300'000);
        const auto copy = keptRecording(journal, phone, "a1b2");
        REQUIRE_FALSE(copy.has_value());
        CHECK(copy.error().code == ErrorCode::CannotWrite);
        CHECK(copy.error().message().find("make room") != std::string::npos);
    }
    CHECK(std::filesystem::is_empty(folder / "data/recordings/a1b2"));
    CHECK(std::filesystem::file_size(phone) == 1 << 20);
    const auto copy = keptRecording(journal, phone, "a1b2");
    REQUIRE(copy.has_value());
    CHECK(std::filesystem::file_size(*copy) == 1 << 20);
}

TEST_CASE("A person is found by a word of the name: nobody and several are told with who there is")
{
    Club club;
    const Id runa = club.add("Runa Vestlid");
    club.add("Ylva Brekkestad");
    club.add("Ylva Nordmo");
    CHECK(personNamed(club.journal, "runa")->id == runa);
    CHECK(personNamed(club.journal, "VESTLID")->id == runa);
    for (const char* text : {"Ylva", "Nobody", "Run"}) {
        const auto found = personNamed(club.journal, text);
        REQUIRE_FALSE(found.has_value());
        CHECK_THAT(found.error().message(), Catch::Contains("Ylva Nordmo"));
    }
}
