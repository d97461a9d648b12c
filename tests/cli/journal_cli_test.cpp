// SPDX-License-Identifier: GPL-3.0-or-later
//
// The command line on journals: filled, added to, listed, put right, exported.
#include "core/journal/figures.hpp"
#include "core/journal/journal.hpp"
#include "tests/cli/program.hpp"
#include "tests/support/journal_in.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>
#include <sys/stat.h>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace layakari;
using Json = nlohmann::json;

TEST_CASE("The demo club is filled once: five people with their sittings: the next time is at once",
          "[slow]")
{
    const TemporaryFolder folder;
    REQUIRE(run(folder, "journal fill-demo --data club --weeks 3").exit == 0);
    const auto journal = Journal::open(folder / "club");
    REQUIRE(journal.has_value());
    const auto people = journal->people();
    CHECK(people->size() == 5);
    const auto sittings = *journal->sittings(0, 1000);
    // Those of the last two weeks, and of the one before.
    CHECK(sittings.size() > 20);
    for (const Person& person : *people) CHECK(journal->sittings(person.id, 9)->size() >= 3);
    for (const Sitting& sitting : sittings) {
        CHECK(valueOf(sitting, figure::accuracy).has_value());
        CHECK(std::filesystem::exists(sitting.recording.front() == '/'
                                          ? std::filesystem::path(sitting.recording)
                                          : folder / sitting.recording));
    }
    const auto before = std::filesystem::last_write_time(folder / "club" / "recordings");
    CHECK(run(folder, "journal fill-demo --data club").exit == 0);
    CHECK(std::filesystem::last_write_time(folder / "club" / "recordings") == before);
    CHECK(journal->sittings(0, 1000)->size() == sittings.size());
}

TEST_CASE("Killed at any moment while thirty recordings are handed in, none is lost or doubled",
          "[slow]")
{
    const TemporaryFolder folder;
    std::filesystem::create_directories(folder / "inbox/Runa Vestlid");
    for (int i = 0; i < 30; ++i) {
        // A few seconds of breath each: what is tested is the keeping.
        Temperament who;
        who.settleBreaths = 0;
        who.afterBreaths = 0;
        who.ownCountS = 0.5;
        const std::string name = "square " + std::to_string(i) + ".flac";
        simulateTo(folder / "inbox/Runa Vestlid" / name, "square-4", who,
                   900 + static_cast<std::uint64_t>(i));
    }
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    int kills = 0;
    std::string paths = "inbox";
    for (unsigned round = 0; round < 60; ++round) {
        // Later and later, so that the first come before anything is kept.
        const Run killed = run(folder, "journal hand-in --data club " + paths,
                               "timeout -s KILL 0." + std::to_string(1 + round % 9) + " ");
        if (killed.exit == 0) break;
        ++kills;
        const auto journal = Journal::open(folder / "club");
        INFO((journal ? "" : journal.error().message()));
        REQUIRE(journal.has_value());
        if (journal->handedIn()->size() == 30) paths = "";
    }
    CHECK(kills > 3);
    REQUIRE(run(folder, "journal hand-in --data club").exit == 0);
    Id firstsUntil = 0;
    {
        const auto journal = Journal::open(folder / "club");
        const auto firsts = journal->handedIn();
        for (const Handed& handed : *firsts) firstsUntil = std::max(firstsUntil, handed.id);
    }
    const Run rest = run(folder, "journal add --data club inbox");
    CHECK(rest.exit == 0);
    const auto journal = Journal::open(folder / "club");
    const auto sittings = *journal->sittings(0, 100);
    CHECK(sittings.size() == 30);
    std::set<std::string> contents;
    for (const Sitting& sitting : sittings) contents.insert(sitting.sha256);
    CHECK(contents.size() == 30);
    const auto handedIn = journal->handedIn();
    for (const Handed& handed : *handedIn) {
        INFO(handed.file << ": " << handed.words);
        // Those that were handed in once more, by the last command, are known.
        const bool isAgain = handed.id > firstsUntil;
        CHECK(handed.state == (isAgain ? Handed::State::Known : Handed::State::Kept));
    }
}

TEST_CASE("A hand-in that cannot be read is told with its reason, and the others are kept")
{
    const TemporaryFolder folder;
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    std::filesystem::create_directories(folder / "in");
    std::filesystem::copy_file(practice() / "monday.flac", folder / "in/monday.flac");
    writeText(folder / "in/broken.m4a", "only words");
    const Run told = run(folder, "journal hand-in --data club in");
    CHECK(told.exit == 3);
    CHECK_THAT(told.out, Catch::Contains("failed  ") && Catch::Contains("broken.m4a") &&
                             Catch::Contains("saved   ") && Catch::Contains("monday.flac"));
    CHECK(run(folder, "journal hand-in --data club").out.empty());
}

TEST_CASE("A journal that cannot be opened is said in one line")
{
    const TemporaryFolder folder;
    writeText(folder / "file", "no folder");
    std::filesystem::create_directories(folder / "broken");
    writeText(folder / "broken" / "journal.db", std::string(3000, 'x'));
    for (const char* data : {"file/data", "broken"}) {
        const Run refused = run(folder, std::string("journal fill-demo --data ") + data);
        INFO(data);
        CHECK(refused.exit == 7);
        CHECK(isOneLine(refused.err));
        CHECK_THAT(refused.err, Catch::Contains("journal"));
    }
}

TEST_CASE("What is analysed is kept as a sitting where a person is named")
{
    const TemporaryFolder folder;
    simulateTo(folder / "a.flac", "square-4", Temperament{}, 21);
    writeText(folder / "b.flac", "no sound");
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    const Run kept = run(folder, "analyse a.flac b.flac --plan square-4 --save Runa --data club");
    CHECK(kept.exit == 3); // one cannot be read; the other is kept all the same
    CHECK_THAT(kept.err, Catch::Contains("a.flac: saved as sitting 1 of Runa Vestlid"));
    const auto journal = Journal::open(folder / "club");
    const auto sittings = *journal->sittings(0, 10);
    REQUIRE(sittings.size() == 1);
    CHECK(valueOf(sittings[0], figure::accuracy).has_value());
    CHECK(sittings[0].planVersion.has_value());
    CHECK((*journal->person(sittings[0].person))->breathProfile != "");
    // The same once more is the same sitting.
    CHECK(run(folder, "analyse a.flac --plan square-4 --save Runa --data club").exit == 0);
    CHECK(journal->sittings(0, 10)->size() == 1);
    const Run nobody = run(folder, "analyse a.flac --save Bjarte --data club");
    CHECK(nobody.exit == 2);
    CHECK_THAT(nobody.err, Catch::Contains("there are Runa Vestlid"));
    // Quietly: nothing but errors on standard error.
    CHECK(
        run(folder, "analyse a.flac --plan square-4 --save Runa --data club --quiet").err.empty());
    // Without a folder it is the window's journal, which is not there yet.
    const Run none = run(folder, "analyse a.flac --save Runa");
    CHECK(none.exit == 7);
    CHECK_THAT(none.err, Catch::Contains(".share/layakari"));
}

TEST_CASE("A practice that a killed program has left is read with what is handed in")
{
    const TemporaryFolder folder;
    Person runa;
    runa.name = "Runa Vestlid";
    REQUIRE(journalIn(folder / "data").addPerson(runa).has_value());
    const auto left = folder / "data/practised/Runa Vestlid";
    std::filesystem::create_directories(left);
    std::filesystem::copy_file(practice() / "monday.flac", left / "morning.flac.part");
    writeText(left / "morning.plan.json", findPreset("four-seven-eight")->json);
    writeText(left / "broken.flac.part", "no sound");
    const Run read = run(folder, "journal hand-in --data data");
    CHECK(read.exit == 0);
    CHECK_THAT(read.out, Catch::Contains("saved") && Catch::Contains("morning.flac"));
    CHECK_THAT(read.err, Catch::Contains("set aside, not deleted"));
    CHECK(std::filesystem::exists(left / "morning.flac"));
    CHECK(journalIn(folder / "data").sittings(0, 9)->size() == 1);
}

TEST_CASE("Tables are written in the formats that are asked for, and in no other")
{
    const TemporaryFolder folder;
    REQUIRE(journalIn(folder / "data").people().has_value());
    REQUIRE(run(folder, "journal take-out --data data --out out --format csv,ods").exit == 0);
    CHECK(std::filesystem::exists(folder / "out/sittings.csv"));
    CHECK(std::filesystem::exists(folder / "out/tables.ods"));
    CHECK_FALSE(std::filesystem::exists(folder / "out/sittings.json"));
    const Run refused = run(folder, "journal take-out --data data --out other --format xls");
    CHECK(refused.exit == 2);
    CHECK(isOneLine(refused.err));
    CHECK_FALSE(std::filesystem::exists(folder / "other"));
}

TEST_CASE("Commands that read a journal make none where there is none")
{
    const TemporaryFolder& folder = practice();
    for (const std::string arguments :
         {"journal take-out --data nowhere --out out", "journal hand-in --data nowhere monday.flac",
          "analyse monday.flac --save Runa --data nowhere"}) {
        INFO(arguments);
        const Run r = run(folder, arguments);
        CHECK(r.exit == 7);
        CHECK_THAT(r.err, Catch::Contains("there is no journal"));
        CHECK_FALSE(std::filesystem::exists(folder / "nowhere"));
    }
}

namespace {

// A journal of two people where the command line looks for it, with a sitting of the first.
Id sittingOfRuna(const TemporaryFolder& folder)
{
    {
        Journal journal = journalIn(folder / ".share/layakari");
        for (const char* name : {"Runa Vestlid", "Ylva Brekkestad"}) {
            Person person;
            person.name = name;
            REQUIRE(journal.addPerson(person).has_value());
        }
    }
    std::filesystem::copy_file(practice() / "monday.flac", folder / "monday.flac");
    REQUIRE(run(folder, "analyse monday.flac --plan four-seven-eight --save Runa").exit == 0);
    return journalIn(folder / ".share/layakari").sittings(0, 1)->front().id;
}

} // namespace

TEST_CASE("Sittings are listed and shown, as words and as JSON, in the window's own journal")
{
    const TemporaryFolder folder;
    const std::string id = std::to_string(sittingOfRuna(folder));
    const Run listed = run(folder, "journal list");
    CHECK(listed.exit == 0);
    CHECK_THAT(listed.out, Catch::Contains("Runa Vestlid") && Catch::Contains(" %"));
    CHECK(run(folder, "journal list --person Ylva").out.empty());
    const Json line = Json::parse(run(folder, "journal list --json").out);
    CHECK(line["person"] == "Runa Vestlid");
    CHECK(line["origin"] == "recorded");
    CHECK(line["certain"] == true);
    CHECK(line["figures"]["accuracy"].get<double>() > 80);
    CHECK_THAT(run(folder, "journal show " + id).out, Catch::Contains("6 cycles"));
    const Run reading = run(folder, "journal show --reading " + id);
    CHECK(Json::parse(reading.out)["format"] == "layakari.reading");
    CHECK_THAT(run(folder, "journal people").out, Catch::Contains("Ylva Brekkestad"));
    const Run none = run(folder, "journal show 99");
    CHECK(none.exit == 2);
    CHECK_THAT(none.err, Catch::Contains("there is no sitting 99"));
}

TEST_CASE(
    "A sitting is moved to whom it belongs, with what it taught, and deleted once that is agreed")
{
    const TemporaryFolder folder;
    const std::string id = std::to_string(sittingOfRuna(folder));
    const auto profileOf = [&](const char* name) {
        const auto people = journalIn(folder / ".share/layakari").people();
        for (const Person& person : *people)
            if (person.name == name) return person.breathProfile;
        return std::string("nobody");
    };
    const std::string taught = profileOf("Runa Vestlid");
    REQUIRE(taught != "");
    REQUIRE(run(folder, "journal move " + id + " --to Ylva").exit == 0);
    CHECK(profileOf("Runa Vestlid") == "");
    CHECK(profileOf("Ylva Brekkestad") == taught);
    CHECK(Json::parse(run(folder, "journal list --json").out)["person"] == "Ylva Brekkestad");

    const Run asked = run(folder, "journal delete " + id);
    CHECK(asked.exit == 2);
    CHECK_THAT(asked.err, Catch::Contains("--yes"));
    CHECK(run(folder, "journal delete --yes " + id + " 99").exit == 2);
    CHECK_FALSE(run(folder, "journal list").out.empty()); // all of them, or none
    const Run deleted = run(folder, "journal delete --yes " + id);
    CHECK(deleted.exit == 0);
    CHECK_THAT(deleted.err, Catch::Contains("its recording stays"));
    CHECK(std::filesystem::exists(folder / "monday.flac"));
    CHECK(run(folder, "journal list").out.empty());
    CHECK(profileOf("Ylva Brekkestad") == "");
}
